package zugabe.core.making;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.NOTE;
import static zugabe.core.finding.Severity.WARNING;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What goes wrong while files are written. */
public enum MakingCode implements Code {
  Z5001(ERROR, Basis.MACHINE, "Output folder can't be used", "Nothing can be written."),
  Z5002(
      ERROR, Basis.MACHINE, "Disk full", "The result would be cut off; the last good one is kept."),
  Z5003(
      ERROR,
      Basis.MACHINE,
      "Another build is at work",
      "Two builds into one folder would mix their results."),
  Z5004(
      NOTE,
      Basis.INPUT,
      "Left by an earlier build",
      "The recipe no longer makes it; it might be handed over by mistake."),
  // Z5005 is retired: it told that another machine's engine packed differently
  Z5006(
      WARNING,
      Basis.INPUT,
      "Last record can't be used",
      "Nobody can tell what earlier builds made from other files."),
  Z5007(
      ERROR,
      Basis.INPUT,
      "Output would overwrite a material",
      "The build would destroy its own input."),
  Z5008(ERROR, Basis.MACHINE, "Reading or writing failed", "The machine refused."),
  Z5009(
      NOTE,
      Basis.INPUT,
      "Fewer threads",
      "Packing would have taken more memory than the runtime may use.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  MakingCode(Severity severity, Basis basis, String title, String why) {
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
