package zugabe.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import picocli.CommandLine.Model.CommandSpec;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;

/** Proves that one key follows another. */
final class SucceedVerb implements Verb {
  private static final String PROOF = "--proof";

  @Override
  public String name() {
    return "succeed";
  }

  @Override
  public CommandSpec spec() {
    CommandSpec spec =
        Options.command(
            name(),
            "Proves that a key follows another one, so that phones take packages that it signs for what the older one signed (APK Signature Scheme v3). The older key signs the proof; a proof that is there is extended.",
            "zugabe key succeed phone phone-2027 --proof keys/phone.proof");
    spec.addOption(KeyOptions.file(PROOF, "FILE", "The proof."));
    KeyOptions.recipe(spec);
    spec.addOption(Options.json());
    spec.addPositional(Options.names("The older key, and the one that follows it."));
    return spec;
  }

  @Override
  public int run(Given given) throws IOException {
    List<String> keys = given.names();
    if (keys.size() != 2) {
      throw given.wrong("name two keys: the older one, and the one that follows it");
    }
    Path proof =
        given
            .<Path>value(PROOF)
            .orElseThrow(() -> given.wrong("say which file: " + PROOF + " FILE"));
    try (ProgressLine progress = given.progress()) {
      Zugabe zugabe = given.zugabe(progress);
      Answer.Keys answer =
          KeyOptions.keying(zugabe, given).transfer().succeed(keys.get(0), keys.get(1), proof);
      progress.end();
      return KeyOptions.answer(given, zugabe, answer);
    }
  }
}
