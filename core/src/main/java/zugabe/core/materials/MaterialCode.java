package zugabe.core.materials;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.WARNING;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What is wrong with the files that a recipe names. */
public enum MaterialCode implements Code {
  Z2001(
      ERROR,
      Basis.INPUT,
      "Nothing matches",
      "Something that was meant to be shipped would be missing."),
  Z2002(
      ERROR,
      Basis.INPUT,
      "Path leaves the recipe's folder",
      "Materials outside the folder are named by roots, so that a recipe can't pick up files by accident."),
  Z2003(ERROR, Basis.INPUT, "File can't be read", "What can't be read can't be shipped."),
  Z2004(
      ERROR,
      Basis.INPUT,
      "File changed while it was read",
      "The result would be a mixture of two states."),
  Z2005(
      ERROR,
      Basis.INPUT,
      "Damaged archive",
      "A class or resource in it would be broken or missing at run time."),
  Z2006(
      ERROR,
      Basis.INPUT,
      "Entry would escape its folder",
      "Unpacking it would write outside the folder that was meant."),
  Z2007(
      ERROR,
      Basis.INPUT,
      "Entries overlap",
      "The same bytes would count twice: the mark of an archive made to do harm."),
  Z2008(
      ERROR,
      Basis.INPUT,
      "Sizes or checksum don't match",
      "The content isn't what its maker packed."),
  Z2009(
      ERROR,
      Basis.INPUT,
      "Archive can't be read here",
      "It is encrypted, in several parts, or packed by a method that Java runtimes don't read."),
  Z2010(
      WARNING,
      Basis.INPUT,
      "Two entries of one name",
      "Programs differ in which of the two they take."),
  Z2011(WARNING, Basis.INPUT, "Bytes before the archive", "Some programs refuse such a file."),
  Z2012(
      WARNING,
      Basis.INPUT,
      "Name that some systems can't hold",
      "The file can't be unpacked everywhere."),
  Z2013(
      WARNING,
      Basis.INPUT,
      "Class file can't be read",
      "What it is and what it needs can't be checked."),
  Z2014(
      ERROR,
      Basis.INPUT,
      "Link or special file",
      "Its content is elsewhere or isn't a file's, so it can't be shipped as it is."),
  Z2015(
      WARNING,
      Basis.INPUT,
      "Nothing in it",
      "An empty group of materials usually means that the build hasn't run."),
  Z2016(
      WARNING, Basis.INPUT, "Damaged file", "Anyone who opens it sees nothing, or gets an error."),
  Z2017(WARNING, Basis.INPUT, "Empty file", "What should be in it is missing at run time."),
  Z2018(WARNING, Basis.INPUT, "More than is looked at", "What isn't looked at isn't told."),
  Z2019(
      ERROR,
      Basis.INPUT,
      "Name isn't UTF-8",
      "It would be shipped under another name, or not at all."),
  Z2020(
      ERROR,
      Basis.INPUT,
      "Icon isn't a PNG picture",
      "Menus and desktops would show an empty place, or nothing.");

  private final Severity severity;
  private final Basis basis;
  private final String title;
  private final String why;

  MaterialCode(Severity severity, Basis basis, String title, String why) {
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
