package zugabe.core.sign;

import java.io.IOException;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.MalformedException;
import zugabe.core.keys.X509Key;
import zugabe.formats.apk.Rotation;

/** Makes proofs that one key follows another. */
public final class KeySuccession {
  /** What phones do with data and permissions of a key that another one follows. */
  private static final long FLAGS =
      Rotation.INSTALLED_DATA | Rotation.SHARED_USER | Rotation.PERMISSION | Rotation.AUTHENTICATOR;

  private KeySuccession() {}

  /**
   * The proof that a key follows another one.
   *
   * @param before the proof that the older key follows others; empty where it is the first
   * @throws MalformedException when that is a proof of other keys
   */
  public static byte[] proof(Optional<byte[]> before, X509Key old, X509Key next)
      throws IOException {
    List<Rotation.Level> levels = new ArrayList<>();
    if (before.isPresent()) {
      Rotation known = Rotation.decode(before.get());
      List<X509Certificate> all = Rotations.certificates(known);
      if (all.isEmpty() || !all.get(all.size() - 1).equals(old.certificate())) {
        throw new MalformedException("it ends with another key than " + old.name(), 0);
      }
      if (all.contains(next.certificate())) {
        throw new MalformedException("it has the key " + next.name() + " already", 0);
      }
      levels.addAll(known.levels());
    } else {
      levels.add(new Rotation.Level(X509Key.encoded(old.certificate()), 0, FLAGS, 0, new byte[0]));
    }
    long algorithm = PackageSignature.algorithm(old).id();
    Rotation.Level last = levels.remove(levels.size() - 1);
    levels.add(
        new Rotation.Level(
            last.certificate(), last.signedWith(), last.flags(), algorithm, last.signature()));
    Rotation.Level unsigned =
        new Rotation.Level(X509Key.encoded(next.certificate()), algorithm, FLAGS, 0, new byte[0]);
    byte[] signature =
        old.hand().sign(PackageSignature.algorithm(old).signature(), unsigned.signed());
    levels.add(new Rotation.Level(unsigned.certificate(), algorithm, FLAGS, 0, signature));
    return new Rotation(levels).encode();
  }
}
