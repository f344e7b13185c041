package zugabe.cli;

import java.io.IOException;
import picocli.CommandLine.Model.CommandSpec;
import zugabe.core.Keying;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;

/** Looks at the keys of a recipe: in full, in a line each, or whether they still sign. */
final class ShowKeysVerb implements Verb {
  private final String name;

  ShowKeysVerb(String name) {
    this.name = name;
  }

  @Override
  public String name() {
    return name;
  }

  private String what() {
    return switch (name) {
      case "show" ->
          "Shows keys of the recipe: whose, how strong, how long, fingerprints, and what they may sign.";
      case "list" -> "Lists the keys of the recipe, a line each.";
      default ->
          "Signs and verifies with each key of the recipe, so that a wrong password or an ended certificate shows now.";
    };
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name, what(), "zugabe key " + name + (name.equals("show") ? " release" : ""));
    KeyOptions.recipe(spec);
    spec.addOption(Options.json());
    spec.addPositional(Options.names("Keys of the recipe. Default: all."));
    return spec;
  }

  @Override
  public int run(Given given) throws IOException {
    try (ProgressLine progress = given.progress()) {
      Zugabe zugabe = given.zugabe(progress);
      Keying keying = KeyOptions.keying(zugabe, given);
      Answer.Keys answer =
          name.equals("prove") ? keying.prove(given.names()) : keying.show(name, given.names());
      progress.end();
      return KeyOptions.answer(given, zugabe, answer);
    }
  }
}
