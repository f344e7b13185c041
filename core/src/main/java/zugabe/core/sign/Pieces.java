package zugabe.core.sign;

import java.io.IOException;
import java.io.InputStream;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.zip.CRC32;
import java.util.zip.Checksum;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.RangeContent;
import zugabe.bytes.Segment;

/**
 * A file that is made of ranges of another one and of a few bytes between them. It is read once to
 * be digested; written, its ranges have to be what they were then.
 */
final class Pieces {
  private final List<Piece> pieces = new ArrayList<>();
  private final Map<Piece, Long> crc32 = new HashMap<>();
  private final Content content;

  /** A piece that a signature covers, or doesn't. */
  private record Piece(Content bytes, boolean copied, boolean covered) {}

  Pieces(Content content) {
    this.content = content;
  }

  /** A range of the file, covered. */
  Pieces range(long from, long to) {
    if (to > from) {
      pieces.add(new Piece(new RangeContent(content, from, to - from), true, true));
    }
    return this;
  }

  /** Bytes of one's own. */
  Pieces bytes(byte[] bytes, boolean covered) {
    if (bytes.length > 0) {
      pieces.add(new Piece(Content.of(bytes), false, covered));
    }
    return this;
  }

  /**
   * Digests what is covered.
   *
   * @param sum also told all that isn't covered
   */
  byte[] digest(String algorithm, Checksum sum) throws IOException {
    MessageDigest digest = JarVerification.digest(algorithm);
    byte[] buffer = new byte[1 << 16];
    for (Piece piece : pieces) {
      CRC32 crc = new CRC32();
      try (InputStream in = piece.bytes().open()) {
        for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
          crc.update(buffer, 0, n);
          sum.update(buffer, 0, n);
          if (piece.covered()) {
            digest.update(buffer, 0, n);
          }
        }
      }
      crc32.put(piece, crc.getValue());
    }
    return digest.digest();
  }

  byte[] digest(String algorithm) throws IOException {
    return digest(algorithm, new CRC32());
  }

  /** All of it, once it was digested. */
  Layout layout() {
    long size = pieces.stream().mapToLong(p -> p.bytes().size()).sum();
    return new Layout() {
      @Override
      public Iterator<Segment> segments() {
        return pieces.stream()
            .<Segment>map(
                p -> new Segment.Copy("signed file", at -> new byte[0], p.bytes(), crc32.get(p)))
            .iterator();
      }

      @Override
      public long leastSize() {
        return size;
      }

      @Override
      public long mostSize() {
        return size;
      }
    };
  }
}
