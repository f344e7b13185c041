package zugabe.core.keys;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.GeneralSecurityException;
import java.security.PrivateKey;
import java.security.cert.X509Certificate;
import java.util.Arrays;
import java.util.Base64;
import org.bouncycastle.asn1.pkcs.EncryptedPrivateKeyInfo;

/** What leaves a key store. */
public final class KeyExport {
  private static final int LINE = 64;
  private static final int ROUNDS = 100_000;

  private KeyExport() {}

  /** What others need to verify: certificates as PEM (RFC 7468), or an OpenPGP public key. */
  public static byte[] open(SigningKey key) throws IOException {
    if (key instanceof OpenPgpKey open) {
      return NewOpenPgp.armour(open.ring());
    }
    StringBuilder text = new StringBuilder();
    for (X509Certificate certificate : ((X509Key) key).chain()) {
      text.append(pem("CERTIFICATE", X509Key.encoded(certificate)));
    }
    return text.toString().getBytes(StandardCharsets.US_ASCII);
  }

  /** The private key, closed with another secret: PKCS #8 (RFC 5958) as PEM, or OpenPGP armour. */
  public static byte[] closed(SigningKey key, Secret old, Secret secret) throws IOException {
    if (key instanceof OpenPgpKey open) {
      return KeyBackup.armoured(open, old, secret);
    }
    PrivateKey own = ((X509Key) key).hand().own().orElseThrow();
    byte[] plain = own.getEncoded();
    Pbes2 closing = Pbes2.fresh(ROUNDS);
    byte[] cipherKey = closing.key(secret.chars());
    try {
      byte[] closed =
          new EncryptedPrivateKeyInfo(closing.algorithm(), closing.encrypted(plain, cipherKey))
              .getEncoded();
      return pem("ENCRYPTED PRIVATE KEY", closed).getBytes(StandardCharsets.US_ASCII);
    } catch (GeneralSecurityException e) {
      throw new IOException("the key can't be closed: " + e.getMessage(), e);
    } finally {
      Arrays.fill(plain, (byte) 0);
      Arrays.fill(cipherKey, (byte) 0);
    }
  }

  /** The text form of a structure (RFC 7468). */
  static String pem(String label, byte[] bytes) {
    return "-----BEGIN "
        + label
        + "-----\n"
        + Base64.getMimeEncoder(LINE, new byte[] {'\n'}).encodeToString(bytes)
        + "\n-----END "
        + label
        + "-----\n";
  }

  /** Writes what everybody may read. */
  public static void write(Path file, byte[] bytes) throws IOException {
    if (file.toAbsolutePath().getParent() != null) {
      Files.createDirectories(file.toAbsolutePath().getParent());
    }
    Files.write(file, bytes);
  }

  /**
   * Writes what only its owner may read into a new file.
   *
   * @throws java.nio.file.FileAlreadyExistsException when there is one
   */
  public static void writeStore(Path file, byte[] bytes) throws IOException {
    NewKey.write(file.toAbsolutePath(), bytes.clone());
  }

  /** Puts a store into the place of one that is there, whole or not at all. */
  public static void replace(Path file, byte[] bytes) throws IOException {
    Path part = file.resolveSibling(file.getFileName() + ".new");
    Files.deleteIfExists(part);
    NewKey.write(part.toAbsolutePath(), bytes.clone());
    Files.move(part, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
  }

  /** Writes a password into a new file that only its owner can read. */
  public static void writeSecret(Path file, Secret secret) throws IOException {
    ByteBuffer bytes = StandardCharsets.UTF_8.encode(CharBuffer.wrap(secret.chars()));
    ByteArrayOutputStream line = new ByteArrayOutputStream();
    line.write(bytes.array(), bytes.arrayOffset(), bytes.limit());
    line.write('\n');
    Arrays.fill(bytes.array(), (byte) 0);
    NewKey.write(file.toAbsolutePath(), line.toByteArray());
  }
}
