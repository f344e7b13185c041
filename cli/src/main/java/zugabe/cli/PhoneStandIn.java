package zugabe.cli;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import zugabe.core.Zugabe;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.rehearse.Phone;
import zugabe.core.rehearse.RehearsalCode;
import zugabe.standins.phone.Profile;
import zugabe.standins.phone.SimulatedPhone;

/** What is done with the phone that stands in. */
final class PhoneStandIn {
  private final Given given;
  private final Findings findings = new Findings();

  PhoneStandIn(Given given) {
    this.given = given;
  }

  int run(List<String> words) throws IOException {
    String action = words.isEmpty() ? "" : words.get(0);
    boolean named = List.of("install", "show", "remove", "picture").contains(action);
    if ((!named && !action.equals("list")) || words.size() != (named ? 2 : 1)) {
      throw given.wrong("say what: install FILE, list, show ID, remove ID or picture FILE");
    }
    try (ProgressLine progress = given.progress()) {
      Zugabe zugabe = given.zugabe(progress);
      Optional<Profile> profile = profile();
      if (profile.isEmpty()) {
        return answer(zugabe, new Answer.OfPhone(findings.sorted(), "", List.of(), ""));
      }
      Path folder = given.<Path>value(StandInVerb.AT).orElse(Path.of("phone-stand-in"));
      Phone phone = new SimulatedPhone(given.terminal().here().resolve(folder), profile.get());
      return answer(zugabe, done(phone, action, named ? words.get(1) : ""));
    }
  }

  private Optional<Profile> profile() throws IOException {
    Optional<Path> file = given.value(StandInVerb.PROFILE);
    if (file.isEmpty()) {
      return Optional.of(Profile.USUAL);
    }
    String text = Files.readString(given.terminal().here().resolve(file.get()));
    return Profile.read(file.get().toString(), text, findings);
  }

  private Answer.OfPhone done(Phone phone, String action, String what) throws IOException {
    List<Phone.App> shown = List.of();
    String written = "";
    switch (action) {
      case "install" -> shown = installed(phone, what);
      case "remove" -> {
        known(phone, what);
        phone.remove(what);
      }
      case "show" -> shown = known(phone, what);
      case "picture" -> {
        Files.write(given.terminal().here().resolve(what), phone.picture());
        written = what;
      }
      default -> shown = phone.list();
    }
    return new Answer.OfPhone(findings.sorted(), phone.what(), shown, written);
  }

  private List<Phone.App> installed(Phone phone, String file) throws IOException {
    Path path = given.terminal().here().resolve(file);
    if (!Files.isRegularFile(path)) {
      findings.add(
          RehearsalCode.Z6006,
          Where.file(file),
          "There is no such file.",
          "Build it first, or check the name.");
      return List.of();
    }
    try {
      return List.of(phone.install(path));
    } catch (Phone.RefusedException e) {
      findings.add(
          RehearsalCode.Z6002,
          Where.file(file),
          "The phone doesn't take it: " + e.getMessage() + ".",
          "Mend the package, or try another --profile.");
      return List.of();
    }
  }

  private List<Phone.App> known(Phone phone, String id) throws IOException {
    List<Phone.App> all = phone.list().stream().filter(a -> a.id().equals(id)).toList();
    if (all.isEmpty()) {
      findings.add(
          RehearsalCode.Z6007,
          Where.file(id),
          "No application of this id is installed.",
          "See zugabe stand-in phone list.");
    }
    return all;
  }

  private int answer(Zugabe zugabe, Answer.OfPhone answer) throws IOException {
    return given.answer(zugabe, answer, () -> print(answer));
  }

  /** A line to each where there may be many. */
  private static void brief(PrintStream out, List<Phone.App> apps) {
    Table table = new Table();
    for (Phone.App app : apps) {
      table.row(app.label(), app.id(), app.versionName(), "code " + app.versionCode());
    }
    if (apps.isEmpty()) {
      table.row("nothing is installed");
    }
    table.print(out, "  ");
  }

  private void print(Answer.OfPhone answer) {
    PrintStream out = given.terminal().out();
    if (!answer.phone().isEmpty()) {
      out.println(answer.phone());
    }
    if (given.names().contains("list") && !answer.phone().isEmpty()) {
      brief(out, answer.apps());
      return;
    }
    for (Phone.App app : answer.apps()) {
      out.println();
      Table table = new Table();
      table.row("label", app.label());
      table.row("id", app.id());
      table.row("version", app.versionName() + ", code " + app.versionCode());
      table.row("icon", app.icon() ? "shown" : "none that can be drawn");
      for (String permission : app.permissions()) {
        table.row("may", permission);
      }
      table.row("signed", "by scheme " + app.scheme() + ", " + app.signer());
      table.print(out, "  ");
    }
    if (!answer.written().isEmpty()) {
      out.println("Written: " + Visible.text(answer.written()));
    }
  }
}
