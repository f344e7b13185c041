package zugabe.core.keys;

import java.io.IOException;
import java.security.GeneralSecurityException;
import java.security.PrivateKey;
import java.security.cert.X509Certificate;
import java.util.List;
import org.bouncycastle.asn1.ASN1Encoding;
import org.bouncycastle.asn1.ASN1ObjectIdentifier;
import org.bouncycastle.asn1.DERBMPString;
import org.bouncycastle.asn1.DERNull;
import org.bouncycastle.asn1.nist.NISTObjectIdentifiers;
import org.bouncycastle.asn1.oiw.OIWObjectIdentifiers;
import org.bouncycastle.asn1.pkcs.PKCSObjectIdentifiers;
import org.bouncycastle.asn1.x509.AlgorithmIdentifier;
import org.bouncycastle.asn1.x509.SubjectKeyIdentifier;
import org.bouncycastle.cert.jcajce.JcaX509ExtensionUtils;
import org.bouncycastle.jce.provider.BouncyCastleProvider;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.OutputEncryptor;
import org.bouncycastle.pkcs.PKCS12PfxPduBuilder;
import org.bouncycastle.pkcs.PKCS12SafeBag;
import org.bouncycastle.pkcs.PKCS12SafeBagBuilder;
import org.bouncycastle.pkcs.PKCSException;
import org.bouncycastle.pkcs.jcajce.JcaPKCS12SafeBagBuilder;
import org.bouncycastle.pkcs.jcajce.JcePKCS12MacCalculatorBuilder;
import org.bouncycastle.pkcs.jcajce.JcePKCSPBEOutputEncryptorBuilder;

/**
 * Writes PKCS #12 files (RFC 7292): keys and certificates under PBES2 (RFC 8018) with AES-256 and
 * HMAC-SHA-256, whole under a MAC of HMAC-SHA-256. For readers that know neither, such as Windows
 * before 10 (1709), under Triple DES and SHA-1.
 */
final class Pkcs12 {
  /** What current writers take; each guess of a password costs this many rounds. */
  private static final int ROUNDS = 100_000;

  private final BouncyCastleProvider provider = new BouncyCastleProvider();
  private final boolean older;

  /**
   * @param older whether older readers have to open it
   */
  Pkcs12(boolean older) {
    this.older = older;
  }

  /** The file's bytes. */
  byte[] write(String alias, PrivateKey key, List<X509Certificate> chain, Secret secret)
      throws IOException {
    try {
      JcaX509ExtensionUtils ids = new JcaX509ExtensionUtils();
      SubjectKeyIdentifier id = ids.createSubjectKeyIdentifier(chain.get(0).getPublicKey());
      PKCS12SafeBagBuilder keyBag = new JcaPKCS12SafeBagBuilder(key, encryptor(secret));
      name(keyBag, alias, id);
      PKCS12SafeBag[] certificates = new PKCS12SafeBag[chain.size()];
      for (int i = 0; i < certificates.length; i++) {
        PKCS12SafeBagBuilder bag = new JcaPKCS12SafeBagBuilder(chain.get(i));
        if (i == 0) {
          name(bag, alias, id);
        }
        certificates[i] = bag.build();
      }
      PKCS12PfxPduBuilder file = new PKCS12PfxPduBuilder();
      file.addEncryptedData(encryptor(secret), certificates);
      file.addData(keyBag.build());
      ASN1ObjectIdentifier hash =
          older ? OIWObjectIdentifiers.idSHA1 : NISTObjectIdentifiers.id_sha256;
      return file.build(
              new JcePKCS12MacCalculatorBuilder(hash)
                  .setProvider(provider)
                  .setIterationCount(ROUNDS),
              secret.chars())
          .getEncoded(ASN1Encoding.DER);
    } catch (GeneralSecurityException | OperatorCreationException | PKCSException e) {
      throw new IOException("the key store can't be put together: " + e.getMessage(), e);
    }
  }

  private static void name(PKCS12SafeBagBuilder bag, String alias, SubjectKeyIdentifier id) {
    bag.addBagAttribute(PKCS12SafeBag.friendlyNameAttribute, new DERBMPString(alias));
    bag.addBagAttribute(PKCS12SafeBag.localKeyIdAttribute, id);
  }

  private OutputEncryptor encryptor(Secret secret) throws OperatorCreationException {
    ASN1ObjectIdentifier cipher =
        older
            ? PKCSObjectIdentifiers.pbeWithSHAAnd3_KeyTripleDES_CBC
            : NISTObjectIdentifiers.id_aes256_CBC;
    return new JcePKCSPBEOutputEncryptorBuilder(cipher)
        .setProvider(provider)
        .setPRF(new AlgorithmIdentifier(PKCSObjectIdentifiers.id_hmacWithSHA256, DERNull.INSTANCE))
        .setIterationCount(ROUNDS)
        .build(secret.chars());
  }
}
