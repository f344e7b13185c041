package zugabe.core.sign;

import java.io.IOException;
import java.io.InputStream;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.Packing;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.keys.X509Key;
import zugabe.core.work.Workers;
import zugabe.formats.deflate.Deflate;
import zugabe.formats.jar.JarOrder;
import zugabe.formats.jar.Manifest;
import zugabe.formats.zip.ArchivedContent;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipFault;
import zugabe.formats.zip.ZipListing;
import zugabe.formats.zip.ZipMember;
import zugabe.formats.zip.ZipWriter;

/**
 * Signs a jar that is there: its entries are digested once, on all workers, and travel as they lie
 * packed.
 */
final class JarRewriting {
  /** What signature files are dated: nobody looks at it, and bytes mustn't depend on the day. */
  private static final Instant TIME = Instant.parse("1980-01-01T00:00:00Z");

  private final String file;
  private final ZipListing listing;
  private final Already already;
  private final Workers workers;
  private final Findings findings;
  private final Scans scans = new Scans();
  private Optional<Workers.Started<Seen>> looking = Optional.empty();

  JarRewriting(
      String file, ZipListing listing, Already already, Workers workers, Findings findings) {
    this.file = file;
    this.listing = listing;
    this.already = already;
    this.workers = workers;
    this.findings = findings;
  }

  /** Starts to look at the entries, if it can be signed: that takes longest. */
  JarRewriting begin() {
    if (isFit()) {
      List<ZipEntry> entries =
          listing.entries().stream()
              .filter(e -> already == Already.KEPT || !JarOrder.isSignatureFile(e.name()))
              .toList();
      looking = Optional.of(workers.start(entries, this::look));
    }
    return this;
  }

  /** Nobody wants it signed any more. */
  void cancel() {
    looking.ifPresent(Workers.Started::cancel);
  }

  /** The signed jar; empty when it can't be signed. */
  Optional<Layout> signed(X509Key key, Stamping stamping) throws IOException {
    if (looking.isEmpty()) {
      return Optional.empty();
    }
    // sorted while the entries are still looked at
    Map<String, byte[]> digests = new LinkedHashMap<>();
    listing.entries().stream()
        .map(ZipEntry::name)
        .filter(JarSigning::isCovered)
        .sorted(JarOrder::bytewise)
        .forEach(name -> digests.put(name, new byte[0]));
    Optional<ZipEntry> manifest = listing.entry(Manifest.PATH);
    byte[] before =
        JarSigning.manifestOr(
            manifest.isPresent() ? Optional.of(bytes(manifest.get())) : Optional.empty());
    List<Seen> seen = looking.get().take();
    scans.close();
    seen.forEach(s -> digests.replace(s.entry().name(), s.sha256()));
    if (already == Already.REPLACED) {
      before = JarSigning.withoutDigests(before);
    }
    JarSigning made = JarSigning.of(before, digests, workers, key, stamping);
    if (listing.entry(made.signed().path()).isPresent() && already == Already.KEPT) {
      findings.add(
          SignCode.Z0210,
          Where.file(file).inside(made.signed().path(), -1),
          "There is a signature of that name.",
          "Replace it with --replace, or name another key.");
      return Optional.empty();
    }
    return Optional.of(layout(seen, made));
  }

  private boolean isFit() {
    if (!listing.isSound()) {
      findings.add(
          SignCode.Z0209,
          Where.file(file),
          "It is damaged: " + listing.irregularities().get(0).what() + ".",
          "Make it anew.");
      return false;
    }
    if (listing.irregularities().stream().anyMatch(i -> i.fault() == ZipFault.PREFIX)) {
      findings.add(
          SignCode.Z0209,
          Where.file(file),
          "There are bytes in front of its first entry, which no signature would cover.",
          "Sign the jar before it becomes part of another file.");
      return false;
    }
    Set<String> names = new HashSet<>(2 * listing.entries().size());
    listing.entries().forEach(e -> names.add(e.name()));
    if (names.size() < listing.entries().size()) {
      findings.add(
          SignCode.Z0209,
          Where.file(file),
          "Two entries have one name; which one was signed nobody could tell.",
          "Make it anew without the second one.");
      return false;
    }
    if (already == Already.REFUSED && names.stream().anyMatch(JarOrder::isSignatureFile)) {
      findings.add(
          SignCode.Z0210,
          Where.file(file),
          "It is signed already.",
          "Say what becomes of that signature: --replace or --add.");
      return false;
    }
    return true;
  }

  private static byte[] bytes(ZipEntry entry) throws IOException {
    try (InputStream in = entry.open()) {
      return in.readAllBytes();
    }
  }

  @SuppressWarnings("ArrayRecordComponent") // nobody compares them
  private record Seen(ZipEntry entry, byte[] sha256, long rawCrc32) {}

  private Seen look(ZipEntry entry) throws IOException {
    if (entry.isFolder()) {
      return new Seen(entry, new byte[0], 0);
    }
    return scans.use(
        scan -> {
          MessageDigest digest = scan.sha256();
          long raw = scan.scan(entry, digest);
          return new Seen(entry, digest.digest(), raw);
        });
  }

  /** The manifest and signatures come first; all else stays in its order. */
  private static Layout layout(List<Seen> seen, JarSigning made) {
    List<ZipMember> members = new ArrayList<>();
    Optional<Seen> folder =
        seen.stream().filter(s -> s.entry().name().equals("META-INF/")).findFirst();
    folder.ifPresent(s -> members.add(ZipMember.folder("META-INF/", s.entry().time())));
    Instant time =
        seen.stream()
            .filter(s -> s.entry().name().equals(Manifest.PATH))
            .map(s -> s.entry().time())
            .findFirst()
            .orElse(TIME);
    Packing packing = new Deflate();
    members.add(ZipMember.file(Manifest.PATH, time, Content.of(made.manifest()), packing));
    seen.stream()
        .filter(s -> JarOrder.isSignatureFile(s.entry().name()))
        .forEach(s -> members.add(travelling(s)));
    for (JarSigning.File file : List.of(made.signed(), made.block())) {
      members.add(ZipMember.file(file.path(), time, Content.of(file.bytes()), packing));
    }
    for (Seen s : seen) {
      String name = s.entry().name();
      if (!name.equals("META-INF/")
          && !name.equals(Manifest.PATH)
          && !JarOrder.isSignatureFile(name)) {
        members.add(
            s.entry().isFolder() ? ZipMember.folder(name, s.entry().time()) : travelling(s));
      }
    }
    return ZipWriter.layout(members);
  }

  private static ZipMember travelling(Seen s) {
    ZipEntry entry = s.entry();
    // nested libraries were aligned so that they can be mapped into memory
    boolean aligned = !entry.isDeflated() && entry.place().data() % 4096 == 0 && entry.size() > 0;
    ZipMember member =
        ZipMember.file(
            entry.name(), entry.time(), new ArchivedContent(entry, s.rawCrc32()), new Deflate());
    return member.withMode(entry.mode() == 0 ? 0644 : entry.mode()).aligned(aligned ? 4096 : 1);
  }
}
