package zugabe.core.sign;

import java.io.IOException;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.PublicKey;
import java.security.Signature;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.MalformedException;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.work.Workers;
import zugabe.formats.apk.PackageSigner;
import zugabe.formats.apk.Rotation;
import zugabe.formats.apk.Scheme;
import zugabe.formats.apk.SignatureAlgorithm;
import zugabe.formats.apk.SignedData;
import zugabe.formats.apk.SigningBlock;
import zugabe.formats.apk.Tagged;

/**
 * Verifies the signers of a package's signing block, more strictly than phones do: those take the
 * best signature that they know, here every one has to be good.
 */
final class PackageCheck {
  private static final int MOST_SIGNERS = 10;

  private final PackageFile file;
  private final String name;
  private final Workers workers;
  private final Findings findings;
  private final Map<SignatureAlgorithm, byte[]> digests = new EnumMap<>(SignatureAlgorithm.class);

  PackageCheck(PackageFile file, String name, Workers workers, Findings findings) {
    this.file = file;
    this.name = name;
    this.workers = workers;
    this.findings = findings;
  }

  /**
   * A signer whose signature is good.
   *
   * @param chain its certificate, then those that came with it
   * @param earlier certificates that it follows, the oldest first; without its own
   */
  record Good(
      Scheme scheme,
      List<X509Certificate> chain,
      SignatureAlgorithm algorithm,
      SignedData data,
      List<X509Certificate> earlier) {
    X509Certificate own() {
      return chain.get(0);
    }

    /** The first certificate that the application had. */
    X509Certificate first() {
      return earlier.isEmpty() ? own() : earlier.get(0);
    }
  }

  /** The signers of a scheme; empty when one isn't good. */
  Optional<List<Good>> of(Scheme scheme, SigningBlock.Pair pair) throws IOException {
    Where where = Where.file(name).inside("", pair.at()).at("scheme " + scheme.word());
    try {
      List<PackageSigner> signers = PackageSigner.decodeAll(scheme, pair);
      if (signers.isEmpty() || signers.size() > MOST_SIGNERS) {
        throw new MalformedException("it has " + signers.size() + " signers", pair.at());
      }
      if (scheme == Scheme.V3 && signers.size() > 1 && overlap(signers)) {
        throw new MalformedException("two of its signers are for one platform", pair.at());
      }
      List<Good> good = new ArrayList<>();
      for (PackageSigner signer : signers) {
        good.add(signer(scheme, signer));
      }
      return Optional.of(good);
    } catch (MalformedException e) {
      SignerCheck.damaged(where, e.getMessage(), findings);
    } catch (ChangedException e) {
      findings.add(
          SignCode.Z0202, where, e.getMessage(), "Get the file anew from where it came from.");
    }
    return Optional.empty();
  }

  private static boolean overlap(List<PackageSigner> signers) {
    long last = -1;
    for (PackageSigner one : signers) {
      if (one.levels().orElseThrow().least() <= last) {
        return true;
      }
      last = one.levels().get().most();
    }
    return false;
  }

  /** It isn't what was signed. */
  private static final class ChangedException extends IOException {
    private static final long serialVersionUID = 1;

    ChangedException(String what) {
      super(what);
    }
  }

  private Good signer(Scheme scheme, PackageSigner signer) throws IOException {
    SignedData data = signer.data();
    if (!data.levels().equals(signer.levels())) {
      throw new MalformedException("what it says of platforms isn't what was signed", 0);
    }
    List<X509Certificate> chain = new ArrayList<>();
    for (byte[] one : data.certificates()) {
      chain.add(Trust.certificate(one));
    }
    if (chain.isEmpty()) {
      throw new MalformedException("the signer's certificate isn't in it", 0);
    }
    PublicKey key = chain.get(0).getPublicKey();
    if (!Arrays.equals(key.getEncoded(), signer.publicKey())) {
      throw new MalformedException("its key isn't the certificate's", 0);
    }
    if (!ids(data.digests()).equals(ids(signer.signatures()))) {
      throw new MalformedException("its digests and its signatures are by other algorithms", 0);
    }
    SignatureAlgorithm best = signatures(signer, key);
    contents(data);
    return new Good(scheme, chain, best, data, rotation(data, chain.get(0)));
  }

  private static List<Long> ids(List<Tagged> all) {
    return all.stream().map(Tagged::id).toList();
  }

  /** Every signature by an algorithm that is known; the last is the best. */
  private static SignatureAlgorithm signatures(PackageSigner signer, PublicKey key)
      throws IOException {
    Optional<SignatureAlgorithm> best = Optional.empty();
    for (Tagged one : signer.signatures()) {
      Optional<SignatureAlgorithm> known = SignatureAlgorithm.of(one.id());
      if (known.isPresent()) {
        if (!verifies(known.get(), key, signer.signed(), one.value())) {
          throw new ChangedException("The signature isn't one of this content.");
        }
        best = best.isEmpty() || best.get().isTree() ? known : best;
      }
    }
    return best.orElseThrow(() -> new MalformedException("no algorithm of it is known", 0));
  }

  private static boolean verifies(
      SignatureAlgorithm algorithm, PublicKey key, byte[] signed, byte[] signature)
      throws MalformedException {
    if (!key.getAlgorithm().equals(algorithm.key())) {
      throw new MalformedException("its algorithm isn't one of its key", 0);
    }
    try {
      Signature verifying = Signature.getInstance(algorithm.signature());
      verifying.initVerify(key);
      if (algorithm.parameters().isPresent()) {
        verifying.setParameter(algorithm.parameters().get());
      }
      verifying.update(signed);
      return verifying.verify(signature);
    } catch (GeneralSecurityException e) {
      return false;
    }
  }

  private void contents(SignedData data) throws IOException {
    for (Tagged said : data.digests()) {
      Optional<SignatureAlgorithm> algorithm = SignatureAlgorithm.of(said.id());
      if (algorithm.isPresent() && !MessageDigest.isEqual(digest(algorithm.get()), said.value())) {
        throw new ChangedException("It isn't what was signed.");
      }
    }
  }

  /** The file is read once for each way of digesting, however many signers it has. */
  private byte[] digest(SignatureAlgorithm algorithm) throws IOException {
    for (Map.Entry<SignatureAlgorithm, byte[]> one : digests.entrySet()) {
      if (one.getKey().isTree() == algorithm.isTree()
          && one.getKey().digest().equals(algorithm.digest())) {
        return one.getValue();
      }
    }
    byte[] made = file.digest(algorithm, workers);
    digests.put(algorithm, made);
    return made;
  }

  private static List<X509Certificate> rotation(SignedData data, X509Certificate own)
      throws IOException {
    Optional<byte[]> proof = data.attribute(SignedData.PROOF_OF_ROTATION);
    return proof.isEmpty() ? List.of() : Rotations.verified(Rotation.decode(proof.get()), own);
  }

  static boolean signs(
      SignatureAlgorithm algorithm, X509Certificate by, byte[] signed, byte[] signature)
      throws MalformedException {
    return verifies(algorithm, by.getPublicKey(), signed, signature);
  }
}
