package zugabe.kinds.launcher;

import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.Queue;
import java.util.concurrent.atomic.LongAdder;
import java.util.zip.Checksum;
import zugabe.bytes.Access;
import zugabe.bytes.RangeDigest;
import zugabe.bytes.Segment;
import zugabe.bytes.WordSum;

/**
 * The sum of a program's words, which stands in front of them. Long contents are summed where they
 * come from, by all workers, unless their sum is known: so it is known before they have arrived,
 * and the file's digest follows them. One walk over the program needs its own.
 */
final class FileSum {
  private static final int BUFFER_BYTES = 1 << 18;

  private final List<Part> parts = new ArrayList<>();

  /** One range, or a content. */
  private static final class Part {
    private final Optional<RangeDigest> range;

    /** Of a content: the sums of its parts, which begin with whole words. */
    private final LongAdder sums = new LongAdder();

    /** Whether it begins with the second byte of a word. */
    private boolean odd;

    Part(Optional<RangeDigest> range) {
      this.range = range;
    }

    Segment place() {
      return new Segment.Encoded(
          "checksum",
          at -> {
            odd = at % 2 != 0;
            return new byte[0];
          });
    }

    /** Called for each part of a content. */
    void add(Access part) throws IOException {
      Checksum sum = new WordSum();
      byte[] buffer = new byte[BUFFER_BYTES];
      long at = 0;
      for (int got = 0; got >= 0; got = part.read(at, buffer, 0, buffer.length)) {
        sum.update(buffer, 0, got);
        at += got;
      }
      sums.add(sum.getValue());
    }

    long sum() {
      long sum = range.isPresent() ? LauncherLayout.word(range.get().value()) : sums.sum();
      // with its bytes exchanged, a word counts 256 times, and one that overflows once
      return odd ? sum << Byte.SIZE : sum;
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
        if (segment instanceof Segment.Copy copy && copy.isLong()) {
          next.add(new Segment.Encoded(copy.label(), copy.header()));
          next.add(end(open));
          Part itself = new Part(Optional.empty());
          parts.add(itself);
          next.add(itself.place());
          if (copy.content().knownWordSum().isPresent()) {
            itself.sums.add(copy.content().knownWordSum().getAsLong());
          } else {
            next.add(new Segment.Look(copy.label(), copy.content(), itself::add));
          }
          next.add(new Segment.Copy(copy.label(), at -> new byte[0], copy.content(), copy.crc32()));
          open = start(next);
          return next.remove();
        }
        return segment;
      }
    };
  }

  private Part start(Queue<Segment> into) {
    RangeDigest range = RangeDigest.checksum("checksum", new WordSum());
    Part part = new Part(Optional.of(range));
    parts.add(part);
    into.add(part.place());
    into.add(new Segment.RangeStart("checksum", range));
    return part;
  }

  private static Segment end(Part part) {
    return new Segment.RangeEnd("checksum", part.range.get(), true);
  }

  /** The sum of all words, however it overflows. */
  long value() {
    long sum = 0;
    for (Part part : parts) {
      sum += part.sum();
    }
    return sum;
  }
}
