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
  private final Map<RangeContent, Long> crc32 = new HashMap<>();
  private final Content content;

  /** A range of the file, or bytes of one's own; the other one is null. */
  @SuppressWarnings("ArrayRecordComponent") // nobody compares them
  private record Piece(RangeContent range, byte[] bytes, boolean covered) {
    long size() {
      return range == null ? bytes.length : range.size();
    }
  }

  Pieces(Content content) {
    this.content = content;
  }

  /** A range of the file, covered. */
  Pieces range(long from, long to) {
    if (to > from) {
      pieces.add(new Piece(new RangeContent(content, from, to - from), null, true));
    }
    return this;
  }

  /** Bytes of one's own; those that aren't covered may change until all is written. */
  Pieces bytes(byte[] bytes, boolean covered) {
    pieces.add(new Piece(null, bytes, covered));
    return this;
  }

  /**
   * Digests what is covered.
   *
   * @param sum is told all of it
   */
  byte[] digest(String algorithm, Checksum sum) throws IOException {
    MessageDigest digest = JarVerification.digest(algorithm);
    byte[] buffer = new byte[1 << 16];
    for (Piece piece : pieces) {
      if (piece.range() == null) {
        sum.update(piece.bytes(), 0, piece.bytes().length);
        if (piece.covered()) {
          digest.update(piece.bytes());
        }
        continue;
      }
      CRC32 crc = new CRC32();
      try (InputStream in = piece.range().open()) {
        for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
          crc.update(buffer, 0, n);
          sum.update(buffer, 0, n);
          digest.update(buffer, 0, n);
        }
      }
      crc32.put(piece.range(), crc.getValue());
    }
    return digest.digest();
  }

  byte[] digest(String algorithm) throws IOException {
    return digest(algorithm, new CRC32());
  }

  /** All of it, once it was digested. */
  Layout layout() {
    long size = pieces.stream().mapToLong(Piece::size).sum();
    return new Layout() {
      @Override
      public Iterator<Segment> segments() {
        return pieces.stream().map(Pieces.this::segment).iterator();
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

  private Segment segment(Piece piece) {
    return piece.range() == null
        ? new Segment.Encoded("signature", at -> piece.bytes())
        : new Segment.Copy(
            "signed file", at -> new byte[0], piece.range(), crc32.get(piece.range()));
  }
}
