package zugabe.core.checks;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.NOTE;
import static zugabe.core.finding.Severity.WARNING;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What is noticed about programs, their libraries and the files that go out. */
public enum CheckCode implements Code {
  Z3004(ERROR, Basis.OPINION, "Byte code too new", "An older runtime refuses newer class files."),
  Z3022(
      NOTE,
      Basis.OPINION,
      "Classes for newer Java",
      "Older runtimes never load them; code that did would fail there."),
  Z3024(
      WARNING,
      Basis.OPINION,
      "Linked to what isn't there",
      "The system refuses to start or load it where that library isn't installed."),
  Z3025(
      WARNING,
      Basis.OPINION,
      "Library without code for a platform",
      "There the program fails when it comes to what the native code is for."),
  Z3026(
      NOTE,
      Basis.OPINION,
      "Native code for one system",
      "On others the program fails when it comes to what the native code is for."),
  Z3019(
      WARNING,
      Basis.INPUT,
      "Debugging option",
      "It makes the program slow, verbose, or open to anybody who can reach the machine."),
  Z3028(
      ERROR,
      Basis.OPINION,
      "Option with which nothing starts",
      "Java says what it doesn't understand, or does something else, and the program isn't started."),
  Z3029(
      WARNING,
      Basis.INPUT,
      "File looked for where the user is",
      "The program starts in one folder only: that in which it was tried."),
  Z3031(
      WARNING,
      Basis.INPUT,
      "Its own manifest asks for more",
      "Java heeds that manifest only when that very jar is started: the program fails where it comes to what is allowed there."),
  Z4025(
      WARNING,
      Basis.INPUT,
      "Library there twice",
      "Which classes are used depends on the order; mixed ones fail with errors that name neither."),
  Z4026(ERROR, Basis.OPINION, "Native code for another platform", "The system refuses to load it."),
  Z4027(
      WARNING,
      Basis.INPUT,
      "Package in two modules",
      "Java doesn't start a program whose modules share a package."),
  Z4029(WARNING, Basis.INPUT, "Script that can't be run", "The system refuses to start it."),
  Z4030(
      NOTE,
      Basis.INPUT,
      "Needlessly executable",
      "Checkers of packages complain, and a slip starts it."),
  Z4031(
      WARNING,
      Basis.INPUT,
      "Runs with its owner's rights",
      "Packages that do this unasked make a system vulnerable."),
  Z4032(
      WARNING,
      Basis.INPUT,
      "Script with Windows line ends",
      "The system says that the interpreter isn't there, though it is."),
  Z4033(
      NOTE,
      Basis.INPUT,
      "Licence text missing",
      "Most licences require their text to accompany every copy."),
  Z4036(
      ERROR,
      Basis.OPINION,
      "Module that isn't there",
      "Java looks for all modules before it starts a program, and doesn't start it without one."),
  Z9001(
      ERROR,
      Basis.OPINION,
      "Private key",
      "Anyone who gets the deliverable can sign or speak in your name."),
  Z9002(
      ERROR,
      Basis.OPINION,
      "Key store",
      "Anyone who gets the deliverable can try passwords on your keys at leisure."),
  Z9003(
      ERROR,
      Basis.OPINION,
      "Settings with secrets",
      "Anyone who gets the deliverable gets what they open."),
  Z9004(
      WARNING,
      Basis.OPINION,
      "Looks like a secret",
      "Anyone who gets the deliverable can use it in your name."),
  Z9005(
      WARNING,
      Basis.OPINION,
      "Version control",
      "It holds every old state of the sources, and who wrote it."),
  Z9006(
      WARNING,
      Basis.OPINION,
      "Core dump",
      "It is large, and holds whatever the crashed program knew, passwords included.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  CheckCode(Severity severity, Basis basis, String title, String why) {
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
