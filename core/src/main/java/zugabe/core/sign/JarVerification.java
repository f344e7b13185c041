package zugabe.core.sign;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.bouncycastle.cms.CMSProcessableByteArray;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.work.Workers;
import zugabe.formats.jar.JarOrder;
import zugabe.formats.jar.Manifest;
import zugabe.formats.jar.Manifest.Attribute;
import zugabe.formats.jar.ManifestBytes;
import zugabe.formats.jar.ManifestReader;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipFaultException;
import zugabe.formats.zip.ZipListing;

/**
 * Verifies a signed jar, more strictly than runtimes do: every signature has to be good, every
 * entry covered by each, and every entry that a signature covers has to be there.
 */
final class JarVerification {
  /** Digests that count, the best first: the attribute's start and the runtime's name. */
  private static final Map<String, String> DIGESTS = new LinkedHashMap<>();

  static {
    DIGESTS.put("SHA-512", "SHA-512");
    DIGESTS.put("SHA-384", "SHA-384");
    DIGESTS.put("SHA-256", "SHA-256");
  }

  private static final int MOST_SIGNATURE_BYTES = 8 << 20;
  private static final int FEW = 5;
  private static final int MOST_ANNOUNCING = 1 << 16;

  /** Attribute of a package's signature file: schemes that were there when it was made. */
  static final String SCHEMES = "X-Android-APK-Signed";

  /** What nearly all manifests say of an entry, and nothing else. */
  private static final byte[] USUAL = "SHA-256-Digest: ".getBytes(StandardCharsets.US_ASCII);

  /** Small: most entries are, and each gets one. */
  private static final int BUFFER_BYTES = 1 << 14;

  /** Lengths of a data descriptor (APPNOTE.TXT, 4.3.9). */
  private static final Set<Long> DESCRIPTORS = Set.of(12L, 16L, 20L, 24L);

  private final String file;
  private final ZipListing listing;
  private final SignerCheck signers;
  private final Workers workers;
  private final Findings findings;
  private final Map<String, ZipEntry> entries = new LinkedHashMap<>();

  private final Scans scans = new Scans();

  /** Whether something that is needed to verify can't be unpacked. */
  private boolean damaged;

  /** Whether another signature covers what lies between the entries. */
  private boolean gapsCovered;

  JarVerification(
      String file, ZipListing listing, SignerCheck signers, Workers workers, Findings findings) {
    this.file = file;
    this.listing = listing;
    this.signers = signers;
    this.workers = workers;
    this.findings = findings;
  }

  /** For a package for phones; with a signing block, that covers every byte. */
  JarVerification inPackage(boolean withBlock) {
    gapsCovered = withBlock;
    return this;
  }

  /** The schemes that signature files of a package tell of, by their numbers. */
  static List<String> announced(ZipListing listing) throws IOException {
    List<String> all = new ArrayList<>();
    for (ZipEntry entry : listing.entries()) {
      if (isRight(entry.name(), ".SF")) {
        try (InputStream in = entry.open()) {
          byte[] start = in.readNBytes(MOST_ANNOUNCING);
          value(ManifestReader.read(ManifestBytes.mainOf(start)).manifest().main(), SCHEMES)
              .ifPresent(v -> all.addAll(List.of(v.replace(" ", "").split(","))));
        }
      }
    }
    return all;
  }

  Verdict run() throws IOException {
    if (!isUnequivocal()) {
      return new Verdict(file, SignedBy.IN_JAR, false, List.of());
    }
    List<ZipEntry> files = entries.values().stream().filter(e -> isRight(e.name(), ".SF")).toList();
    if (files.isEmpty()) {
      SignerCheck.unsigned(file, findings);
      return new Verdict(file, SignedBy.IN_JAR, false, List.of());
    }
    byte[] manifest = bytes(Manifest.PATH).orElse(new byte[0]);
    ManifestBytes parts = ManifestBytes.of(manifest);
    List<Verdict.Signer> who = new ArrayList<>();
    boolean whole = parts.fault().isEmpty();
    parts.fault().ifPresent(why -> differently(Manifest.PATH, why));
    List<Covered> covered = covered(parts);
    // signatures and who is trusted are looked at meanwhile
    Workers.Started<Optional<Boolean>> looking = workers.start(covered, this::isSame);
    try {
      for (ZipEntry one : files) {
        List<Verdict.Signer> good = signature(one, manifest, parts);
        whole &= !good.isEmpty();
        who.addAll(good);
      }
      boolean same = contents(covered, looking.take());
      return new Verdict(file, SignedBy.IN_JAR, whole && same && !damaged, who);
    } finally {
      looking.cancel();
      scans.close();
    }
  }

  private void differently(String entry, String why) {
    SignerCheck.ambiguous(Where.file(file).inside(entry, -1), why, findings);
  }

  /** One entry to a name, and one manifest. */
  private boolean isUnequivocal() {
    boolean good = listing.isSound();
    if (!good) {
      listing.irregularities().stream()
          .filter(i -> i.fault().severe())
          .limit(1)
          .forEach(i -> differently("", i.fault().toString().toLowerCase(Locale.ROOT)));
    }
    Set<String> manifests = new HashSet<>();
    for (ZipEntry e : listing.entries()) {
      if (entries.put(e.name(), e) != null) {
        differently(e.name(), "there are two entries of this name");
        good = false;
      }
      if (e.name().equalsIgnoreCase(Manifest.PATH)) {
        manifests.add(e.name());
      }
    }
    if (manifests.size() > 1) {
      differently(Manifest.PATH, "there are two manifests");
      good = false;
    }
    return good && (gapsCovered || isWithoutGaps());
  }

  /** Readers that go from entry to entry see what lies between those that the directory lists. */
  private boolean isWithoutGaps() {
    List<ZipEntry> sorted =
        listing.entries().stream()
            .sorted(java.util.Comparator.comparingLong(ZipEntry::headerOffset))
            .toList();
    long at = 0;
    String before = "";
    for (ZipEntry e : sorted) {
      long gap = e.headerOffset() - at;
      // sizes may follow the data, with four bytes in front of them, and twice as long
      if (gap != 0 && (at == 0 || !DESCRIPTORS.contains(gap))) {
        differently(before, "there are " + gap + " bytes in front of " + e.name());
        return false;
      }
      at = e.place().data() + e.packedSize();
      before = e.name();
    }
    return true;
  }

  /** Right in META-INF, with an ending in capital letters. */
  private static boolean isRight(String name, String ending) {
    return JarOrder.isSignatureFile(name) && name.toUpperCase(Locale.ROOT).endsWith(ending);
  }

  private Optional<byte[]> bytes(String name) throws IOException {
    ZipEntry entry = entries.get(name);
    if (entry == null || entry.size() > MOST_SIGNATURE_BYTES * 8L) {
      return Optional.empty();
    }
    try (InputStream in = entry.open()) {
      return Optional.of(in.readAllBytes());
    } catch (ZipFaultException e) {
      damaged = true;
      SignerCheck.damaged(Where.file(file).inside(name, -1), e.getMessage(), findings);
      return Optional.empty();
    }
  }

  private List<Verdict.Signer> signature(ZipEntry one, byte[] manifest, ManifestBytes parts)
      throws IOException {
    Where where = Where.file(file).inside(one.name(), -1);
    byte[] bytes = bytes(one.name()).orElse(new byte[0]);
    String base = Regex.replaceFirst(one.name(), "(?i)\\.SF$", "");
    Optional<ZipEntry> block =
        entries.values().stream()
            .filter(
                e ->
                    e.name().length() > base.length()
                        && e.name().regionMatches(true, 0, base, 0, base.length())
                        && Regex.matches(e.name().substring(base.length()), "(?i)\\.(RSA|EC|DSA)"))
            .findFirst();
    if (block.isEmpty()) {
      SignerCheck.damaged(where, "the block with the signature isn't there", findings);
      return List.of();
    }
    List<Verdict.Signer> who =
        signers.verify(
            new CMSProcessableByteArray(bytes),
            bytes(block.get().name()).orElse(new byte[0]),
            where);
    if (who.isEmpty()) {
      return List.of();
    }
    List<Attribute> main = ManifestReader.read(ManifestBytes.mainOf(bytes)).manifest().main();
    Optional<Boolean> all = agrees(main, "-Digest-Manifest", manifest);
    if (all.isPresent() && all.get()) {
      // what it says of single entries says no more
      return isFull(parts.sections().keySet(), where) ? who : List.of();
    }
    ManifestBytes signed = ManifestBytes.of(bytes);
    if (signed.fault().isPresent()) {
      differently(one.name(), signed.fault().get());
      return List.of();
    }
    ManifestReader.Result read = ManifestReader.read(bytes);
    return covers(read.manifest(), all, parts, where) ? who : List.of();
  }

  /** Whether a signature file is one of a manifest that isn't as it was signed as a whole. */
  private boolean covers(Manifest signed, Optional<Boolean> all, ManifestBytes parts, Where where) {
    Optional<Boolean> main =
        agrees(signed.main(), "-Digest-Manifest-Main-Attributes", parts.main());
    if (main.isPresent() && !main.get()) {
      return changed(where, "the manifest's main attributes");
    }
    Set<String> covered = new HashSet<>();
    for (Map.Entry<String, List<Attribute>> section : signed.sections().entrySet()) {
      ManifestBytes.Section said = parts.sections().get(section.getKey());
      Optional<Boolean> same =
          said == null ? Optional.of(false) : agrees(section.getValue(), "-Digest", said.bytes());
      if (same.isEmpty()) {
        return weak(where);
      }
      if (!same.get()) {
        return changed(where, "what the manifest says of " + section.getKey());
      }
      covered.add(section.getKey());
    }
    if (signed.sections().isEmpty() && main.isEmpty() && all.isEmpty()) {
      return weak(where);
    }
    return isFull(covered, where);
  }

  private boolean weak(Where where) {
    findings.add(
        SignCode.Z0205,
        where,
        "It has no digest by SHA-256 or better.",
        "Ask for a file that is signed anew.");
    return false;
  }

  private boolean changed(Where where, String what) {
    findings.add(
        SignCode.Z0202,
        where,
        "It isn't what was signed: " + what + ".",
        "Get the file anew from where it came from.");
    return false;
  }

  private boolean isFull(Set<String> covered, Where where) {
    List<String> open = new ArrayList<>();
    for (String name : entries.keySet()) {
      if (JarSigning.isCovered(name) && !covered.contains(name)) {
        open.add(name);
      }
    }
    open.sort(JarOrder::bytewise);
    if (!open.isEmpty()) {
      findings.add(
          SignCode.Z0204,
          where,
          (open.size() == 1 ? "One entry isn't" : open.size() + " entries aren't")
              + " covered: "
              + String.join(", ", open.subList(0, Math.min(FEW, open.size())))
              + (open.size() > FEW ? " and more." : "."),
          "Get the file anew from where it came from, or sign it anew if you added them.");
    }
    List<String> gone =
        covered.stream().filter(n -> !entries.containsKey(n)).sorted().limit(FEW).toList();
    if (!gone.isEmpty()) {
      changed(where, String.join(", ", gone) + (gone.size() == 1 ? " is" : " are") + " missing");
    }
    return open.isEmpty() && gone.isEmpty();
  }

  /** Whether the best digest is that of some bytes; empty when there is none that counts. */
  private static Optional<Boolean> agrees(List<Attribute> attributes, String end, byte[] bytes) {
    for (Map.Entry<String, String> digest : DIGESTS.entrySet()) {
      Optional<String> value = value(attributes, digest.getKey() + end);
      if (value.isPresent()) {
        return Optional.of(isEqual(value.get(), digest(digest.getValue()).digest(bytes)));
      }
    }
    return Optional.empty();
  }

  private static Optional<String> value(List<Attribute> attributes, String name) {
    return attributes.stream()
        .filter(a -> a.name().equalsIgnoreCase(name))
        .map(Attribute::value)
        .findFirst();
  }

  private static boolean isEqual(String base64, byte[] digest) {
    try {
      return MessageDigest.isEqual(Base64.getDecoder().decode(base64), digest);
    } catch (IllegalArgumentException e) {
      return false;
    }
  }

  static MessageDigest digest(String name) {
    try {
      return MessageDigest.getInstance(name);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every runtime has " + name, e);
    }
  }

  /** An entry of which the manifest says something. */
  private record Covered(ZipEntry entry, ManifestBytes.Section section) {}

  private List<Covered> covered(ManifestBytes said) {
    List<Covered> covered = new ArrayList<>(entries.size());
    for (ZipEntry entry : entries.values()) {
      ManifestBytes.Section section = said.sections().get(entry.name());
      if (section != null && JarSigning.isCovered(entry.name())) {
        covered.add(new Covered(entry, section));
      }
    }
    return covered;
  }

  /** Whether each entry is what the manifest says by a digest that counts. */
  private boolean contents(List<Covered> covered, List<Optional<Boolean>> results) {
    Set<String> bad = new TreeSet<>(JarOrder::bytewise);
    int unsure = 0;
    for (int i = 0; i < covered.size(); i++) {
      if (results.get(i).isEmpty()) {
        unsure++;
      } else if (!results.get(i).get()) {
        bad.add(covered.get(i).entry().name());
      }
    }
    bad.stream()
        .limit(FEW)
        .forEach(
            name ->
                findings.add(
                    SignCode.Z0202,
                    Where.file(file).inside(name, -1),
                    "It isn't what was signed."
                        + (bad.size() > FEW ? " " + bad.size() + " entries aren't." : ""),
                    "Get the file anew from where it came from."));
    return bad.isEmpty() && (unsure == 0 || weak(Where.file(file).inside(Manifest.PATH, -1)));
  }

  /** Whether an entry is what was signed; empty when no digest that counts tells. */
  private Optional<Boolean> isSame(Covered covered) {
    Optional<String> usual = covered.section().only(USUAL);
    if (usual.isPresent()) {
      return Optional.of(isSame(covered.entry(), "SHA-256", usual.get()));
    }
    List<Attribute> attributes = ManifestReader.read(covered.section().bytes()).manifest().main();
    for (Map.Entry<String, String> one : DIGESTS.entrySet()) {
      Optional<String> value = value(attributes, one.getKey() + "-Digest");
      if (value.isPresent()) {
        return Optional.of(isSame(covered.entry(), one.getValue(), value.get()));
      }
    }
    return Optional.empty();
  }

  private boolean isSame(ZipEntry entry, String algorithm, String base64) {
    try {
      return scans.use(
          scan -> {
            MessageDigest digest = algorithm.equals("SHA-256") ? scan.sha256() : digest(algorithm);
            scan.scan(entry, digest);
            return isEqual(base64, digest.digest());
          });
    } catch (IOException e) {
      // what can't be unpacked isn't what was signed
      return false;
    }
  }

  static byte[] read(InputStream in, MessageDigest digest) throws IOException {
    byte[] buffer = new byte[BUFFER_BYTES];
    for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
      digest.update(buffer, 0, n);
    }
    return digest.digest();
  }
}
