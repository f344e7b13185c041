package zugabe.core.install;

import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.plan.Program;
import zugabe.core.program.Platforms;
import zugabe.core.scripts.StartScripts;

/** Whether what a program is started with can be written into what starts it. */
public final class PassedWords {
  private final Program program;
  private final String platform;
  private final Findings findings;

  /**
   * @param platform such as {@code linux-x64}; empty when scripts for all are written
   */
  public PassedWords(Program program, String platform, Findings findings) {
    this.program = program;
    this.platform = platform;
    this.findings = findings;
  }

  /**
   * Looks at all of them.
   *
   * @param options for the runtime, that scripts carry
   * @param installs whether services and first-run steps are set up
   */
  public void check(List<Located<String>> options, boolean installs) {
    boolean batch = program.file().filter(StartScripts::isBatch).isPresent();
    options.forEach(o -> word(o.value(), o.where(), batch));
    program.arguments().forEach(a -> word(a.value(), a.where(), batch));
    if (!installs) {
      return;
    }
    // these pass the start script, a batch file, on Windows
    program.firstRun().ifPresent(words -> words.forEach(w -> word(w, program.where(), true)));
    program
        .service()
        .ifPresent(
            s ->
                s.arguments()
                    .forEach(
                        w -> {
                          word(w, program.where(), true);
                          propertyList(w);
                        }));
  }

  private void word(String text, Where where, boolean batch) {
    boolean windows = platform.isEmpty() || Platforms.isWindows(platform);
    Optional<String> control = control(text, windows ? "\t" : "\t\n\r");
    if (text.indexOf('\0') >= 0) {
      tell(where, text, "no program can be given the character U+0000");
    } else if (windows && control.isPresent()) {
      tell(where, text, "a script of Windows' command processor can't hold " + control.get());
    } else if (windows && batch && text.indexOf('"') >= 0) {
      tell(where, text, "a quotation mark can't be passed to a batch file of Windows");
    }
  }

  private void propertyList(String text) {
    Optional<String> control = control(text, "\t\n");
    if ((platform.isEmpty() || platform.startsWith("macos")) && control.isPresent()) {
      tell(program.where(), text, "a property list can't hold " + control.get());
    }
  }

  private static Optional<String> control(String text, String allowed) {
    return text.chars()
        .filter(c -> c < ' ' && allowed.indexOf(c) < 0)
        .mapToObj(c -> c == '\n' || c == '\r' ? "a line end" : "the character U+00" + hex(c))
        .findFirst();
  }

  private static String hex(int c) {
    return (c < 16 ? "0" : "") + Integer.toHexString(c).toUpperCase(java.util.Locale.ROOT);
  }

  private void tell(Where where, String text, String why) {
    findings.add(
        InstallCode.Z3021,
        where,
        program.name()
            + " can't be started with the argument \""
            + text
            + '"'
            + (platform.isEmpty() ? "" : " on " + platform)
            + ": "
            + why
            + ".",
        "Write it another way, or let the program read it from a file.");
  }
}
