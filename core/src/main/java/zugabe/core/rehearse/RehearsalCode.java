package zugabe.core.rehearse;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.NOTE;
import static zugabe.core.finding.Severity.WARNING;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What a rehearsal shows. */
public enum RehearsalCode implements Code {
  Z6002(
      ERROR,
      Basis.INPUT,
      "Trial failed",
      "What was made doesn't do what the recipe expects of it."),
  Z6004(
      WARNING,
      Basis.INPUT,
      "Left running",
      "Stopping or removing the program would leave something running behind."),
  Z6005(
      WARNING,
      Basis.INPUT,
      "Writes into its own folder",
      "Where programs are installed for all users that folder can't be written."),
  Z6006(ERROR, Basis.INPUT, "Nothing built to rehearse", "Only what was built can be rehearsed."),
  Z6007(ERROR, Basis.INPUT, "Nothing to start", "A rehearsal starts a program."),
  Z6008(
      NOTE,
      Basis.INPUT,
      "Nothing is expected",
      "Without a trial in the recipe, any outcome but a crash passes."),
  Z6010(
      NOTE,
      Basis.INPUT,
      "Needs a server",
      "A web archive that doesn't stand alone starts only on a server."),
  Z6011(ERROR, Basis.INPUT, "Unknown server", "Only known servers can be set up for a rehearsal."),
  Z6012(
      NOTE,
      Basis.INPUT,
      "Not for this machine",
      "Programs of another platform can't be started here."),
  Z6017(
      NOTE,
      Basis.INPUT,
      "Not tried on a phone",
      "A package that isn't signed is taken by no phone, so nothing of it can be tried."),
  Z6015(
      NOTE,
      Basis.INPUT,
      "Server not used",
      "Only a web archive is tried on a server; what was named for that did nothing."),
  Z6016(
      WARNING,
      Basis.INPUT,
      "Rehearsed on another Java",
      "What it does on a runtime that it isn't for tells nothing of those that it is for.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  RehearsalCode(Severity severity, Basis basis, String title, String why) {
    this.severity = severity;
    this.basis = basis;
    this.title = title;
    this.why = why;
  }

  @Override
  public Facts facts() {
    return new Facts(severity, basis, title, why);
  }
}
