package zugabe.core.rehearse;

import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Code;
import zugabe.core.finding.Where;
import zugabe.core.recipe.TrialSpec;

/** One way in which a deliverable is tried. Files are paths in the output folder. */
public sealed interface Course {

  /** Files that it needs. */
  List<String> files();

  /**
   * It is unpacked, and started.
   *
   * @param program name of what is started, when it is known
   */
  record Start(List<String> files, Optional<String> program, Optional<TrialSpec> trial)
      implements Course {}

  /**
   * It is installed with its own script, its programs are started, and it is removed.
   *
   * @param name what it is installed as
   * @param trials of its programs, by their names
   * @param carriesJava whether its programs don't run on a runtime of the machine
   */
  record Install(
      String file, String name, Map<String, Optional<TrialSpec>> trials, boolean carriesJava)
      implements Course {
    @Override
    public List<String> files() {
      return List.of(file);
    }
  }

  /**
   * It is handed to a server, and asked for a page.
   *
   * @param page below its address, without a first slash
   * @param text that must occur in the answer
   * @param within time limit
   */
  record OnServer(
      Server server, List<String> files, String page, Optional<String> text, Duration within)
      implements Course {
    /** Servers take their time, and more where much else runs. */
    public static final Duration DEFAULT_LIMIT = Duration.ofMinutes(2);
  }

  /**
   * It is a program for Windows, which is started under Wine where there is one.
   *
   * @param program path of the program when the files are unpacked
   * @param variables that it looks for a runtime in
   */
  record UnderWine(
      List<String> files,
      String program,
      List<String> variables,
      Optional<TrialSpec> trial,
      Where where)
      implements Course {}

  /**
   * It is installed on what stands in for a phone, over the last release if there is one, compared,
   * upgraded by itself, and removed.
   *
   * @param expected what the phone is to show; the signer and its scheme aren't compared
   * @param last the last release's package
   */
  record OnPhone(List<String> files, Phone.App expected, Optional<Path> last, Where where)
      implements Course {}

  /** It isn't tried here, and why. */
  record NotHere(Code code, Where where, String what, String fix) implements Course {
    @Override
    public List<String> files() {
      return List.of();
    }

    /** For want of an expectation. */
    public static NotHere unexpected(String name, Where where) {
      return new NotHere(
          RehearsalCode.Z6008,
          where,
          "\"" + name + "\" isn't started: the recipe doesn't say what it is to do.",
          SAY);
    }
  }

  /** What to do when nothing is expected. */
  String SAY = "Say what you expect: trial: {arguments: [...], expect: {exit: 0, text: ...}}.";
}
