package zugabe.core.keys;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;
import org.bouncycastle.pkcs.jcajce.JcaPKCS10CertificationRequestBuilder;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;

/** Asks others for a certificate (PKCS #10, RFC 2986), and takes what they issue. */
public final class KeyRequest {
  private KeyRequest() {}

  /** A request in the text form of RFC 7468. */
  public static byte[] of(X509Key key) throws IOException {
    try {
      byte[] request =
          new JcaPKCS10CertificationRequestBuilder(
                  key.certificate().getSubjectX500Principal(), key.certificate().getPublicKey())
              .build(
                  new JcaContentSignerBuilder(Chains.algorithm(key.certificate().getPublicKey()))
                      .build(key.hand().own().orElseThrow()))
              .getEncoded();
      return KeyExport.pem("CERTIFICATE REQUEST", request).getBytes(StandardCharsets.US_ASCII);
    } catch (OperatorCreationException e) {
      throw new IOException("the request can't be put together: " + e.getMessage(), e);
    }
  }

  /**
   * The key with what was issued for it, each certificate followed by its issuer's; empty when they
   * don't belong to the key.
   */
  public static Optional<X509Key> accepted(
      X509Key key, List<X509Certificate> issued, Where where, Findings findings) {
    byte[] own = key.certificate().getPublicKey().getEncoded();
    Optional<X509Certificate> leaf =
        issued.stream().filter(c -> Arrays.equals(c.getPublicKey().getEncoded(), own)).findFirst();
    if (leaf.isEmpty()) {
      findings.add(
          KeyCode.Z0106,
          where,
          "None of its certificates is for the key \"" + key.name() + "\".",
          "Take the one that was issued for the request of this key.");
      return Optional.empty();
    }
    List<X509Certificate> chain = new ArrayList<>();
    List<X509Certificate> left = new ArrayList<>(issued);
    Optional<X509Certificate> next = leaf;
    while (next.isPresent()) {
      X509Certificate one = next.get();
      chain.add(one);
      left.remove(one);
      next = left.stream().filter(c -> Chains.isIssuedBy(one, c)).findFirst();
    }
    X509Key with = new X509Key(key.name(), key.alias(), key.hand(), chain);
    return Chains.fit(with, where, findings) ? Optional.of(with) : Optional.empty();
  }

  /** The bytes of a store with just this key. */
  public static byte[] store(X509Key key, Secret secret) throws IOException {
    return new Pkcs12(false)
        .write(key.alias(), key.hand().own().orElseThrow(), key.chain(), secret);
  }
}
