package zugabe.core.sign;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.RangeDigest;
import zugabe.core.keys.Hand;
import zugabe.core.keys.Succession;
import zugabe.core.keys.X509Key;
import zugabe.core.work.Workers;
import zugabe.formats.apk.ContentDigest;
import zugabe.formats.apk.Levels;
import zugabe.formats.apk.PackageSigner;
import zugabe.formats.apk.Rotation;
import zugabe.formats.apk.Scheme;
import zugabe.formats.apk.SignatureAlgorithm;
import zugabe.formats.apk.SignedData;
import zugabe.formats.apk.SigningBlock;
import zugabe.formats.apk.Tagged;
import zugabe.formats.deflate.Deflate;
import zugabe.formats.jar.Manifest;
import zugabe.formats.zip.ZipMember;
import zugabe.formats.zip.ZipWriter;

/**
 * Signs a package for phones while it is written: by schemes v2 and v3, and by v1 where its lowest
 * platform knows no other.
 */
public final class PackageSignature {
  private static final int MOST_RSA_256 = 3072;
  private static final int MOST_EC_256 = 256;

  /** Signed data of two schemes; certificates are what counts. */
  private static final int ROOM = 1 << 16;

  private final X509Key key;
  private final Workers workers;

  public PackageSignature(X509Key key, Workers workers) {
    this.key = key;
    this.workers = workers;
  }

  /** Why a key can't sign packages; empty when it can. */
  public static Optional<String> refused(X509Key key) {
    Optional<String> why = refusedByItself(key);
    return why.isPresent() || key.succession().isEmpty()
        ? why
        : refused(key, key.succession().get());
  }

  private static Optional<String> refused(X509Key key, Succession succession) {
    try {
      List<X509Certificate> all = Rotations.certificates(Rotation.decode(succession.proof()));
      if (all.size() < 2 || !all.get(all.size() - 1).equals(key.certificate())) {
        return Optional.of("its proof of rotation is one of another key");
      }
      boolean other =
          succession.older().filter(o -> !o.certificate().equals(all.get(0))).isPresent();
      return other
          ? Optional.of("follows: names another key than the oldest of its proof of rotation")
          : Optional.empty();
    } catch (IOException e) {
      return Optional.of("its proof of rotation doesn't count: " + e.getMessage());
    }
  }

  private static Optional<String> refusedByItself(X509Key key) {
    return switch (key.certificate().getPublicKey().getAlgorithm()) {
      case "RSA", "EC" -> Optional.empty();
      case "DSA" -> Optional.of("phones don't take DSA any more");
      default -> Optional.of("phones don't verify Ed25519");
    };
  }

  /** What a key signs by. */
  static SignatureAlgorithm algorithm(X509Key key) {
    int bits = X509Key.bits(key.certificate());
    return key.certificate().getPublicKey().getAlgorithm().equals("RSA")
        ? bits > MOST_RSA_256 ? SignatureAlgorithm.RSA_SHA512 : SignatureAlgorithm.RSA_SHA256
        : bits > MOST_EC_256 ? SignatureAlgorithm.ECDSA_SHA512 : SignatureAlgorithm.ECDSA_SHA256;
  }

  /**
   * The signed package.
   *
   * @param members all of its entries, aligned
   * @param least the lowest level of the platform's interfaces that it is for
   * @param time of signature files
   */
  public Layout layout(List<ZipMember> members, int least, Instant time) throws IOException {
    boolean alone = key.succession().filter(s -> s.older().isEmpty()).isPresent();
    if (alone && least < Scheme.V3.since()) {
      throw new Hand.NoSignatureException(
          "phones below platform "
              + Scheme.V3.since()
              + " know only the oldest key that it follows, and no follows: names that");
    }
    List<ZipMember> all = new ArrayList<>();
    if (least < PackageVerification.BLOCK_SINCE) {
      all.addAll(first(members, time));
    }
    all.addAll(members);
    return ZipWriter.layout(all, insert());
  }

  /** The key that phones know which read no proofs. */
  private X509Key first() {
    return key.succession().flatMap(Succession::older).orElse(key);
  }

  /** The three files of scheme v1. */
  private List<ZipMember> first(List<ZipMember> members, Instant time) throws IOException {
    List<ZipMember> covered = members.stream().filter(m -> JarSigning.isCovered(m.name())).toList();
    List<byte[]> digested = workers.map(covered, m -> digest(m.content().orElseThrow()));
    Map<String, byte[]> digests = new HashMap<>();
    for (int i = 0; i < covered.size(); i++) {
      digests.put(covered.get(i).name(), digested.get(i));
    }
    JarSigning made = JarSigning.ofPackage(digests, workers, first());
    List<ZipMember> all = new ArrayList<>();
    all.add(member(Manifest.PATH, made.manifest(), time));
    all.add(member(made.signed().path(), made.signed().bytes(), time));
    all.add(member(made.block().path(), made.block().bytes(), time));
    return all;
  }

  private static ZipMember member(String path, byte[] bytes, Instant time) {
    return ZipMember.file(path, time, Content.of(bytes), new Deflate());
  }

  private static byte[] digest(Content content) throws IOException {
    try (InputStream in = content.open()) {
      return JarVerification.read(in, JarVerification.digest("SHA-256"));
    }
  }

  private ZipWriter.Insert insert() {
    return new ZipWriter.Insert() {
      @Override
      public int mostSize() {
        return ROOM;
      }

      @Override
      public Started start() {
        return new Signing();
      }
    };
  }

  private final class Signing implements ZipWriter.Insert.Started {
    private final String digest = algorithm(key).digest();
    private final RangeDigest entries = ContentDigest.section(digest);

    @Override
    public RangeDigest entries() {
      return entries;
    }

    @Override
    public byte[] encode(byte[] central, byte[] end) throws IOException {
      ByteArrayOutputStream chunks = new ByteArrayOutputStream();
      chunks.write(entries.value());
      chunks.write(ContentDigest.section(digest, central));
      chunks.write(ContentDigest.section(digest, end));
      byte[] whole = ContentDigest.whole(digest, chunks.toByteArray());
      List<SigningBlock.Pair> pairs = new ArrayList<>();
      if (key.succession().isEmpty() || key.succession().get().older().isPresent()) {
        pairs.add(pair(Scheme.V2, first(), whole));
      }
      pairs.add(pair(Scheme.V3, key, whole));
      return SigningBlock.encode(pairs);
    }
  }

  /** All schemes digest alike, so an older key may have to sign by another digest than its best. */
  private SignatureAlgorithm sameDigest(X509Key by) {
    boolean wide = algorithm(key).digest().equals("SHA-512");
    return by.certificate().getPublicKey().getAlgorithm().equals("RSA")
        ? wide ? SignatureAlgorithm.RSA_SHA512 : SignatureAlgorithm.RSA_SHA256
        : wide ? SignatureAlgorithm.ECDSA_SHA512 : SignatureAlgorithm.ECDSA_SHA256;
  }

  private SigningBlock.Pair pair(Scheme scheme, X509Key by, byte[] digest) throws IOException {
    SignatureAlgorithm algorithm = sameDigest(by);
    Optional<Levels> levels =
        scheme.hasLevels()
            ? Optional.of(new Levels(scheme.since(), Levels.UNBOUNDED))
            : Optional.empty();
    List<byte[]> certificates = new ArrayList<>();
    for (X509Certificate one : by.chain()) {
      certificates.add(X509Key.encoded(one));
    }
    byte[] signed =
        new SignedData(
                List.of(new Tagged(algorithm.id(), digest)),
                certificates,
                levels,
                attributes(scheme))
            .encode();
    byte[] signature = by.hand().sign(algorithm.signature(), signed);
    PackageSigner signer =
        new PackageSigner(
            signed,
            levels,
            List.of(new Tagged(algorithm.id(), signature)),
            by.certificate().getPublicKey().getEncoded());
    return new SigningBlock.Pair(scheme.id(), 0, PackageSigner.encodeAll(List.of(signer)));
  }

  private List<Tagged> attributes(Scheme scheme) {
    if (scheme == Scheme.V2) {
      // so that nobody takes v3 away from phones that would then look at v2
      return List.of(
          new Tagged(SignedData.STRIPPING_PROTECTION, ByteWriter.ofSize(4).u4("scheme", 3).done()));
    }
    return key.succession().stream()
        .map(s -> new Tagged(SignedData.PROOF_OF_ROTATION, s.proof()))
        .toList();
  }
}
