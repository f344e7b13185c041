package zugabe.core.sign;

import java.io.IOException;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.MalformedException;
import zugabe.formats.apk.Rotation;
import zugabe.formats.apk.SignatureAlgorithm;

/** Proofs that one key follows another. */
final class Rotations {
  private Rotations() {}

  /**
   * The certificates that a key follows, the oldest first, without the key's own.
   *
   * @param own the certificate that has to be the last
   * @throws MalformedException when one isn't vouched for by the one before
   */
  static List<X509Certificate> verified(Rotation rotation, X509Certificate own) throws IOException {
    List<X509Certificate> all = certificates(rotation);
    if (all.isEmpty() || !all.get(all.size() - 1).equals(own)) {
      throw new MalformedException("the proof of rotation ends with another key", 0);
    }
    return all.subList(0, all.size() - 1);
  }

  /** All certificates of a proof whose signatures are good. */
  static List<X509Certificate> certificates(Rotation rotation) throws IOException {
    List<X509Certificate> all = new ArrayList<>();
    long signsWith = 0;
    for (Rotation.Level level : rotation.levels()) {
      X509Certificate next = Trust.certificate(level.certificate());
      if (!all.isEmpty()) {
        Optional<SignatureAlgorithm> algorithm = SignatureAlgorithm.of(signsWith);
        boolean good =
            algorithm.isPresent()
                && level.signedWith() == signsWith
                && PackageCheck.signs(
                    algorithm.get(), all.get(all.size() - 1), level.signed(), level.signature());
        if (!good || all.contains(next)) {
          throw new MalformedException(
              "key " + (all.size() + 1) + " of the proof of rotation isn't vouched for", 0);
        }
      }
      all.add(next);
      signsWith = level.signsWith();
    }
    return all;
  }
}
