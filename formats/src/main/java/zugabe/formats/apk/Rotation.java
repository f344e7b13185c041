package zugabe.formats.apk;

import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.MalformedException;

/**
 * The proof of rotation ("APK Signature Scheme v3", "Proof-of-rotation and self-trusted-old-certs
 * structs"): every signer there was, oldest first, each vouched for by the one before it.
 */
public record Rotation(List<Level> levels) {
  /** An older certificate's signer still shares data with packages of this one. */
  public static final long INSTALLED_DATA = 1;

  /** An older signer's packages share the user of this one. */
  public static final long SHARED_USER = 2;

  /** An older signer has the permissions that go by signatures. */
  public static final long PERMISSION = 4;

  /** The package may be signed by the older signer again. */
  public static final long ROLLBACK = 8;

  /** An older signer may vouch for accounts. */
  public static final long AUTHENTICATOR = 16;

  private static final long VERSION = 1;
  private static final int MOST = 64;

  public Rotation {
    levels = List.copyOf(levels);
  }

  /**
   * One signer.
   *
   * @param certificate DER
   * @param signedWith algorithm of {@code signature}; 0 for the first
   * @param flags what a certificate that is no longer used is still trusted for
   * @param signsWith algorithm of the signature over the next; 0 for the last
   * @param signature over certificate and {@code signedWith}, by the one before; empty for the
   *     first
   */
  @SuppressWarnings("ArrayRecordComponent") // nobody compares them
  public record Level(
      byte[] certificate, long signedWith, long flags, long signsWith, byte[] signature) {
    /** What the one before signs. */
    public byte[] signed() {
      byte[] own = Sequences.prefixed(certificate);
      return ByteWriter.ofSize(own.length + 4).bytes(own).u4("algorithm", signedWith).done();
    }

    private byte[] encode() {
      byte[] data = Sequences.prefixed(signed());
      byte[] proof = Sequences.prefixed(signature);
      return ByteWriter.ofSize(data.length + 8 + proof.length)
          .bytes(data)
          .u4("flags", flags)
          .u4("algorithm", signsWith)
          .bytes(proof)
          .done();
    }

    private static Level decode(byte[] bytes) {
      ByteReader in = ByteReader.of(bytes);
      ByteReader data = ByteReader.of(Sequences.take(in));
      byte[] certificate = Sequences.take(data);
      long signedWith = data.u4();
      return new Level(certificate, signedWith, in.u4(), in.u4(), Sequences.take(in));
    }
  }

  /** The value of the attribute. */
  public byte[] encode() {
    List<byte[]> parts = new ArrayList<>();
    parts.add(ByteWriter.ofSize(4).u4("version", VERSION).done());
    levels.forEach(l -> parts.add(Sequences.prefixed(l.encode())));
    return Sequences.joined(parts);
  }

  /** Reads the attribute's value. */
  public static Rotation decode(byte[] value) throws MalformedException {
    try {
      ByteReader in = ByteReader.of(value);
      long version = in.u4();
      if (version != VERSION) {
        throw new MalformedException("the proof of rotation has version " + version, 0);
      }
      List<Level> levels = new ArrayList<>();
      while (in.left() > 0) {
        if (levels.size() == MOST) {
          throw new MalformedException("the proof of rotation has more than " + MOST + " keys", 0);
        }
        levels.add(Level.decode(Sequences.take(in)));
      }
      return new Rotation(levels);
    } catch (IndexOutOfBoundsException e) {
      throw new MalformedException("the proof of rotation is damaged: " + e.getMessage(), 0);
    }
  }
}
