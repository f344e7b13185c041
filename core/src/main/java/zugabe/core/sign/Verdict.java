package zugabe.core.sign;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * What a verification found. What is wrong is in the findings.
 *
 * @param form of the signature: {@code in-jar}, {@code in-code}, {@code CMS} or {@code OpenPGP}
 * @param whole whether it is what was signed
 */
public record Verdict(String file, String form, boolean whole, List<Signer> signers) {
  public Verdict {
    signers = List.copyOf(signers);
  }

  /**
   * Somebody who signed it.
   *
   * @param subject who
   * @param issuer who vouches for him in his certificate
   * @param algorithm of the signature, such as {@code SHA256withRSA}
   * @param strength of the key
   * @param fingerprint of the certificate or key
   * @param anchor who vouches for him in the end; empty when nobody does
   * @param stamped when, by an authority that is trusted
   */
  public record Signer(
      String subject,
      String issuer,
      String algorithm,
      String strength,
      String fingerprint,
      Optional<String> anchor,
      Optional<Instant> stamped) {}
}
