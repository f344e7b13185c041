package zugabe.cli;

import picocli.CommandLine.Model.CommandSpec;

/** Prints the recipe's schema. */
final class SchemaVerb implements Verb {
  @Override
  public String name() {
    return "schema";
  }

  @Override
  public CommandSpec spec() {
    return Options.command(
        name(),
        "Prints the JSON Schema of the recipe, for editors that complete and check while you type.",
        "zugabe schema > zugabe.schema.json");
  }

  @Override
  public int run(Given given) {
    given.terminal().out().print(given.zugabe(given.progress()).schema());
    return 0;
  }
}
