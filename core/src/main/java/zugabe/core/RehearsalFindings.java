package zugabe.core;

import java.io.IOException;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.recipe.TrialSpec;
import zugabe.core.rehearse.Course;
import zugabe.core.rehearse.Rehearsal;
import zugabe.core.rehearse.RehearsalCode;

/** What is noticed about one rehearsal. */
final class RehearsalFindings {
  private final Findings findings;

  RehearsalFindings(Findings findings) {
    this.findings = findings;
  }

  /** It couldn't even be started. */
  void impossible(Where where, String what, IOException why, String fix) {
    findings.add(RehearsalCode.Z6002, where, what + ": " + why.getMessage() + ".", fix);
  }

  void writtenBesideItself(Where where, Rehearsal.Result result) {
    if (!result.writtenBesideItself().isEmpty()) {
      findings.add(
          RehearsalCode.Z6005,
          where,
          "It wrote " + String.join(", ", result.writtenBesideItself()) + ".",
          "Write to a folder of the user's, or to one that the settings name.");
    }
  }

  void fault(Where where, Rehearsal.Result result) {
    fault(where, result, "Read what it printed; start it yourself with the same command.");
  }

  /**
   * The same where something else is to be done about it.
   *
   * @param fix unless it ran too long
   */
  void fault(Where where, Rehearsal.Result result, String fix) {
    result
        .fault()
        .ifPresent(
            f ->
                findings.add(
                    RehearsalCode.Z6002,
                    where,
                    "Started with \"" + result.command() + "\", " + f + ".",
                    result.ranTooLong()
                        ? "If it runs until it's stopped, name what it answers at:"
                            + " trial: {expect: {address: ...}}. Otherwise, see what it waits for."
                        : fix));
  }

  /** Nothing was expected: what it did is told, and passes. */
  void notJudged(Where where, Rehearsal.Result result) {
    if (result.outcome().judged() || result.fault().isPresent()) {
      return;
    }
    String did =
        result.exit() < 0
            ? "it still ran after " + TrialSpec.DEFAULT_LIMIT.toSeconds() + " s."
            : "it ended with exit code " + result.exit() + ".";
    String why =
        result.wantsDisplay()
            ? "it would open a window, and a rehearsal has none."
            : result.findsAddressInUse() ? "its address is in use on this machine." : did;
    findings.add(
        RehearsalCode.Z6008,
        where,
        "Started with \"" + result.command() + "\", " + why,
        Course.SAY);
  }

  void leftRunning(Where where, Rehearsal.Result result) {
    if (!result.leftRunning().isEmpty()) {
      findings.add(
          RehearsalCode.Z6004,
          where,
          "It left running: " + String.join("; ", result.leftRunning()) + ".",
          "Let the program end what it starts. These were ended now.");
    }
  }

  void report(Where where, Rehearsal.Result result) {
    fault(where, result);
    notJudged(where, result);
    leftRunning(where, result);
    writtenBesideItself(where, result);
  }
}
