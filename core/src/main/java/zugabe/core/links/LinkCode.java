package zugabe.core.links;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.NOTE;
import static zugabe.core.finding.Severity.WARNING;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What programs need and do not have. */
public enum LinkCode implements Code {
  Z8001(
      ERROR,
      Basis.OPINION,
      "Class missing",
      "The program fails when it comes to the code that needs it."),
  Z8002(
      ERROR,
      Basis.OPINION,
      "Method or field missing",
      "The program fails when it comes to the code that uses it."),
  Z8003(
      ERROR,
      Basis.OPINION,
      "Service provider missing",
      "Code that looks for providers of the service gets an error instead."),
  Z8004(
      WARNING,
      Basis.OPINION,
      "Nobody provides a service",
      "What the service is for isn't done, often without a message."),
  Z8005(
      WARNING,
      Basis.OPINION,
      "Resource missing",
      "The program gets nothing where it expects a file."),
  Z8006(WARNING, Basis.OPINION, "Native library missing", "The program fails when it loads it."),
  Z8007(
      WARNING,
      Basis.OPINION,
      "Internal to Java",
      "Java's modules keep the class to themselves; newer versions refuse it, or have removed it."),
  Z8008(
      NOTE,
      Basis.OPINION,
      "Prepared for absence",
      "The program runs without; a feature that needs it doesn't."),
  Z8009(
      NOTE,
      Basis.OPINION,
      "Names that can't be known",
      "Whatever is looked up by a name that is built at run time may be missing, and nothing can tell."),
  Z8010(
      NOTE,
      Basis.OPINION,
      "Not every server has it",
      "Servers of another generation start the application, and fail when they come to it."),
  Z8011(
      WARNING,
      Basis.OPINION,
      "Database driver missing",
      "The program fails with \"No suitable driver\" when it connects."),
  Z8012(
      WARNING,
      Basis.OPINION,
      "Asks the system's class loader",
      "That loader doesn't see what is inside a jar in the jar: a container starts and answers 404, a scan finds nothing.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  LinkCode(Severity severity, Basis basis, String title, String why) {
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
