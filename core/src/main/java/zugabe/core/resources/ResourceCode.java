package zugabe.core.resources;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.WARNING;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What is noticed in the sources of resources. */
public enum ResourceCode implements Code {
  Z5201(
      ERROR,
      Basis.INPUT,
      "Resource that can't be understood",
      "A phone would show something else than is meant, or nothing."),
  Z5202(
      ERROR,
      Basis.INPUT,
      "Resource that is there twice",
      "Which one a phone shows would be chance."),
  Z5203(
      ERROR,
      Basis.INPUT,
      "Resource that isn't there",
      "The application ends when it comes to that place."),
  Z5204(
      ERROR,
      Basis.INPUT,
      "Folder or file that can't hold resources",
      "Phones find resources by the names of their folders and files."),
  Z5205(
      ERROR,
      Basis.INPUT,
      "Number of a resource that doesn't fit",
      "Byte code that was compiled against other numbers gets other resources."),
  Z5206(
      WARNING,
      Basis.INPUT,
      "Resource without a default",
      "Phones for which there is no variant end the application when it is needed."),
  Z5207(
      WARNING,
      Basis.OPINION,
      "Variants of a resource that don't fit each other",
      "The application ends in one language only, where nobody tried it.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  ResourceCode(Severity severity, Basis basis, String title, String why) {
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
