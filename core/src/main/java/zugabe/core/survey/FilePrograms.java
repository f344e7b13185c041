package zugabe.core.survey;

import java.util.List;
import java.util.Optional;
import zugabe.bytes.Regex;
import zugabe.core.materials.Nature;

/** Native programs and scripts: what belongs to them, and why they are programs. */
final class FilePrograms {
  private final List<Survey.Found> found;

  FilePrograms(List<Survey.Found> found) {
    this.found = found;
  }

  static boolean isScript(Survey.Found f) {
    return isAnyScript(f) && f.name().indexOf('.') < 0;
  }

  /** Whether its system starts it by the name that it has. */
  static boolean isProgram(Survey.Found f) {
    boolean windows = f.what().platforms().stream().anyMatch(p -> p.startsWith("windows"));
    return f.what().nature() == Nature.PROGRAM
        && (!windows || Regex.matches(f.name(), "(?i).*\\.(exe|com)"));
  }

  /** Whether Windows alone runs it: of two scripts that do the same, the other says more. */
  static boolean isForWindows(Survey.Found script) {
    return Regex.matches(script.name(), "(?i).*\\.(cmd|bat)");
  }

  /** Whether it says by itself what reads it. */
  static boolean isAnyScript(Survey.Found f) {
    return f.what().nature() == Nature.SCRIPT && !f.what().fact("interpreter").isEmpty();
  }

  Survey.Candidate of(Survey.Found f) {
    boolean program = f.what().nature() == Nature.PROGRAM;
    List<String> linked = List.of(f.what().fact("linked to").split(", ", -1));
    List<Survey.Found> libraries =
        found.stream()
            .filter(l -> l.what().nature() == Nature.NATIVE_LIBRARY)
            .filter(l -> linked.contains(l.name()) || linked.contains(l.what().fact("name")))
            .toList();
    return new Survey.Candidate(
        Survey.Kind.FILE,
        ProgramSearch.plain(
            Regex.replaceFirst(
                f.name(), program ? "(?i)\\.exe$" : "(.)\\.[A-Za-z0-9]+$", program ? "" : "$1")),
        f.path(),
        new Survey.Candidate.Manner(
            f.what().fact("surface").equals("window") ? "window" : "console",
            false,
            Optional.empty(),
            f.what().platforms()),
        new Survey.Candidate.Files(List.of(around(f, libraries)), libraries, Optional.empty()),
        program ? 2 : 1,
        List.of(why(f, program)));
  }

  private static String why(Survey.Found f, boolean program) {
    if (!program) {
      return "a script for " + f.what().form();
    }
    String needs = f.what().fact("needs");
    return needs.isEmpty() ? "a native program" : "a native program; needs " + needs;
  }

  /** The folder that holds a program and the libraries it is linked to. */
  private static String around(Survey.Found program, List<Survey.Found> libraries) {
    String folder = program.folder();
    for (Survey.Found library : libraries) {
      while (!folder.equals(".") && !(library.folder() + "/").startsWith(folder + "/")) {
        folder = ProgramSearch.parent(folder);
      }
    }
    return folder;
  }
}
