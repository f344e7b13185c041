package zugabe.bytes;

import java.util.Iterator;
import java.util.List;

/** One content and nothing around it. */
record CopyLayout(String label, Content content) implements Layout {
  @Override
  public Iterator<Segment> segments() {
    return List.<Segment>of(
            new Segment.Compressed(label, content, Packing.stored(), Segment.Head.NOTHING))
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
