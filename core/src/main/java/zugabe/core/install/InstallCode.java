package zugabe.core.install;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.WARNING;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What is wrong with what is installed on a platform. */
public enum InstallCode implements Code {
  Z3014(
      ERROR,
      Basis.INPUT,
      "Not a runtime",
      "What is carried must be a whole runtime that tells its version and platform."),
  Z3015(
      ERROR, Basis.INPUT, "Runtime doesn't fit", "The carried runtime could not run the program."),
  Z3016(
      ERROR,
      Basis.INPUT,
      "Nothing for this platform",
      "The archive would lack a file that the program needs there."),
  Z3020(
      ERROR,
      Basis.OPINION,
      "Not startable on this platform",
      "The start script would start what the system refuses."),
  Z3021(
      ERROR,
      Basis.INPUT,
      "Argument can't be passed",
      "What starts the program there would take a part of it for something else."),
  Z3027(
      ERROR,
      Basis.OPINION,
      "Nothing beside it that it starts",
      "The program would only say that a file of it is missing."),
  Z3030(
      WARNING,
      Basis.OPINION,
      "Carried runtime that isn't found",
      "The program uses another runtime, or none, and says that Java is missing."),
  Z4034(
      WARNING,
      Basis.INPUT,
      "Version is misread",
      "An upgrade is refused, or an older version replaces a newer one.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  InstallCode(Severity severity, Basis basis, String title, String why) {
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
