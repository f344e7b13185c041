package zugabe.kinds.release;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.NOTE;
import static zugabe.core.finding.Severity.WARNING;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What is noticed about releases for Erlang/OTP. */
public enum ReleaseCode implements Code {
  Z7001(
      ERROR,
      Basis.INPUT,
      "Application can't be used",
      "Its resource file says what is started and what it needs."),
  Z7002(ERROR, Basis.INPUT, "Application missing", "The release would stop at its start."),
  Z7003(ERROR, Basis.INPUT, "Applications need each other", "None of them could be started first."),
  Z7004(ERROR, Basis.INPUT, "Versions don't match", "What runs would not be what was tested."),
  Z7005(
      ERROR,
      Basis.INPUT,
      "Not an Erlang/OTP",
      "The runtime's version and its first modules are read from it, never typed."),
  Z7006(
      ERROR,
      Basis.INPUT,
      "Module missing",
      "The release would stop at its start, where all modules are loaded."),
  Z7007(
      WARNING,
      Basis.INPUT,
      "Module not listed",
      "In embedded mode only listed modules are loaded at the start."),
  Z7008(NOTE, Basis.INPUT, "In the release", "Versions are read from the applications themselves.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  ReleaseCode(Severity severity, Basis basis, String title, String why) {
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
