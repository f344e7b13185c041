package zugabe.core.sign;

import java.io.IOException;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import zugabe.bytes.ByteReader;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.keys.Fingerprints;
import zugabe.core.keys.KeyCode;
import zugabe.core.keys.KeyJudge;
import zugabe.core.keys.X509Key;
import zugabe.core.work.Workers;
import zugabe.formats.apk.Levels;
import zugabe.formats.apk.Scheme;
import zugabe.formats.apk.SignedData;
import zugabe.formats.apk.SigningBlock;
import zugabe.formats.certificate.DistinguishedName;
import zugabe.formats.jar.JarOrder;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipIrregularity;

/**
 * Verifies a package: by every scheme that is there, and the schemes against each other, since each
 * phone looks at one of them only.
 */
final class PackageVerification {
  /** The lowest level that verifies packages by their signing block. */
  static final int BLOCK_SINCE = 24;

  private final String file;
  private final PackageFile apk;
  private final SignerCheck check;
  private final Workers workers;
  private final Findings findings;
  private final Map<Scheme, List<PackageCheck.Good>> good = new EnumMap<>(Scheme.class);
  private boolean whole = true;

  PackageVerification(
      String file, PackageFile apk, SignerCheck check, Workers workers, Findings findings) {
    this.file = file;
    this.apk = apk;
    this.check = check;
    this.workers = workers;
    this.findings = findings;
  }

  Verdict run() throws IOException {
    unequivocal();
    Optional<Verdict> first = whole ? first() : Optional.empty();
    if (whole) {
      block();
    }
    if (whole && first.isEmpty() && good.isEmpty()) {
      SignerCheck.unsigned(file, findings);
      return new Verdict(file, SignedBy.IN_PACKAGE, false, List.of());
    }
    List<Verdict.Signer> who = new ArrayList<>();
    first.ifPresent(v -> v.signers().forEach(s -> who.add(s.in(Verdict.Place.of("v1")))));
    first.ifPresent(v -> whole &= v.whole());
    for (List<PackageCheck.Good> signers : good.values()) {
      for (PackageCheck.Good one : signers) {
        who.add(signer(one));
      }
    }
    for (PackageCheck.Good one : good.values().stream().flatMap(List::stream).toList()) {
      if (KeyJudge.isForTrial(one.own())) {
        findings.add(
            KeyCode.Z0113,
            Where.file(file).at("scheme " + one.scheme().word()),
            "The signer's key is no secret: " + KeyJudge.TRIAL + ".",
            "Sign it with a key of your own: zugabe sign FILE --key NAME --replace.");
      }
    }
    if (whole) {
      stripped();
      same(first);
      read(first);
      padding();
    }
    return new Verdict(file, SignedBy.IN_PACKAGE, whole && !who.isEmpty(), who);
  }

  private void unequivocal() {
    for (ZipIrregularity one : apk.listing().irregularities()) {
      if (whole && one.fault().severe()) {
        differently(one.entry(), one.what());
      }
    }
    Set<String> names = new HashSet<>();
    for (ZipEntry entry : apk.listing().entries()) {
      if (!names.add(entry.name()) && whole) {
        differently(entry.name(), "there are two entries of this name");
      }
    }
  }

  private void differently(String entry, String why) {
    SignerCheck.ambiguous(Where.file(file).inside(entry, -1), why, findings);
    whole = false;
  }

  /** What lies in META-INF; empty when nothing does. */
  private Optional<Verdict> first() throws IOException {
    boolean there =
        apk.listing().entries().stream().anyMatch(e -> JarOrder.isSignatureFile(e.name()));
    return there
        ? Optional.of(
            new JarVerification(file, apk.listing(), check, workers, findings)
                .inPackage(apk.block().isPresent())
                .run())
        : Optional.empty();
  }

  private void block() throws IOException {
    if (apk.block().isEmpty()) {
      return;
    }
    PackageCheck signers = new PackageCheck(apk, file, workers, findings);
    Set<Long> ids = new HashSet<>();
    for (SigningBlock.Pair pair : apk.block().get().pairs()) {
      Optional<Scheme> scheme = Scheme.of(pair.id());
      if (scheme.isPresent() && !ids.add(pair.id())) {
        differently("", "scheme " + scheme.get().word() + " stands twice in its signing block");
      } else if (scheme.isPresent()) {
        Optional<List<PackageCheck.Good>> one = signers.of(scheme.get(), pair);
        one.ifPresent(g -> good.put(scheme.get(), g));
        whole &= one.isPresent();
      }
    }
  }

  /** No scheme covers it, and a writer of signatures leaves it empty. */
  private void padding() {
    for (SigningBlock.Pair pair : apk.block().map(SigningBlock::pairs).orElse(List.of())) {
      for (int i = 0; pair.id() == SigningBlock.PADDING && whole && i < pair.value().length; i++) {
        if (pair.value()[i] != 0) {
          findings.add(
              SignCode.Z0204,
              Where.file(file).inside("", pair.at() + i),
              "The padding of its signing block holds something, and no signature covers that.",
              "Get the file anew from where it came from.");
          whole = false;
        }
      }
    }
  }

  private Verdict.Signer signer(PackageCheck.Good one) throws IOException {
    X509Certificate own = one.own();
    Where where = Where.file(file).at("scheme " + one.scheme().word());
    Optional<String> weak = SignerCheck.weak(own);
    weak.ifPresent(why -> SignerCheck.weak(where, why, findings));
    whole &= weak.isEmpty();
    List<X509Certificate> others = new ArrayList<>(one.chain());
    others.addAll(one.earlier());
    Optional<String> anchor = check.vouched(own, one.earlier(), others, where);
    return new Verdict.Signer(
        DistinguishedName.of(own.getSubjectX500Principal()),
        DistinguishedName.of(own.getIssuerX500Principal()),
        one.algorithm().signature().equals("RSASSA-PSS")
            ? one.algorithm().digest().replace("-", "") + "withRSA/PSS"
            : one.algorithm().signature(),
        X509Key.strength(own),
        Fingerprints.sha256(X509Key.encoded(own)),
        anchor,
        Optional.empty(),
        Optional.of(
            new Verdict.Place(
                one.scheme().word(),
                one.data().levels().map(Levels::toString).orElse(""),
                one.earlier().stream()
                    .map(c -> Fingerprints.sha256(X509Key.encoded(c)))
                    .toList())));
  }

  /** A scheme tells which better one was there, so that nobody can take that away. */
  private void stripped() throws IOException {
    for (PackageCheck.Good one : good.getOrDefault(Scheme.V2, List.of())) {
      Optional<byte[]> said = one.data().attribute(SignedData.STRIPPING_PROTECTION);
      if (said.isPresent() && number(said.get()) == 3 && !good.containsKey(Scheme.V3)) {
        gone(Scheme.V3);
      }
    }
    for (PackageCheck.Good one : good.getOrDefault(Scheme.V3, List.of())) {
      if (one.data().attribute(SignedData.ROTATED_FROM).isPresent()
          && !good.containsKey(Scheme.V31)) {
        gone(Scheme.V31);
      }
    }
    for (String word : JarVerification.announced(apk.listing())) {
      Optional<Scheme> scheme =
          word.equals("2")
              ? Optional.of(Scheme.V2)
              : word.equals("3") ? Optional.of(Scheme.V3) : Optional.empty();
      if (scheme.isPresent() && !good.containsKey(scheme.get())) {
        gone(scheme.get());
      }
    }
  }

  private static long number(byte[] bytes) {
    return bytes.length == 4 ? ByteReader.of(bytes).u4() : -1;
  }

  private void gone(Scheme scheme) {
    if (whole) {
      findings.add(
          SignCode.Z0202,
          Where.file(file),
          "Scheme " + scheme.word() + " was there when it was signed, and is gone.",
          "Get the file anew from where it came from.");
    }
    whole = false;
  }

  /** One phone mustn't see another signer than the next. */
  private void same(Optional<Verdict> first) {
    List<String> seen =
        Stream.concat(
                first.stream().flatMap(v -> v.signers().stream()).map(Verdict.Signer::fingerprint),
                good.values().stream()
                    .flatMap(List::stream)
                    .map(g -> Fingerprints.sha256(X509Key.encoded(g.first()))))
            .distinct()
            .toList();
    boolean several =
        good.getOrDefault(Scheme.V2, List.of()).size() > 1
            || first.map(v -> v.signers().size()).orElse(0) > 1;
    if (seen.size() > 1 && !several) {
      differently("", "its schemes are of different signers");
    }
  }

  /** Whether each phone that it is for finds a signature that it knows. */
  private void read(Optional<Verdict> first) {
    int least = apk.manifest().least();
    if (first.isEmpty() && least < BLOCK_SINCE) {
      findings.add(
          SignCode.Z0212,
          Where.file(file).at("scheme v1"),
          "It is for platforms from "
              + least
              + " on, but those below "
              + BLOCK_SINCE
              + " read only scheme v1, which isn't there.",
          "Sign it with zugabe sign, which adds what the lowest platform needs.");
    }
  }
}
