package zugabe.core.keys;

import java.io.IOException;
import java.io.OutputStream;
import java.security.GeneralSecurityException;
import java.security.PrivateKey;
import java.security.SecureRandom;
import java.security.cert.X509Certificate;
import java.util.Arrays;
import java.util.List;
import javax.crypto.Cipher;
import javax.crypto.CipherOutputStream;
import javax.crypto.SecretKeyFactory;
import javax.crypto.spec.PBEKeySpec;
import javax.crypto.spec.PBEParameterSpec;
import org.bouncycastle.asn1.ASN1Encoding;
import org.bouncycastle.asn1.ASN1ObjectIdentifier;
import org.bouncycastle.asn1.DERBMPString;
import org.bouncycastle.asn1.DERNull;
import org.bouncycastle.asn1.nist.NISTObjectIdentifiers;
import org.bouncycastle.asn1.oiw.OIWObjectIdentifiers;
import org.bouncycastle.asn1.pkcs.PKCS12PBEParams;
import org.bouncycastle.asn1.pkcs.PKCSObjectIdentifiers;
import org.bouncycastle.asn1.x509.AlgorithmIdentifier;
import org.bouncycastle.asn1.x509.SubjectKeyIdentifier;
import org.bouncycastle.cert.jcajce.JcaX509ExtensionUtils;
import org.bouncycastle.crypto.digests.SHA1Digest;
import org.bouncycastle.crypto.digests.SHA256Digest;
import org.bouncycastle.operator.GenericKey;
import org.bouncycastle.operator.OutputEncryptor;
import org.bouncycastle.pkcs.PKCS12PfxPduBuilder;
import org.bouncycastle.pkcs.PKCS12SafeBag;
import org.bouncycastle.pkcs.PKCS12SafeBagBuilder;
import org.bouncycastle.pkcs.PKCSException;
import org.bouncycastle.pkcs.bc.BcPKCS12MacCalculatorBuilder;
import org.bouncycastle.pkcs.jcajce.JcaPKCS12SafeBagBuilder;

/**
 * Writes PKCS #12 files (RFC 7292): keys and certificates under PBES2 (RFC 8018) with AES-256 and
 * HMAC-SHA-256, whole under a MAC of HMAC-SHA-256. For readers that know neither, such as Windows
 * before 10 (1709), under Triple DES and SHA-1.
 */
final class Pkcs12 {
  /** What current writers take; each guess of a password costs this many rounds. */
  private static final int ROUNDS = 100_000;

  private static final String TRIPLE_DES = "PBEWithSHA1AndDESede";
  private static final int SALT_BYTES = 16;

  private final boolean older;

  /** One for all parts: deriving it is what takes time whenever the file is opened. */
  private byte[] cipherKey = {};

  private Pbes2 closing = Pbes2.fresh(ROUNDS);

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
              new BcPKCS12MacCalculatorBuilder(
                      older ? new SHA1Digest() : SHA256Digest.newInstance(),
                      new AlgorithmIdentifier(hash, DERNull.INSTANCE))
                  .setIterationCount(ROUNDS),
              secret.chars())
          .getEncoded(ASN1Encoding.DER);
    } catch (GeneralSecurityException | PKCSException e) {
      throw new IOException("the key store can't be put together: " + e.getMessage(), e);
    } finally {
      Arrays.fill(cipherKey, (byte) 0);
      cipherKey = new byte[0];
    }
  }

  private static void name(PKCS12SafeBagBuilder bag, String alias, SubjectKeyIdentifier id) {
    bag.addBagAttribute(PKCS12SafeBag.friendlyNameAttribute, new DERBMPString(alias));
    bag.addBagAttribute(PKCS12SafeBag.localKeyIdAttribute, id);
  }

  private OutputEncryptor encryptor(Secret secret) throws GeneralSecurityException {
    if (!older) {
      if (cipherKey.length == 0) {
        cipherKey = closing.key(secret.chars());
      } else {
        closing = closing.another();
      }
      return new Closing(closing.algorithm(), closing.cipher(Cipher.ENCRYPT_MODE, cipherKey));
    }
    byte[] salt = new byte[SALT_BYTES];
    new SecureRandom().nextBytes(salt);
    PBEKeySpec word = new PBEKeySpec(secret.chars());
    try {
      Cipher cipher = Cipher.getInstance(TRIPLE_DES);
      cipher.init(
          Cipher.ENCRYPT_MODE,
          SecretKeyFactory.getInstance(TRIPLE_DES).generateSecret(word),
          new PBEParameterSpec(salt, ROUNDS));
      return new Closing(
          new AlgorithmIdentifier(
              PKCSObjectIdentifiers.pbeWithSHAAnd3_KeyTripleDES_CBC,
              new PKCS12PBEParams(salt, ROUNDS)),
          cipher);
    } finally {
      word.clearPassword();
    }
  }

  /**
   * What closes a part of the file, for the library that puts it together. That writes through the
   * stream and never asks for the key, which nobody else is to have.
   */
  private record Closing(AlgorithmIdentifier algorithm, Cipher cipher) implements OutputEncryptor {
    @Override
    public AlgorithmIdentifier getAlgorithmIdentifier() {
      return algorithm;
    }

    @Override
    public OutputStream getOutputStream(OutputStream out) {
      return new CipherOutputStream(out, cipher);
    }

    @Override
    public GenericKey getKey() {
      throw new UnsupportedOperationException("the key isn't handed out");
    }
  }
}
