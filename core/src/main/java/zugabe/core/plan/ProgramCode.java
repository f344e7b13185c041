package zugabe.core.plan;

import static zugabe.core.finding.Severity.ERROR;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What is wrong with what is to be started. */
public enum ProgramCode implements Code {
  Z3001(
      ERROR,
      Basis.INPUT,
      "Main class not found",
      "The program would stop at its start with a missing class."),
  Z3002(
      ERROR,
      Basis.INPUT,
      "Main class can't be started",
      "A Java runtime starts only a public static void main(String[])."),
  Z3003(ERROR, Basis.INPUT, "Several programs found", "The wrong one might be packaged."),
  Z3013(ERROR, Basis.INPUT, "Program's file not found", "The start script would start nothing."),
  Z3023(
      ERROR,
      Basis.OPINION,
      "Class not at its place",
      "A runtime finds a class by folders named as its package, and doesn't find this one.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  ProgramCode(Severity severity, Basis basis, String title, String why) {
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
