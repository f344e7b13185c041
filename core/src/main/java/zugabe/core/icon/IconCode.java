package zugabe.core.icon;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.WARNING;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What is noticed about pictures that become icons. */
public enum IconCode implements Code {
  Z0401(ERROR, "Picture that can't be read", "Without its pixels there is no icon."),
  Z0402(
      ERROR,
      "Drawing with more than a drawing",
      "A drawing may hold scripts and fetch from anywhere; an icon is made of what is in the file."),
  Z0403(
      WARNING, "Poor icon", "Systems show it in sizes and on backgrounds that it wasn't made for.");

  private final Severity severity;
  private final String title;
  private final String why;

  IconCode(Severity severity, String title, String why) {
    this.severity = severity;
    this.title = title;
    this.why = why;
  }

  @Override
  public Facts facts() {
    return new Facts(severity, Basis.INPUT, title, why);
  }
}
