package zugabe.core.phone;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import zugabe.bytes.Access;
import zugabe.bytes.MalformedException;
import zugabe.core.android.PackageLayout;
import zugabe.core.android.PackageManifest;
import zugabe.core.android.PackageTexts;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.inspect.Inspection;
import zugabe.core.inspect.Opened;
import zugabe.core.inspect.ZipInspector;
import zugabe.core.sign.PackageSigners;
import zugabe.formats.androidxml.XmlReader;
import zugabe.formats.arsc.ResourceTable;
import zugabe.formats.arsc.TablePackage;
import zugabe.formats.arsc.TypeChunk;
import zugabe.formats.dex.Dex;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipFaultException;
import zugabe.formats.zip.ZipListing;

/** Tells of a package for phones what its manifest, its table and its signing block say. */
public final class PackageInspector {
  private final Opened file;
  private final ZipListing listing;
  private final Findings findings;
  private final Map<String, String> identity = new LinkedHashMap<>();
  private final Map<String, String> start = new LinkedHashMap<>();
  private final Map<String, String> said = new LinkedHashMap<>();
  private final Map<String, String> facts = new LinkedHashMap<>();

  private PackageInspector(Opened file, ZipListing listing, Findings findings) {
    this.file = file;
    this.listing = listing;
    this.findings = findings;
  }

  /** What is in it; empty when it isn't a package for phones. */
  public static Optional<Inspection> inspect(String kind, Opened file, Findings findings)
      throws IOException {
    Optional<ZipListing> listing = file.zip(findings);
    Optional<ZipEntry> manifest = listing.flatMap(l -> l.entry(PackageManifest.PATH));
    if (manifest.isEmpty() || !isCompiled(manifest.get())) {
      return Optional.empty();
    }
    return Optional.of(
        new PackageInspector(file, listing.get(), findings).run(kind, manifest.get()));
  }

  private static boolean isCompiled(ZipEntry manifest) throws IOException {
    try (InputStream in = manifest.open()) {
      return XmlReader.mayBe(in.readNBytes(8));
    } catch (ZipFaultException e) {
      return false;
    }
  }

  private Inspection run(String kind, ZipEntry entry) throws IOException {
    try {
      PackageManifest manifest = PackageManifest.read(entry);
      Optional<ResourceTable> table = table();
      manifest(manifest, table);
      if (table.isPresent()) {
        resources(table.get());
      }
    } catch (MalformedException | ZipFaultException e) {
      damaged(PackageManifest.PATH, e);
    }
    code();
    PackageSigners signers = PackageSigners.of(file.content(), listing);
    facts.putAll(signers.facts());
    return new Inspection(
        kind,
        file.content().size(),
        identity,
        start,
        Inspection.Java.NONE,
        said,
        new Inspection.Holds(ZipInspector.items(listing), signers.signers()),
        facts);
  }

  private void damaged(String entry, IOException why) {
    findings.add(
        PhoneCode.Z5307,
        Where.file(file.name()).inside(entry, -1),
        "It can't be read: " + why.getMessage() + ".",
        "Get the package anew from where it came from.");
  }

  private Optional<ResourceTable> table() throws IOException {
    try {
      return PackageTexts.table(listing);
    } catch (MalformedException | ZipFaultException e) {
      damaged(PackageLayout.RESOURCES, e);
      return Optional.empty();
    }
  }

  private void manifest(PackageManifest manifest, Optional<ResourceTable> table)
      throws IOException {
    identity.put("id", manifest.id());
    identity.put("label", PackageTexts.shown(manifest.label(), table));
    identity.put("version", PackageTexts.shown(manifest.versionName(), table));
    identity.put("version code", Long.toString(manifest.versionCode()));
    identity.put("icon", PackageTexts.shown(manifest.icon(), table));
    start.put("platforms", manifest.least() + "+, made for " + manifest.target());
    List<String> launchers =
        manifest.components().stream()
            .filter(PackageManifest.Component::launcher)
            .map(PackageManifest.Component::name)
            .toList();
    start.put("launcher starts", launchers.isEmpty() ? "nothing" : String.join(", ", launchers));
    put("permissions", manifest.permissions());
    put("features", manifest.features());
    Map<String, List<String>> components = new LinkedHashMap<>();
    for (PackageManifest.Component one : manifest.components()) {
      components
          .computeIfAbsent(one.kind(), k -> new ArrayList<>())
          .add(one.name() + (one.exported().orElse(false) ? " (exported)" : ""));
    }
    components.forEach(this::put);
    if (manifest.isDebuggable()) {
      said.put("debuggable", "true: not to be handed out");
    }
    if (manifest.isTestOnly()) {
      said.put("test only", "true: not to be handed out");
    }
  }

  private void put(String name, List<String> all) {
    if (!all.isEmpty()) {
      said.put(name, String.join(", ", all));
    }
  }

  private void resources(ResourceTable table) throws IOException {
    Map<String, TreeSet<Integer>> entries = new TreeMap<>();
    Map<String, Long> sizes = new TreeMap<>();
    TreeSet<String> languages = new TreeSet<>();
    TreeSet<Integer> densities = new TreeSet<>();
    for (TablePackage pack : table.packages()) {
      for (TypeChunk chunk : pack.types()) {
        String type = pack.typeName(chunk.type());
        TreeSet<Integer> indexes = entries.computeIfAbsent(type, t -> new TreeSet<>());
        chunk.each((index, at) -> indexes.add(index));
        sizes.merge(type, chunk.size(), Long::sum);
        if (!chunk.qualifiers().locale().isEmpty()) {
          languages.add(chunk.qualifiers().locale());
        }
        int density = chunk.qualifiers().density();
        if (density > 0 && density < 0xFFFE) {
          densities.add(density);
        }
      }
    }
    List<String> types = new ArrayList<>();
    entries.forEach(
        (type, indexes) ->
            types.add(type + " " + indexes.size() + " (" + sizes.get(type) + " bytes)"));
    facts.put("resources", String.join(", ", types));
    if (!languages.isEmpty()) {
      facts.put("languages", String.join(", ", languages));
    }
    if (!densities.isEmpty()) {
      facts.put("densities", String.join(", ", densities.stream().map(d -> d + " dpi").toList()));
    }
  }

  private void code() throws IOException {
    TreeSet<String> processors = new TreeSet<>();
    List<String> code = new ArrayList<>();
    for (ZipEntry entry : listing.entries()) {
      if (PackageLayout.isLibrary(entry.name())) {
        processors.add(entry.name().split("/", -1)[1]);
      }
      if (entry.name().endsWith(".dex") && entry.name().indexOf('/') < 0) {
        try (Access access = PackageTexts.content(entry).access()) {
          Dex dex = Dex.read(access);
          code.add(entry.name() + ": " + dex.classes() + " classes, " + dex.methods() + " methods");
        } catch (MalformedException | ZipFaultException e) {
          damaged(entry.name(), e);
        }
      }
    }
    if (!processors.isEmpty()) {
      facts.put("processors", String.join(", ", processors));
    }
    if (!code.isEmpty()) {
      facts.put("byte code", String.join("; ", code));
    }
  }
}
