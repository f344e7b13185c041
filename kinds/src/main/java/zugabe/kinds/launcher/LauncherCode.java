package zugabe.kinds.launcher;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.NOTE;
import static zugabe.core.finding.Severity.WARNING;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What is noticed about start programs for Windows. */
public enum LauncherCode implements Code {
  Z5101(
      ERROR,
      Basis.INPUT,
      "Nothing that this can start",
      "A start program for Windows starts a program in Java from its class path."),
  Z5102(
      ERROR,
      Basis.INPUT,
      "Unusable picture",
      "The file would show the system's own picture for programs, or none."),
  Z5103(
      WARNING,
      Basis.INPUT,
      "Icon that looks bad",
      "Large views show it blurred, or small in the middle."),
  Z5104(
      ERROR,
      Basis.INPUT,
      "Version without four numbers",
      "Windows compares files by four numbers of 0 to 65,535; installers keep the larger one."),
  Z5105(
      NOTE,
      Basis.INPUT,
      "Window or console",
      "A console beside a window puzzles users; without one, what is printed is lost."),
  Z5106(
      ERROR,
      Basis.INPUT,
      "Program of 4 GB and more",
      "Windows starts none, and its header has no room for such a size."),
  Z5107(
      ERROR,
      Basis.INPUT,
      "Properties that don't fit",
      "The page of properties has room for 65,535 bytes in all."),
  Z5108(
      ERROR,
      Basis.OPINION,
      "Versions that no runtime has",
      "The program tells everybody to install a runtime, and there is none to install.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  LauncherCode(Severity severity, Basis basis, String title, String why) {
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
