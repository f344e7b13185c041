package zugabe.core.phone;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.core.android.PackageLayout;
import zugabe.core.android.PackageManifest;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.plan.Planned;
import zugabe.core.resources.CompiledResources;
import zugabe.core.resources.ResourceCompiler;
import zugabe.formats.arsc.Resource;
import zugabe.formats.arsc.ResourceTable;
import zugabe.formats.arsc.Value;
import zugabe.formats.dex.DexNames;
import zugabe.formats.jar.JarOrder;

/** Gives a finished package the recipe's identity, version, name and icon. */
final class Rework {
  private final Planned d;
  private final Sources sources;
  private final PhoneApp.Said said;
  private final Findings findings;

  Rework(Planned d, Sources sources, PhoneApp.Said said, Findings findings) {
    this.d = d;
    this.sources = sources;
    this.said = said;
    this.findings = findings;
  }

  Optional<PhoneApp> run(int code) throws IOException {
    FileContent file = sources.single().base().orElseThrow();
    Optional<BasePackage> base = BasePackage.open(file, findings);
    if (base.isEmpty() || (d.app().id().isPresent() && PhoneApp.id(d, findings).isEmpty())) {
      return Optional.empty();
    }
    try {
      return Optional.of(reworked(base.get(), Where.file(file.name()), code));
    } catch (MalformedException e) {
      findings.add(
          PhoneCode.Z5307,
          Where.file(file.name()).inside(PackageLayout.RESOURCES, -1),
          "Its resources can't be changed: " + e.getMessage() + ".",
          "Leave out labels: and icon:, or build it with them.");
      return Optional.empty();
    }
  }

  private PhoneApp reworked(BasePackage base, Where where, int code) throws IOException {
    ManifestPatch patch = new ManifestPatch(base.manifest().root()).unmarked();
    d.app().id().ifPresent(patch::id);
    patch.version(d.app().version(), code).levels(said.target());
    patch.permissions(said.declares().permissions().stream().map(Located::value).toList());
    SortedMap<String, Content> entries = new TreeMap<>(JarOrder::bytewise);
    entries.putAll(base.entries());
    base.table().ifPresent(t -> entries.put(PackageLayout.RESOURCES, t));
    boolean several = !said.shown().labels().isEmpty();
    boolean icon = said.shown().icon().isPresent() || sources.single().icon().isPresent();
    if (several || icon) {
      resources(base, patch, entries);
    }
    if (!several && !d.app().name().equals(label(base))) {
      patch.label(Value.string(d.app().name()));
    }
    told(base, patch, where);
    return new PhoneApp(
        new PackageManifest(patch.done()), entries, Map.of(), base.code(), Optional.empty(), code);
  }

  /** New labels and icons are resources beside those that are there. */
  private void resources(BasePackage base, ManifestPatch patch, SortedMap<String, Content> entries)
      throws IOException {
    List<Resource> before = base.resources();
    String name = base.table().isPresent() ? base.tableName() : base.manifest().id();
    ResourceCompiler compiler = new ResourceCompiler(name, d.where(), findings).base(before);
    boolean labels = PhoneApp.labels(d, said.shown(), compiler);
    boolean icon = AppIcons.add(sources, said.shown(), compiler, d.where(), findings);
    CompiledResources made = compiler.compile();
    made.table().ifPresent(t -> entries.put(PackageLayout.RESOURCES, Content.of(t)));
    entries.putAll(made.files());
    if (labels) {
      patch.label(Value.reference(made.numbers().get("string/" + PhoneApp.LABEL)));
    }
    if (icon) {
      patch.icon(
          Value.reference(made.numbers().get("mipmap/" + AppIcons.NAME)),
          Value.reference(made.numbers().get("mipmap/" + AppIcons.NAME + "_round")));
    }
  }

  /** The label as phones show it in any language. */
  private static String label(BasePackage base) throws IOException {
    Optional<Value> label = base.manifest().label();
    if (label.isEmpty() || !label.get().isReference() || base.table().isEmpty()) {
      return label.map(Value::shown).orElse("");
    }
    byte[] table = PhoneApp.bytes(base.table().get());
    return ResourceTable.read(Content.of(table).access()).find(label.get().data()).stream()
        .filter(f -> f.qualifiers().isNone())
        .map(f -> f.entry().value().shown())
        .findFirst()
        .orElse("");
  }

  private void told(BasePackage base, ManifestPatch patch, Where where) throws IOException {
    if (!patch.marks().isEmpty()) {
      findings.add(
          PhoneCode.Z5314,
          where,
          "The manifest said " + String.join(" and ", patch.marks()) + "; the package doesn't.",
          "Keep what was built for trying things out as well.");
    }
    Set<String> renamed = patch.renamed();
    if (renamed.isEmpty()) {
      return;
    }
    for (Map.Entry<String, Content> dex : base.code().entrySet()) {
      try (Access access = dex.getValue().access()) {
        for (String name : DexNames.texts(access, renamed)) {
          findings.add(
              PhoneCode.Z5313,
              where.inside(dex.getKey(), -1),
              "It holds the text " + name + ", which follows the new id in the manifest.",
              "Build it with the new id where that name is used, or keep the old id.");
        }
      } catch (MalformedException ignored) {
        // what is damaged is told where byte code is looked at
      }
    }
  }
}
