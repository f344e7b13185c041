package zugabe.cli;

import java.io.PrintStream;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Model.CommandSpec;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;
import zugabe.core.inspect.Inspection;

/** Shows what is in a file. */
final class InspectVerb implements Verb {
  private static final String ALL = "--all";
  private static final int LEAST_ROOM = 20;
  private static final int TREE_LINES = 24;
  private static final int BIGGEST = 8;

  @Override
  public String name() {
    return "inspect";
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name(),
            "Shows what a file is and what is in it: jars, archives, native programs, byte code, pictures, certificates, licences.",
            "zugabe inspect out/saltmarsh-2.4.0.jar",
            "zugabe inspect build/lib/libtides.so");
    spec.addOption(
        Options.flag(ALL, "-a", "Show every entry, not only a tree that fits the screen."));
    spec.addOption(Options.json());
    spec.addPositional(Options.one("FILE", "1", "The file."));
    return spec;
  }

  @Override
  public int run(Given given) {
    try (ProgressLine progress = given.progress()) {
      Zugabe zugabe = given.zugabe(progress);
      Answer.Inspect answer = zugabe.inspect(Path.of(given.positional().orElseThrow()));
      return given.answer(
          zugabe, answer, () -> answer.inspection().ifPresent(i -> print(answer.file(), i, given)));
    }
  }

  private static void print(String file, Inspection i, Given given) {
    PrintStream out = given.terminal().out();
    if (i.holds().entries().isEmpty()) {
      out.println(file + ": " + i.kind() + ", " + Sizes.of(i.size()));
      section(given, "Identity", i.identity());
      section(given, "Start", i.start());
      section(given, "What it says", i.facts());
      return;
    }
    List<Inspection.Item> files = i.holds().entries().stream().filter(e -> !e.folder()).toList();
    long content = files.stream().mapToLong(Inspection.Item::size).sum();
    int width = given.terminal().columns();
    String head =
        file
            + ": "
            + i.kind()
            + ", "
            + Sizes.of(i.size())
            + ", "
            + Sizes.count(files.size(), "file")
            + " of "
            + Sizes.of(content)
            + " inside";
    FindingText.wrap(head, width).forEach(out::println);
    section(given, "Identity", i.identity());
    section(given, "Start", i.start());
    i.java()
        .version()
        .ifPresent(
            java -> {
              out.println("\nJava");
              String why = java + " or later, because of " + Visible.text(i.java().because());
              FindingText.wrap(why, width - 2).forEach(l -> out.println("  " + l));
            });
    section(given, "Manifest", i.manifest());
    section(given, "What it says", i.facts());
    if (!i.holds().signers().isEmpty()) {
      out.println("\nSigned by (not verified)");
      for (String signer : i.holds().signers()) {
        FindingText.wrap(Visible.text(signer), width - 2).forEach(l -> out.println("  " + l));
      }
    }
    out.println("\nTree");
    new TreeText(files).print(out, given.flag(ALL) ? Integer.MAX_VALUE : TREE_LINES);
    if (files.size() > 1) {
      out.println("\nBiggest");
      Table table = new Table();
      files.stream()
          .sorted(
              Comparator.comparingLong(Inspection.Item::packed)
                  .reversed()
                  .thenComparing(Inspection.Item::path))
          .limit(BIGGEST)
          .forEach(
              e ->
                  table.row(
                      Sizes.of(e.packed()), "of " + Sizes.of(e.size()), e.method(), e.path()));
      table.print(out, "  ", 0, 1);
    }
  }

  private static void section(Given given, String title, Map<String, String> values) {
    if (!values.isEmpty()) {
      PrintStream out = given.terminal().out();
      out.println("\n" + title);
      int label = values.keySet().stream().mapToInt(String::length).max().orElse(0);
      int room = Math.max(LEAST_ROOM, given.terminal().columns() - label - 4);
      Table table = new Table();
      values.forEach(
          (name, value) -> {
            String first = name;
            for (String line : FindingText.wrap(value.isEmpty() ? "none" : value, room)) {
              table.row(first, line);
              first = "";
            }
          });
      table.print(out, "  ");
    }
  }
}
