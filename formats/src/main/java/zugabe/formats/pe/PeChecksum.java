package zugabe.formats.pe;

import java.nio.ByteOrder;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.WordSum;

/**
 * The checksum of the optional header: the sum of all words, and the file's length. The field
 * itself counts as zeros.
 */
public final class PeChecksum {
  private PeChecksum() {}

  /**
   * The field.
   *
   * @param sum of all words, however it overflows
   * @param size of the file; less than 4 GB
   */
  public static byte[] field(long sum, long size) {
    return ByteWriter.ofSize(Integer.BYTES, ByteOrder.LITTLE_ENDIAN)
        .u4("CheckSum", (WordSum.folded(sum) + size) & 0xFFFF_FFFFL)
        .done();
  }
}
