package zugabe.bytes;

import java.io.IOException;
import java.io.InputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** SHA-256, from the JDK: it is twice as fast as the pure Java ones. */
public final class Digests {
  private static final int WARM_UP_BYTES = 1 << 10;

  /** The better of the compilers takes up a method after some thousands of calls. */
  private static final int WARM_UP_ROUNDS = 3_000;

  static {
    // The runtime compiles the loop over a digest's blocks for those digests that it knows by then.
    // When another one turns up, in whatever asks for a random number first, that is thrown away,
    // and for a third of a second the loop runs at half of its speed.
    of("SHA-1");
    of("SHA-512");
    of("MD5");
  }

  private Digests() {}

  private static MessageDigest of(String algorithm) {
    try {
      return MessageDigest.getInstance(algorithm);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has " + algorithm, e);
    }
  }

  /** A fresh SHA-256 digest. */
  public static MessageDigest sha256() {
    return of("SHA-256");
  }

  /**
   * Makes the runtime compile the digest before anybody waits for it. Until then it runs at a tenth
   * of its speed; and when the compiler gets to it last, that lasts a second.
   */
  public static void warmUp() {
    MessageDigest digest = sha256();
    byte[] some = new byte[WARM_UP_BYTES];
    for (int i = 0; i < WARM_UP_ROUNDS; i++) {
      digest.update(some);
    }
  }

  /** SHA-256 of some bytes in lower-case hexadecimal, 64 characters. */
  public static String sha256Hex(byte[] bytes) {
    return HexFormat.of().formatHex(sha256().digest(bytes));
  }

  /** A stream that feeds every byte it hands out to the digest; skipping reads. */
  public static InputStream feeding(InputStream in, MessageDigest digest) {
    return new FeedingStream(in, digest);
  }

  private static final class FeedingStream extends BlockStream {
    private final InputStream in;
    private final MessageDigest digest;

    FeedingStream(InputStream in, MessageDigest digest) {
      this.in = in;
      this.digest = digest;
    }

    @Override
    public int read(byte[] into, int offset, int length) throws IOException {
      int count = in.read(into, offset, length);
      if (count > 0) {
        digest.update(into, offset, count);
      }
      return count;
    }

    @Override
    public int available() throws IOException {
      return in.available();
    }

    @Override
    public void close() throws IOException {
      in.close();
    }
  }
}
