package zugabe.cli;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import picocli.CommandLine.Model.CommandSpec;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;
import zugabe.core.keys.KeyJudge;
import zugabe.core.sign.Verdict;

/** Verifies files. */
final class VerifyVerb implements Verb {
  private static final String TRUST = "--trust";

  @Override
  public String name() {
    return "verify";
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name(),
            "Tells whether files are whole, who signed them, and who vouches for the signer. Ends with 0 only when all of it is good.",
            "zugabe verify other.jar --trust release.pem",
            "zugabe verify out/SHA256SUMS");
    spec.addOption(
        KeyOptions.several(
            TRUST,
            Path.class,
            "FILE",
            "Certificates or OpenPGP keys that you trust, besides the system's and the recipe's own."));
    KeyOptions.recipe(spec);
    spec.addOption(Options.jobs());
    spec.addOption(Options.json());
    spec.addPositional(Options.names("Files, or signatures beside them."));
    return spec;
  }

  @Override
  public int run(Given given) throws IOException {
    if (given.names().isEmpty()) {
      throw given.wrong("name a file");
    }
    try (ProgressLine progress = given.progress()) {
      Zugabe zugabe = given.zugabe(progress);
      Answer.Verify answer =
          zugabe
              .signatures(KeyOptions.keying(zugabe, given))
              .verify(
                  given.names().stream().map(Path::of).toList(),
                  given.<List<Path>>value(TRUST).orElse(List.of()));
      progress.end();
      return given.answer(
          zugabe, answer, () -> answer.verdicts().forEach(v -> print(given.terminal().out(), v)));
    }
  }

  private static void print(PrintStream out, Verdict verdict) {
    out.println(
        Visible.text(verdict.file())
            + ": "
            + (verdict.whole()
                ? "✓ whole"
                : verdict.signers().isEmpty() ? "✗ not verified" : "✗ not whole"));
    for (List<Verdict.Signer> same : people(verdict)) {
      Verdict.Signer s = same.get(0);
      Table table = new Table();
      table.row("signed by", s.subject());
      if (!s.issuer().isEmpty()) {
        table.row("issued by", s.issuer().equals(s.subject()) ? "itself" : s.issuer());
      }
      table.row(
          "vouched for by",
          s.anchor().map(a -> a.equals(s.subject()) ? "you" : a).orElse("nobody you trust"));
      table.row("algorithm", s.algorithm() + ", key: " + s.strength());
      table.row("fingerprint", s.fingerprint());
      schemes(same).ifPresent(text -> table.row("schemes", text));
      s.place()
          .ifPresent(p -> p.earlier().forEach(earlier -> table.row("follows the key", earlier)));
      s.stamped().ifPresent(t -> table.row("signed on", KeyJudge.day(t) + ", by a timestamp"));
      table.print(out, "  ");
    }
  }

  /** Those who signed in several places of a file are told once for all that are alike. */
  private static Collection<List<Verdict.Signer>> people(Verdict verdict) {
    Map<Object, List<Verdict.Signer>> people = new LinkedHashMap<>();
    for (Verdict.Signer s : verdict.signers()) {
      Object who =
          s.place().isEmpty()
              ? s
              : List.of(s.fingerprint(), s.algorithm(), s.place().get().earlier());
      people.computeIfAbsent(who, w -> new ArrayList<>()).add(s);
    }
    return people.values();
  }

  private static Optional<String> schemes(List<Verdict.Signer> same) {
    List<String> words =
        same.stream()
            .flatMap(s -> s.place().stream())
            .map(p -> p.scheme() + (p.levels().isEmpty() ? "" : " (platforms " + p.levels() + ")"))
            .toList();
    return words.isEmpty() ? Optional.empty() : Optional.of(String.join(", ", words));
  }
}
