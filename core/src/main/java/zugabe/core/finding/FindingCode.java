package zugabe.core.finding;

import static zugabe.core.finding.Severity.ERROR;
import static zugabe.core.finding.Severity.NOTE;
import static zugabe.core.finding.Severity.WARNING;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/**
 * Every finding there is. Codes are stable and never used again for something else. The first digit
 * is the subject: 1 the recipe's text, 2 materials, 3 programs, 4 jars, 5 the output folder and the
 * machine, 6 files looked at and rehearsed, 7 releases for Erlang/OTP, 8 what is missing, 9 what
 * must not be shipped.
 */
public enum FindingCode {
  Z1001(ERROR, "The recipe can't be parsed", "Nothing can be planned from it."),
  Z1002(ERROR, "Unknown key", "A misspelt key would silently change nothing."),
  Z1003(ERROR, "Wrong type of value", "The value can't be understood as it stands."),
  Z1004(ERROR, "Missing value", "Without it no plan can be made."),
  Z1005(ERROR, "Key given twice", "Only one of the two could count, and nobody would know which."),
  Z1006(ERROR, "Unknown variable", "The text would come out with a hole in it."),
  Z1007(
      ERROR,
      "Braces without quotes",
      "YAML reads an unquoted { as the start of a mapping, not as a variable."),
  Z1008(ERROR, "Value not allowed", "The value has a meaning only in the stated form."),
  Z1009(
      ERROR,
      "Anchor or alias",
      "A recipe says each thing once, where it is read; references hide what counts."),
  Z1010(ERROR, "Name not defined", "The recipe refers to something that it doesn't define."),
  Z1011(ERROR, "Override can't be applied", "It would have no effect."),
  Z1012(ERROR, "No recipe", "Without a recipe there is nothing to do."),
  Z1013(ERROR, "Two deliverables, one file", "The second would overwrite the first."),
  Z1014(
      ERROR,
      "Not possible in this version",
      "What is asked for can't be made yet, and leaving it out silently would be worse."),
  Z1015(ERROR, "Secret in the recipe", "Everybody who can read the recipe could read it."),
  Z1016(ERROR, "Variables refer to each other", "The text would never come to an end."),
  Z1017(ERROR, "Deliverables hold each other", "None of them could be made first."),
  Z1018(
      ERROR,
      "Can't be accepted",
      "What it tells keeps anything from being made, whatever the recipe says."),
  Z1019(WARNING, "No longer accepted", "What was accepted for some time counts again."),
  Z1020(
      NOTE,
      "Accepted, but gone",
      "An acceptance that nothing needs would hide the same fault when it comes back."),

  Z2001(ERROR, "Nothing matches", "Something that was meant to be shipped would be missing."),
  Z2002(
      ERROR,
      "Path leaves the recipe's folder",
      "Materials outside the folder are named by roots, so that a recipe can't pick up files by accident."),
  Z2003(ERROR, "File can't be read", "What can't be read can't be shipped."),
  Z2004(ERROR, "File changed while it was read", "The result would be a mixture of two states."),
  Z2005(
      ERROR,
      "Damaged archive",
      "A class or resource in it would be broken or missing at run time."),
  Z2006(
      ERROR,
      "Entry would escape its folder",
      "Unpacking it would write outside the folder that was meant."),
  Z2007(
      ERROR,
      "Entries overlap",
      "The same bytes would count twice: the mark of an archive made to do harm."),
  Z2008(ERROR, "Sizes or checksum don't match", "The content isn't what its maker packed."),
  Z2009(
      ERROR,
      "Archive can't be read here",
      "It is encrypted, in several parts, or packed by a method that Java runtimes don't read."),
  Z2010(WARNING, "Two entries of one name", "Programs differ in which of the two they take."),
  Z2011(WARNING, "Bytes before the archive", "Some programs refuse such a file."),
  Z2012(WARNING, "Name that some systems can't hold", "The file can't be unpacked everywhere."),
  Z2013(WARNING, "Class file can't be read", "What it is and what it needs can't be checked."),
  Z2014(
      ERROR,
      "Link or special file",
      "Its content lies elsewhere or isn't a file's, so it can't be shipped as it stands."),
  Z2015(
      WARNING, "Nothing in it", "An empty group of materials is mostly a build that has not run."),
  Z2016(WARNING, "Damaged file", "Whoever opens it will see nothing, or fail."),

  Z2017(WARNING, "Empty file", "What should be in it is missing at run time."),

  Z3001(ERROR, "Main class not found", "The program would stop at its start with a missing class."),
  Z3002(
      ERROR,
      "Main class can't be started",
      "A Java runtime starts only a public static void main(String[])."),
  Z3003(ERROR, "Several programs found", "The wrong one might be packaged."),
  Z3004(ERROR, "Byte code too new", "An older runtime refuses newer class files."),
  Z3005(
      WARNING,
      "A jar can't carry this",
      "Started by double-click or java -jar the program runs without it."),
  Z3007(
      NOTE,
      "Carried by the manifest",
      "The runtime takes it from there when the jar is started with java -jar or a double-click."),
  Z3008(
      NOTE,
      "Main class started by another",
      "A runtime refuses to start a windowing toolkit's application class from the class path."),
  Z3009(ERROR, "Native libraries have no place", "The program would stop when it loads them."),
  Z3010(
      ERROR,
      "Modules need their libraries beside",
      "A runtime resolves modules from files and folders only."),
  Z3011(
      NOTE,
      "Carried by the start scripts",
      "A jar can't hold it, so two ways to start the program differ."),
  Z3012(
      ERROR,
      "Nested libraries without a program",
      "Whoever puts the jar on a class path would not find its libraries."),
  Z3013(ERROR, "Program's file not found", "The start script would start nothing."),
  Z3014(
      ERROR,
      "Not a runtime",
      "What is carried must be a whole runtime that tells its version and platform."),
  Z3015(ERROR, "Runtime doesn't fit", "The carried runtime could not run the program."),
  Z3020(
      ERROR,
      "Not startable on this platform",
      "The start script would start what the system refuses."),
  Z3016(
      ERROR,
      "Nothing for this platform",
      "The archive would lack a file that the program needs there."),
  Z3018(ERROR, "Stands alone without a program", "There would be nothing for java -jar to start."),
  Z3006(NOTE, "No program found", "The jar is made as a library: java -jar won't start it."),

  Z3019(
      WARNING,
      "Only for finding faults",
      "It makes the program slow, talkative, or open to whoever can reach the machine."),

  Z4001(
      ERROR,
      "Manifest attribute not allowed",
      "The attribute is set from elsewhere, or is forbidden by the JAR specification."),
  Z4002(
      WARNING,
      "Manifest's last line had no end",
      "A Java runtime ignores such a line; mostly it is the one that names the main class."),
  Z4003(ERROR, "Manifest isn't to the letter", "A Java runtime would ignore or refuse part of it."),
  Z4004(
      WARNING,
      "Libraries clash",
      "Two libraries bring different bytes for one place; only the first are kept."),
  Z4005(
      NOTE,
      "Left out while merging",
      "It describes the library's own jar and would be wrong in the merged one."),
  Z4006(
      ERROR,
      "Entry in two places",
      "A jar can't hold a file and a folder of one name, or two own files for one place."),
  Z4007(
      WARNING,
      "Signed library is merged",
      "Merging takes a library's signature away: nobody can check who made it."),
  Z4008(ERROR, "Clash refused", "The recipe says that files of this place must not differ."),
  Z4009(
      ERROR,
      "File can't be joined",
      "A framework reads one file at that place; half of its entries would be missing."),
  Z4010(ERROR, "Too large to be nested", "The program could not read it from inside the jar."),
  Z4011(
      WARNING,
      "Two libraries of one file name",
      "One would overwrite the other; mostly one of them is a copy."),
  Z4012(ERROR, "Link leaves the tree", "It would lead somewhere else on every machine."),
  Z4013(WARNING, "Link leads nowhere", "Whoever follows it finds nothing."),
  Z4014(
      ERROR,
      "Name that the target forbids",
      "Unpacking fails there, or one file overwrites another."),
  Z4015(NOTE, "Version in the address", "Servers take a web archive's file name as its address."),
  Z4016(
      NOTE,
      "Left to the server",
      "Servers have it themselves; a second copy is ignored by one and refused by another."),
  Z4017(
      ERROR,
      "Old and new servlet interfaces mixed",
      "A server has one of the two; what is made for the other is never called, or stops it."),
  Z4018(NOTE, "Server that is needed", "Servers of another generation refuse the application."),
  Z4019(WARNING, "Nothing would answer", "The server would start it and answer 404 to everything."),
  Z4020(ERROR, "Registered twice", "Servers refuse an application in which two have one name."),
  Z4021(
      WARNING,
      "Private file would be served",
      "What lies outside WEB-INF and META-INF everybody can fetch."),
  Z4022(
      WARNING,
      "Library for the other servlet interfaces",
      "A part of it can't be loaded on the server that the application needs."),
  Z4023(ERROR, "Descriptor can't be read", "Servers refuse the application."),
  Z4024(
      WARNING,
      "Descriptor names a class that isn't there",
      "Servers refuse the application, or answer its addresses with an error."),

  Z4025(
      WARNING,
      "Library there twice",
      "Which classes are used depends on the order; mixed ones fail with errors that name neither."),
  Z4026(ERROR, "Native code for another platform", "The system refuses to load it."),
  Z4027(
      WARNING,
      "Package in two modules",
      "Java doesn't start a program whose modules share a package."),
  Z4028(
      WARNING,
      "Path too long for Windows",
      "Many programs there can't open a file whose whole path has 260 characters and more."),
  Z4029(WARNING, "Script that can't be run", "The system refuses to start it."),
  Z4030(NOTE, "Needlessly executable", "Checkers of packages complain, and a slip starts it."),
  Z4031(WARNING, "Runs with its owner's rights", "Packages that do so unasked open a system."),
  Z4032(
      WARNING,
      "Script with Windows line ends",
      "The system says that the interpreter isn't there, though it is."),
  Z4033(
      NOTE,
      "Licence text missing",
      "Most licences ask that their text goes along with every copy."),
  Z4034(
      WARNING,
      "Version is misread",
      "An upgrade is refused, or an older version replaces a newer one."),
  Z4035(
      WARNING, "Name that servers read differently", "The address differs from server to server."),

  Z5001(ERROR, "Output folder can't be used", "Nothing can be written."),
  Z5002(ERROR, "Disk full", "The result would be cut off; the last good one is kept."),
  Z5003(ERROR, "Another build is at work", "Two builds into one folder would mix their results."),
  Z5004(
      NOTE,
      "Left by an earlier build",
      "The recipe no longer makes it; it might be handed over by mistake."),
  Z5005(
      NOTE,
      "Another deflate engine",
      "Bytes may differ from the last build's although nothing else changed."),
  Z5006(
      WARNING,
      "Last record can't be used",
      "What earlier builds made can't be told from other files."),
  Z5007(ERROR, "Output would overwrite a material", "The build would destroy its own input."),
  Z5008(ERROR, "Reading or writing failed", "The machine refused."),
  Z5009(NOTE, "Fewer threads", "Packing would have taken more memory than the runtime may use."),

  Z6001(ERROR, "Not a known kind of file", "There is nothing to tell about it."),
  Z6002(ERROR, "Trial failed", "What was made doesn't do what the recipe expects of it."),
  Z6003(ERROR, "Folder isn't empty", "Files there would be mixed with new ones."),
  Z6004(
      WARNING,
      "Left running",
      "Whoever stops or removes the program would leave something behind that goes on."),
  Z6005(
      WARNING,
      "Writes into its own folder",
      "Where programs are installed for all users that folder can't be written."),
  Z6006(ERROR, "Not there to be rehearsed", "Only what was built can be tried."),
  Z6007(ERROR, "Nothing to start", "A rehearsal starts a program."),
  Z6008(NOTE, "Nothing is expected", "Without a trial in the recipe any outcome is as good."),
  Z6009(
      ERROR,
      "Nested library is packed",
      "The program can't be started: its libraries are read in place, where they have to be stored."),
  Z6010(NOTE, "Needs a server", "A web archive that doesn't stand alone starts only on a server."),
  Z6011(
      ERROR,
      "Not a server that is known",
      "Only servers that are known can be set up for a rehearsal."),
  Z6012(NOTE, "Not for this machine", "Programs of another platform can't be started here."),
  Z6013(ERROR, "Recipe is there already", "Overwriting it would lose what somebody wrote."),
  Z6014(ERROR, "Nothing to make", "A recipe would be empty."),

  Z7001(
      ERROR,
      "Application can't be used",
      "Its resource file says what is started and what it needs."),
  Z7002(ERROR, "Application missing", "The release would stop at its start."),
  Z7003(ERROR, "Applications need each other", "None of them could be started first."),
  Z7004(ERROR, "Versions don't match", "What runs would not be what was tried."),
  Z7005(
      ERROR,
      "Not an Erlang/OTP",
      "The runtime's version and its first modules are read from it, never typed."),
  Z7006(
      ERROR,
      "Module missing",
      "The release would stop at its start, where all modules are loaded."),
  Z7007(
      WARNING,
      "Module not listed",
      "In embedded mode only listed modules are loaded at the start."),
  Z7008(NOTE, "In the release", "Versions are read from the applications themselves."),

  Z8001(ERROR, "Class missing", "The program fails when it comes to the code that needs it."),
  Z8002(
      ERROR,
      "Method or field missing",
      "The program fails when it comes to the code that uses it."),
  Z8003(
      ERROR,
      "Service provider missing",
      "Whoever looks for providers of the service gets an error instead."),
  Z8004(
      WARNING,
      "Nobody provides a service",
      "What the service is for isn't done, often without a message."),
  Z8005(WARNING, "Resource missing", "The program gets nothing where it expects a file."),
  Z8006(WARNING, "Native library missing", "The program fails when it loads it."),
  Z8007(
      WARNING,
      "Internal to Java",
      "Java's modules keep the class to themselves; newer versions refuse it, or have removed it."),
  Z8008(NOTE, "Prepared for absence", "The program runs without; a feature that needs it doesn't."),
  Z8009(
      NOTE,
      "Names that can't be known",
      "What is looked for by a name that is put together as the program runs may be missing, and nobody can tell."),
  Z8010(
      NOTE,
      "Not every server has it",
      "Servers of another generation start the application, and fail when they come to it."),
  Z8011(
      WARNING,
      "Database driver missing",
      "The program fails with \"No suitable driver\" when it connects."),

  Z9001(ERROR, "Private key", "Whoever gets the deliverable can sign or speak in your name."),
  Z9002(
      ERROR,
      "Key store",
      "Whoever gets the deliverable can try passwords on your keys at leisure."),
  Z9003(ERROR, "Settings with secrets", "Whoever gets the deliverable gets what they open."),
  Z9004(WARNING, "Looks like a secret", "Whoever gets the deliverable can use it in your name."),
  Z9005(WARNING, "Version control", "It holds every old state of the sources, and who wrote it."),
  Z9006(
      WARNING,
      "Memory of a crash",
      "It is large, and holds whatever the program knew: passwords too.");

  private final Severity severity;
  private final String title;
  private final String why;

  FindingCode(Severity severity, String title, String why) {
    this.severity = severity;
    this.title = title;
    this.why = why;
  }

  public Severity severity() {
    return severity;
  }

  public String title() {
    return title;
  }

  /** Why it matters, in one sentence. */
  public String why() {
    return why;
  }

  /** Whether no plan can be made from the recipe's text. */
  public boolean isAboutRecipe() {
    return name().startsWith("Z1");
  }

  /** Whether it is an error by this program's judgement: the build could go on without it. */
  public boolean isOpinion() {
    return name().startsWith("Z8")
        || name().startsWith("Z9")
        || this == Z3004
        || this == Z3020
        || this == Z4026;
  }

  /** Whether the machine failed rather than the input. */
  public boolean isAboutMachine() {
    return switch (this) {
      case Z5001, Z5002, Z5003, Z5008 -> true;
      default -> false;
    };
  }

  /** The code of this name, in any case. */
  public static Optional<FindingCode> parse(String text) {
    String wanted = text.toUpperCase(Locale.ROOT);
    return Arrays.stream(values()).filter(c -> c.name().equals(wanted)).findFirst();
  }
}
