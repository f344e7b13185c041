package zugabe.core.keys;

import java.security.DigestException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import org.bouncycastle.crypto.ExtendedDigest;
import org.bouncycastle.util.Memoable;

/**
 * The runtime's SHA-256 for the library's derivations: where the processor has instructions for it,
 * the runtime uses them, and a hundred thousand rounds take half the time. The runtime's own
 * derivations would use them as well, but begin each round anew, with twice the work.
 */
final class RuntimeSha256 implements ExtendedDigest, Memoable {
  private static final String NAME = "SHA-256";
  private static final int SIZE_BYTES = 32;
  private static final int BLOCK_BYTES = 64;

  private MessageDigest digest;

  RuntimeSha256() {
    try {
      digest = MessageDigest.getInstance(NAME);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  private RuntimeSha256(RuntimeSha256 other) {
    digest = other.same();
  }

  private MessageDigest same() {
    try {
      return (MessageDigest) digest.clone();
    } catch (CloneNotSupportedException e) {
      throw new IllegalStateException(e);
    }
  }

  @Override
  public String getAlgorithmName() {
    return NAME;
  }

  @Override
  public int getDigestSize() {
    return SIZE_BYTES;
  }

  @Override
  public int getByteLength() {
    return BLOCK_BYTES;
  }

  @Override
  public void update(byte in) {
    digest.update(in);
  }

  @Override
  public void update(byte[] in, int offset, int length) {
    digest.update(in, offset, length);
  }

  @Override
  public int doFinal(byte[] out, int offset) {
    try {
      return digest.digest(out, offset, SIZE_BYTES);
    } catch (DigestException e) {
      throw new IllegalStateException(e);
    }
  }

  @Override
  public void reset() {
    digest.reset();
  }

  @Override
  public Memoable copy() {
    return new RuntimeSha256(this);
  }

  @Override
  public void reset(Memoable other) {
    digest = ((RuntimeSha256) other).same();
  }
}
