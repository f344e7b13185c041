package zugabe.core;

import static zugabe.core.finding.Severity.ERROR;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What keeps a request from being answered. */
public enum RequestCode implements Code {
  Z6001(ERROR, Basis.INPUT, "Not a known kind of file", "There is nothing more to say about it."),
  Z6003(ERROR, Basis.INPUT, "Folder isn't empty", "Files there would be mixed with new ones."),
  Z6013(
      ERROR,
      Basis.INPUT,
      "Recipe is there already",
      "Overwriting it would lose what somebody wrote."),
  Z6014(ERROR, Basis.INPUT, "Nothing to make", "A recipe would be empty.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  RequestCode(Severity severity, Basis basis, String title, String why) {
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
