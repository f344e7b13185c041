package zugabe.core;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.kind.Ready;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;
import zugabe.core.recipe.TrialSpec;
import zugabe.core.rehearse.Course;
import zugabe.core.rehearse.InstallRehearsal;
import zugabe.core.rehearse.NoSystemException;
import zugabe.core.rehearse.Phone;
import zugabe.core.rehearse.Rehearsal;
import zugabe.core.rehearse.RehearsalCode;
import zugabe.core.rehearse.Runtimes;
import zugabe.core.rehearse.Stage;
import zugabe.core.rehearse.Subject;
import zugabe.core.work.Progress;

/** Rehearses one thing after the other; what is wrong is in the findings. */
final class Rehearsing {
  private final Runtimes runtimes;
  private final Progress progress;
  private final Findings findings;
  private final RehearsalFindings told;
  private final List<Answer.Rehearsed> done = new ArrayList<>();
  private boolean usedServer;

  Rehearsing(Runtimes runtimes, Progress progress, Findings findings) {
    this.runtimes = runtimes;
    this.progress = progress;
    this.findings = findings;
    this.told = new RehearsalFindings(findings);
  }

  /** Whether a server was put to use. */
  boolean usedServer() {
    return usedServer;
  }

  List<Answer.Rehearsed> done() {
    return List.copyOf(done);
  }

  /**
   * Whether all files are there; else a finding says which isn't.
   *
   * @param shown what stands in front of the files' names for the user
   */
  boolean isThere(Subject subject, String shown, String fix) {
    for (String file : subject.files()) {
      if (!Files.isRegularFile(subject.folder().resolve(file))) {
        findings.add(RehearsalCode.Z6006, Where.file(shown + file), "There is no such file.", fix);
        return false;
      }
    }
    return true;
  }

  /**
   * Tries a deliverable in the ways that its kind names.
   *
   * @param folder the output folder
   */
  void run(Ready deliverable, Path folder, Stage stage) {
    String name = deliverable.planned().name();
    String fix = "Build it first: zugabe build " + name + ".";
    for (Course course : deliverable.rehearsals(stage)) {
      if (course instanceof Course.UnderWine under && stage.wine().isEmpty()) {
        findings.add(
            RehearsalCode.Z6012,
            under.where(),
            under.program() + " isn't started: it is for Windows, and there is no Wine here.",
            "Start it on Windows, or install Wine.");
      } else if (course instanceof Course.NotHere not) {
        findings.add(not.code(), not.where(), not.what(), not.fix());
      } else if (canBeTried(course, stage) && isThere(files(course, folder), stage.shown(), fix)) {
        run(deliverable.planned(), course, folder, stage);
      }
    }
  }

  /** Without anything that stands in for phones, packages for them aren't tried. */
  private static boolean canBeTried(Course course, Stage stage) {
    return !(course instanceof Course.OnPhone) || stage.phones().isPresent();
  }

  private static Subject files(Course course, Path folder) {
    Optional<String> program =
        course instanceof Course.Start start ? start.program() : Optional.empty();
    return new Subject(folder, course.files(), program);
  }

  private void run(Planned planned, Course course, Path folder, Stage stage) {
    String name = planned.name();
    String shown = stage.shown();
    Subject subject = files(course, folder);
    if (course instanceof Course.Start start) {
      run(name, subject, shown, start.trial(), runtime(planned.programs()).home());
    } else if (course instanceof Course.Install install) {
      Path java = runtime(install.carriesJava() ? List.of() : planned.programs()).home();
      runInstalled(
          name, new InstallRehearsal(subject, install.name(), install.trials()), shown, java);
    } else if (course instanceof Course.OnServer on) {
      runOn(name, folder, shown, on);
    } else if (course instanceof Course.UnderWine under) {
      runUnder(stage.wine().orElseThrow(), planned, folder, shown, under);
    } else if (course instanceof Course.OnPhone phone) {
      runOnPhone(stage.phones().orElseThrow(), name, folder, shown, phone);
    }
  }

  /** One that the programs are for, if there is one here; else that is told. */
  private Runtimes.Chosen runtime(List<Program> programs) {
    List<Program> java = programs.stream().filter(Program::isJava).toList();
    Runtimes.Chosen chosen = runtimes.forAll(java.stream().map(Program::java).toList());
    for (Program p : java) {
      if (!chosen.fits(p.java())) {
        findings.add(
            RehearsalCode.Z6016,
            p.where(),
            "\""
                + p.name()
                + "\" runs on Java "
                + p.java().text()
                + "; it is rehearsed on Java "
                + chosen.java()
                + ".",
            "Name the folder of a runtime that it is for: --runtime DIR.");
      }
    }
    return chosen;
  }

  /**
   * Rehearses files of which nothing is expected.
   *
   * @param shown what stands in front of the files' names for the user
   * @param name of the deliverable, or of the file
   */
  void run(String name, Subject subject, String shown) {
    run(name, subject, shown, Optional.empty(), runtime(List.of()).home());
  }

  private void run(
      String name, Subject subject, String shown, Optional<TrialSpec> trial, Path runtime) {
    Where where = Where.file(shown + subject.files().get(0));
    progress.at("rehearsing " + name, 0, 0);
    try {
      Optional<Rehearsal.Result> result = Rehearsal.of(subject, trial, runtime);
      if (result.isEmpty()) {
        findings.add(
            RehearsalCode.Z6007,
            where,
            "There is neither a start script nor a jar with a main class in it.",
            "Rehearse something that can be started.");
        return;
      }
      done.add(new Answer.Rehearsed(name, result.get()));
      told.report(where, result.get());
    } catch (IOException e) {
      told.impossible(
          where, "It can't be unpacked and started", e, "See what is in it with zugabe inspect.");
    }
  }

  /** Rehearses a web archive on a server. */
  void runOn(String name, Path folder, String shown, Course.OnServer course) {
    Where where = Where.file(shown + course.files().get(0));
    progress.at("rehearsing " + name, 0, 0);
    usedServer = true;
    try {
      Rehearsal.Result result = Rehearsal.on(course, folder, runtime(List.of()).home());
      done.add(new Answer.Rehearsed(name, result));
      told.fault(where, result);
      told.leftRunning(where, result);
    } catch (IOException e) {
      told.impossible(where, "The server can't be started", e, "Check the folder of the server.");
    }
  }

  private void runOnPhone(
      Phone.Maker phones, String name, Path folder, String shown, Course.OnPhone course) {
    Where where = Where.file(shown + course.files().get(0));
    progress.at("rehearsing " + name, 0, 0);
    try {
      Rehearsal.Result result = Rehearsal.onPhone(phones, course, folder);
      done.add(new Answer.Rehearsed(name, result));
      told.fault(
          where,
          result,
          "Mend what the phone says; or see what another one says: zugabe stand-in phone install "
              + where.file()
              + " --profile phone.yaml");
    } catch (IOException e) {
      told.impossible(where, "It can't be installed", e, "See what is in it with zugabe inspect.");
    }
  }

  private void runUnder(
      Path wine, Planned planned, Path folder, String shown, Course.UnderWine course) {
    Where where = Where.file(shown + course.files().get(0));
    progress.at("rehearsing " + planned.name() + " under Wine", 0, 0);
    try {
      Rehearsal.Result result = Rehearsal.under(wine, course, folder, runtime(planned.programs()));
      done.add(new Answer.Rehearsed(planned.name(), result));
      told.report(where, result);
    } catch (NoSystemException e) {
      findings.add(
          RehearsalCode.Z6012,
          course.where(),
          course.program() + " isn't started: Wine can't set up a system: " + e.getMessage() + ".",
          "Start it on Windows, or see what wine wineboot says.");
    } catch (IOException e) {
      told.impossible(
          where,
          "It can't be started under Wine",
          e,
          "Start it on Windows: ZUGABE_LAUNCH_LOG=FILE tells what it does.");
    }
  }

  /** Rehearses an archive: installs it with its own script when it has one. */
  private void runInstalled(String name, InstallRehearsal rehearsal, String shown, Path runtime) {
    Where where = Where.file(shown + rehearsal.subject().files().get(0));
    progress.at("rehearsing " + name, 0, 0);
    try {
      for (Rehearsal.Result result : rehearsal.run(runtime)) {
        done.add(new Answer.Rehearsed(name, result));
        told.fault(where, result);
        told.notJudged(where, result);
        told.leftRunning(where, result);
        if (!result.command().contains("install.sh")) {
          told.writtenBesideItself(where, result);
        }
      }
    } catch (IOException e) {
      told.impossible(
          where, "It can't be unpacked and installed", e, "See what is in it with zugabe inspect.");
    }
  }
}
