package zugabe.kinds.war;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.NOTE;
import static zugabe.core.finding.Severity.WARNING;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What is noticed about web archives. */
public enum WarCode implements Code {
  Z3018(
      ERROR,
      Basis.INPUT,
      "Stands alone without a program",
      "There would be nothing for java -jar to start."),
  Z4015(
      NOTE,
      Basis.INPUT,
      "Version in the address",
      "Servers take a web archive's file name as its address."),
  Z4016(
      NOTE,
      Basis.INPUT,
      "Left to the server",
      "Servers have it themselves; a second copy is ignored by one and refused by another."),
  Z4017(
      ERROR,
      Basis.INPUT,
      "Old and new servlet interfaces mixed",
      "A server has one of the two; what is made for the other is never called, or stops it."),
  Z4018(
      NOTE,
      Basis.INPUT,
      "Server that is needed",
      "Servers of another generation refuse the application."),
  Z4019(
      WARNING,
      Basis.INPUT,
      "Nothing would answer",
      "The server would start it and answer 404 to everything."),
  Z4020(
      ERROR,
      Basis.INPUT,
      "Registered twice",
      "Servers refuse an application in which two have one name."),
  Z4021(
      WARNING,
      Basis.INPUT,
      "Private file would be served",
      "Anybody can fetch what is outside WEB-INF and META-INF."),
  Z4022(
      WARNING,
      Basis.INPUT,
      "Library for the other servlet interfaces",
      "A part of it can't be loaded on the server that the application needs."),
  Z4023(ERROR, Basis.INPUT, "Descriptor can't be read", "Servers refuse the application."),
  Z4024(
      WARNING,
      Basis.INPUT,
      "Descriptor names a class that isn't there",
      "Servers refuse the application, or answer its addresses with an error."),
  Z4035(
      WARNING,
      Basis.INPUT,
      "Name that servers read differently",
      "The address differs from server to server.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  WarCode(Severity severity, Basis basis, String title, String why) {
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
