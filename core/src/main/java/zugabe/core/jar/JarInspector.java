package zugabe.core.jar;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import zugabe.bytes.Content;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.inspect.Inspection;
import zugabe.core.inspect.Opened;
import zugabe.core.inspect.ZipInspector;
import zugabe.core.materials.ArchiveFindings;
import zugabe.core.plan.ProgramCode;
import zugabe.formats.classfile.ClassFacts;
import zugabe.formats.jar.JarOrder;
import zugabe.formats.jar.Manifest;
import zugabe.formats.jar.ManifestReader;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipFaultException;
import zugabe.formats.zip.ZipListing;

/** Tells what is in a jar, or in what is a jar and more. */
public final class JarInspector {
  private final String name;
  private final Content content;
  private final ZipListing listing;
  private final Findings findings;
  private int highest;
  private String because = "";

  private JarInspector(String name, Content content, ZipListing listing, Findings findings) {
    this.name = name;
    this.content = content;
    this.listing = listing;
    this.findings = findings;
  }

  /** Whether a zip file has what jars have. */
  public static boolean isJar(ZipListing listing) {
    return listing.entries().stream()
        .anyMatch(e -> e.name().equals(Manifest.PATH) || e.name().endsWith(".class"));
  }

  /**
   * What is in it.
   *
   * @param kind what it is taken for
   */
  public static Inspection inspect(String kind, Opened file, ZipListing listing, Findings findings)
      throws IOException {
    return new JarInspector(file.name(), file.content(), listing, findings).run(kind);
  }

  private Inspection run(String kind) throws IOException {
    Manifest manifest = manifest();
    for (ZipEntry e : listing.entries()) {
      if (e.name().endsWith(".class")
          && !e.name().startsWith("META-INF/")
          && !e.name().endsWith("module-info.class")) {
        look(e);
      }
    }
    Map<String, String> attributes = new LinkedHashMap<>();
    manifest.main().forEach(a -> attributes.put(a.name(), a.value()));
    OptionalInt java =
        highest == 0 ? OptionalInt.empty() : OptionalInt.of(ClassFacts.javaVersion(highest));
    return new Inspection(
        kind,
        content.size(),
        identity(manifest),
        start(manifest),
        new Inspection.Java(java, because),
        attributes,
        new Inspection.Holds(ZipInspector.items(listing), signers()),
        Map.of());
  }

  private Manifest manifest() throws IOException {
    Optional<ZipEntry> entry = listing.entry(Manifest.PATH);
    if (entry.isEmpty() || entry.get().size() > ManifestReader.MAX_BYTES) {
      return Manifest.of(List.of());
    }
    try (InputStream in = entry.get().open()) {
      ManifestReader.Result result = ManifestReader.read(in.readAllBytes());
      Where where = Where.file(name).inside(Manifest.PATH, -1);
      if (result.missingLastNewline()) {
        findings.add(
            JarContentCode.Z4002,
            where,
            "The manifest's last line has no line ending.",
            "Build the jar again with a whole manifest.");
      }
      result.oddities().stream()
          .filter(ManifestReader.Oddity::fatal)
          .forEach(
              o ->
                  findings.add(
                      JarContentCode.Z4003,
                      where.at(o.line()),
                      o.what() + ".",
                      "Build the jar again with a well-formed manifest."));
      return result.manifest();
    } catch (ZipFaultException e) {
      findings.add(ArchiveFindings.of(e.irregularity(), Where.file(name)));
      return Manifest.of(List.of());
    }
  }

  /** Reads only a class file's header. */
  private void look(ZipEntry e) throws IOException {
    try (InputStream in = e.open()) {
      byte[] header = in.readNBytes(ClassFacts.HEADER_BYTES);
      if (ClassFacts.isClass(header) && ClassFacts.major(header) > highest) {
        highest = ClassFacts.major(header);
        because = e.name();
      }
    } catch (ZipFaultException fault) {
      findings.add(ArchiveFindings.of(fault.irregularity(), Where.file(name)));
    }
  }

  private static Map<String, String> identity(Manifest m) {
    Map<String, String> identity = new LinkedHashMap<>();
    copy(m, identity, "name", "Implementation-Title", "Bundle-Name", "Specification-Title");
    copy(
        m,
        identity,
        "version",
        "Implementation-Version",
        "Bundle-Version",
        "Specification-Version");
    copy(m, identity, "maker", "Implementation-Vendor", "Bundle-Vendor", "Specification-Vendor");
    copy(m, identity, "module", "Automatic-Module-Name");
    return identity;
  }

  private static void copy(Manifest m, Map<String, String> into, String key, String... attributes) {
    for (String attribute : attributes) {
      if (m.value(attribute).isPresent()) {
        into.put(key, m.value(attribute).get());
        return;
      }
    }
  }

  private Map<String, String> start(Manifest m) {
    Map<String, String> start = new LinkedHashMap<>();
    m.value("Main-Class")
        .ifPresent(
            main -> {
              start.put("command", "java -jar " + name.substring(name.lastIndexOf('/') + 1));
              start.put("main", main);
              if (main.equals(LoaderFiles.START)) {
                fromIndex("m ").ifPresent(own -> start.put("main", own));
                start.put("libraries", "nested: " + String.join(", ", nested()));
                nestedFaults();
              }
              if (listing.entry(main.replace('.', '/') + ".class").isEmpty()) {
                findings.add(
                    ProgramCode.Z3001,
                    Where.file(name).inside(Manifest.PATH, -1).at("Main-Class"),
                    "The jar doesn't hold its main class " + main + ".",
                    "Build it again with the classes in it, unless they are beside it.");
              }
            });
    copy(m, start, "classPath", "Class-Path");
    return start;
  }

  /** The first line of a nested jar's index that starts so. */
  private Optional<String> fromIndex(String start) {
    Optional<ZipEntry> index =
        listing.entry("inner/index").or(() -> listing.entry("WEB-INF/inner/index"));
    if (index.isEmpty() || index.get().size() > ManifestReader.MAX_BYTES) {
      return Optional.empty();
    }
    try (InputStream in = index.get().open()) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8)
          .lines()
          .filter(l -> l.startsWith(start))
          .map(l -> l.substring(start.length()))
          .findFirst();
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  /** Something packed the jar anew, and its loader can't read what is packed twice. */
  private void nestedFaults() {
    listing.entries().stream()
        .filter(e -> isNested(e.name()) && e.isDeflated())
        .forEach(
            e ->
                findings.add(
                    JarContentCode.Z6009,
                    Where.file(name).inside(e.name(), e.headerOffset()),
                    "The nested library is packed; it has to be stored.",
                    "Take the jar as it was built, or build it again."));
  }

  private List<String> nested() {
    return listing.entries().stream()
        .map(ZipEntry::name)
        .filter(JarInspector::isNested)
        .map(n -> n.substring(n.indexOf('/', n.indexOf('/') + 1) + 1))
        .toList();
  }

  private static boolean isNested(String name) {
    return Regex.matches(name, "(inner/lib|WEB-INF/lib|WEB-INF/aside)/.*\\.jar");
  }

  private List<String> signers() {
    List<String> signers = new ArrayList<>();
    listing.entries().stream()
        .map(ZipEntry::name)
        .filter(n -> n.endsWith(".SF") && JarOrder.isSignatureFile(n))
        .forEach(n -> signers.add(n.substring(9, n.length() - 3)));
    return signers;
  }
}
