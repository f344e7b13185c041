package zugabe.kinds.launcher;

import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Queue;
import java.util.zip.Checksum;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.RangeDigest;
import zugabe.bytes.Segment;
import zugabe.formats.pe.PeChecksum;

/**
 * The sum of a program's words, which stands in front of them. Long contents are summed where they
 * come from, so that it is known before they have arrived, and the file's digest follows them. One
 * walk over the program needs its own.
 */
final class FileSum {
  /** From this size on, a content is summed by itself. */
  private static final long LONG_BYTES = 16 << 20;

  private static final int BUFFER_BYTES = 1 << 18;
  private static final int WORD = 0xFFFF;

  private final List<Part> parts = new ArrayList<>();

  /** One range, or a content. */
  private static final class Part {
    private final RangeDigest range;
    private final Content content;

    /** Whether it begins with the second byte of a word. */
    private boolean odd;

    Part(RangeDigest range, Content content) {
      this.range = range;
      this.content = content;
    }

    Segment place() {
      return new Segment.Encoded(
          "checksum",
          at -> {
            odd = at % 2 != 0;
            return new byte[0];
          });
    }

    long sum() throws IOException {
      long sum = range == null ? of(content) : LauncherLayout.word(range.value());
      return odd ? (sum << Byte.SIZE | sum >> Byte.SIZE) & WORD : sum;
    }

    private static long of(Content content) throws IOException {
      Checksum sum = new PeChecksum();
      byte[] buffer = new byte[BUFFER_BYTES];
      try (Access access = content.access()) {
        long at = 0;
        for (int got = 0; got >= 0; got = access.read(at, buffer, 0, buffer.length)) {
          sum.update(buffer, 0, got);
          at += got;
        }
      }
      return sum.getValue();
    }
  }

  /** Segments that count, with what sums them between them. */
  Iterator<Segment> over(Iterator<Segment> segments) {
    Queue<Segment> next = new ArrayDeque<>();
    Part first = start(next);
    return new Iterator<>() {
      private Part open = first;

      @Override
      public boolean hasNext() {
        return !next.isEmpty() || segments.hasNext() || open != null;
      }

      @Override
      public Segment next() {
        if (!next.isEmpty()) {
          return next.remove();
        }
        if (!segments.hasNext()) {
          Part last = open;
          open = null;
          return end(last);
        }
        Segment segment = segments.next();
        if (segment instanceof Segment.Copy copy && copy.content().size() >= LONG_BYTES) {
          next.add(new Segment.Encoded(copy.label(), copy.header()));
          next.add(end(open));
          Part itself = new Part(null, copy.content());
          parts.add(itself);
          next.add(itself.place());
          next.add(new Segment.Copy(copy.label(), at -> new byte[0], copy.content(), copy.crc32()));
          open = start(next);
          return next.remove();
        }
        return segment;
      }
    };
  }

  private Part start(Queue<Segment> into) {
    Part part = new Part(RangeDigest.checksum("checksum", new PeChecksum()), null);
    parts.add(part);
    into.add(part.place());
    into.add(new Segment.RangeStart("checksum", part.range));
    return part;
  }

  private static Segment end(Part part) {
    return new Segment.RangeEnd("checksum", part.range, true);
  }

  /** The sum of all words, however it overflows. */
  long value() throws IOException {
    long sum = 0;
    for (Part part : parts) {
      sum += part.sum();
    }
    return sum;
  }
}
