package zugabe.kinds.release;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.OwnFile;
import zugabe.formats.erlang.Term;
import zugabe.formats.erlang.TermFaultException;
import zugabe.formats.erlang.TermReader;

/**
 * A compiled application, as its resource file tells of it (Kernel, {@code app(4)}).
 *
 * @param version as written; never read as a number
 * @param folder its own, in front of {@code ebin/}, with a last slash; may be empty
 * @param properties of the resource file
 * @param files below its folder
 */
record Application(
    String name, String version, String folder, Term properties, List<OwnFile> files, Where where) {
  private static final long MAX_BYTES = TermReader.MAX_BYTES;

  /** The application whose resource file this is; a damaged one is a finding. */
  static Optional<Application> of(OwnFile resource, List<OwnFile> all, Findings findings)
      throws IOException {
    Where where = Where.file(resource.file().name());
    String path = resource.path();
    String folder = path.substring(0, path.lastIndexOf("ebin/"));
    String wanted = path.substring(path.lastIndexOf('/') + 1, path.length() - ".app".length());
    if (resource.file().size() > MAX_BYTES) {
      return damaged(where, "it has more than " + MAX_BYTES + " bytes", findings);
    }
    List<Term> terms;
    try (InputStream in = resource.file().open()) {
      terms = TermReader.read(in.readAllBytes());
    } catch (TermFaultException e) {
      return damaged(
          where.at("line " + e.line() + ", column " + e.column()), e.getMessage(), findings);
    }
    if (terms.size() != 1
        || !terms.get(0).isTuple("application", 3)
        || ((Term.Tuple) terms.get(0)).items().get(2).asList().isEmpty()) {
      return damaged(where, "it isn't {application, Name, [...]}", findings);
    }
    List<Term> items = ((Term.Tuple) terms.get(0)).items();
    String name = items.get(1).asAtom().orElse("");
    if (!name.equals(wanted)) {
      return damaged(where, "it tells of \"" + name + "\", and its file of " + wanted, findings);
    }
    Term properties = items.get(2);
    Optional<String> version = properties.value("vsn").flatMap(Term::asText);
    if (version.isEmpty() || !Regex.matches(version.get(), "[A-Za-z0-9][A-Za-z0-9._+~-]*")) {
      return damaged(where, "its vsn isn't a version", findings);
    }
    List<OwnFile> files = all.stream().filter(f -> f.path().startsWith(folder)).toList();
    return Optional.of(new Application(name, version.get(), folder, properties, files, where));
  }

  private static Optional<Application> damaged(Where where, String why, Findings findings) {
    findings.add(
        ReleaseCode.Z7001,
        where,
        "The application's resource file can't be used: " + why + ".",
        "Compile the application again.");
    return Optional.empty();
  }

  /** Its folder in a release. */
  String title() {
    return name + "-" + version;
  }

  /** Atoms in a list of its properties. */
  List<String> atoms(String key) {
    List<String> atoms = new ArrayList<>();
    properties
        .value(key)
        .flatMap(Term::asList)
        .orElse(List.of())
        .forEach(t -> t.asAtom().ifPresent(atoms::add));
    return atoms;
  }

  /** Texts in a list of its properties. */
  List<String> texts(String key) {
    List<String> texts = new ArrayList<>();
    properties
        .value(key)
        .flatMap(Term::asList)
        .orElse(List.of())
        .forEach(t -> t.asText().ifPresent(texts::add));
    return texts;
  }

  /** As the boot file wants it. */
  Term term() {
    return Term.tuple(Term.atom("application"), Term.atom(name), properties);
  }

  /** What goes into a release: compiled modules, the resource file, and private files. */
  List<OwnFile> shipped() {
    return files.stream()
        .filter(f -> isShippedInside(f.path().substring(folder.length())))
        .toList();
  }

  private static boolean isShippedInside(String inner) {
    return inner.startsWith("priv/") || Regex.matches(inner, "ebin/[^/]+\\.(beam|app)");
  }

  /** Whether a file that lies in an application's folder, wherever that is, goes into a release. */
  static boolean isShipped(String path) {
    return Regex.matches(path, "(.*/)?(priv/.+|ebin/[^/]+\\.(beam|app))");
  }

  boolean has(String inner) {
    return files.stream().anyMatch(f -> f.path().equals(folder + inner));
  }
}
