package zugabe.formats.apk;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.security.MessageDigest;
import zugabe.bytes.ByteWriter;

/**
 * The root of a tree of digests over pages, as file systems have it that verify what they read; and
 * the size of all.
 */
public final class TreeDigest {
  private static final int PAGE_BYTES = 4096;
  private static final byte[] SALT = new byte[8];

  private TreeDigest() {}

  /**
   * The value that signers have.
   *
   * @param content the three sections one after the other
   * @param size of them, in bytes
   */
  public static byte[] of(InputStream content, long size) throws IOException {
    MessageDigest digest = ContentDigest.digest("SHA-256");
    ByteArrayOutputStream level = new ByteArrayOutputStream();
    byte[] page = new byte[PAGE_BYTES];
    for (long done = 0; done < size; done += PAGE_BYTES) {
      int want = (int) Math.min(PAGE_BYTES, size - done);
      if (content.readNBytes(page, 0, want) < want) {
        throw new IOException("the file was cut off while it was read");
      }
      java.util.Arrays.fill(page, want, PAGE_BYTES, (byte) 0);
      add(digest, page, 0, level);
    }
    byte[] above = padded(level);
    while (above.length > PAGE_BYTES) {
      ByteArrayOutputStream next = new ByteArrayOutputStream();
      for (int at = 0; at < above.length; at += PAGE_BYTES) {
        add(digest, above, at, next);
      }
      above = padded(next);
    }
    digest.update(SALT);
    byte[] root = digest.digest(above);
    return ByteWriter.ofSize(root.length + Long.BYTES).bytes(root).u8("size", size).done();
  }

  private static void add(MessageDigest digest, byte[] page, int at, ByteArrayOutputStream out) {
    digest.update(SALT);
    digest.update(page, at, PAGE_BYTES);
    out.writeBytes(digest.digest());
  }

  private static byte[] padded(ByteArrayOutputStream level) {
    int rest = level.size() % PAGE_BYTES;
    if (rest > 0 || level.size() == 0) {
      level.writeBytes(new byte[PAGE_BYTES - rest]);
    }
    return level.toByteArray();
  }
}
