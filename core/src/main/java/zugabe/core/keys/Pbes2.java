package zugabe.core.keys;

import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.Map;
import javax.crypto.Cipher;
import javax.crypto.spec.IvParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.bouncycastle.asn1.ASN1ObjectIdentifier;
import org.bouncycastle.asn1.ASN1OctetString;
import org.bouncycastle.asn1.DERNull;
import org.bouncycastle.asn1.DEROctetString;
import org.bouncycastle.asn1.nist.NISTObjectIdentifiers;
import org.bouncycastle.asn1.pkcs.EncryptionScheme;
import org.bouncycastle.asn1.pkcs.KeyDerivationFunc;
import org.bouncycastle.asn1.pkcs.PBES2Parameters;
import org.bouncycastle.asn1.pkcs.PBKDF2Params;
import org.bouncycastle.asn1.pkcs.PKCSObjectIdentifiers;
import org.bouncycastle.asn1.x509.AlgorithmIdentifier;
import org.bouncycastle.crypto.PBEParametersGenerator;
import org.bouncycastle.crypto.generators.PKCS5S2ParametersGenerator;
import org.bouncycastle.crypto.params.KeyParameter;

/**
 * How secrets are closed with a password: PBES2 with PBKDF2, HMAC-SHA-256 and AES (RFC 8018).
 *
 * @param rounds each guess of a password costs so many
 * @param start of the cipher's chain
 * @param bits of the cipher's key: what is made here has 256
 */
@SuppressWarnings("ArrayRecordComponent") // nobody compares them
record Pbes2(byte[] salt, int rounds, byte[] start, int bits) {
  /** Java's runtime refuses more. */
  private static final int MOST_ROUNDS = 5_000_000;

  private static final Map<ASN1ObjectIdentifier, Integer> AES =
      Map.of(
          NISTObjectIdentifiers.id_aes128_CBC, 128,
          NISTObjectIdentifiers.id_aes192_CBC, 192,
          NISTObjectIdentifiers.id_aes256_CBC, 256);
  private static final int KEY_BITS = 256;
  private static final int SALT_BYTES = 16;
  private static final int BLOCK_BYTES = 16;

  /**
   * As it is said.
   *
   * @throws IllegalArgumentException for other algorithms
   */
  static Pbes2 of(AlgorithmIdentifier algorithm) {
    if (!algorithm.getAlgorithm().equals(PKCSObjectIdentifiers.id_PBES2)) {
      throw new IllegalArgumentException("not PBES2");
    }
    PBES2Parameters said = PBES2Parameters.getInstance(algorithm.getParameters());
    PBKDF2Params derivation = PBKDF2Params.getInstance(said.getKeyDerivationFunc().getParameters());
    ASN1ObjectIdentifier cipher = said.getEncryptionScheme().getAlgorithm();
    boolean usual =
        said.getKeyDerivationFunc().getAlgorithm().equals(PKCSObjectIdentifiers.id_PBKDF2)
            && AES.containsKey(cipher)
            && derivation.getPrf().getAlgorithm().equals(PKCSObjectIdentifiers.id_hmacWithSHA256);
    if (!usual) {
      throw new IllegalArgumentException("another algorithm");
    }
    return new Pbes2(
        derivation.getSalt(),
        rounds(derivation.getIterationCount().intValueExact()),
        ASN1OctetString.getInstance(said.getEncryptionScheme().getParameters()).getOctets(),
        AES.get(cipher));
  }

  /** With new salt. */
  static Pbes2 fresh(int rounds) {
    SecureRandom random = new SecureRandom();
    byte[] salt = new byte[SALT_BYTES];
    byte[] start = new byte[BLOCK_BYTES];
    random.nextBytes(salt);
    random.nextBytes(start);
    return new Pbes2(salt, rounds, start, KEY_BITS);
  }

  /** The same key again, for something else: what is closed begins differently nevertheless. */
  Pbes2 another() {
    return new Pbes2(salt, rounds, fresh(rounds).start, bits);
  }

  static int rounds(int count) {
    if (count < 1 || count > MOST_ROUNDS) {
      throw new IllegalArgumentException("rounds");
    }
    return count;
  }

  Pbes2 ofOneRound() {
    return new Pbes2(salt, 1, start, KEY_BITS);
  }

  AlgorithmIdentifier algorithm() {
    PBKDF2Params derivation =
        new PBKDF2Params(
            salt,
            rounds,
            KEY_BITS / Byte.SIZE,
            new AlgorithmIdentifier(PKCSObjectIdentifiers.id_hmacWithSHA256, DERNull.INSTANCE));
    return new AlgorithmIdentifier(
        PKCSObjectIdentifiers.id_PBES2,
        new PBES2Parameters(
            new KeyDerivationFunc(PKCSObjectIdentifiers.id_PBKDF2, derivation),
            new EncryptionScheme(NISTObjectIdentifiers.id_aes256_CBC, new DEROctetString(start))));
  }

  byte[] decrypted(byte[] data, byte[] key) throws GeneralSecurityException {
    return cipher(Cipher.DECRYPT_MODE, key).doFinal(data);
  }

  byte[] encrypted(byte[] data, byte[] key) throws GeneralSecurityException {
    return cipher(Cipher.ENCRYPT_MODE, key).doFinal(data);
  }

  /** The cipher: the runtime's, since some runtimes take those of signed libraries only. */
  Cipher cipher(int mode, byte[] key) throws GeneralSecurityException {
    Cipher cipher = Cipher.getInstance("AES/CBC/PKCS5Padding");
    cipher.init(mode, new SecretKeySpec(key, "AES"), new IvParameterSpec(start));
    return cipher;
  }

  /**
   * The cipher's key; whoever asks for it wipes it. The cryptography library derives it, by the
   * runtime's digest.
   */
  byte[] key(char[] password) {
    byte[] word = PBEParametersGenerator.PKCS5PasswordToUTF8Bytes(password);
    PBEParametersGenerator generator = new PKCS5S2ParametersGenerator(new RuntimeSha256());
    generator.init(word, salt, rounds);
    byte[] key = ((KeyParameter) generator.generateDerivedParameters(bits)).getKey();
    Arrays.fill(word, (byte) 0);
    return key;
  }
}
