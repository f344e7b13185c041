package zugabe.core;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.answer.Answer;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.plan.PlannedProgram;
import zugabe.core.plan.PlannedTree;
import zugabe.core.recipe.PageSpec;
import zugabe.core.recipe.TrialSpec;
import zugabe.core.rehearse.InstallRehearsal;
import zugabe.core.rehearse.Rehearsal;
import zugabe.core.rehearse.Server;
import zugabe.core.rehearse.Subject;
import zugabe.core.work.Progress;

/** Rehearses one thing after the other; what is wrong is in the findings. */
final class Rehearsing {
  /** Servers take their time. */
  private static final Duration ON_SERVER = Duration.ofSeconds(60);

  private static final String SAY =
      "Say what you expect: trial: {arguments: [...], expect: {exit: 0, text: ...}}.";

  private final Path runtime;
  private final Progress progress;
  private final Findings findings;
  private final List<Answer.Rehearsed> done = new ArrayList<>();

  /**
   * @param runtime folder of the Java runtime to use
   */
  Rehearsing(Path runtime, Progress progress, Findings findings) {
    this.runtime = runtime;
    this.progress = progress;
    this.findings = findings;
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
        findings.add(FindingCode.Z6006, Where.file(shown + file), "There is no such file.", fix);
        return false;
      }
    }
    return true;
  }

  /**
   * Rehearses files.
   *
   * @param shown what stands in front of the files' names for the user
   * @param name of the deliverable, or of the file
   */
  void run(String name, Subject subject, String shown, Optional<TrialSpec> trial) {
    Where where = Where.file(shown + subject.files().get(0));
    progress.at("rehearsing " + name, 0, 0);
    try {
      Optional<Rehearsal.Result> result = Rehearsal.of(subject, trial, runtime);
      if (result.isEmpty()) {
        findings.add(
            FindingCode.Z6007,
            where,
            "There is neither a start script nor a jar with a main class in it.",
            "Rehearse something that can be started.");
        return;
      }
      done.add(new Answer.Rehearsed(name, result.get()));
      report(where, result.get(), trial);
    } catch (IOException e) {
      findings.add(
          FindingCode.Z6002,
          where,
          "It can't be unpacked and started: " + e.getMessage() + ".",
          "See what is in it with zugabe inspect.");
    }
  }

  /** Rehearses a web archive on a server. */
  void runOn(Server server, String name, Subject subject, String shown, PageSpec page) {
    Where where = Where.file(shown + subject.files().get(0));
    progress.at("rehearsing " + name, 0, 0);
    try {
      Rehearsal.Result result = Rehearsal.on(server, subject, page, ON_SERVER, runtime);
      done.add(new Answer.Rehearsed(name, result));
      fault(where, result);
      leftRunning(where, result);
    } catch (IOException e) {
      findings.add(
          FindingCode.Z6002,
          where,
          "The server can't be started: " + e.getMessage() + ".",
          "Check the folder of the server.");
    }
  }

  /** Rehearses an archive: installs it with its own script when it has one. */
  void runInstalled(String name, InstallRehearsal rehearsal, String shown) {
    Where where = Where.file(shown + rehearsal.subject().files().get(0));
    progress.at("rehearsing " + name, 0, 0);
    try {
      for (Rehearsal.Result result : rehearsal.run(runtime)) {
        done.add(new Answer.Rehearsed(name, result));
        fault(where, result);
        leftRunning(where, result);
        if (!result.command().contains("install.sh")) {
          writtenBesideItself(where, result);
        }
      }
    } catch (IOException e) {
      findings.add(
          FindingCode.Z6002,
          where,
          "It can't be unpacked and installed: " + e.getMessage() + ".",
          "See what is in it with zugabe inspect.");
    }
  }

  /** What is to be tried of the programs that are installed; what isn't is told. */
  Map<String, TrialSpec> trials(PlannedTree tree) {
    Map<String, TrialSpec> trials = new LinkedHashMap<>();
    for (PlannedTree.Part part : tree.parts()) {
      PlannedProgram program = part.program();
      if (isExpected(program.name(), program.where(), program.trial())) {
        trials.put(program.name(), program.trial().get());
      }
    }
    return trials;
  }

  /** Whether the recipe says what a program is to do. */
  boolean isExpected(String name, Where where, Optional<TrialSpec> trial) {
    if (trial.isEmpty()) {
      findings.add(
          FindingCode.Z6008,
          where,
          "\"" + name + "\" isn't started: the recipe doesn't say what it is to do.",
          SAY);
    }
    return trial.isPresent();
  }

  void notForThisMachine(String file, String platform) {
    findings.add(
        FindingCode.Z6012,
        Where.file(file),
        "There is none for this machine, which is " + platform + ".",
        "Rehearse it on one of the platforms it is made for.");
  }

  private void writtenBesideItself(Where where, Rehearsal.Result result) {
    if (!result.writtenBesideItself().isEmpty()) {
      findings.add(
          FindingCode.Z6005,
          where,
          "It wrote " + String.join(", ", result.writtenBesideItself()) + ".",
          "Write to a folder of the user's, or to one that the settings name.");
    }
  }

  void needsServer(String file) {
    findings.add(
        FindingCode.Z6010,
        Where.file(file),
        "It starts only on a server.",
        "Name the folder of one: zugabe rehearse --server FOLDER.");
  }

  private void fault(Where where, Rehearsal.Result result) {
    result
        .fault()
        .ifPresent(
            f ->
                findings.add(
                    FindingCode.Z6002,
                    where,
                    "Started with \"" + result.command() + "\", " + f + ".",
                    "Read what it printed; start it yourself with the same command."));
  }

  private void leftRunning(Where where, Rehearsal.Result result) {
    if (!result.leftRunning().isEmpty()) {
      findings.add(
          FindingCode.Z6004,
          where,
          "It left running: " + String.join("; ", result.leftRunning()) + ".",
          "Let the program end what it starts. These were ended now.");
    }
  }

  private void report(Where where, Rehearsal.Result result, Optional<TrialSpec> trial) {
    String started = "Started with \"" + result.command() + "\", ";
    fault(where, result);
    if (trial.isEmpty()) {
      findings.add(
          FindingCode.Z6008,
          where,
          started
              + (result.exit() < 0
                  ? "it still ran after " + TrialSpec.DEFAULT_LIMIT.toSeconds() + " s."
                  : "it ended with exit code " + result.exit() + "."),
          SAY);
    }
    leftRunning(where, result);
    writtenBesideItself(where, result);
  }
}
