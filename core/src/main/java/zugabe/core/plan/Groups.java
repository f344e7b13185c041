package zugabe.core.plan;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.materials.FilePattern;
import zugabe.core.materials.Finder;
import zugabe.core.materials.MaterialCode;
import zugabe.core.materials.Materials;
import zugabe.core.recipe.FilesSpec;
import zugabe.core.recipe.MaterialsSpec;
import zugabe.core.work.Progress;

/** The recipe's groups of materials: each is looked for once, and read when it is needed. */
final class Groups {
  private final Map<String, MaterialsSpec> specs;
  private final Set<String> withLinks;
  private final Finder finder;
  private final Progress progress;
  private final Findings findings;
  private final Materials.Shelf shelf;
  private final Map<String, Materials.Matched> matched = new LinkedHashMap<>();
  private final Map<String, Materials> read = new LinkedHashMap<>();

  /**
   * @param withLinks groups in which symbolic links stay links, when nothing else is asked for
   */
  Groups(
      Map<String, MaterialsSpec> specs,
      Set<String> withLinks,
      Finder finder,
      Materials.Shelf shelf,
      Progress progress,
      Findings findings) {
    this.specs = specs;
    this.withLinks = withLinks;
    this.finder = finder;
    this.progress = progress;
    this.findings = findings;
    this.shelf = shelf;
  }

  /** Looks for the files of every group. */
  void matchAll() {
    specs.keySet().forEach(name -> match(name, withLinks.contains(name)));
  }

  /** Reads the libraries of every group at once, so that no worker waits for the end of one. */
  void readAll() throws IOException {
    matchAll();
    progress.at("reading libraries", 0, 0);
    shelf.read(matched.values());
  }

  /**
   * A group, read.
   *
   * @param links whether symbolic links among its own files stay links
   */
  Materials of(String name, boolean links) throws IOException {
    String key = key(name, links);
    Materials known = read.get(key);
    if (known == null) {
      progress.at("reading " + name, 0, 0);
      known = Materials.read(match(name, links), shelf);
      read.put(key, known);
    }
    return known;
  }

  /** A group for a web archive, read. */
  Materials served(String name) throws IOException {
    String key = name + " as served";
    Materials known = read.get(key);
    if (known == null) {
      Materials.Matched plain = match(name, false);
      Materials.Matched served = Materials.served(plain);
      boolean same = served.web().size() == plain.web().size();
      known = same ? of(name, false) : Materials.read(served, shelf);
      read.put(key, known);
    }
    return known;
  }

  private static String key(String name, boolean links) {
    return links ? name + " with links" : name;
  }

  private Materials.Matched match(String name, boolean links) {
    String key = key(name, links);
    Materials.Matched known = matched.get(key);
    if (known == null) {
      MaterialsSpec spec = specs.get(name);
      Materials.Wanted wanted =
          new Materials.Wanted(
              placed(spec.own()),
              placedFor(spec.ownFor()),
              placed(spec.web()),
              sought(spec.libraries()),
              byPlatform(spec.natives()),
              sought(spec.except()),
              links);
      known = Materials.match(name, wanted, finder);
      matched.put(key, known);
      if (spec.own().isEmpty()
          && spec.libraries().isEmpty()
          && spec.ownFor().isEmpty()
          && spec.applications().isEmpty()
          && spec.web().isEmpty()) {
        findings.add(
            MaterialCode.Z2015,
            spec.where(),
            "The group \"" + name + "\" names no files.",
            "Add own: with the folder of your classes.");
      }
    }
    return known;
  }

  private static List<FilePattern> placed(List<FilesSpec> said) {
    return said.stream()
        .filter(s -> s.from().given())
        .map(s -> new FilePattern(s.from().value(), s.from().where(), s.to()))
        .toList();
  }

  private static Map<String, List<FilePattern>> placedFor(Map<String, List<FilesSpec>> said) {
    Map<String, List<FilePattern>> sought = new LinkedHashMap<>();
    said.forEach((platform, files) -> sought.put(platform, placed(files)));
    return sought;
  }

  private static Map<String, List<FilePattern>> byPlatform(
      Map<String, List<Located<String>>> said) {
    Map<String, List<FilePattern>> sought = new LinkedHashMap<>();
    said.forEach((platform, patterns) -> sought.put(platform, sought(patterns)));
    return sought;
  }

  private static List<FilePattern> sought(List<Located<String>> patterns) {
    return patterns.stream()
        .filter(Located::given)
        .map(s -> new FilePattern(s.value(), s.where()))
        .toList();
  }
}
