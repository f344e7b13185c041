package zugabe.core.materials;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import zugabe.bytes.Content;
import zugabe.bytes.Regex;
import zugabe.formats.classfile.ClassFacts;
import zugabe.formats.jar.Manifest;
import zugabe.formats.jar.ManifestReader;
import zugabe.formats.jar.StartAttribute;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipFaultException;
import zugabe.formats.zip.ZipListing;
import zugabe.formats.zip.ZipReader;

/**
 * Zip files of all flavours, by their directory, manifest and metadata; of classes only the first
 * bytes are read.
 */
final class JarLook {
  private static final int MAX_TEXT = 1 << 20;
  private static final Pattern POM_LICENCE =
      Pattern.compile("(?s)<license>.*?<name>\\s*(.*?)\\s*</name>");
  private static final Pattern LICENCE_ENTRY =
      Pattern.compile(
          "(META-INF/)?(LICENSE|LICENCE|COPYING)([-.](txt|md))?", Pattern.CASE_INSENSITIVE);
  private static final Pattern NATIVE = Pattern.compile(".*\\.(so|dll|dylib|jnilib)");

  private final ZipListing listing;

  private JarLook(ZipListing listing) {
    this.listing = listing;
  }

  static Recognition of(Content content) throws IOException {
    try {
      return new JarLook(ZipReader.read(content)).look();
    } catch (ZipFaultException e) {
      return Recognition.damaged(Nature.ARCHIVE, "zip", e.irregularity().what());
    }
  }

  private Recognition look() throws IOException {
    boolean classes = listing.entries().stream().anyMatch(e -> e.name().endsWith(".class"));
    if (has("AndroidManifest.xml") && has("classes.dex")) {
      return Recognition.of(Nature.MOBILE_PACKAGE, "Android").on(List.of("android"));
    }
    if (listing.entries().stream()
        .anyMatch(e -> e.name().startsWith("Payload/") && e.name().endsWith(".app/Info.plist"))) {
      return Recognition.of(Nature.MOBILE_PACKAGE, "iOS").on(List.of("ios"));
    }
    if (listing.entries().stream().anyMatch(e -> e.name().startsWith("WEB-INF/"))) {
      return described(Recognition.of(Nature.WEB_ARCHIVE, ""));
    }
    Optional<String> other = classes ? Optional.empty() : withoutClasses();
    if (other.isEmpty() && !classes && !has(Manifest.PATH)) {
      return Recognition.of(Nature.ARCHIVE, "zip")
          .with(
              "files",
              String.valueOf(listing.entries().stream().filter(e -> !e.isFolder()).count()));
    }
    return described(Recognition.of(Nature.JAR, other.orElse(flavour(manifest()))));
  }

  /** Jars for developers: what has sources or pages, and no classes. */
  private Optional<String> withoutClasses() {
    if (listing.entries().stream()
        .anyMatch(e -> e.name().endsWith(".java") || e.name().endsWith(".kt"))) {
      return Optional.of("sources");
    }
    boolean pages = has("element-list") || has("package-list") || has("overview-tree.html");
    return pages || has("index-all.html") ? Optional.of("documentation") : Optional.empty();
  }

  private static String flavour(Manifest manifest) {
    if (manifest.value("Premain-Class").isPresent() || manifest.value("Agent-Class").isPresent()) {
      return "agent";
    }
    if (manifest.value("Main-Class").isPresent()) {
      return "application";
    }
    return "library";
  }

  private boolean has(String entry) {
    return listing.entry(entry).isPresent();
  }

  private Recognition described(Recognition known) throws IOException {
    Manifest manifest = manifest();
    Properties pom = pom();
    String artifact = pom.getProperty("artifactId", "");
    String bundle =
        manifest
            .value("Bundle-SymbolicName")
            .map(b -> Regex.replaceFirst(b, ";.*", "").strip())
            .orElse("");
    String module = module(manifest);
    String version =
        pom.getProperty(
            "version",
            manifest
                .value("Implementation-Version")
                .or(() -> manifest.value("Bundle-Version"))
                .or(() -> manifest.value("Specification-Version"))
                .orElse(""));
    known
        .with(
            "name",
            artifact.isEmpty() ? manifest.value("Implementation-Title").orElse(bundle) : artifact)
        .with("group", pom.getProperty("groupId", ""))
        .with("version", version)
        .with("licence", licence(manifest))
        .with("main", manifest.value("Main-Class").orElse(""))
        .with("module", module)
        .with("class path", manifest.value("Class-Path").orElse(""))
        .with("options", String.join("\n", StartAttribute.options(manifest)))
        .with("bundle", bundle);
    java(known);
    List<String> natives =
        listing.entries().stream()
            .map(ZipEntry::name)
            .filter(n -> NATIVE.matcher(n).matches())
            .toList();
    return known
        .with("natives", String.join(", ", natives))
        .with(
            "signed",
            listing.entries().stream().anyMatch(e -> Regex.matches(e.name(), "META-INF/[^/]+\\.SF"))
                ? "yes (not verified)"
                : "");
  }

  /** The highest class-file version, those for single versions of Java left out. */
  private void java(Recognition known) throws IOException {
    int highest = 0;
    String because = "";
    long classes = 0;
    for (ZipEntry e : listing.entries()) {
      if (!e.name().endsWith(".class")) {
        continue;
      }
      classes++;
      if (e.name().startsWith("META-INF/") || e.name().endsWith("module-info.class")) {
        continue;
      }
      try (InputStream in = e.open()) {
        byte[] header = in.readNBytes(ClassFacts.HEADER_BYTES);
        if (ClassFacts.isClass(header) && ClassFacts.major(header) > highest) {
          highest = ClassFacts.major(header);
          because = e.name();
        }
      } catch (ZipFaultException fault) {
        known.with("damaged", e.name());
      }
    }
    known
        .with("classes", classes == 0 ? "" : String.valueOf(classes))
        .with("java", highest == 0 ? "" : String.valueOf(ClassFacts.javaVersion(highest)))
        .with("because of", because);
  }

  private Manifest manifest() throws IOException {
    return ManifestReader.read(text(Manifest.PATH).getBytes(StandardCharsets.UTF_8)).manifest();
  }

  private String module(Manifest manifest) {
    return has("module-info.class") ? "named" : manifest.value("Automatic-Module-Name").orElse("");
  }

  /** Of a library that has others merged in, whose version is whose can't be told. */
  private Properties pom() throws IOException {
    List<String> all =
        listing.entries().stream()
            .map(ZipEntry::name)
            .filter(n -> n.startsWith("META-INF/maven/") && n.endsWith("/pom.properties"))
            .toList();
    Properties properties = new Properties();
    if (all.size() == 1) {
      try {
        properties.load(new StringReader(text(all.get(0))));
      } catch (IllegalArgumentException e) {
        return new Properties();
      }
    }
    return properties;
  }

  private String licence(Manifest manifest) throws IOException {
    Optional<String> bundle =
        manifest.value("Bundle-License").flatMap(l -> LicenceTexts.spdxOfName(l));
    if (bundle.isPresent()) {
      return bundle.get();
    }
    for (ZipEntry e : listing.entries()) {
      if (LICENCE_ENTRY.matcher(e.name()).matches()) {
        Optional<String> known = LicenceTexts.spdx(text(e.name()));
        if (known.isPresent()) {
          return known.get();
        }
      }
    }
    for (ZipEntry e : listing.entries()) {
      if (e.name().startsWith("META-INF/maven/") && e.name().endsWith("/pom.xml")) {
        Matcher name = POM_LICENCE.matcher(text(e.name()));
        return name.find() ? LicenceTexts.spdxOfName(name.group(1)).orElse("") : "";
      }
    }
    return "";
  }

  /** A small text entry; empty when it isn't there, or too large, or damaged. */
  private String text(String name) throws IOException {
    Optional<ZipEntry> entry = listing.entry(name);
    if (entry.isEmpty() || entry.get().size() > MAX_TEXT) {
      return "";
    }
    try (InputStream in = entry.get().open()) {
      return new String(in.readNBytes(MAX_TEXT), StandardCharsets.UTF_8);
    } catch (ZipFaultException e) {
      return "";
    }
  }
}
