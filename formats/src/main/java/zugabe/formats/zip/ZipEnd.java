package zugabe.formats.zip;

import java.io.IOException;
import java.util.OptionalLong;
import zugabe.bytes.Access;

/** The record that ends a zip file, and its comment, which ends the file (4.3.16). */
public final class ZipEnd {
  /** Bytes of the record in front of the comment. */
  public static final int BYTES = Zip.END_BYTES;

  /** The longest comment. */
  public static final int MOST_COMMENT = 0xFFFF;

  /** Bytes of the comment's length, the record's last field. */
  public static final int LENGTH_BYTES = 2;

  private ZipEnd() {}

  /**
   * Where a record is.
   *
   * @param at whose comment ends the file, or -1
   * @param trailing where the last other one's comment ends, or -1
   */
  record Place(long at, long trailing) {}

  static Place find(Access access) throws IOException {
    long size = access.size();
    int tail = (int) Math.min(size, BYTES + MOST_COMMENT);
    byte[] bytes = access.readFully(size - tail, tail);
    long trailing = -1;
    for (int at = tail - BYTES; at >= 0; at--) {
      if (bytes[at] == 'P' && bytes[at + 1] == 'K' && bytes[at + 2] == 5 && bytes[at + 3] == 6) {
        int comment = (bytes[at + 20] & 0xFF) | (bytes[at + 21] & 0xFF) << 8;
        if (at + BYTES + comment == tail) {
          return new Place(size - tail + at, trailing);
        }
        if (at + BYTES + comment < tail && trailing < 0) {
          trailing = size - tail + at + BYTES + comment;
        }
      }
    }
    return new Place(-1, trailing);
  }

  /** Where the record is whose comment ends the file; empty when no zip file ends it. */
  public static OptionalLong at(Access access) throws IOException {
    long at = find(access).at();
    return at < 0 ? OptionalLong.empty() : OptionalLong.of(at);
  }

  /** A comment's length as the record has it. */
  public static byte[] length(long comment) {
    return new byte[] {(byte) comment, (byte) (comment >> Byte.SIZE)};
  }

  /** Records that end with one without a comment, told of a comment that comes behind them. */
  public static byte[] withComment(byte[] records, int comment) {
    int at = records.length - LENGTH_BYTES;
    if (records.length < BYTES || records[at] != 0 || records[at + 1] != 0) {
      throw new IllegalArgumentException("there is a comment already");
    }
    byte[] all = records.clone();
    System.arraycopy(length(comment), 0, all, at, LENGTH_BYTES);
    return all;
  }
}
