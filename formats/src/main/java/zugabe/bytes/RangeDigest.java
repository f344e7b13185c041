package zugabe.bytes;

import java.io.ByteArrayOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Optional;
import java.util.zip.CRC32;
import java.util.zip.Checksum;

/**
 * A digest or checksum of one or more ranges of a file, in their order. A layout declares it by
 * {@link Segment.RangeStart} and {@link Segment.RangeEnd}; it is computed from the bytes as they
 * finally are while the file is streamed, and is there for the {@link Segment.Fill}s behind its
 * last range. Each walk over a layout needs its own.
 */
public final class RangeDigest {
  private final String algorithm;
  private final Engine engine;
  private final Optional<Parts> parts;
  private byte[] value;

  private RangeDigest(String algorithm, Engine engine) {
    this(algorithm, engine, Optional.empty());
  }

  private RangeDigest(String algorithm, Engine engine, Optional<Parts> parts) {
    this.algorithm = algorithm;
    this.engine = engine;
    this.parts = parts;
  }

  /** Computes a value from bytes as they come. */
  public interface Engine {
    void update(byte[] bytes, int offset, int length);

    byte[] done();
  }

  /** Parts of a range that are digested by themselves, by several threads at once. */
  public interface Parts {
    /** Bytes of each; the last one may have fewer. */
    int bytes();

    /** Computes the value of one part, which has so many bytes. */
    Engine start(int bytes);
  }

  /** The values of a range's parts, one after the other. */
  public static RangeDigest inParts(String name, Parts parts) {
    ByteArrayOutputStream values = new ByteArrayOutputStream();
    Engine joining =
        new Engine() {
          @Override
          public void update(byte[] bytes, int offset, int length) {
            values.write(bytes, offset, length);
          }

          @Override
          public byte[] done() {
            return values.toByteArray();
          }
        };
    return new RangeDigest(name, joining, Optional.of(parts));
  }

  /**
   * A digest.
   *
   * @param algorithm one that the runtime knows, such as {@code SHA-256}, {@code SHA-1} or {@code
   *     MD5}
   */
  public static RangeDigest of(String algorithm) {
    MessageDigest digest;
    try {
      digest = MessageDigest.getInstance(algorithm);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalArgumentException("this runtime has no " + algorithm, e);
    }
    return new RangeDigest(algorithm, engine(digest));
  }

  /** The rest of a digest that was begun. */
  public static Engine engine(MessageDigest digest) {
    return new Engine() {
      @Override
      public void update(byte[] bytes, int offset, int length) {
        digest.update(bytes, offset, length);
      }

      @Override
      public byte[] done() {
        return digest.digest();
      }
    };
  }

  /** CRC-32 as zip and gzip have it (RFC 1952, section 8); four bytes, the first counts most. */
  public static RangeDigest crc32() {
    return checksum("CRC-32", new CRC32());
  }

  /** A checksum of 32 bits; four bytes, the first counts most. */
  public static RangeDigest checksum(String name, Checksum checksum) {
    return new RangeDigest(
        name,
        new Engine() {
          @Override
          public void update(byte[] bytes, int offset, int length) {
            checksum.update(bytes, offset, length);
          }

          @Override
          public byte[] done() {
            int sum = (int) checksum.getValue();
            return new byte[] {
              (byte) (sum >>> 24), (byte) (sum >>> 16), (byte) (sum >>> 8), (byte) sum
            };
          }
        });
  }

  public String algorithm() {
    return algorithm;
  }

  /** How its only range is digested, if it is in parts: their values are what it takes then. */
  public Optional<Parts> parts() {
    return parts;
  }

  /** Takes the next bytes of its ranges: called by whoever streams the layout, from one thread. */
  public void update(byte[] bytes, int offset, int length) {
    engine.update(bytes, offset, length);
  }

  /** Ends it: called by whoever streams the layout. */
  public void complete() {
    value = engine.done();
  }

  /** The value, once the file was streamed up to the end of the last range. */
  public byte[] value() {
    if (value == null) {
      throw new IllegalStateException("the ranges of " + algorithm + " haven't ended yet");
    }
    return value.clone();
  }
}
