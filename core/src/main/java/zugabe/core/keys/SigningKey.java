package zugabe.core.keys;

import java.time.Instant;
import java.util.Optional;

/** A key that is open: it can sign. */
public sealed interface SigningKey permits X509Key, OpenPgpKey {
  /** In the recipe, or in its store. */
  String name();

  /** Whether the key itself can leave its store: it isn't on a token, nor elsewhere. */
  boolean isHere();

  /** The same, signed with by somebody elsewhere. */
  SigningKey by(Elsewhere elsewhere);

  /** Who signs with it. */
  String subject();

  /** Algorithm and size, such as {@code RSA, 3072 bits}. */
  String strength();

  /** SHA-256 of the certificate, or an OpenPGP fingerprint, in the form that is compared. */
  String fingerprint();

  /** From when it is valid. */
  Instant from();

  /** Until when; empty when it doesn't end. */
  Optional<Instant> until();
}
