package zugabe.core.survey;

import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import zugabe.bytes.Access;
import zugabe.bytes.MalformedException;
import zugabe.core.android.PackageManifest;
import zugabe.core.android.PackageTexts;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Nature;
import zugabe.core.materials.Recognition;
import zugabe.core.resources.SourceElement;
import zugabe.core.resources.SourceXml;
import zugabe.formats.androidxml.XmlAttribute;
import zugabe.formats.arsc.ResourceTable;
import zugabe.formats.dex.DexLinks;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipFaultException;
import zugabe.formats.zip.ZipListing;
import zugabe.formats.zip.ZipReader;

/** What byte code and packages for phones say of themselves. */
final class PhoneFacts {
  /** How the platform's classes, and those of libraries, that components extend are called. */
  private static final Map<String, List<String>> ENDINGS =
      Map.of(
          "application", List.of("Application"),
          "activities", List.of("Activity"),
          "services", List.of("Service"),
          "receivers", List.of("Receiver", "AppWidgetProvider"));

  /** Libraries have components of their own, which their makers name in manifests. */
  private static final List<String> LIBRARIES =
      List.of("Landroidx/", "Landroid/support/", "Lcom/google/", "Lkotlin/", "Lkotlinx/");

  private static final int ABSTRACT = 0x400;
  private static final int INTERFACE = 0x200;

  private PhoneFacts() {}

  /** Adds them to what is known of a file; what is damaged says nothing. */
  static void add(FileContent file, Recognition what) throws IOException {
    if (what.fault().isPresent()) {
      return;
    }
    try {
      if (what.nature() == Nature.DALVIK) {
        code(file, what);
      } else if (what.nature() == Nature.MOBILE_PACKAGE && what.platforms().contains("android")) {
        packed(ZipReader.read(file), what);
      } else if (isManifest(file)) {
        SourceXml.read(file, Where.file(file.name()), new Findings()).ifPresent(x -> said(x, what));
      }
    } catch (MalformedException | ZipFaultException ignored) {
      // told where the file is built from or inspected
    }
  }

  /** The classes that byte code defines; none when it is damaged. */
  static Set<String> classes(FileContent file) {
    try (Access access = file.access()) {
      return DexLinks.read(access, m -> false).classes().stream()
          .map(c -> plain(c.name()))
          .collect(Collectors.toSet());
    } catch (IOException e) {
      return Set.of();
    }
  }

  private static boolean isManifest(FileContent file) {
    return file.name().substring(file.name().lastIndexOf('/') + 1).equals(PackageManifest.PATH);
  }

  /** What a manifest that is written by hand says, where it says it itself. */
  private static void said(SourceElement manifest, Recognition what) {
    what.with("id", manifest.plain("package").orElse(""))
        .with("version", own(manifest, "versionName"))
        .with("version code", own(manifest, "versionCode"));
    manifest.children().stream()
        .filter(c -> c.name().equals("application"))
        .forEach(a -> what.with("label", own(a, "label")));
  }

  private static String own(SourceElement in, String name) {
    return in.in(XmlAttribute.ANDROID, name).filter(v -> !v.startsWith("@")).orElse("");
  }

  private static void code(FileContent file, Recognition what) throws IOException {
    Map<String, DexLinks.Shape> shapes = new HashMap<>();
    try (Access access = file.access()) {
      DexLinks.read(access, m -> false).classes().forEach(c -> shapes.put(c.name(), c));
    }
    // what others extend is mostly only there for them
    Set<String> bases =
        shapes.values().stream().map(DexLinks.Shape::above).collect(Collectors.toSet());
    ENDINGS.forEach(
        (fact, endings) -> {
          TreeSet<String> names = new TreeSet<>();
          for (DexLinks.Shape one : shapes.values()) {
            boolean whole =
                (one.access() & (ABSTRACT | INTERFACE)) == 0 && !bases.contains(one.name());
            boolean own = LIBRARIES.stream().noneMatch(one.name()::startsWith);
            if (whole && own && endings.stream().anyMatch(e -> foreign(one, shapes).endsWith(e))) {
              names.add(plain(one.name()));
            }
          }
          what.with(fact, String.join(", ", names));
        });
  }

  /** The first class above one that isn't in the same file. */
  private static String foreign(DexLinks.Shape of, Map<String, DexLinks.Shape> shapes) {
    DexLinks.Shape at = of;
    // a class that is above itself ends the search
    for (int i = 0; i < shapes.size() && shapes.containsKey(at.above()); i++) {
      at = shapes.get(at.above());
    }
    return plain(at.above());
  }

  private static String plain(String descriptor) {
    return descriptor.startsWith("L")
        ? descriptor.substring(1, descriptor.length() - 1).replace('/', '.')
        : "";
  }

  private static void packed(ZipListing listing, Recognition what) throws IOException {
    Optional<ZipEntry> entry = listing.entry(PackageManifest.PATH);
    if (entry.isEmpty()) {
      return;
    }
    PackageManifest manifest = PackageManifest.read(entry.get());
    Optional<ResourceTable> table = PackageTexts.table(listing);
    what.with("id", manifest.id())
        .with("label", PackageTexts.shown(manifest.label(), table))
        .with("version", PackageTexts.shown(manifest.versionName(), table))
        .with("version code", Long.toString(manifest.versionCode()));
  }
}
