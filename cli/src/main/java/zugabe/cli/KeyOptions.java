package zugabe.cli;

import java.io.Console;
import java.io.PrintStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import zugabe.core.Keying;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;
import zugabe.core.keys.KeyFacts;
import zugabe.core.keys.KeyJudge;
import zugabe.core.keys.Secrets;

/** What commands about keys share. */
final class KeyOptions {
  private KeyOptions() {}

  static void recipe(CommandSpec spec) {
    spec.addOption(
        OptionSpec.builder("-r", Options.RECIPE)
            .type(Path.class)
            .paramLabel("FILE")
            .description("The recipe. Default: zugabe.yaml here or in a folder above.")
            .build());
  }

  static OptionSpec value(String name, String label, String what) {
    return OptionSpec.builder(name).type(String.class).paramLabel(label).description(what).build();
  }

  static OptionSpec file(String name, String label, String what) {
    return OptionSpec.builder(name).type(Path.class).paramLabel(label).description(what).build();
  }

  static OptionSpec several(String name, Class<?> type, String label, String what) {
    return OptionSpec.builder(name)
        .type(List.class)
        .auxiliaryTypes(type)
        .arity("1")
        .paramLabel(label)
        .description(what)
        .build();
  }

  /**
   * Where a password comes from; what isn't such a place may be the password, so it isn't shown.
   */
  static String source(Given given, String option) {
    String text = given.<String>value(option).orElse("prompt");
    if (!Secrets.isSource(text)) {
      throw notASource(given, option);
    }
    return text;
  }

  /** A password, perhaps, where the place is meant that it comes from. */
  static RuntimeException notASource(Given given, String option) {
    return given.wrong(
        option
            + " takes env:NAME, file:PATH, command:LINE or prompt, never the password itself."
            + " If you wrote one, it is in your shell's history now: take another");
  }

  /** Asks on the terminal, without showing what is typed. */
  static Secrets.Asking asking(Terminal terminal) {
    return question -> {
      Console console = terminal.typed() ? System.console() : null;
      if (console != null && terminal.live()) {
        // over what tells of progress
        terminal.control("\r\033[K");
      }
      return console == null
          ? Optional.empty()
          : Optional.ofNullable(console.readPassword("%s: ", Visible.text(question)));
    };
  }

  static Keying keying(Zugabe zugabe, Given given) {
    return zugabe.keying(given.value(Options.RECIPE), asking(given.terminal()));
  }

  /** Prints what a command about keys did. */
  static int answer(Given given, Zugabe zugabe, Answer.Keys answer) {
    return given.answer(
        zugabe,
        answer,
        () -> {
          PrintStream out = given.terminal().out();
          boolean first = true;
          boolean lines = answer.action().equals("list") || answer.action().equals("prove");
          for (KeyFacts key : lines ? List.<KeyFacts>of() : answer.keys()) {
            out.print(first ? "" : "\n");
            first = false;
            print(out, key);
          }
          if (lines) {
            lines(out, answer);
          }
          if (!answer.written().isEmpty()) {
            out.println(
                (answer.keys().isEmpty() ? "" : "\n")
                    + "Written: "
                    + Visible.text(String.join(", ", answer.written())));
          }
          if (!answer.recipe().isEmpty() && answer.ok()) {
            out.println("Add to your recipe:\n" + answer.recipe().stripTrailing());
          }
        });
  }

  private static void lines(PrintStream out, Answer.Keys answer) {
    Table table = new Table();
    answer
        .keys()
        .forEach(
            k ->
                table.row(
                    k.name(),
                    k.strength(),
                    until(k),
                    k.who().subject(),
                    answer.action().equals("prove") ? "signs" : ""));
    table.print(out, "");
  }

  /** How long each key lasts that signs. */
  static void spans(PrintStream out, List<KeyFacts> keys) {
    if (keys.isEmpty()) {
      return;
    }
    out.println("Keys:");
    Table table = new Table();
    keys.forEach(k -> table.row(k.name(), k.store(), k.strength(), until(k) + left(k)));
    table.print(out, "  ");
  }

  private static String left(KeyFacts key) {
    return key.span().daysLeft().map(d -> ", " + Sizes.count(d, "day") + " left").orElse("");
  }

  private static String until(KeyFacts key) {
    return key.span().until().map(u -> "until " + KeyJudge.day(u)).orElse("without an end");
  }

  private static void print(PrintStream out, KeyFacts key) {
    out.println(Visible.text(key.name()) + "  " + Visible.text(key.store()));
    Table table = new Table();
    table.row("who", key.who().subject());
    table.row("vouched for by", key.who().issuer().isEmpty() ? "itself" : key.who().issuer());
    table.row("key", key.strength());
    table.row(
        "valid",
        KeyJudge.day(key.span().from())
            + key.span().until().map(u -> " to " + KeyJudge.day(u)).orElse(" without an end")
            + left(key));
    List<String> good = new ArrayList<>();
    for (Map.Entry<String, String> use : key.uses().entrySet()) {
      if (use.getValue().isEmpty()) {
        good.add(use.getKey());
      }
    }
    table.row("signs", String.join(", ", good));
    key.uses()
        .forEach(
            (what, why) -> {
              if (!why.isEmpty()) {
                table.row("not for", what + ": " + why);
              }
            });
    table.print(out, "  ");
    if (!key.follows().isEmpty()) {
      out.println("  Follows, for packages for phones, the oldest first");
      key.follows().forEach(print -> out.println("    " + print));
    }
    out.println("  Fingerprints");
    key.fingerprints().forEach((who, print) -> out.println("    " + who + "\n      " + print));
  }
}
