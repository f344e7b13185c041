package zugabe.core.checks;

import com.google.re2j.Pattern;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeSet;
import zugabe.core.finding.Code;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Severity;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.MaterialCode;
import zugabe.core.materials.Materials;
import zugabe.core.materials.Nature;
import zugabe.core.materials.OwnFile;
import zugabe.core.materials.Recogniser;
import zugabe.core.materials.Recognition;
import zugabe.core.plan.Part;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;
import zugabe.core.program.Platforms;
import zugabe.core.work.Workers;

/** Looks at every file that goes out as it is, for what nobody means to ship. */
public final class ShippedCheck {
  /** Most texts are shorter. */
  private static final int START_BYTES = 1 << 14;

  /** Longer texts are data, and looked through so far. */
  private static final int MAX_TEXT_BYTES = 1 << 20;

  private static final int SET_ID = 06000;
  private static final Set<String> VERSION_CONTROL = Set.of(".git", ".hg", ".svn", ".bzr", "CVS");
  private static final Pattern SECRET_SETTINGS = Pattern.compile("\\.env(\\.[\\w-]+)?");
  private static final Pattern SAMPLE = Pattern.compile(".*\\.(example|sample|template|dist)");
  private static final Pattern NEVER_EMPTY =
      Pattern.compile(".*\\.(class|jar|so|dll|dylib|exe|sh|cmd|bat|ps1|beam)");
  private static final Set<Nature> TEXTS =
      Set.of(Nature.TEXT, Nature.SCRIPT, Nature.WEB, Nature.PROPERTY_LIST, Nature.SOURCE);
  private static final Set<Nature> NEVER_RUN =
      Set.of(
          Nature.CLASS,
          Nature.PICTURE,
          Nature.LICENCE,
          Nature.TEXT,
          Nature.WEB,
          Nature.CERTIFICATE,
          Nature.PROPERTY_LIST);

  private final Findings findings;
  private final Map<String, Shipped> files = new LinkedHashMap<>();

  /**
   * A file that goes out.
   *
   * @param path where it goes
   * @param platform it is for, or empty
   * @param unpacked whether it lies by itself where it is used, so that its mode counts
   * @param starts whether it is what a program starts
   * @param among platforms of the archives it goes to; none when it may go anywhere
   */
  private record Shipped(
      FileContent file,
      String path,
      String platform,
      boolean unpacked,
      boolean starts,
      Set<String> among) {

    /** The same file in another deliverable as well. */
    Shipped and(Shipped other) {
      Set<String> all = new TreeSet<>(among);
      all.addAll(other.among);
      return new Shipped(
          file,
          path,
          platform,
          unpacked || other.unpacked,
          starts || other.starts,
          among.isEmpty() || other.among.isEmpty() ? Set.of() : all);
    }
  }

  private ShippedCheck(Findings findings) {
    this.findings = findings;
  }

  /** Looks at each file once, whatever is made of it. */
  public static void run(Plan plan, Workers workers, Findings findings) throws IOException {
    ShippedCheck check = new ShippedCheck(findings);
    for (Planned d : plan.deliverables()) {
      d.parts().forEach(check::add);
    }
    List<Shipped> all = new ArrayList<>(check.files.values());
    // each look says what it found in its turn, so that nothing depends on the threads
    workers.map(
        all,
        s -> {
          check.look(s);
          return true;
        });
  }

  private void add(Part part) {
    Materials materials = part.materials();
    boolean unpacked = part.liesUnpacked();
    String starts = part.program().flatMap(Program::file).orElse("");
    Set<String> among = Set.copyOf(part.platforms());
    materials.own().forEach(o -> add(o, "", unpacked, starts, among));
    materials.web().forEach(o -> add(o, "", false, "", Set.of()));
    materials
        .ownFor()
        .forEach((platform, own) -> own.forEach(o -> add(o, platform, unpacked, starts, among)));
    materials
        .natives()
        .forEach(
            (platform, all) ->
                all.forEach(f -> put(new Shipped(f, f.name(), platform, false, false, among))));
  }

  private void add(
      OwnFile own, String platform, boolean unpacked, String starts, Set<String> among) {
    if (own.link().isEmpty()) {
      boolean started = own.path().equals(starts);
      put(new Shipped(own.file(), own.path(), platform, unpacked, started, among));
    }
  }

  private void put(Shipped s) {
    files.merge(s.file().name() + "\n" + s.platform(), s, Shipped::and);
  }

  private void look(Shipped s) throws IOException {
    String name = s.path().substring(s.path().lastIndexOf('/') + 1);
    Where where = Where.file(s.file().name());
    if (s.unpacked() && (s.file().mode() & SET_ID) != 0) {
      findings.add(
          CheckCode.Z4031,
          where,
          "Anyone who runs it gets its owner's or group's rights; the deliverable doesn't keep that.",
          "Remove the setuid and setgid bits (chmod a-s), and give the right where it is needed.");
    }
    for (String part : VERSION_CONTROL) {
      if (("/" + s.path()).contains("/" + part + "/")) {
        findings.add(
            CheckCode.Z9005,
            where,
            "It belongs to a version-control system.",
            "Leave the folder " + part + " out of the materials.");
        return;
      }
    }
    if (s.file().size() == 0) {
      if (NEVER_EMPTY.matcher(name).matches()) {
        findings.add(
            MaterialCode.Z2017,
            where,
            "It has no bytes.",
            "Make it again; check that the build that writes it has finished.");
      }
      return;
    }
    if (name.startsWith(".env")
        && SECRET_SETTINGS.matcher(name).matches()
        && !SAMPLE.matcher(name).matches()) {
      findings.add(
          CheckCode.Z9003,
          where,
          "Files of this name hold passwords and tokens of one machine.",
          "Leave it out of the materials; ship a sample without values.");
    }
    if (!name.endsWith(".class")) {
      byte[] start = s.file().start(START_BYTES);
      recognised(s, where, start, Recogniser.glance(s.path(), start, s.file()));
    }
  }

  private void recognised(Shipped s, Where where, byte[] start, Recognition r) throws IOException {
    secret(where, r);
    Set<String> to = s.platform().isEmpty() ? s.among() : Set.of(s.platform());
    if ((r.nature() == Nature.PROGRAM || r.nature() == Nature.NATIVE_LIBRARY)
        && !to.isEmpty()
        // a program that is started is told for each platform
        && !(s.platform().isEmpty() && s.starts())
        && to.stream().noneMatch(platform -> isFor(r, platform))) {
      findings.add(
          CheckCode.Z4026,
          where,
          "It is built for "
              + String.join(", ", r.platforms())
              + ", but would go to "
              + String.join(", ", new TreeSet<>(to))
              + ".",
          s.platform().isEmpty()
              ? "Leave it out of this archive, or name one for "
                  + String.join(", ", new TreeSet<>(to))
                  + "."
              : "Name the file for " + s.platform() + " there.");
    }
    if (TEXTS.contains(r.nature())) {
      boolean whole = s.file().size() <= start.length;
      text(s, where, whole ? start : s.file().start(MAX_TEXT_BYTES), r.nature());
    }
    if (s.unpacked() && NEVER_RUN.contains(r.nature()) && s.file().isExecutable()) {
      findings.add(
          CheckCode.Z4030,
          where,
          "It is executable but isn't a program: " + r.nature().word() + ".",
          "Remove its execute permission (chmod a-x).");
    }
  }

  /** What a program loads must be just for its platform; a system may start others as well. */
  private static boolean isFor(Recognition r, String platform) {
    return r.nature() == Nature.PROGRAM
        ? Platforms.start(r.platforms(), platform)
        : r.platforms().isEmpty() || r.platforms().contains(platform);
  }

  private void secret(Where where, Recognition r) {
    switch (r.nature()) {
      case PRIVATE_KEY ->
          findings.add(
              CheckCode.Z9001,
              where,
              "It is a private key" + (r.fact("protected").isEmpty() ? "." : ", under a password."),
              "Leave it out of the materials; if it has shipped before, replace the key.");
      case KEY_STORE ->
          findings.add(
              CheckCode.Z9002,
              where,
              "It is a key store (" + r.form() + ").",
              "Leave it out of the materials; certificates to be trusted go into a file without keys.");
      case CORE_DUMP ->
          findings.add(
              CheckCode.Z9006, where, "It is a core dump.", "Leave it out of the materials.");
      default -> {
        // whatever else it is may be meant
      }
    }
  }

  private void text(Shipped s, Where where, byte[] text, Nature nature) throws IOException {
    OptionalInt token = Tokens.line(text);
    if (token.isPresent()) {
      findings.add(
          CheckCode.Z9004,
          where.at(token.getAsInt()),
          "The line has the form of an access key, a token or a password.",
          "Leave it out and pass it to the installed program at run time; if it has shipped before, replace it.");
    }
    if (nature == Nature.SCRIPT && text.length > 1 && text[0] == '#' && text[1] == '!') {
      script(s, where, new String(text, StandardCharsets.ISO_8859_1));
    }
  }

  private void script(Shipped s, Where where, String text) throws IOException {
    int end = text.indexOf('\n');
    Severity severity = s.starts() ? Severity.ERROR : Severity.WARNING;
    if (end > 0 && text.charAt(end - 1) == '\r') {
      Code code = CheckCode.Z4032;
      findings.add(
          new Finding(
              code,
              severity,
              where.at(1),
              "The script's lines end as on Windows; Unix looks for an interpreter whose name ends in a carriage return.",
              code.why(),
              "Save it with LF as its line end."));
    }
    boolean forWindows = s.platform().startsWith("windows");
    if (s.unpacked() && !s.starts() && !forWindows && !s.file().isExecutable()) {
      findings.add(
          CheckCode.Z4029,
          where,
          "It starts with #! but isn't executable.",
          "Give it execute permission (chmod a+x), or remove the first line if others read it in.");
    }
  }
}
