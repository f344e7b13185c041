package zugabe.core.keys;

import java.io.IOException;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import org.bouncycastle.asn1.ASN1Encodable;
import org.bouncycastle.asn1.ASN1EncodableVector;
import org.bouncycastle.asn1.ASN1Encoding;
import org.bouncycastle.asn1.ASN1OctetString;
import org.bouncycastle.asn1.ASN1Sequence;
import org.bouncycastle.asn1.DEROctetString;
import org.bouncycastle.asn1.DERSequence;
import org.bouncycastle.asn1.nist.NISTObjectIdentifiers;
import org.bouncycastle.asn1.pkcs.AuthenticatedSafe;
import org.bouncycastle.asn1.pkcs.ContentInfo;
import org.bouncycastle.asn1.pkcs.EncryptedData;
import org.bouncycastle.asn1.pkcs.EncryptedPrivateKeyInfo;
import org.bouncycastle.asn1.pkcs.MacData;
import org.bouncycastle.asn1.pkcs.PKCSObjectIdentifiers;
import org.bouncycastle.asn1.pkcs.Pfx;
import org.bouncycastle.asn1.pkcs.SafeBag;
import org.bouncycastle.crypto.CipherParameters;
import org.bouncycastle.crypto.PBEParametersGenerator;
import org.bouncycastle.crypto.generators.PKCS12ParametersGenerator;
import org.bouncycastle.crypto.macs.HMac;

/**
 * Opens PKCS #12 files as current writers make them: PBES2 with PBKDF2, HMAC-SHA-256 and AES, whole
 * under HMAC-SHA-256 (RFC 7292, RFC 8018). The runtime's own reader derives a key for each part
 * with all rounds, one after the other, and that is most of the time of a short command. Here the
 * parts are opened side by side, and the runtime gets the same file with one round.
 */
final class QuickStore {
  private static final int MOST_PARTS = 8;
  private static final int KEY_BITS = 256;

  private final char[] password;
  private final Map<String, CompletableFuture<byte[]>> keys = new ConcurrentHashMap<>();
  private int parts;

  private QuickStore(char[] password) {
    this.password = password;
  }

  /**
   * The same store for the runtime to read; as it was when it isn't of that kind, is damaged, or
   * the password doesn't open it: the runtime tells that.
   */
  static byte[] of(byte[] file, char[] password) {
    for (char one : password) {
      // readers differ in how they encode others
      if (one < ' ' || one > '~') {
        return file;
      }
    }
    QuickStore store = new QuickStore(password);
    try {
      return UnreadableException.guard(() -> store.open(Pfx.getInstance(file))).orElse(file);
    } catch (IOException ignored) {
      return file;
    } finally {
      store.keys.values().stream()
          .filter(k -> k.isDone() && !k.isCompletedExceptionally())
          .forEach(k -> Arrays.fill(k.join(), (byte) 0));
    }
  }

  private Optional<byte[]> open(Pfx store) throws IOException {
    byte[] whole = content(store.getAuthSafe());
    MacData mac = store.getMacData();
    if (mac == null
        || !mac.getMac().getAlgorithmId().getAlgorithm().equals(NISTObjectIdentifiers.id_sha256)) {
      return Optional.empty();
    }
    int rounds = Pbes2.rounds(mac.getIterationCount().intValueExact());
    CompletableFuture<Boolean> fits = CompletableFuture.supplyAsync(() -> fits(mac, rounds, whole));
    List<CompletableFuture<ASN1Encodable>> contents = new ArrayList<>();
    for (ContentInfo info : AuthenticatedSafe.getInstance(whole).getContentInfo()) {
      contents.add(
          info.getContentType().equals(PKCSObjectIdentifiers.encryptedData)
              ? opened(EncryptedData.getInstance(info.getContent()))
              : bags(content(info)));
    }
    ASN1EncodableVector made = new ASN1EncodableVector();
    contents.forEach(c -> made.add(c.join()));
    if (!fits.join()) {
      return Optional.empty();
    }
    byte[] safe = new DERSequence(made).getEncoded(ASN1Encoding.DER);
    return Optional.of(new Pfx(data(safe), null).getEncoded(ASN1Encoding.DER));
  }

  private static byte[] content(ContentInfo info) {
    if (!info.getContentType().equals(PKCSObjectIdentifiers.data)) {
      throw new IllegalArgumentException("another content");
    }
    return octets(info.getContent());
  }

  private static byte[] octets(ASN1Encodable content) {
    return ASN1OctetString.getInstance(content).getOctets();
  }

  private static ContentInfo data(byte[] octets) {
    return new ContentInfo(PKCSObjectIdentifiers.data, new DEROctetString(octets));
  }

  private boolean fits(MacData mac, int rounds, byte[] whole) {
    PBEParametersGenerator generator = new PKCS12ParametersGenerator(new RuntimeSha256());
    generator.init(PBEParametersGenerator.PKCS12PasswordToBytes(password), mac.getSalt(), rounds);
    CipherParameters key = generator.generateDerivedMacParameters(KEY_BITS);
    HMac made = new HMac(new RuntimeSha256());
    made.init(key);
    made.update(whole, 0, whole.length);
    byte[] value = new byte[made.getMacSize()];
    made.doFinal(value, 0);
    return MessageDigest.isEqual(value, mac.getMac().getDigest());
  }

  /** Certificates: nothing in them is secret once they are open. */
  private CompletableFuture<ASN1Encodable> opened(EncryptedData data) {
    Pbes2 closed = Pbes2.of(data.getEncryptionAlgorithm());
    return started(() -> data(closed.decrypted(octets(data.getContent()), key(closed))));
  }

  private CompletableFuture<ASN1Encodable> bags(byte[] contents) {
    List<CompletableFuture<ASN1Encodable>> bags = new ArrayList<>();
    for (ASN1Encodable one : ASN1Sequence.getInstance(contents)) {
      bags.add(bag(SafeBag.getInstance(one)));
    }
    return CompletableFuture.allOf(bags.toArray(CompletableFuture[]::new))
        .thenApply(
            done -> {
              ASN1EncodableVector made = new ASN1EncodableVector();
              bags.forEach(b -> made.add(b.join()));
              try {
                return data(new DERSequence(made).getEncoded(ASN1Encoding.DER));
              } catch (IOException e) {
                throw new IllegalStateException(e);
              }
            });
  }

  /** A private key is under the password again before it leaves. */
  private CompletableFuture<ASN1Encodable> bag(SafeBag bag) {
    if (!bag.getBagId().equals(PKCSObjectIdentifiers.pkcs8ShroudedKeyBag)) {
      return CompletableFuture.completedFuture(bag);
    }
    EncryptedPrivateKeyInfo info = EncryptedPrivateKeyInfo.getInstance(bag.getBagValue());
    Pbes2 closed = Pbes2.of(info.getEncryptionAlgorithm());
    return started(
        () -> {
          byte[] key = closed.decrypted(info.getEncryptedData(), key(closed));
          try {
            Pbes2 quick = closed.ofOneRound();
            byte[] once = quick.key(password);
            return new SafeBag(
                bag.getBagId(),
                new EncryptedPrivateKeyInfo(quick.algorithm(), quick.encrypted(key, once)),
                bag.getBagAttributes());
          } finally {
            Arrays.fill(key, (byte) 0);
          }
        });
  }

  /** Parts that were closed with the same salt have the same key. */
  private byte[] key(Pbes2 closed) {
    return keys.computeIfAbsent(
            HexFormat.of().formatHex(closed.salt()) + " " + closed.rounds() + " " + closed.bits(),
            k -> CompletableFuture.supplyAsync(() -> closed.key(password)))
        .join();
  }

  private interface Part {
    ASN1Encodable made() throws GeneralSecurityException;
  }

  private CompletableFuture<ASN1Encodable> started(Part part) {
    if (parts == MOST_PARTS) {
      throw new IllegalArgumentException("parts");
    }
    CompletableFuture<ASN1Encodable> made =
        CompletableFuture.supplyAsync(
            () -> {
              try {
                return part.made();
              } catch (GeneralSecurityException e) {
                throw new IllegalStateException(e);
              }
            });
    parts++;
    return made;
  }
}
