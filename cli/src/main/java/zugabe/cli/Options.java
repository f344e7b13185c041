package zugabe.cli;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Model.PositionalParamSpec;
import picocli.CommandLine.TypeConversionException;

/** Options that several commands share, and the form of their help. */
final class Options {
  static final String JSON = "--json";
  static final String QUIET = "--quiet";
  static final String VERBOSE = "--verbose";
  static final String DEBUG = "--debug";
  static final String JOBS = "--jobs";
  static final String RECIPE = "--recipe";
  static final String SET = "--set";

  private static final String EXAMPLES = "Example:";

  private Options() {}

  /** The examples of a command's help. */
  static List<String> examples(CommandSpec spec) {
    String[] lines = spec.usageMessage().headerHeading().split("%n", -1);
    return java.util.Arrays.stream(lines)
        .skip(1)
        .map(String::strip)
        .filter(l -> !l.isEmpty())
        .toList();
  }

  /** A command with its help: what it does, and examples before anything else. */
  static CommandSpec command(String name, String what, String... examples) {
    CommandSpec spec = CommandSpec.create().name(name);
    describe(spec, what, examples);
    spec.addOption(flag(QUIET, "-q", "Print only errors."));
    spec.addOption(flag(VERBOSE, "-v", "Print more: why a finding matters, what went in."));
    spec.addOption(flag(DEBUG, "", "Print a stack trace when zugabe itself fails."));
    return spec;
  }

  static void describe(CommandSpec spec, String what, String... examples) {
    spec.usageMessage()
        .headerHeading(EXAMPLES + "%n  " + String.join("%n  ", examples) + "%n%n")
        .header(what)
        .synopsisHeading("%nUsage: ")
        .abbreviateSynopsis(true)
        .parameterListHeading("%nArguments:%n")
        .optionListHeading("%nOptions:%n")
        .exitCodeListHeading("%nExit codes:%n")
        .exitCodeList(exitCodes())
        .sortOptions(false);
    spec.addOption(
        OptionSpec.builder("-h", "--help")
            .type(boolean.class)
            .usageHelp(true)
            .description("Print this help.")
            .build());
  }

  private static Map<String, String> exitCodes() {
    Map<String, String> codes = new LinkedHashMap<>();
    codes.put("0", "done");
    codes.put("1", "findings of severity error");
    codes.put("2", "wrong command line, or a recipe that can't be understood");
    codes.put("3", "the machine failed: disk full, no permission, no answer");
    codes.put("4", "a bug in zugabe itself");
    return codes;
  }

  static OptionSpec flag(String name, String shortName, String what) {
    String[] names = shortName.isEmpty() ? new String[] {name} : new String[] {shortName, name};
    return OptionSpec.builder(names).type(boolean.class).description(what).build();
  }

  static OptionSpec json() {
    return flag(JSON, "", "Print the answer as one JSON document.");
  }

  static OptionSpec jobs() {
    return number("N", "Threads to work with. Default: one for each processor.", "-j", JOBS);
  }

  /** An option that takes a whole number. */
  static OptionSpec number(String label, String what, String... names) {
    return OptionSpec.builder(names)
        .type(int.class)
        .converters(Options::number)
        .paramLabel(label)
        .description(what)
        .build();
  }

  private static int number(String text) {
    try {
      return Integer.parseInt(text);
    } catch (NumberFormatException e) {
      throw new TypeConversionException("\"" + text + "\" is not a whole number");
    }
  }

  static void recipe(CommandSpec spec) {
    spec.addOption(
        OptionSpec.builder("-r", RECIPE)
            .type(Path.class)
            .paramLabel("FILE")
            .description("The recipe. Default: zugabe.yaml here or in a folder above.")
            .build());
    spec.addOption(
        OptionSpec.builder("-s", SET)
            .type(List.class)
            .auxiliaryTypes(String.class)
            .arity("1")
            .paramLabel("KEY=VALUE")
            .description("Override a value for this run, such as app.version=2.4.1.")
            .build());
    spec.addOption(jobs());
  }

  static PositionalParamSpec names(String what) {
    return names("NAME", what);
  }

  static PositionalParamSpec names(String label, String what) {
    return PositionalParamSpec.builder()
        .index("0..*")
        .arity("0..*")
        .type(List.class)
        .auxiliaryTypes(String.class)
        .paramLabel(label)
        .description(what)
        .build();
  }

  static PositionalParamSpec one(String label, String arity, String what) {
    return PositionalParamSpec.builder()
        .index("0")
        .arity(arity)
        .required(!arity.startsWith("0"))
        .type(String.class)
        .paramLabel(label)
        .description(what)
        .build();
  }
}
