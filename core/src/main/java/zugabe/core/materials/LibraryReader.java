package zugabe.core.materials;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.work.Workers;
import zugabe.formats.jar.Manifest;
import zugabe.formats.jar.ManifestReader;
import zugabe.formats.zip.ArchivedContent;
import zugabe.formats.zip.ZipFaultException;
import zugabe.formats.zip.ZipIrregularity;
import zugabe.formats.zip.ZipListing;
import zugabe.formats.zip.ZipPass;
import zugabe.formats.zip.ZipReader;

/** Reads a library in one pass that digests it, checks every entry and notes what it is. */
final class LibraryReader {
  /** Larger ones are read on all workers. */
  private static final long LARGE_BYTES = 16 << 20;

  private final FileContent file;
  private final UserCache cache;
  private final Findings findings;
  private final Optional<Workers> workers;
  private final EntryLook look = new EntryLook();

  private LibraryReader(
      FileContent file, UserCache cache, Optional<Workers> workers, Findings findings) {
    this.file = file;
    this.cache = cache;
    this.workers = workers;
    this.findings = findings;
  }

  /** The library, or empty when it can't be used; why is in the findings. */
  static Optional<Library> read(FileContent file, UserCache cache, Findings findings)
      throws IOException {
    return new LibraryReader(file, cache, Optional.empty(), findings).read();
  }

  /** Whether it takes so long that all workers had better read it together. */
  static boolean isLarge(FileContent file) {
    return file.size() > LARGE_BYTES;
  }

  /** The same by all workers, of which the caller is none. */
  static Optional<Library> readTogether(
      FileContent file, UserCache cache, Workers workers, Findings findings) throws IOException {
    return new LibraryReader(file, cache, Optional.of(workers), findings).read();
  }

  private Optional<Library> read() throws IOException {
    Optional<String> stamp = cache.isOn() ? cache.stamp(file.path()) : Optional.empty();
    Optional<CacheSlot> keeping = stamp.map(s -> new CacheSlot(cache, file.path(), s));
    Optional<LibraryFacts> facts = keeping.flatMap(LibraryFacts::kept);
    if (workers.isEmpty() || facts.isPresent()) {
      return read(keeping, facts, Optional.empty());
    }
    try (TogetherPass together = TogetherPass.start(file, workers.get())) {
      return read(keeping, facts, Optional.of(together));
    }
  }

  private Optional<Library> read(
      Optional<CacheSlot> keeping, Optional<LibraryFacts> kept, Optional<TogetherPass> together)
      throws IOException {
    ZipListing listing;
    try {
      listing = ZipReader.read(file);
    } catch (ZipFaultException e) {
      report(List.of(e.irregularity()));
      return Optional.empty();
    }
    report(listing.irregularities());
    if (!listing.isSound()) {
      return Optional.empty();
    }
    Optional<Library> known = known(listing, keeping, kept);
    if (known.isPresent()) {
      return known;
    }
    ZipPass.Result pass = together.isPresent() ? together.get().over(listing, look) : pass(listing);
    report(pass.irregularities());
    if (!pass.irregularities().isEmpty()) {
      return Optional.empty();
    }
    // of a damaged library the damage alone is told
    for (String entry : look.notClasses()) {
      findings.add(
          MaterialCode.Z2013,
          Where.file(file.name()).inside(entry, -1),
          "It doesn't start like a class file.",
          "Get an undamaged copy of the library, if the program needs this class.");
    }
    Optional<Manifest> read = manifest(look.manifest());
    LibraryFacts facts =
        new LibraryFacts(
            version(read),
            new String(look.manifest(), StandardCharsets.ISO_8859_1),
            look.highestMajor(),
            look.highestClass());
    if (keeping.isPresent() && look.notClasses().isEmpty()) {
      facts.keep(keeping.get());
      if (file.isDigested()) {
        CheckedEntries.of(file, pass.contents()).keep(keeping.get());
      }
    }
    return Optional.of(library(facts, pass.contents(), uses(keeping)));
  }

  private ZipPass.Result pass(ZipListing listing) throws IOException {
    try (InputStream whole = file.open()) {
      return ZipPass.over(listing, whole, look);
    }
  }

  /**
   * One that was read without fault before, and is in the same state. A build needs neither digest
   * nor unpack it again, where the system notes every change: whatever it copies of it is compared
   * by CRC-32.
   */
  private Optional<Library> known(
      ZipListing listing, Optional<CacheSlot> keeping, Optional<LibraryFacts> facts)
      throws IOException {
    if (facts.isEmpty()) {
      return Optional.empty();
    }
    if (!file.isDigested()) {
      return Optional.of(library(facts.get(), unread(listing), uses(keeping)));
    }
    Optional<CheckedEntries> entries = keeping.flatMap(CheckedEntries::kept);
    Optional<List<ArchivedContent>> contents = entries.flatMap(e -> e.contents(listing));
    if (contents.isEmpty()) {
      return Optional.empty();
    }
    if (!file.showsChanges() && !entries.get().digest().equals(file.digest())) {
      return Optional.empty();
    }
    CacheSlot slot = keeping.get();
    file.known(entries.get().digest(), entries.get().crc32(), () -> CheckedEntries.drop(slot));
    return Optional.of(library(facts.get(), contents.get(), uses(keeping)));
  }

  /** A build doesn't use what others keep, who don't compare digests. */
  private Optional<CacheSlot> uses(Optional<CacheSlot> keeping) {
    return file.isDigested() ? Optional.empty() : keeping;
  }

  private static Optional<Manifest> manifest(byte[] bytes) {
    return bytes.length == 0
        ? Optional.empty()
        : Optional.of(ManifestReader.read(bytes).manifest());
  }

  private Library library(
      LibraryFacts facts, List<ArchivedContent> contents, Optional<CacheSlot> keeping) {
    return new Library(
        file.path().getFileName().toString(),
        facts.version(),
        file,
        contents,
        manifest(facts.manifest().getBytes(StandardCharsets.ISO_8859_1)),
        facts.highestMajor(),
        facts.highestClass(),
        keeping);
  }

  /** The entries of a library that isn't written anywhere, so that nobody asks for their sums. */
  private static List<ArchivedContent> unread(ZipListing listing) {
    return listing.entries().stream().map(e -> new ArchivedContent(e, 0)).toList();
  }

  private void report(Collection<ZipIrregularity> irregularities) {
    irregularities.forEach(i -> findings.add(ArchiveFindings.of(i, Where.file(file.name()))));
  }

  private Optional<String> version(Optional<Manifest> read) throws IOException {
    if (look.pom().isPresent()) {
      Properties properties = new Properties();
      try {
        properties.load(new ByteArrayInputStream(look.pom().get()));
      } catch (IllegalArgumentException e) {
        findings.add(
            MaterialCode.Z2013,
            Where.file(file.name()),
            "Its pom.properties can't be read.",
            "Nothing needs to be done; its version isn't known.");
      }
      if (properties.getProperty("version") != null) {
        return Optional.of(properties.getProperty("version"));
      }
    }
    return read.flatMap(m -> m.value("Implementation-Version").or(() -> m.value("Bundle-Version")));
  }
}
