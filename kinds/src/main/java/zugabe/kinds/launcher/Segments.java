package zugabe.kinds.launcher;

import java.util.Iterator;
import java.util.Spliterator;
import java.util.Spliterators;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import zugabe.bytes.Layout;
import zugabe.bytes.Segment;

/** A layout's segments one after the other. */
final class Segments {
  private Segments() {}

  /** Changes bytes that were encoded for a place. */
  interface Change {
    byte[] of(byte[] encoded, long at);
  }

  static Stream<Segment> of(Iterator<Segment> segments) {
    return StreamSupport.stream(
        Spliterators.spliteratorUnknownSize(segments, Spliterator.ORDERED), false);
  }

  /** With its last segment changed. */
  static Stream<Segment> withLast(Layout layout, Change change) {
    Iterator<Segment> all = layout.segments();
    return of(
        new Iterator<>() {
          @Override
          public boolean hasNext() {
            return all.hasNext();
          }

          @Override
          public Segment next() {
            Segment next = all.next();
            return !all.hasNext() && next instanceof Segment.Encoded e
                ? new Segment.Encoded(e.label(), at -> change.of(e.encoder().encode(at), at))
                : next;
          }
        });
  }
}
