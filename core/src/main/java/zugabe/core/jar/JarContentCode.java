package zugabe.core.jar;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.NOTE;
import static zugabe.core.finding.Severity.WARNING;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What is wrong with manifests, and with what meets in one jar. */
public enum JarContentCode implements Code {
  Z3009(
      ERROR,
      Basis.INPUT,
      "Native libraries have no place",
      "The program would stop when it loads them."),
  Z4001(
      ERROR,
      Basis.INPUT,
      "Manifest attribute not allowed",
      "The attribute is set from elsewhere, or is forbidden by the JAR specification."),
  Z4002(
      WARNING,
      Basis.INPUT,
      "Manifest's last line isn't terminated",
      "A Java runtime ignores such a line; usually it is the one that names the main class."),
  Z4003(
      ERROR,
      Basis.INPUT,
      "Manifest breaks the format",
      "A Java runtime would ignore or refuse part of it."),
  Z4004(
      WARNING,
      Basis.INPUT,
      "Libraries clash",
      "Two libraries bring different bytes for one place; only the first are kept."),
  Z4005(
      NOTE,
      Basis.INPUT,
      "Left out while merging",
      "It describes the library's own jar and would be wrong in the merged one."),
  Z4007(
      WARNING,
      Basis.INPUT,
      "Signed library is merged",
      "Merging takes a library's signature away: nobody can check who made it."),
  Z4008(
      ERROR,
      Basis.INPUT,
      "Clash refused",
      "The recipe says that files of this place must not differ."),
  Z4009(
      ERROR,
      Basis.INPUT,
      "File can't be joined",
      "A framework reads one file at that place; half of its entries would be missing."),
  Z4010(
      ERROR,
      Basis.INPUT,
      "Too large to be nested",
      "The program could not read it from inside the jar."),
  Z4011(
      WARNING,
      Basis.INPUT,
      "Two libraries with the same file name",
      "One would overwrite the other; usually one of them is a copy."),
  Z6009(
      ERROR,
      Basis.INPUT,
      "Nested library is packed",
      "The program can't be started: its libraries are read in place, where they have to be stored.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  JarContentCode(Severity severity, Basis basis, String title, String why) {
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
