package zugabe.core.checks;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;
import zugabe.core.recipe.ProgramSpec;

/**
 * Options for the runtime that somebody left there while looking for a fault, with which it starts
 * nothing, or that work in one folder only.
 */
public final class OptionsCheck {
  private static final Pattern DEBUG =
      Pattern.compile(
          "-agentlib:jdwp.*|-Xrunjdwp.*|-Xdebug|-ea|-enableassertions.*|-ea:.*|-Xint|-verbose(:.*)?"
              + "|-Dcom\\.sun\\.management\\.jmxremote\\.(authenticate|ssl)=false|-Xcheck:jni");

  /** Start scripts and programs say these themselves. */
  private static final Pattern PATHS =
      Pattern.compile(
          "-cp|-classpath|--class-path(=.*)?|-p|--module-path(=.*)?|-jar|-m|--module(=.*)?|--source(=.*)?");

  private static final Pattern ENDING =
      Pattern.compile(
          "--?version|-h|--?help|-\\?|-X|--help-extra|--list-modules|--validate-modules|--dry-run"
              + "|-d|--describe-module(=.*)?");

  /** Their value may be a word of its own. */
  private static final Pattern APART =
      Pattern.compile(
          "--(add-(opens|exports|reads|modules)|limit-modules|patch-module|upgrade-module-path)");

  /**
   * What the runtime's own start program takes, of whatever version; what begins with {@code -X} is
   * its virtual machine's.
   */
  private static final Pattern KNOWN =
      Pattern.compile(
          "-[DX].*|-(agentlib|agentpath|javaagent|splash):.*|-(ea|da|enableassertions|disableassertions)(:.*)?"
              + "|-(esa|dsa|enablesystemassertions|disablesystemassertions|server|client|showversion|d32|d64)"
              + "|-(no-)?jre-(no-)?restrict-search|-verbose(:.*)?"
              + "|--(add-opens|add-exports|add-reads|add-modules|limit-modules|patch-module|upgrade-module-path)(=.*)?"
              + "|--(enable-preview|enable-native-access=.*|illegal-(native-)?access=.*|finalization=.*|disable-@files"
              + "|show-version|show-module-resolution|sun-misc-unsafe-memory-access=.*|enable-final-field-mutation=.*"
              + "|illegal-final-field-mutation=.*)");

  private static final Pattern CAPITAL =
      Pattern.compile("-(xx:.*|x(mx|ms|mn|ss|log|share|int|batch|comp).*|d[a-z]+\\..*=.*)");

  private static final Pattern SEVERAL = Pattern.compile("-.*\\s-(-?[a-z]+-|D|X).*");
  private static final Pattern SIZE = Pattern.compile("-X(mx|ms|mn|ss)(.*)");
  private static final Pattern SIZES = Pattern.compile("[1-9][0-9]*[kKmMgGtT]?");
  private static final Pattern FILE =
      Pattern.compile("(?:-javaagent:|-agentpath:|-splash:|-Xbootclasspath/a:|@)([^=]+).*");

  private static final Pattern ABSOLUTE = Pattern.compile("[/\\\\$%{~].*|[A-Za-z]:.*");

  private final Findings findings;

  private OptionsCheck(Findings findings) {
    this.findings = findings;
  }

  /** Looks at every program of the plan. */
  public static void run(Plan plan, Findings findings) {
    OptionsCheck check = new OptionsCheck(findings);
    Set<String> done = new HashSet<>();
    for (Planned d : plan.deliverables()) {
      d.programs().stream().filter(p -> done.add(p.name())).forEach(check::look);
    }
  }

  private void look(Program program) {
    List<Located<String>> options = program.options();
    for (int i = 0; i < options.size(); i++) {
      Located<String> option = options.get(i);
      String word = option.value();
      boolean value = i > 0 && takesNext(options.get(i - 1).value());
      if (DEBUG.matcher(word).matches()) {
        findings.add(
            CheckCode.Z3019,
            option.where(),
            word + " is for debugging.",
            "Remove it, unless users should run it that way.");
      } else if (!value) {
        taken(option, word);
      }
      Matcher file = FILE.matcher(word);
      if (file.matches()
          && !ABSOLUTE.matcher(file.group(1)).matches()
          && program.folder() != ProgramSpec.Folder.PROGRAM) {
        findings.add(
            CheckCode.Z3029,
            option.where(),
            "Java looks for " + file.group(1) + " where the user is.",
            "Ship it beside the program and write folder: program, or name its whole path.");
      }
    }
  }

  private static boolean takesNext(String option) {
    return APART.matcher(option).matches()
        || (PATHS.matcher(option).matches() && option.indexOf('=') < 0);
  }

  private void taken(Located<String> option, String word) {
    Matcher size = SIZE.matcher(word);
    if (!word.startsWith("-") && !word.startsWith("@")) {
      tell(
          option,
          "Java takes " + word + " for the main class: it doesn't begin with -.",
          "Write an option and its value as one word; what the program is to have goes to arguments:.");
    } else if (PATHS.matcher(word).matches()) {
      tell(
          option,
          word + " takes the place of what the recipe says.",
          "Remove it: libraries:, main: and modules: say what is started.");
    } else if (ENDING.matcher(word).matches()) {
      tell(option, "With " + word + " Java ends before it starts the program.", "Remove it.");
    } else if (SEVERAL.matcher(word).matches()) {
      tell(
          option,
          "Java takes \"" + word + "\" for one option.",
          "Write them apart: [" + String.join(", ", word.strip().split("\\s+", -1)) + "].");
    } else if (size.matches() && !SIZES.matcher(size.group(2)).matches()) {
      tell(
          option,
          "Java doesn't take " + word + ": sizes are whole numbers with k, m or g behind them.",
          "Write one such as -X" + size.group(1) + "512m.");
    } else if (word.startsWith("-") && !KNOWN.matcher(word).matches()) {
      tell(
          option,
          "Java knows no option " + word + ".",
          CAPITAL.matcher(word).matches()
              ? "Write it with a capital letter: -"
                  + word.substring(1, 2).toUpperCase(Locale.ROOT)
                  + (word.startsWith("-xx:") ? "X" : word.substring(2, 3))
                  + word.substring(3)
              : "Mend it, or remove it; what the program itself is to have goes to arguments:.");
    }
  }

  private void tell(Located<String> option, String what, String fix) {
    findings.add(CheckCode.Z3028, option.where(), what, fix);
  }
}
