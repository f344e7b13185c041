package zugabe.core.checks;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.Library;
import zugabe.core.materials.Materials;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Part;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;

/** Holds a program's libraries against each other. */
public final class LibrariesCheck {
  private static final Pattern NAME = Pattern.compile("(.+?)-(\\d[\\w.+-]*)\\.jar");
  private static final Pattern LICENCE =
      Pattern.compile("(?i)(licen[cs]e|copying|notice|unlicense)([._-].*)?");
  private static final int FEW = 4;

  private final Findings findings;
  private final Set<String> done = new HashSet<>();
  private final Set<String> unlicensed = new HashSet<>();

  private LibrariesCheck(Findings findings) {
    this.findings = findings;
  }

  /** Looks at each group of materials once. */
  public static void run(Plan plan, Findings findings) {
    LibrariesCheck check = new LibrariesCheck(findings);
    for (Planned d : plan.deliverables()) {
      // one that carries nothing would pass for the group, and be the only one looked at
      d.parts().stream().filter(p -> !p.materials().isEmpty()).forEach(check::part);
    }
  }

  private void part(Part part) {
    Materials materials = part.materials();
    if (done.add(materials.name())) {
      versions(materials.libraries());
      modules(materials.libraries());
    }
    // the text may go along with one deliverable and not with another
    if (part.licence().isEmpty() && unlicensed.add(materials.name())) {
      licences(materials, part.where());
    }
  }

  /** What a library is called whatever its version, from its metadata, else from its file name. */
  private static String identity(Library library) {
    Optional<String> bundle =
        library
            .manifest()
            .flatMap(m -> m.value("Bundle-SymbolicName"))
            .map(v -> Regex.replaceFirst(v, ";.*", "").strip());
    Matcher name = NAME.matcher(library.name());
    return bundle.orElseGet(() -> name.matches() ? name.group(1) : "");
  }

  private static boolean hasFiles(Library library) {
    return library.contents().stream()
        .anyMatch(c -> !c.entry().isFolder() && !c.entry().name().startsWith("META-INF/"));
  }

  private static boolean isNamed(Library library) {
    return !identity(library).isEmpty();
  }

  private static String version(Library library) {
    Matcher name = NAME.matcher(library.name());
    return library.version().orElseGet(() -> name.matches() ? name.group(2) : "");
  }

  private void versions(List<Library> libraries) {
    Map<String, List<Library>> byIdentity = new TreeMap<>();
    for (Library l : libraries) {
      // an empty one stands in for others, and hides nothing
      if (!identity(l).isEmpty() && !version(l).isEmpty() && hasFiles(l)) {
        byIdentity.computeIfAbsent(identity(l), i -> new ArrayList<>()).add(l);
      }
    }
    byIdentity.forEach(
        (identity, all) -> {
          Library first = all.get(0);
          for (Library l : all.subList(1, all.size())) {
            boolean same = version(l).equals(version(first));
            findings.add(
                CheckCode.Z4025,
                Where.file(l.file().name()),
                same
                    ? identity
                        + " "
                        + version(l)
                        + " is there as "
                        + first.file().name()
                        + " as well."
                    : identity
                        + " is there twice: "
                        + version(first)
                        + " ("
                        + first.file().name()
                        + ") comes first, then "
                        + version(l)
                        + ".",
                "Keep the version that you tested with.");
          }
        });
  }

  private void modules(List<Library> libraries) {
    Map<String, Library> packages = new TreeMap<>();
    for (Library l : libraries) {
      if (l.content("module-info.class").isEmpty()) {
        continue;
      }
      Set<String> own = new TreeSet<>();
      l.contents()
          .forEach(
              c -> {
                String path = c.entry().name();
                int slash = path.lastIndexOf('/');
                if (slash > 0 && path.endsWith(".class") && !path.startsWith("META-INF/")) {
                  own.add(path.substring(0, slash).replace('/', '.'));
                }
              });
      for (String p : own) {
        Library other = packages.putIfAbsent(p, l);
        if (other != null && !(isNamed(l) && identity(other).equals(identity(l)))) {
          findings.add(
              CheckCode.Z4027,
              Where.file(l.file().name()),
              "Package " + p + " is in the module " + other.file().name() + " as well.",
              "Keep one of the two, or run the program from the class path.");
        }
      }
    }
  }

  /** A class of that name is none; most entries are classes, and few of the rest begin so. */
  private static boolean isLicence(String path) {
    int name = path.lastIndexOf('/') + 1;
    return !path.endsWith(".class")
        && name < path.length()
        && "lcnuLCNU".indexOf(path.charAt(name)) >= 0
        && LICENCE.matcher(path.substring(name)).matches();
  }

  private void licences(Materials materials, Where where) {
    List<String> without = new ArrayList<>();
    for (Library l : materials.libraries()) {
      boolean has = l.contents().stream().anyMatch(c -> isLicence(c.entry().name()));
      if (!has) {
        without.add(l.name());
      }
    }
    boolean together =
        without.isEmpty()
            || materials.own().stream().map(OwnFile::path).anyMatch(LibrariesCheck::isLicence);
    if (!together) {
      int more = without.size() - FEW;
      findings.add(
          CheckCode.Z4033,
          where,
          "No licence text ships with "
              + String.join(", ", without.subList(0, Math.min(FEW, without.size())))
              + (more > 0 ? " and " + more + " more" : "")
              + ".",
          "Add a file with their licences to own:, such as LICENSE-libraries.txt.");
    }
  }
}
