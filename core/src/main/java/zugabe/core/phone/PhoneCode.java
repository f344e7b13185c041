package zugabe.core.phone;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.NOTE;
import static zugabe.core.finding.Severity.WARNING;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What is noticed about applications for phones. */
public enum PhoneCode implements Code {
  Z5301(
      ERROR,
      Basis.INPUT,
      "Id that phones don't take",
      "The id is the application's name for phones and stores, and stays for its life."),
  Z5302(
      ERROR,
      Basis.INPUT,
      "Manifest and recipe contradict each other",
      "Only one of the two would count, and nobody would see which."),
  Z5303(
      ERROR,
      Basis.INPUT,
      "Version without a version code",
      "Phones compare versions by one number, and take no update with a lower one."),
  Z5304(
      ERROR,
      Basis.INPUT,
      "Class that isn't in the byte code",
      "The application ends as soon as the system starts that part of it."),
  Z5305(
      ERROR,
      Basis.INPUT,
      "Exported isn't said",
      "From platform 31 on, phones refuse a package that doesn't say whether others may start a part."),
  Z5306(WARNING, Basis.INPUT, "Icon that looks bad", "It is what people look for on their phones."),
  Z5307(
      ERROR,
      Basis.INPUT,
      "File that phones can't use",
      "The package would be refused, or end when it needs that file."),
  Z5308(
      WARNING,
      Basis.INPUT,
      "Native libraries that aren't there for each processor",
      "A phone takes the first kind of processor that it knows, and finds no other libraries then."),
  Z5309(
      NOTE,
      Basis.INPUT,
      "Package without a signature",
      "Phones and stores take none that isn't signed."),
  Z5310(
      ERROR,
      Basis.OPINION,
      "Not to be handed out",
      "With it, anybody can look into the application, or take its place."),
  Z5311(
      NOTE,
      Basis.INPUT,
      "Nothing to start",
      "Without an activity for the launcher, people find no icon for it."),
  Z5312(
      WARNING,
      Basis.OPINION,
      "Platform that is out of date",
      "Stores refuse it, newer phones warn of it or don't install it at all."),
  Z5313(
      WARNING,
      Basis.INPUT,
      "Byte code with a name of old",
      "The application looks for something under a name that it hasn't any more."),
  Z5314(
      NOTE,
      Basis.INPUT,
      "Marks of trying things out were removed",
      "With them nobody may hand a package out; without them it can't be looked into any more."),
  Z5315(
      ERROR,
      Basis.INPUT,
      "What can't be said of a finished package",
      "It would have no effect: that part of the package is compiled already."),
  Z5316(
      ERROR,
      Basis.INPUT,
      "Native library that isn't there",
      "The application ends when it loads a library whose needed libraries are missing."),
  Z5317(
      WARNING,
      Basis.OPINION,
      "Native library for small pages",
      "Phones with pages of 16 KiB don't load it, and stores refuse it for newer platforms."),
  Z5318(
      WARNING,
      Basis.OPINION,
      "Byte code refers to what isn't there",
      "The application ends when it comes to that place."),
  Z5319(
      WARNING,
      Basis.OPINION,
      "File that the application opens and isn't there",
      "It ends there, or shows nothing; where only letters differ, it works on the developer's machine."),
  Z5320(
      WARNING,
      Basis.OPINION,
      "Interfaces that came later than the lowest platform",
      "The application ends on older phones when it comes to that place."),
  Z5321(
      ERROR,
      Basis.INPUT,
      "Not an upgrade of the last release",
      "Phones that have the last release refuse this one, or keep both side by side."),
  Z5322(
      WARNING,
      Basis.OPINION,
      "Permission or feature that isn't given",
      "What needs that permission ends with an error; shops hide an application from phones without a feature."),
  Z5323(
      WARNING,
      Basis.OPINION,
      "Permission that the code needs",
      "The application ends with an error when it comes to that place."),
  Z5324(
      ERROR,
      Basis.INPUT,
      "Class that can't be what it is declared as",
      "The application ends as soon as the system starts that part of it."),
  Z5325(
      ERROR,
      Basis.INPUT,
      "Manifest that phones refuse",
      "The package can't be installed, and phones hardly say why."),
  Z5326(
      WARNING,
      Basis.OPINION,
      "Layout that no screen can be made of",
      "The application ends when it shows that layout."),
  Z5327(
      ERROR,
      Basis.INPUT,
      "Placeholder that nothing fills in",
      "Phones would take it for the value itself."),
  Z5328(
      WARNING,
      Basis.OPINION,
      "Part of the application that isn't declared",
      "What the manifest doesn't declare can't be started: the application ends when it comes to it."),
  Z5329(
      WARNING,
      Basis.OPINION,
      "Levels that no phone fits",
      "Phones below the lowest level refuse the package.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  PhoneCode(Severity severity, Basis basis, String title, String why) {
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
