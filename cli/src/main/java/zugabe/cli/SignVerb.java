package zugabe.cli;

import java.io.File;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import picocli.CommandLine.Model.CommandSpec;
import zugabe.core.Signatures;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;
import zugabe.core.sign.Described;
import zugabe.core.sign.FileSigning;
import zugabe.core.sign.SignedBy;

/** Signs a file. */
final class SignVerb implements Verb {
  private static final String KEY = "--key";
  private static final String BESIDE = "--beside";
  private static final String REPLACE = "--replace";
  private static final String ADD = "--add";
  private static final String TO = "--to";
  private static final String DESCRIPTION = "--description";
  private static final String ADDRESS = "--address";
  private static final String TIMESTAMP = "--timestamp";
  private static final String DIGEST_OUT = "--digest-out";
  private static final String SIGNATURE_IN = "--signature-in";
  private static final String SIGNED_AT = "--signed-at";

  @Override
  public String name() {
    return "sign";
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name(),
            "Signs a file that somebody else built: a jar, program, cabinet, script of PowerShell or package for phones in itself, anything else by a signature beside it (.asc by an OpenPGP key, else .p7s).",
            "zugabe sign other.jar --key release",
            "zugabe sign setup.exe --key windows --description \"Harbour Desk\"",
            "zugabe sign harbour.apk --key phone --replace",
            "zugabe sign SHA256SUMS --key packages");
    spec.addOption(KeyOptions.value(KEY, "NAME", "The key's name in the recipe."));
    spec.addOption(Options.flag(BESIDE, "", "Write the signature beside it, whatever it is."));
    spec.addOption(Options.flag(REPLACE, "", "Replace signatures that are in it."));
    spec.addOption(Options.flag(ADD, "", "Add to signatures that are in it."));
    spec.addOption(
        KeyOptions.file(
            TO, "FILE", "The signed file, or the signature. Default: the file itself."));
    spec.addOption(
        KeyOptions.several(
            TIMESTAMP,
            String.class,
            "ADDRESS",
            "Timestamp authority (RFC 3161); several are asked in order. Default: those of the key."));
    spec.addOption(
        KeyOptions.value(
            DESCRIPTION,
            "TEXT",
            "What Windows calls a program when it asks whether it may run it."));
    spec.addOption(
        KeyOptions.value(ADDRESS, "ADDRESS", "Where more is to be known of that program."));
    spec.addOption(
        KeyOptions.file(
            DIGEST_OUT,
            "FILE",
            "Sign nothing yet, but write the digest that somebody else is to sign."));
    spec.addOption(
        KeyOptions.several(
            SIGNATURE_IN,
            Path.class,
            "FILE",
            "The signature of that digest: bytes, or Base64. Packages for phones have several digests: name all signatures so far, with --digest-out for the next one."));
    spec.addOption(
        KeyOptions.value(
            SIGNED_AT,
            "TIME",
            "With --signature-in of an OpenPGP key: when the digest was written, such as 2026-12-01T09:00:00Z."));
    KeyOptions.recipe(spec);
    spec.addOption(Options.jobs());
    spec.addOption(Options.json());
    spec.addPositional(Options.one("FILE", "1", "The file."));
    return spec;
  }

  @Override
  public int run(Given given) throws IOException {
    String key =
        given.<String>value(KEY).orElseThrow(() -> given.wrong("say by which key: --key NAME"));
    if (given.flag(REPLACE) && given.flag(ADD)) {
      throw given.wrong("--replace and --add exclude each other");
    }
    try (ProgressLine progress = given.progress()) {
      Zugabe zugabe = given.zugabe(progress);
      List<Path> signatures = given.<List<Path>>value(SIGNATURE_IN).orElse(List.of());
      Signatures.Signing how =
          new Signatures.Signing(
              key,
              new FileSigning.Manner(
                  given.flag(BESIDE), given.flag(REPLACE), given.flag(ADD), described(given)),
              given.<Path>value(TO),
              given.<List<String>>value(TIMESTAMP).orElse(List.of()),
              new Signatures.Steps(given.value(DIGEST_OUT), signatures, signedAt(given)));
      Answer.Sign answer =
          zugabe
              .signatures(KeyOptions.keying(zugabe, given))
              .sign(Path.of(given.positional().orElseThrow()), how);
      progress.end();
      return given.answer(
          zugabe,
          answer,
          () -> {
            answer.by().ifPresent(by -> print(given, answer, by));
            if (answer.by().isEmpty() && !answer.written().isEmpty()) {
              given
                  .terminal()
                  .out()
                  .println(
                      "Digest: "
                          + Visible.text(answer.written())
                          + "\nHave it signed, then: "
                          + Visible.text(next(given, answer, signatures)));
            }
          });
    }
  }

  /** The line of the next step: what this one was told, and one signature more. */
  private static String next(Given given, Answer.Sign answer, List<Path> signatures) {
    List<String> words = new ArrayList<>(List.of("zugabe", "sign", answer.file()));
    for (String option : List.of(KEY, Options.RECIPE, TO, DESCRIPTION, ADDRESS)) {
      given.value(option).ifPresent(value -> words.addAll(List.of(option, value.toString())));
    }
    for (String flag : List.of(BESIDE, REPLACE, ADD)) {
      if (given.flag(flag)) {
        words.add(flag);
      }
    }
    for (String address : given.<List<String>>value(TIMESTAMP).orElse(List.of())) {
      words.addAll(List.of(TIMESTAMP, address));
    }
    for (Path signature : signatures) {
      words.addAll(List.of(SIGNATURE_IN, signature.toString()));
    }
    words.addAll(List.of(SIGNATURE_IN, "FILE"));
    answer.time().ifPresent(time -> words.addAll(List.of(SIGNED_AT, time.toString())));
    return words.stream().map(SignVerb::quoted).collect(Collectors.joining(" "));
  }

  /** A word as a shell takes it, the system's own one. */
  private static String quoted(String word) {
    boolean plain =
        word.chars().allMatch(c -> Character.isLetterOrDigit(c) || "-_./:=@,+\\".indexOf(c) >= 0);
    if (plain && !word.isEmpty() && (word.indexOf('\\') < 0 || File.separatorChar == '\\')) {
      return word;
    }
    return File.separatorChar == '\\'
        ? '"' + word.replace("\"", "\\\"") + '"'
        : "'" + word.replace("'", "'\\''") + "'";
  }

  private static Described described(Given given) {
    String address = given.<String>value(ADDRESS).orElse("");
    if (!address.chars().allMatch(c -> c > ' ' && c < 0x7F)) {
      throw given.wrong(ADDRESS + " is an address such as https://example.org, in ASCII");
    }
    return new Described(given.<String>value(DESCRIPTION).orElse(""), address);
  }

  private static Optional<Instant> signedAt(Given given) {
    try {
      return given.<String>value(SIGNED_AT).map(Instant::parse);
    } catch (DateTimeParseException e) {
      throw given.wrong(SIGNED_AT + " is a time such as 2026-12-01T09:00:00Z");
    }
  }

  private static void print(Given given, Answer.Sign answer, SignedBy by) {
    given
        .terminal()
        .out()
        .println(
            "Signed: "
                + Visible.text(answer.written())
                + "\n  by "
                + Visible.text(by.subject())
                + "\n  "
                + by.algorithm()
                + (by.stamped() ? ", with a timestamp" : ""));
  }
}
