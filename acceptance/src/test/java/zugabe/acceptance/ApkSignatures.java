package zugabe.acceptance;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.security.MessageDigest;
import java.security.Signature;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.security.spec.MGF1ParameterSpec;
import java.security.spec.PSSParameterSpec;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A second opinion on signed packages, by the platform's public description of the schemes v2 and
 * v3; written without a look at the program's own code.
 */
final class ApkSignatures {
  private static final int V2 = 0x7109871a;
  private static final int V3 = 0xf05368c0;

  private final byte[] file;
  private final int directory;
  private final int end;
  private final int block;
  private final Map<Integer, byte[]> pairs = new LinkedHashMap<>();

  private ApkSignatures(byte[] file) {
    this.file = file;
    int at = file.length - 22;
    while (in(file).getInt(at) != 0x06054b50) {
      at--;
    }
    end = at;
    directory = in(file).getInt(end + 16);
    if (!new String(file, directory - 16, 16, java.nio.charset.StandardCharsets.US_ASCII)
        .equals("APK Sig Block 42")) {
      throw new IllegalStateException("no signing block");
    }
    int size = (int) in(file).getLong(directory - 24);
    block = directory - size - 8;
    if (in(file).getLong(block) != size) {
      throw new IllegalStateException("sizes differ");
    }
    int pair = block + 8;
    while (pair < directory - 24) {
      int length = (int) in(file).getLong(pair);
      byte[] value = Arrays.copyOfRange(file, pair + 12, pair + 8 + length);
      pairs.put(in(file).getInt(pair + 8), value);
      pair += 8 + length;
    }
  }

  /** The package with one more pair in its signing block, of which no scheme knows. */
  static byte[] withPair(byte[] file, int id, byte[] value) {
    ApkSignatures of = new ApkSignatures(file);
    int more = 12 + value.length;
    byte[] made = new byte[file.length + more];
    ByteBuffer out = in(made);
    out.put(file, 0, of.directory - 24);
    out.putLong(4 + value.length).putInt(id).put(value);
    out.put(file, of.directory - 24, file.length - of.directory + 24);
    long size = in(file).getLong(of.block) + more;
    out.putLong(of.block, size).putLong(of.directory + more - 24, size);
    out.putInt(of.end + more + 16, of.directory + more);
    return made;
  }

  /** The signer's certificate by each scheme; fails when one isn't good. */
  static Map<String, X509Certificate> verified(byte[] file) throws Exception {
    ApkSignatures of = new ApkSignatures(file);
    Map<String, X509Certificate> all = new LinkedHashMap<>();
    for (Map.Entry<Integer, byte[]> pair : of.pairs.entrySet()) {
      if (pair.getKey() == V2 || pair.getKey() == V3) {
        all.put(
            pair.getKey() == V2 ? "v2" : "v3",
            of.certificate(pair.getValue(), pair.getKey() == V3));
      }
    }
    return all;
  }

  private static ByteBuffer in(byte[] bytes) {
    return ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
  }

  private static byte[] take(ByteBuffer from) {
    byte[] value = new byte[from.getInt()];
    from.get(value);
    return value;
  }

  private static List<byte[]> list(byte[] sequence) {
    ByteBuffer from = in(sequence);
    List<byte[]> all = new ArrayList<>();
    while (from.hasRemaining()) {
      all.add(take(from));
    }
    return all;
  }

  private X509Certificate certificate(byte[] pair, boolean v3) throws Exception {
    List<byte[]> signers = list(take(in(pair)));
    check(signers.size() == 1, "one signer");
    ByteBuffer signer = in(signers.get(0));
    byte[] signed = take(signer);
    if (v3) {
      int least = signer.getInt();
      check(least <= signer.getInt(), "platforms");
    }
    ByteBuffer signature = in(list(take(signer)).get(0));
    int algorithm = signature.getInt();
    byte[] key = take(signer);
    ByteBuffer data = in(signed);
    ByteBuffer digest = in(list(take(data)).get(0));
    check(digest.getInt() == algorithm, "one algorithm");
    byte[] certificate = list(take(data)).get(0);
    X509Certificate own =
        (X509Certificate)
            CertificateFactory.getInstance("X.509")
                .generateCertificate(new ByteArrayInputStream(certificate));
    check(Arrays.equals(own.getPublicKey().getEncoded(), key), "the certificate's key");
    boolean pss = algorithm == 0x101 || algorithm == 0x102;
    boolean long512 = algorithm == 0x102 || algorithm == 0x104 || algorithm == 0x202;
    String name = (long512 ? "SHA512with" : "SHA256with") + (algorithm < 0x200 ? "RSA" : "ECDSA");
    Signature verifying = Signature.getInstance(pss ? "RSASSA-PSS" : name);
    if (pss) {
      String hash = long512 ? "SHA-512" : "SHA-256";
      verifying.setParameter(
          new PSSParameterSpec(hash, "MGF1", new MGF1ParameterSpec(hash), long512 ? 64 : 32, 1));
    }
    verifying.initVerify(own.getPublicKey());
    verifying.update(signed);
    check(verifying.verify(take(signature)), "the signature");
    check(Arrays.equals(take(digest), content(long512 ? "SHA-512" : "SHA-256")), "the digest");
    return own;
  }

  private byte[] content(String algorithm) throws Exception {
    byte[] last = Arrays.copyOfRange(file, end, file.length);
    in(last).putInt(16, block);
    ByteArrayOutputStream chunks = new ByteArrayOutputStream();
    int count = 0;
    for (byte[] section :
        List.of(Arrays.copyOf(file, block), Arrays.copyOfRange(file, directory, end), last)) {
      for (int at = 0; at < section.length; at += 1 << 20) {
        int size = Math.min(1 << 20, section.length - at);
        MessageDigest digest = MessageDigest.getInstance(algorithm);
        digest.update((byte) 0xa5);
        digest.update(in(new byte[4]).putInt(0, size).array());
        digest.update(section, at, size);
        chunks.write(digest.digest());
        count++;
      }
    }
    MessageDigest whole = MessageDigest.getInstance(algorithm);
    whole.update((byte) 0x5a);
    whole.update(in(new byte[4]).putInt(0, count).array());
    return whole.digest(chunks.toByteArray());
  }

  private static void check(boolean good, String what) {
    if (!good) {
      throw new IllegalStateException(what + " isn't right");
    }
  }

  /** Where the signing block is: its first byte, and the one behind it. */
  static int[] block(byte[] file) {
    ApkSignatures of = new ApkSignatures(file);
    return new int[] {of.block, of.directory};
  }
}
