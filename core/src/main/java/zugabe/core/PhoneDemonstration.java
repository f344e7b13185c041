package zugabe.core;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Findings;
import zugabe.core.keys.NewKey;
import zugabe.core.keys.Purpose;
import zugabe.core.keys.Secrets;
import zugabe.core.rehearse.Outcome;
import zugabe.core.rehearse.Phone;
import zugabe.core.rehearse.Rehearsal;

/** What the demonstration shows of phones: a key that is made for it, and a launcher. */
final class PhoneDemonstration {
  private static final String RECIPE = "zugabe.yaml";
  private static final String KEY = "phone";
  private static final String PASSWORD = "keys/phone.password";
  private static final String PICTURE = "phone/launcher.png";
  private static final String UNSIGNED = "# sign: " + KEY;
  private static final int YEARS = 30;

  private final Surroundings around;
  private final Findings findings;

  /**
   * @param around in the demonstration's folder
   */
  PhoneDemonstration(Surroundings around, Findings findings) {
    this.around = around;
    this.findings = findings;
  }

  /** Makes the key, and lets the recipe sign with it: no key is shipped. */
  void sign() throws IOException {
    Path recipe = around.here().resolve(RECIPE);
    String text = Files.readString(recipe);
    if (!text.contains(UNSIGNED)) {
      return;
    }
    Files.writeString(recipe, text.replace(UNSIGNED, UNSIGNED.substring(2)));
    NewKey wish =
        new NewKey(
            KEY,
            Purpose.ANDROID,
            Purpose.Strength.EC_P256,
            "CN=Release Desk,O=Gannet Harbour Works,C=GB",
            YEARS,
            false);
    new Keying(around, Optional.of(recipe), Secrets.Asking.NOBODY)
        .make(wish, Optional.empty(), Optional.empty(), Optional.of(Path.of(PASSWORD)))
        .findings()
        .forEach(findings::add);
  }

  /** What the launcher of a phone shows with a package installed. */
  Optional<Answer.Rehearsed> launcher(Path apk) throws IOException {
    if (around.phones().isEmpty()) {
      return Optional.empty();
    }
    long began = System.nanoTime();
    Phone phone = around.phones().get().in(around.here().resolve("phone-stand-in"));
    Optional<String> fault = Optional.empty();
    String said = "";
    try {
      Phone.App app = phone.install(apk);
      Files.write(around.here().resolve(PICTURE), phone.picture());
      said = "shows " + app.label() + " and its icon\n";
    } catch (Phone.RefusedException e) {
      fault = Optional.of("the phone doesn't take it: " + e.getMessage());
    }
    return Optional.of(
        new Answer.Rehearsed(
            KEY,
            new Rehearsal.Result(
                "zugabe stand-in phone picture " + PICTURE,
                new Outcome(0, true, fault),
                said,
                List.of(said.strip()),
                Map.of(),
                List.of(),
                TimeUnit.NANOSECONDS.toMillis(System.nanoTime() - began))));
  }
}
