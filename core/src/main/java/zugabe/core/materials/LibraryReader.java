package zugabe.core.materials;

import java.io.ByteArrayInputStream;
import java.io.Closeable;
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
  private final EntryLook look = new EntryLook();

  /** Whether its pom.properties are none. */
  private boolean oddProperties;

  private LibraryReader(FileContent file, UserCache cache, Findings findings) {
    this.file = file;
    this.cache = cache;
    this.findings = findings;
  }

  /** The library, or empty when it can't be used; why is in the findings. */
  static Optional<Library> read(FileContent file, UserCache cache, Findings findings)
      throws IOException {
    return new LibraryReader(file, cache, findings).read();
  }

  /** Whether it takes so long that all workers had better read it together. */
  static boolean isLarge(FileContent file) {
    return file.size() > LARGE_BYTES;
  }

  /**
   * A large library that is read by all workers.
   *
   * @param library what is known of it at once; empty when it can't be used
   * @param rest what is still being read of it; empty when nothing is
   */
  record Begun(Optional<Library> library, Optional<Rest> rest) {}

  /** Begins with a large one by all workers, of which the caller is none. */
  static Begun begin(FileContent file, UserCache cache, Workers workers, Findings findings)
      throws IOException {
    return new LibraryReader(file, cache, findings).begin(workers);
  }

  private Optional<Library> read() throws IOException {
    Optional<CacheSlot> keeping = keeping();
    return read(keeping, keeping.flatMap(LibraryFacts::kept));
  }

  private Optional<Library> read(Optional<CacheSlot> keeping, Optional<LibraryFacts> kept)
      throws IOException {
    Optional<ZipListing> listing = listing();
    if (listing.isEmpty()) {
      return Optional.empty();
    }
    Optional<Library> known = known(listing.get(), keeping, kept);
    if (known.isPresent()) {
      return known;
    }
    ZipPass.Result pass = pass(listing.get());
    report(pass.irregularities());
    if (!pass.irregularities().isEmpty()) {
      return Optional.empty();
    }
    LibraryFacts facts = facts();
    conclude(facts, pass.contents(), keeping);
    return Optional.of(library(facts, pass.contents(), uses(keeping)));
  }

  private Begun begin(Workers workers) throws IOException {
    Optional<CacheSlot> keeping = keeping();
    Optional<LibraryFacts> kept = keeping.flatMap(LibraryFacts::kept);
    if (kept.isPresent()) {
      return new Begun(read(keeping, kept), Optional.empty());
    }
    TogetherPass together = TogetherPass.start(file, workers);
    boolean goesOn = false;
    try {
      Begun begun = begin(together, keeping);
      goesOn = begun.rest().isPresent();
      return begun;
    } finally {
      if (!goesOn) {
        together.close();
      }
    }
  }

  private Begun begin(TogetherPass together, Optional<CacheSlot> keeping) throws IOException {
    Optional<ZipListing> listing = listing();
    if (listing.isEmpty()) {
      return new Begun(Optional.empty(), Optional.empty());
    }
    ZipPass.Result first = together.over(listing.get(), look);
    report(first.irregularities());
    if (!first.irregularities().isEmpty()) {
      report(together.rest());
      return new Begun(Optional.empty(), Optional.empty());
    }
    LibraryFacts facts = facts();
    return new Begun(
        Optional.of(library(facts, first.contents(), uses(keeping))),
        Optional.of(new Rest(together, facts, first.contents(), keeping)));
  }

  /** What is still being read of a library. */
  final class Rest implements Closeable {
    private final TogetherPass together;
    private final LibraryFacts facts;
    private final List<ArchivedContent> contents;
    private final Optional<CacheSlot> keeping;

    private Rest(
        TogetherPass together,
        LibraryFacts facts,
        List<ArchivedContent> contents,
        Optional<CacheSlot> keeping) {
      this.together = together;
      this.facts = facts;
      this.contents = contents;
      this.keeping = keeping;
    }

    /** Returns once its sums are known. */
    void sum() throws IOException {
      together.sum();
    }

    /** Whether there is something to tell if it isn't damaged. */
    boolean tellsMore() {
      return oddProperties || !look.notClasses().isEmpty();
    }

    /** Waits for it; what is wrong with it is in the findings then. */
    void finish() throws IOException {
      List<ZipIrregularity> irregularities = together.rest();
      report(irregularities);
      if (irregularities.isEmpty()) {
        conclude(facts, contents, keeping);
      }
    }

    @Override
    public void close() throws IOException {
      together.close();
    }
  }

  private Optional<CacheSlot> keeping() throws IOException {
    Optional<String> stamp = cache.isOn() ? cache.stamp(file.path()) : Optional.empty();
    return stamp.map(s -> new CacheSlot(cache, file.path(), s));
  }

  /** Its directory; empty when it can't be used. */
  private Optional<ZipListing> listing() throws IOException {
    ZipListing listing;
    try {
      listing = ZipReader.read(file);
    } catch (ZipFaultException e) {
      report(List.of(e.irregularity()));
      return Optional.empty();
    }
    report(listing.irregularities());
    return listing.isSound() ? Optional.of(listing) : Optional.empty();
  }

  /** What the look at its entries told. */
  private LibraryFacts facts() throws IOException {
    return new LibraryFacts(
        version(manifest(look.manifest())),
        new String(look.manifest(), StandardCharsets.ISO_8859_1),
        look.highestMajor(),
        look.highestClass());
  }

  /**
   * What is done once all of it was found whole: of a damaged library the damage alone is told, and
   * nothing is kept.
   */
  private void conclude(
      LibraryFacts facts, List<ArchivedContent> contents, Optional<CacheSlot> keeping)
      throws IOException {
    for (String entry : look.notClasses()) {
      findings.add(
          MaterialCode.Z2013,
          Where.file(file.name()).inside(entry, -1),
          "It doesn't start like a class file.",
          "Get an undamaged copy of the library, if the program needs this class.");
    }
    if (oddProperties) {
      findings.add(
          MaterialCode.Z2013,
          Where.file(file.name()),
          "Its pom.properties can't be read.",
          "Nothing needs to be done; its version isn't known.");
    }
    if (keeping.isPresent() && look.notClasses().isEmpty()) {
      facts.keep(keeping.get());
      if (file.isDigested()) {
        CheckedEntries.of(file, contents).keep(keeping.get());
      }
    }
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
    CheckedEntries known = entries.get();
    file.known(known.digest(), known.crc32(), known.words(), () -> CheckedEntries.drop(slot));
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
        oddProperties = true;
      }
      if (properties.getProperty("version") != null) {
        return Optional.of(properties.getProperty("version"));
      }
    }
    return read.flatMap(m -> m.value("Implementation-Version").or(() -> m.value("Bundle-Version")));
  }
}
