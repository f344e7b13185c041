package zugabe.kinds.jar;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.NOTE;
import static zugabe.core.finding.Severity.WARNING;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What is noticed about jars. */
public enum JarCode implements Code {
  Z3005(
      WARNING,
      Basis.INPUT,
      "A jar can't carry this",
      "Started by double-click or java -jar the program runs without it."),
  Z3006(
      NOTE,
      Basis.INPUT,
      "No program found",
      "The jar is made as a library: java -jar won't start it."),
  Z3007(
      NOTE,
      Basis.INPUT,
      "Carried by the manifest",
      "The runtime takes it from there when the jar is started with java -jar or a double-click."),
  Z3008(
      NOTE,
      Basis.INPUT,
      "Main class started by another",
      "A runtime refuses to start a windowing toolkit's application class from the class path."),
  Z3010(
      ERROR,
      Basis.INPUT,
      "Modules need their libraries beside",
      "A runtime resolves modules from files and folders only."),
  Z3011(
      NOTE,
      Basis.INPUT,
      "Carried by the start scripts",
      "A jar can't hold it, so two ways to start the program differ."),
  Z3012(
      ERROR,
      Basis.INPUT,
      "Nested libraries without a program",
      "With the jar on a class path, its libraries would not be found.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  JarCode(Severity severity, Basis basis, String title, String why) {
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
