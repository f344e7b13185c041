package zugabe.core.materials;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.formats.classfile.ClassFacts;
import zugabe.formats.jar.Manifest;
import zugabe.formats.jar.ManifestReader;
import zugabe.formats.zip.ArchivedContent;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipFaultException;
import zugabe.formats.zip.ZipIrregularity;
import zugabe.formats.zip.ZipListing;
import zugabe.formats.zip.ZipPass;
import zugabe.formats.zip.ZipReader;

/** Reads a library in one pass that digests it, checks every entry and notes what it is. */
final class LibraryReader implements ZipPass.Visitor {
  private final FileContent file;
  private final UserCache cache;
  private final Findings findings;
  private final ByteArrayOutputStream manifest = new ByteArrayOutputStream();
  private final ByteArrayOutputStream pom = new ByteArrayOutputStream();
  private int poms;
  private int highestMajor;
  private String highestClass = "";
  private final List<String> notClasses = new ArrayList<>();

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

  private Optional<Library> read() throws IOException {
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
    Optional<String> stamp = cache.isOn() ? cache.stamp(file.path()) : Optional.empty();
    Optional<CacheSlot> keeping = stamp.map(s -> new CacheSlot(cache, file.path(), s));
    Optional<Library> known = known(listing, keeping);
    if (known.isPresent()) {
      return known;
    }
    ZipPass.Result pass;
    try (InputStream whole = file.open()) {
      pass = ZipPass.over(listing, whole, this);
    }
    report(pass.irregularities());
    if (!pass.irregularities().isEmpty()) {
      return Optional.empty();
    }
    // of a damaged library the damage alone is told
    for (String entry : notClasses) {
      findings.add(
          MaterialCode.Z2013,
          Where.file(file.name()).inside(entry, -1),
          "It doesn't start like a class file.",
          "Get an undamaged copy of the library, if the program needs this class.");
    }
    Optional<Manifest> read = manifest(manifest.toByteArray());
    LibraryFacts facts =
        new LibraryFacts(
            version(read),
            manifest.toString(StandardCharsets.ISO_8859_1),
            highestMajor,
            highestClass);
    if (keeping.isPresent() && notClasses.isEmpty()) {
      facts.keep(keeping.get());
      if (file.isDigested()) {
        CheckedEntries.of(file, pass.contents()).keep(keeping.get());
      }
    }
    return Optional.of(library(facts, pass.contents(), uses(keeping)));
  }

  /**
   * One that was read without fault before, and is in the same state. A build needs neither digest
   * nor unpack it again, where the system notes every change: whatever it copies of it is compared
   * by CRC-32.
   */
  private Optional<Library> known(ZipListing listing, Optional<CacheSlot> keeping)
      throws IOException {
    Optional<LibraryFacts> facts = keeping.flatMap(LibraryFacts::kept);
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

  @Override
  public OutputStream content(ZipEntry entry) {
    if (entry.name().equalsIgnoreCase(Manifest.PATH)) {
      return entry.size() <= ManifestReader.MAX_BYTES ? manifest : null;
    }
    if (entry.name().startsWith("META-INF/maven/") && entry.name().endsWith("/pom.properties")) {
      // several of them: a library that has others merged in; whose version is whose can't be told
      return ++poms == 1 && entry.size() < 65536 ? pom : null;
    }
    boolean counts =
        entry.name().endsWith(".class")
            && !entry.name().startsWith("META-INF/")
            && !entry.name().endsWith("module-info.class");
    return counts ? new HeaderTap(entry) : null;
  }

  private Optional<String> version(Optional<Manifest> read) throws IOException {
    if (poms == 1) {
      Properties properties = new Properties();
      try {
        properties.load(new ByteArrayInputStream(pom.toByteArray()));
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

  /** Looks at a class file's first bytes as they pass. */
  private final class HeaderTap extends OutputStream {
    private final ZipEntry entry;
    private final byte[] header = new byte[ClassFacts.HEADER_BYTES];
    private int count;

    HeaderTap(ZipEntry entry) {
      this.entry = entry;
    }

    @Override
    public void write(int b) {
      write(new byte[] {(byte) b}, 0, 1);
    }

    @Override
    public void write(byte[] bytes, int offset, int length) {
      int room = Math.min(length, header.length - count);
      System.arraycopy(bytes, offset, header, count, room);
      count += room;
    }

    @Override
    public void close() {
      if (count < header.length || !ClassFacts.isClass(header)) {
        notClasses.add(entry.name());
      } else if (ClassFacts.major(header) > highestMajor) {
        highestMajor = ClassFacts.major(header);
        highestClass = entry.name();
      }
    }
  }
}
