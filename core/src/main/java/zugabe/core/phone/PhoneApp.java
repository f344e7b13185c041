package zugabe.core.phone;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import zugabe.bytes.Content;
import zugabe.bytes.Regex;
import zugabe.core.android.PackageLayout;
import zugabe.core.android.PackageManifest;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Planned;
import zugabe.core.resources.CompiledResources;
import zugabe.core.resources.ResourceCompiler;
import zugabe.core.resources.ResourceFile;
import zugabe.core.resources.SourceElement;
import zugabe.formats.androidxml.XmlAttribute;
import zugabe.formats.androidxml.XmlElement;
import zugabe.formats.jar.JarOrder;

/**
 * An application for phones, compiled.
 *
 * @param entries the table of resources, files of resources, and what comes from a finished package
 * @param sources what entries that were compiled were made of, and where the manifest's classes are
 *     named: {@link #named}
 * @param code byte code, by names for messages
 * @param numbers of its resources, as a table that byte code is compiled against; empty where one
 *     was given, and where byte code names none
 * @param versionCode of a package that serves all phones
 */
public record PhoneApp(
    PackageManifest manifest,
    SortedMap<String, Content> entries,
    Map<String, Where> sources,
    Map<String, Content> code,
    Optional<String> numbers,
    int versionCode) {
  static final String LABEL = "app_label";

  /** What a recipe says of it, beside its files. */
  public record Said(PhoneTarget target, Declares declares, Shown shown) {}

  /** Compiles it; what is wrong is in the findings. */
  public static Optional<PhoneApp> of(Planned d, Sources sources, Said said, Findings findings)
      throws IOException {
    Optional<Integer> code = VersionCode.of(d.app().version(), said.target(), d.where(), findings);
    if (sources.single().base().isPresent()) {
      return code.isEmpty()
          ? Optional.empty()
          : new Rework(d, sources, said, findings).run(code.get());
    }
    Optional<String> id = id(d, findings);
    if (id.isEmpty() || code.isEmpty()) {
      return Optional.empty();
    }
    return compiled(d, sources, said, id.get(), code.get(), findings);
  }

  private static Optional<PhoneApp> compiled(
      Planned d, Sources sources, Said said, String id, int code, Findings findings)
      throws IOException {
    ResourceCompiler compiler = new ResourceCompiler(id, d.where(), findings);
    if (sources.single().numbers().isPresent()) {
      FileContent numbers = sources.single().numbers().get();
      compiler.numbers(
          new String(bytes(numbers), StandardCharsets.UTF_8), Where.file(numbers.name()));
    }
    for (OwnFile file : sources.resources()) {
      compiler.add(new ResourceFile(file.path(), file.file(), Where.file(file.file().name())));
    }
    boolean icon = AppIcons.add(sources, said.shown(), compiler, d.where(), findings);
    String label = label(d, said.shown(), compiler);
    CompiledResources resources = compiler.compile();
    Optional<SourceElement> written = Optional.empty();
    if (sources.single().manifest().isPresent()) {
      written = new WrittenManifest(d.app(), id, findings).read(sources.single().manifest().get());
      if (written.isEmpty()) {
        return Optional.empty();
      }
    }
    ManifestMaker.Facts facts =
        new ManifestMaker.Facts(
            id,
            d.app().version(),
            code,
            said.target(),
            label,
            icon ? Optional.of("@mipmap/" + AppIcons.NAME) : Optional.empty(),
            !sources.code().isEmpty(),
            !sources.natives().isEmpty());
    SourceElement manifest =
        new ManifestMaker(written, d.where(), findings)
            .make(facts, said.declares(), !said.shown().labels().isEmpty());
    SortedMap<String, Content> entries = new TreeMap<>(JarOrder::bytewise);
    resources.table().ifPresent(t -> entries.put(PackageLayout.RESOURCES, Content.of(t)));
    entries.putAll(resources.files());
    Map<String, Content> dex = new LinkedHashMap<>();
    sources.code().forEach(f -> dex.put(f.file().name(), f.file()));
    return Optional.of(
        new PhoneApp(
            new PackageManifest(resources.manifest(manifest, id, findings)),
            entries,
            places(manifest, id, resources.sources()),
            dex,
            sources.numbersAreMade() ? Optional.of(resources.numbersText()) : Optional.empty(),
            code));
  }

  /** The manifest's place where it names a class, for {@link #sources}. */
  static String named(String className) {
    return PackageManifest.PATH + "#" + className;
  }

  /** Elements of the recipe's have their places there. */
  private static Map<String, Where> places(
      SourceElement manifest, String id, Map<String, Where> sources) {
    Map<String, Where> all = new HashMap<>(sources);
    for (SourceElement application : manifest.children()) {
      List<SourceElement> naming = new ArrayList<>(application.children());
      naming.add(application);
      for (SourceElement one : naming) {
        one.in(XmlAttribute.ANDROID, "name")
            .ifPresent(n -> all.putIfAbsent(named(Component.full(n, id)), one.where()));
      }
    }
    return all;
  }

  /** A manifest's bytes. */
  public static byte[] encode(XmlElement manifest) {
    return CompiledResources.encode(manifest);
  }

  /** The application's id, where phones take it; else that is a finding. */
  static Optional<String> id(Planned d, Findings findings) {
    Optional<String> id = d.app().id();
    boolean good =
        id.filter(i -> Regex.matches(i, "[A-Za-z][A-Za-z0-9_]*(\\.[A-Za-z][A-Za-z0-9_]*)+"))
            .isPresent();
    if (!good) {
      findings.add(
          PhoneCode.Z5301,
          d.where(),
          id.isEmpty() ? "There is no app.id." : "Phones don't take the id " + id.get() + ".",
          "Write app.id: with two parts or more, of letters, digits and _, each with a letter in"
              + " front, such as example.gannet.saltmarsh.");
      return Optional.empty();
    }
    return id;
  }

  private static String label(Planned d, Shown shown, ResourceCompiler compiler) {
    if (labels(d, shown, compiler)) {
      return "@string/" + LABEL;
    }
    String plain = d.app().name().replace("\\", "\\\\");
    // as a source writes text that is no reference
    return plain.startsWith("@") || plain.startsWith("?") ? "\\" + plain : plain;
  }

  /** Adds labels in several languages as a resource, if there are several. */
  static boolean labels(Planned d, Shown shown, ResourceCompiler compiler) {
    Map<String, Located<String>> labels = shown.labels();
    if (labels.isEmpty()) {
      return false;
    }
    compiler.text(LABEL, "", d.app().name());
    labels.forEach((language, text) -> compiler.text(LABEL, language, text.value()));
    return true;
  }

  static byte[] bytes(Content file) throws IOException {
    try (InputStream in = file.open()) {
      return in.readAllBytes();
    }
  }
}
