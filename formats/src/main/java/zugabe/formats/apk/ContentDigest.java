package zugabe.formats.apk;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.RangeDigest;

/**
 * The digest of a package without its signing block ("APK Signature Scheme v2",
 * "Integrity-protected contents"): each of the three sections in chunks, and a digest of the
 * chunks' digests.
 */
public final class ContentDigest {
  /** Bytes of a chunk; a section's last one may be shorter. */
  public static final int CHUNK_BYTES = 1 << 20;

  private static final int CHUNK = 0xa5;
  private static final int WHOLE = 0x5a;
  private static final int PREFIX_BYTES = 5;

  private ContentDigest() {}

  /**
   * The digest of a chunk.
   *
   * @param algorithm as runtimes call it
   */
  public static byte[] chunk(String algorithm, byte[] bytes, int offset, int length) {
    RangeDigest.Engine chunk = start(algorithm, length);
    chunk.update(bytes, offset, length);
    return chunk.done();
  }

  /** The digest of a chunk whose bytes are to come. */
  public static RangeDigest.Engine start(String algorithm, int length) {
    MessageDigest digest = digest(algorithm);
    digest.update(prefix(CHUNK, length));
    return RangeDigest.engine(digest);
  }

  /** The chunks' digests of a section that is a range of a file. */
  public static RangeDigest section(String algorithm) {
    return RangeDigest.inParts(
        algorithm + " in chunks",
        new RangeDigest.Parts() {
          @Override
          public int bytes() {
            return CHUNK_BYTES;
          }

          @Override
          public RangeDigest.Engine start(int bytes) {
            return ContentDigest.start(algorithm, bytes);
          }
        });
  }

  /**
   * The digest of all.
   *
   * @param chunks their digests one after the other, in the order of their sections
   */
  public static byte[] whole(String algorithm, byte[] chunks) {
    MessageDigest digest = digest(algorithm);
    digest.update(prefix(WHOLE, chunks.length / digest.getDigestLength()));
    return digest.digest(chunks);
  }

  /** The chunks' digests of a section that is in memory, one after the other. */
  public static byte[] section(String algorithm, byte[] section) {
    int count = (section.length + CHUNK_BYTES - 1) / CHUNK_BYTES;
    ByteWriter out = ByteWriter.ofSize(count * digest(algorithm).getDigestLength());
    for (int at = 0; at < section.length; at += CHUNK_BYTES) {
      out.bytes(chunk(algorithm, section, at, Math.min(CHUNK_BYTES, section.length - at)));
    }
    return out.done();
  }

  private static byte[] prefix(int kind, long count) {
    return ByteWriter.ofSize(PREFIX_BYTES).u1("kind", kind).u4("count", count).done();
  }

  static MessageDigest digest(String algorithm) {
    try {
      return MessageDigest.getInstance(algorithm);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalArgumentException("this runtime has no " + algorithm, e);
    }
  }
}
