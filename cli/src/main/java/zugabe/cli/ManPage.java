package zugabe.cli;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Model.PositionalParamSpec;

/** A manual page in the man macros of roff, made from the same model as the help. */
final class ManPage {
  private final StringBuilder page = new StringBuilder();
  private final CommandSpec spec;

  private ManPage(CommandSpec spec) {
    this.spec = spec;
  }

  static String of(CommandSpec spec) {
    ManPage page = new ManPage(spec);
    page.write();
    return page.page.toString();
  }

  private void write() {
    String name = spec.qualifiedName("-");
    line(
        ".TH \""
            + name.toUpperCase(Locale.ROOT)
            + "\" \"1\" \"\" \"zugabe "
            + zugabe.core.program.Version.TEXT
            + "\"");
    section("NAME");
    line(text(name + " - " + firstSentence()));
    section("SYNOPSIS");
    line(".B " + text(spec.qualifiedName()));
    line(text(synopsis()));
    section("DESCRIPTION");
    Arrays.stream(spec.usageMessage().header()).map(ManPage::text).forEach(this::line);
    section("EXAMPLES");
    for (String example : Options.examples(spec)) {
      line(".nf");
      line(text(example));
      line(".fi");
    }
    options();
    commands();
    section("EXIT STATUS");
    spec.usageMessage().exitCodeList().forEach((code, what) -> item(code, what));
    others();
  }

  private String firstSentence() {
    String description = String.join(" ", spec.usageMessage().header());
    int end = description.indexOf(". ");
    String sentence = end < 0 ? description : description.substring(0, end);
    return sentence.endsWith(".") ? sentence.substring(0, sentence.length() - 1) : sentence;
  }

  private String synopsis() {
    StringBuilder out = new StringBuilder("[OPTIONS]");
    for (PositionalParamSpec p : spec.positionalParameters()) {
      boolean optional = p.arity().min() == 0;
      String more = p.arity().max() > 1 ? "..." : "";
      out.append(optional ? " [" : " ")
          .append(p.paramLabel())
          .append(more)
          .append(optional ? "]" : "");
    }
    return spec.subcommands().isEmpty() ? out.toString() : out.append(" COMMAND").toString();
  }

  private void options() {
    List<PositionalParamSpec> positionals = spec.positionalParameters();
    section("OPTIONS");
    positionals.forEach(p -> item(p.paramLabel(), String.join(" ", p.description())));
    for (OptionSpec o : spec.options()) {
      String label = o.arity().max() > 0 && !o.typeInfo().isBoolean() ? " " + o.paramLabel() : "";
      item(String.join(", ", o.names()) + label, String.join(" ", o.description()));
    }
  }

  private void commands() {
    if (!spec.subcommands().isEmpty()) {
      section("COMMANDS");
      for (Map.Entry<String, picocli.CommandLine> e : spec.subcommands().entrySet()) {
        item(e.getKey(), String.join(" ", e.getValue().getCommandSpec().usageMessage().header()));
      }
    }
  }

  /** Where to read on: the page of the group that it is in, those of its own commands. */
  private void others() {
    List<String> pages = new ArrayList<>();
    if (spec.parent() != null) {
      pages.add(spec.parent().qualifiedName("-"));
    }
    spec.subcommands().keySet().forEach(name -> pages.add(spec.qualifiedName("-") + "-" + name));
    if (!pages.isEmpty()) {
      section("SEE ALSO");
      line(text(String.join("(1), ", pages) + "(1)"));
    }
  }

  private void section(String title) {
    line(".SH " + title);
  }

  private void item(String term, String what) {
    line(".TP");
    line(".B " + text(term));
    line(text(what));
  }

  private void line(String text) {
    page.append(text).append('\n');
  }

  /** Escapes what roff would take as its own: backslashes, hyphens, a dot or quote at the start. */
  private static String text(String text) {
    String escaped = text.replace("\\", "\\e").replace("-", "\\-");
    return escaped.startsWith(".") || escaped.startsWith("'") ? "\\&" + escaped : escaped;
  }
}
