package zugabe.core.sign;

import java.io.IOException;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.Packing;
import zugabe.core.android.PackageLayout;
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
import zugabe.formats.zip.ZipMember;

/**
 * Signs a package that is there: its entries travel as they lie packed, aligned anew; signatures
 * that it has are left out.
 */
final class PackageSigning {
  private static final Instant TIME = Instant.parse("1981-01-01T00:00:00Z");

  /** Phones below don't know SHA-256 in scheme v1. */
  private static final int SHA256_SINCE = 18;

  private final String file;
  private final PackageFile apk;
  private final Already already;
  private final Workers workers;
  private final Findings findings;
  private final Scans scans = new Scans();
  private Optional<Workers.Started<ZipMember>> looking = Optional.empty();

  PackageSigning(
      String file, PackageFile apk, Already already, Workers workers, Findings findings) {
    this.file = file;
    this.apk = apk;
    this.already = already;
    this.workers = workers;
    this.findings = findings;
  }

  /** Starts to look at the entries, if it can be signed: that takes longest. */
  PackageSigning begin() {
    if (isFit()) {
      List<ZipEntry> kept = apk.listing().entries().stream().filter(this::isKept).toList();
      looking = Optional.of(workers.start(kept, this::member));
    }
    return this;
  }

  /** Nobody wants it signed any more. */
  void cancel() {
    looking.ifPresent(Workers.Started::cancel);
  }

  /** The signed package; empty when it can't be signed. */
  Optional<Layout> signed(X509Key key) throws IOException {
    PackageSignature.refused(key)
        .ifPresent(
            why ->
                findings.add(
                    SignCode.Z0209,
                    Where.file(file),
                    "The key \"" + key.name() + "\" can't sign it: " + why + ".",
                    "Sign it with a key that zugabe key new --for android makes."));
    if (findings.hasErrors() || looking.isEmpty()) {
      cancel();
      return Optional.empty();
    }
    int least = apk.manifest().least();
    if (least < SHA256_SINCE) {
      findings.add(
          SignCode.Z0212,
          Where.file(file),
          "It is for platforms from "
              + least
              + " on, but those below "
              + SHA256_SINCE
              + " read only signatures by SHA-1, which anybody can forge.",
          "Nothing, if nobody has such a phone any more.");
    }
    List<ZipMember> members = looking.get().take();
    scans.close();
    return Optional.of(new PackageSignature(key, workers).layout(members, least, time()));
  }

  /** Signature files are dated like the manifest, so that bytes don't depend on the day. */
  private Instant time() {
    return apk.listing()
        .entry(zugabe.core.android.PackageManifest.PATH)
        .map(ZipEntry::time)
        .orElse(TIME);
  }

  private boolean isKept(ZipEntry entry) {
    return !entry.isFolder()
        && !JarOrder.isSignatureFile(entry.name())
        && !entry.name().equals(Manifest.PATH);
  }

  private ZipMember member(ZipEntry entry) throws IOException {
    // every entry is held against its CRC before it is signed for: one that isn't packed, when it
    // is copied
    long raw = entry.isDeflated() ? scans.use(scan -> scan.scan(entry)) : entry.crc32();
    Content content = new ArchivedContent(entry, raw);
    boolean stays = entry.isDeflated() && !PackageLayout.isStored(entry.name());
    Packing packing = stays || !entry.isDeflated() ? new Deflate() : Packing.stored();
    ZipMember member = ZipMember.file(entry.name(), entry.time(), content, packing);
    return member
        .withMode(entry.mode() == 0 ? 0644 : entry.mode())
        .aligned(PackageLayout.alignment(entry.name()));
  }

  private boolean isFit() {
    boolean prefixed =
        apk.listing().irregularities().stream().anyMatch(i -> i.fault() == ZipFault.PREFIX);
    if (!apk.listing().isSound() || prefixed) {
      return refused("it is damaged: " + apk.listing().irregularities().get(0).what());
    }
    Set<String> names = new HashSet<>();
    for (ZipEntry entry : apk.listing().entries()) {
      if (!names.add(entry.name())) {
        return refused("two entries have the name " + entry.name());
      }
    }
    boolean there =
        apk.block().isPresent()
            || apk.listing().entries().stream().anyMatch(e -> JarOrder.isSignatureFile(e.name()));
    if (there && already == Already.REFUSED) {
      findings.add(
          SignCode.Z0210,
          Where.file(file),
          "It is signed already.",
          "If you are to be its signer from now on, write --replace.");
      return false;
    }
    if (there && already == Already.KEPT) {
      return refused("phones take one signer, so a second signature can't be added");
    }
    return true;
  }

  private boolean refused(String why) {
    findings.add(
        SignCode.Z0209,
        Where.file(file),
        "It can't hold the signature: " + why + ".",
        "Make it anew, or sign it with --replace.");
    return false;
  }
}
