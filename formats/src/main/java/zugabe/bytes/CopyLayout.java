package zugabe.bytes;

import java.util.Iterator;
import java.util.List;

/** One content and nothing around it. */
record CopyLayout(String label, Content content) implements Layout {
  private static final Segment.Head NOTHING =
      new Segment.Head() {
        @Override
        public int width(long position) {
          return 0;
        }

        @Override
        public byte[] encode(long position, Segment.Outcome outcome) {
          return new byte[0];
        }
      };

  @Override
  public Iterator<Segment> segments() {
    return List.<Segment>of(new Segment.Packed(label, content, Packing.stored(), NOTHING))
        .iterator();
  }

  @Override
  public long leastSize() {
    return content.size();
  }

  @Override
  public long mostSize() {
    return content.size();
  }
}
