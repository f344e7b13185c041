package zugabe.cli;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Optional;
import picocli.CommandLine.Model.CommandSpec;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;
import zugabe.core.keys.NewKey;
import zugabe.core.keys.Purpose;
import zugabe.core.keys.Secrets;

/** Makes a key; what isn't said and matters is asked, where somebody can answer. */
final class NewKeyVerb implements Verb {
  private static final String FOR = "--for";
  private static final String SUBJECT = "--subject";
  private static final String YEARS = "--years";
  private static final String ALGORITHM = "--algorithm";
  private static final String STORE = "--store";
  private static final String PASSWORD = "--password";
  private static final String GENERATE = "--generate-password";
  private static final String OLDER = "--older-readers";

  @Override
  public String name() {
    return "new";
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name(),
            "Makes a key and its certificate, and names it in the recipe. A file that is there is never overwritten.",
            "zugabe key new release --for java --subject \"CN=Release Desk,O=Gannet Harbour Works,C=GB\" --password env:KEY_PASSWORD",
            "zugabe key new packages --for openpgp --subject \"Release Desk <desk@gannet.example>\"");
    spec.addOption(
        KeyOptions.value(
            FOR,
            "PURPOSE",
            "What it is to sign: "
                + String.join(", ", Purpose.words())
                + ". This decides algorithm, size, uses and validity."));
    spec.addOption(
        KeyOptions.value(
            SUBJECT, "NAME", "Who signs: CN=…,O=…,C=GB; for openpgp \"Name <address>\"."));
    spec.addOption(
        Options.number(
            "N", "How long it is valid, 1 to 50 years. Default: what the purpose needs.", YEARS));
    spec.addOption(
        KeyOptions.value(
            ALGORITHM,
            "NAME",
            String.join(", ", Purpose.Strength.words()) + ". Default: what the purpose needs."));
    spec.addOption(
        KeyOptions.file(
            STORE,
            "FILE",
            "Where it goes. Default: what the recipe says of that name, or keys/NAME.p12 (openpgp: .asc)."));
    spec.addOption(
        KeyOptions.value(
            PASSWORD,
            "SOURCE",
            "Where its password comes from: env:NAME, file:PATH, command:LINE or prompt. Default: what the recipe says of that name, or prompt."));
    spec.addOption(
        KeyOptions.file(GENERATE, "FILE", "Let a password be made, and write it into a new file."));
    spec.addOption(
        Options.flag(
            OLDER, "", "Protect the store so that Windows before 10 (1709) opens it: weaker."));
    KeyOptions.recipe(spec);
    spec.addOption(Options.json());
    spec.addPositional(Options.one("NAME", "1", "The key's name in the recipe."));
    return spec;
  }

  @Override
  public int run(Given given) throws IOException {
    String name = given.positional().orElseThrow();
    if (!name.matches("[A-Za-z][A-Za-z0-9_-]{0,39}")) {
      throw given.wrong(
          "a key's name has letters, digits, - and _ only, and begins with a letter: \""
              + name
              + "\"");
    }
    Asked asked = Asked.on(given.terminal());
    Purpose purpose = purpose(given, asked);
    String subject = subject(given, purpose, asked);
    Purpose.Strength strength = strength(given, purpose);
    Optional<String> password = given.value(PASSWORD);
    if (password.filter(p -> !Secrets.isSource(p)).isPresent()) {
      // it may be the password itself, so it isn't repeated
      throw KeyOptions.notASource(given, PASSWORD);
    }
    NewKey wish =
        new NewKey(
            name,
            purpose,
            strength,
            subject,
            given.<Integer>value(YEARS).orElse(purpose.years()),
            given.flag(OLDER));
    try (ProgressLine progress = given.progress()) {
      Zugabe zugabe = given.zugabe(progress);
      if (!given.flag(Options.QUIET)) {
        given.terminal().err().println(why(wish));
      }
      progress.at("making the key", 0, 0);
      Answer.Keys answer =
          KeyOptions.keying(zugabe, given)
              .make(wish, given.<Path>value(STORE), password, given.<Path>value(GENERATE));
      progress.end();
      return KeyOptions.answer(given, zugabe, answer);
    }
  }

  /** What the key will be, and why; what somebody asked for needs no reason. */
  private static String why(NewKey wish) {
    Purpose purpose = wish.purpose();
    String chosen = wish.strength().word() + ", " + wish.years() + " years";
    boolean usual = wish.strength() == purpose.strength() && wish.years() == purpose.years();
    return usual
        ? chosen + ". " + purpose.reason()
        : chosen
            + ", as you say; without that it would be "
            + purpose.strength().word()
            + ", "
            + purpose.years()
            + " years. "
            + purpose.reason();
  }

  private static Purpose purpose(Given given, Asked asked) throws IOException {
    Optional<String> said = given.value(FOR);
    String words = String.join(", ", Purpose.words());
    String word =
        said.isPresent()
            ? said.get()
            : asked.line("What is it to sign (" + words + ")").orElse(Purpose.JAVA.word());
    return Purpose.of(word)
        .orElseThrow(() -> given.wrong("--for takes one of " + words + ", not \"" + word + "\""));
  }

  private static Purpose.Strength strength(Given given, Purpose purpose) {
    Optional<String> word = given.value(ALGORITHM);
    return word.isEmpty()
        ? purpose.strength()
        : Purpose.Strength.of(word.get())
            .orElseThrow(
                () ->
                    given.wrong(
                        "--algorithm takes one of "
                            + String.join(", ", Purpose.Strength.words())
                            + ", not \""
                            + word.get()
                            + "\""));
  }

  private static String subject(Given given, Purpose purpose, Asked asked) throws IOException {
    Optional<String> said = given.value(SUBJECT);
    if (said.isPresent()) {
      return said.get();
    }
    if (purpose == Purpose.OPENPGP) {
      return asked.line("Who signs, as \"Name <address>\"").orElseThrow(() -> missing(given));
    }
    String name = asked.line("Who signs (a name)").orElseThrow(() -> missing(given));
    String maker = asked.line("For which organisation, if any").orElse("");
    String country = asked.line("In which country (two letters)").orElse("");
    return "CN="
        + escaped(name)
        + (maker.isEmpty() ? "" : ",O=" + escaped(maker))
        + (country.isEmpty() ? "" : ",C=" + escaped(country));
  }

  private static RuntimeException missing(Given given) {
    return given.wrong("say who signs: --subject \"CN=Release Desk,O=Gannet Harbour Works,C=GB\"");
  }

  private static String escaped(String value) {
    return javax.naming.ldap.Rdn.escapeValue(value);
  }

  /** Somebody who answers, if there is a terminal. */
  private record Asked(Terminal terminal, BufferedReader in) {
    static Asked on(Terminal terminal) {
      return new Asked(
          terminal,
          new BufferedReader(
              new InputStreamReader(terminal.streams().in(), StandardCharsets.UTF_8)));
    }

    Optional<String> line(String question) throws IOException {
      if (!terminal.typed()) {
        return Optional.empty();
      }
      terminal.err().print(question + ": ");
      terminal.err().flush();
      return Optional.ofNullable(in.readLine()).map(String::strip).filter(l -> !l.isEmpty());
    }
  }
}
