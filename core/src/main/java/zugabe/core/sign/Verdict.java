package zugabe.core.sign;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * What a verification found. What is wrong is in the findings.
 *
 * @param form of the signature: {@code in-jar}, {@code in-code}, {@code in-package}, {@code CMS} or
 *     {@code OpenPGP}
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
   * @param place where it stands; of packages for phones, which have several
   */
  public record Signer(
      String subject,
      String issuer,
      String algorithm,
      String strength,
      String fingerprint,
      Optional<String> anchor,
      Optional<Instant> stamped,
      Optional<Place> place) {
    /** One of a file that has a single place for signatures. */
    public Signer(
        String subject,
        String issuer,
        String algorithm,
        String strength,
        String fingerprint,
        Optional<String> anchor,
        Optional<Instant> stamped) {
      this(subject, issuer, algorithm, strength, fingerprint, anchor, stamped, Optional.empty());
    }

    Signer in(Place where) {
      return new Signer(
          subject, issuer, algorithm, strength, fingerprint, anchor, stamped, Optional.of(where));
    }
  }

  /**
   * A place for signatures.
   *
   * @param scheme {@code v1}, {@code v2}, {@code v3} or {@code v3.1}
   * @param levels platforms that it is for, such as {@code 24+}; empty when it doesn't say
   * @param earlier fingerprints of keys that this one follows, the oldest first
   */
  public record Place(String scheme, String levels, List<String> earlier) {
    public Place {
      earlier = List.copyOf(earlier);
    }

    static Place of(String scheme) {
      return new Place(scheme, "", List.of());
    }
  }
}
