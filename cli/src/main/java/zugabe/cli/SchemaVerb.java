package zugabe.cli;

import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import zugabe.core.Zugabe;

/** Prints the recipe's schema. */
final class SchemaVerb implements Verb {
  private static final String KIND = "--kind";
  private static final String KINDS = "--kinds";
  private static final String PAGE = "--page";

  @Override
  public String name() {
    return "schema";
  }

  @Override
  public CommandSpec spec() {
    return Options.command(
            name(),
            "Prints the JSON Schema of the recipe, for editors that complete and check while you type.",
            "zugabe schema > zugabe.schema.json")
        .addOption(
            OptionSpec.builder(KIND)
                .type(String.class)
                .paramLabel("NAME")
                .description("Only the keys of one kind of deliverable.")
                .build())
        .addOption(Options.flag(KINDS, "", "Only the names of the kinds."))
        .addOption(Options.flag(PAGE, "", "With --kind: a page for people, with an example."));
  }

  @Override
  public int run(Given given) {
    Zugabe zugabe = given.zugabe(given.progress());
    String kind = given.<String>value(KIND).orElse("");
    if (!kind.isEmpty() && !zugabe.kinds().contains(kind)) {
      throw given.wrong(
          "there is no kind \"" + kind + "\"; known: " + String.join(", ", zugabe.kinds()));
    }
    if (given.flag(KINDS)) {
      zugabe.kinds().forEach(given.terminal().out()::println);
      return 0;
    }
    if (given.flag(PAGE) && kind.isEmpty()) {
      throw given.wrong("--page takes a kind as well: --kind NAME");
    }
    given
        .terminal()
        .out()
        .print(
            given.flag(PAGE)
                ? zugabe.page(kind)
                : kind.isEmpty() ? zugabe.schema() : zugabe.schema(kind));
    return 0;
  }
}
