package zugabe.bytes;

import java.util.Iterator;

/**
 * What a file to be written consists of: a sequence of {@link Segment}s, produced lazily, so that a
 * million entries don't fill the heap. Whoever streams it may fetch segments ahead of the place
 * where it writes; therefore the sequence itself must not depend on what was written, only {@link
 * Segment.Encoded} and {@link Segment.Head} may.
 */
public interface Layout {
  /** A fresh walk over the segments. A layout can be walked once at a time. */
  Iterator<Segment> segments();

  /** The least number of bytes the file will have: asked of the disk before writing starts. */
  long leastSize();

  /** A number of bytes that the file won't exceed: decides how wide its size has to be written. */
  long mostSize();

  /** A file that is a copy of a content. */
  static Layout copyOf(String label, Content content) {
    return new CopyLayout(label, content);
  }
}
