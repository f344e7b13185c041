package zugabe.core.tree;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.WARNING;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What is wrong with an install tree: clashes, links, and names that a system refuses. */
public enum TreeCode implements Code {
  Z4006(
      ERROR,
      Basis.INPUT,
      "Entry in two places",
      "A jar can't hold a file and a folder of one name, or two own files for one place."),
  Z4012(
      ERROR, Basis.INPUT, "Link leaves the tree", "It would lead somewhere else on every machine."),
  Z4013(WARNING, Basis.INPUT, "Link leads nowhere", "Anyone who follows it finds nothing."),
  Z4014(
      ERROR,
      Basis.INPUT,
      "Name that the target forbids",
      "Unpacking fails there, or one file overwrites another."),
  Z4028(
      WARNING,
      Basis.INPUT,
      "Path too long for Windows",
      "Many programs there can't open a file whose whole path has 260 characters and more.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  TreeCode(Severity severity, Basis basis, String title, String why) {
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
