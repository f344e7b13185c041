package zugabe.core.phone;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Resolving;
import zugabe.core.shape.Field;
import zugabe.core.shape.ListShape;
import zugabe.core.shape.MapShape;
import zugabe.core.shape.RecordShape.Values;
import zugabe.core.shape.Reference;
import zugabe.core.shape.TextShape;

/** Which files a recipe names for an application. */
public record Contents(
    List<Located<String>> code,
    List<Located<String>> resources,
    List<Located<String>> assets,
    Map<String, List<Located<String>>> natives,
    List<Located<String>> files,
    Optional<Located<String>> numbers,
    Optional<Located<String>> base,
    Optional<Located<String>> last) {
  private static final ListShape<Located<String>> FILES =
      new ListShape<>(TextShape.any().naming(Reference.To.FILES));

  public static final Field<List<Located<String>>> CODE =
      Field.optional(
          "code", FILES, "Byte code (.dex): files, patterns or folders; they are numbered anew.");
  public static final Field<List<Located<String>>> RESOURCES =
      Field.optional(
          "resources", FILES, "Folders of resources as sources, with values, drawable and so on.");
  public static final Field<List<Located<String>>> ASSETS =
      Field.optional("assets", FILES, "Files that the application opens by their paths.");
  public static final Field<Map<String, List<Located<String>>>> NATIVES =
      Field.optional(
          "natives",
          new MapShape<>(FILES, String.join("|", VersionCode.processors())),
          "Native libraries by kind of processor: armeabi-v7a, arm64-v8a, x86, x86_64, riscv64.");
  public static final Field<List<Located<String>>> ROOT =
      Field.optional("root", FILES, "Other files, for the package's top.");
  public static final Field<Located<String>> NUMBERS =
      Field.optional(
              "resource-numbers",
              TextShape.any().naming(Reference.To.FILE),
              "Numbers of resources that the byte code was compiled against: lines of type, name and number.")
          .otherwise("they are given by type and name, and written beside the package");

  public static final Field<Located<String>> BASE =
      Field.optional(
          "package",
          TextShape.any().naming(Reference.To.FILE),
          "A finished package to start from, unsigned or signed for trying things out: it gets the recipe's identity, version, name and icon, and is signed anew.");

  public static final Field<Located<String>> LAST =
      Field.optional(
          "upgrades-from",
          TextShape.any().naming(Reference.To.FILE),
          "The last release's package: phones that have it have to take this one, which check looks at and rehearse tries.");

  public static final List<Field<?>> FIELDS =
      List.of(BASE, CODE, RESOURCES, ASSETS, NATIVES, ROOT, NUMBERS, LAST);

  public static Contents of(Values v) {
    return new Contents(
        v.of(CODE),
        v.of(RESOURCES),
        v.of(ASSETS),
        v.of(NATIVES),
        v.of(ROOT),
        v.maybe(NUMBERS),
        v.maybe(BASE),
        v.maybe(LAST));
  }

  /** Whether resources get their numbers where they are compiled. */
  public boolean numbersAreMade() {
    return !resources.isEmpty() && base.isEmpty() && numbers.isEmpty();
  }

  /** The files that are there; what isn't is in the findings. */
  public Sources sources(Declares declares, Shown shown, Resolving by) {
    if (base.isPresent()) {
      compiled(declares, by);
    }
    Map<String, List<OwnFile>> libraries = new LinkedHashMap<>();
    natives.forEach((abi, said) -> libraries.put(abi, found(said, by)));
    Optional<FileContent> icon =
        shown.icon().isPresent() ? shown.icon().flatMap(by::file) : by.icon();
    return new Sources(
        found(code, by),
        found(resources, by),
        found(assets, by),
        libraries,
        found(files, by),
        new Sources.Single(
            base.flatMap(by::file),
            declares.manifest().flatMap(by::file),
            numbers.flatMap(by::file),
            last.flatMap(by::file),
            new Sources.Icons(
                icon,
                shown.layers().front().flatMap(by::file),
                shown.layers().back().flatMap(by::file),
                shown.layers().plain().flatMap(by::file))));
  }

  /** Tells keys that say nothing where a finished package is started from. */
  private void compiled(Declares declares, Resolving by) {
    Map<String, Optional<Where>> said = new LinkedHashMap<>();
    said.put("code:", first(code));
    said.put("resources:", first(resources));
    said.put("resource-numbers:", numbers.map(Located::where));
    said.put("manifest:", declares.manifest().map(Located::where));
    said.put("features:", declares.features().values().stream().map(Located::where).findFirst());
    said.put("application:", declares.application().map(Located::where));
    said.put(
        "activities:", declares.activities().values().stream().map(Component::where).findFirst());
    said.put("services:", declares.services().values().stream().map(Component::where).findFirst());
    said.put(
        "receivers:", declares.receivers().values().stream().map(Component::where).findFirst());
    said.forEach(
        (key, where) ->
            where.ifPresent(
                at ->
                    by.findings()
                        .add(
                            PhoneCode.Z5315,
                            at,
                            key + " can't be said beside package:.",
                            "Remove it, or make the package from its parts.")));
  }

  private static Optional<Where> first(List<Located<String>> all) {
    return all.stream().map(Located::where).findFirst();
  }

  private static List<OwnFile> found(List<Located<String>> said, Resolving by) {
    List<OwnFile> all = new ArrayList<>();
    said.forEach(one -> all.addAll(by.folder(one)));
    return all;
  }
}
