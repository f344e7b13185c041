package zugabe.core.keys;

import java.io.IOException;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.PrivateKey;
import java.security.cert.CertificateException;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.bouncycastle.asn1.pkcs.PrivateKeyInfo;
import org.bouncycastle.cert.X509CertificateHolder;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.jce.provider.BouncyCastleProvider;
import org.bouncycastle.openssl.PEMEncryptedKeyPair;
import org.bouncycastle.openssl.PEMException;
import org.bouncycastle.openssl.PEMKeyPair;
import org.bouncycastle.openssl.PEMParser;
import org.bouncycastle.openssl.jcajce.JcaPEMKeyConverter;
import org.bouncycastle.openssl.jcajce.JceOpenSSLPKCS8DecryptorProviderBuilder;
import org.bouncycastle.openssl.jcajce.JcePEMDecryptorProviderBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.pkcs.PKCS8EncryptedPrivateKeyInfo;
import org.bouncycastle.pkcs.PKCSException;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;

/** Keys in text form: PKCS #8, encrypted or not, and the older forms, with their certificates. */
public final class KeyImport {
  private final String name;
  private final Secret secret;
  private final Where where;
  private final Findings findings;

  /**
   * @param name of the key, for messages
   * @param secret that opens what is encrypted
   */
  public KeyImport(String name, Secret secret, Where where, Findings findings) {
    this.name = name;
    this.secret = secret;
    this.where = where;
    this.findings = findings;
  }

  /** Whether a file is in text form. */
  public static boolean isText(byte[] bytes) {
    String text = new String(bytes, StandardCharsets.ISO_8859_1);
    return text.contains("-----BEGIN ") && text.contains("PRIVATE KEY-----");
  }

  /** The key in some texts, of which one has the key and all may have certificates. */
  public Optional<X509Key> of(List<byte[]> texts) throws IOException {
    List<X509Certificate> certificates = new ArrayList<>();
    PrivateKey key;
    try {
      key = UnreadableException.guard(() -> read(texts, certificates));
    } catch (PKCSException | PEMException e) {
      findings.add(
          KeyCode.Z0103,
          where,
          "The password doesn't open it.",
          "Say where its password comes from: --from-password.");
      return Optional.empty();
    } catch (IOException e) {
      findings.add(KeyCode.Z0104, where, "It is damaged.", "Take another copy of it.");
      return Optional.empty();
    }
    if (key == null || certificates.isEmpty()) {
      findings.add(
          KeyCode.Z0106,
          where,
          key == null ? "There is no private key in it." : "There is no certificate with the key.",
          key == null
              ? "Name the file with the key."
              : "Name the certificate: --certificate FILE.");
      return Optional.empty();
    }
    X509Key first = new X509Key(name, name, key, certificates.subList(0, 1));
    for (X509Certificate c : certificates) {
      // a key's own certificate may stand anywhere among them
      X509Key one = new X509Key(name, name, key, List.of(c));
      first = Chains.fit(one, where, new Findings()) ? one : first;
    }
    return KeyRequest.accepted(first, certificates, where, findings);
  }

  /** The last key in them, or null; certificates on the way. */
  private PrivateKey read(List<byte[]> texts, List<X509Certificate> certificates)
      throws IOException, PKCSException {
    PrivateKey key = null;
    for (byte[] text : texts) {
      try (PEMParser parser =
          new PEMParser(new StringReader(new String(text, StandardCharsets.ISO_8859_1)))) {
        for (Object one = parser.readObject(); one != null; one = parser.readObject()) {
          if (one instanceof X509CertificateHolder holder) {
            certificates.add(new JcaX509CertificateConverter().getCertificate(holder));
          } else {
            PrivateKeyInfo info = info(one);
            key = info == null ? key : new JcaPEMKeyConverter().getPrivateKey(info);
          }
        }
      } catch (OperatorCreationException | CertificateException e) {
        throw new IOException("the key can't be read: " + e.getMessage(), e);
      }
    }
    return key;
  }

  /** Opened by the runtime, which knows what current programs write; empty for others. */
  private Optional<PrivateKeyInfo> opened(PKCS8EncryptedPrivateKeyInfo closed) throws IOException {
    try {
      Pbes2 how = Pbes2.of(closed.getEncryptionAlgorithm());
      byte[] cipherKey = how.key(secret.chars());
      byte[] plain = how.decrypted(closed.getEncryptedData(), cipherKey);
      Arrays.fill(cipherKey, (byte) 0);
      return Optional.of(PrivateKeyInfo.getInstance(plain));
    } catch (IllegalArgumentException | GeneralSecurityException e) {
      return Optional.empty();
    }
  }

  private PrivateKeyInfo info(Object one)
      throws IOException, PKCSException, OperatorCreationException {
    if (one instanceof PrivateKeyInfo info) {
      return info;
    }
    if (one instanceof PEMKeyPair pair) {
      return pair.getPrivateKeyInfo();
    }
    BouncyCastleProvider provider = new BouncyCastleProvider();
    if (one instanceof PKCS8EncryptedPrivateKeyInfo closed) {
      Optional<PrivateKeyInfo> open = opened(closed);
      if (open.isPresent()) {
        return open.get();
      }
      return closed.decryptPrivateKeyInfo(
          new JceOpenSSLPKCS8DecryptorProviderBuilder()
              .setProvider(provider)
              .build(secret.chars()));
    }
    return one instanceof PEMEncryptedKeyPair closed
        ? closed
            .decryptKeyPair(
                new JcePEMDecryptorProviderBuilder().setProvider(provider).build(secret.chars()))
            .getPrivateKeyInfo()
        : null;
  }
}
