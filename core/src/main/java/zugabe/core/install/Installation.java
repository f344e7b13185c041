package zugabe.core.install;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.kind.Report;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Library;
import zugabe.core.materials.MaterialCode;
import zugabe.core.materials.Materials;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Part;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;
import zugabe.core.program.Platforms;
import zugabe.core.scripts.InstallScripts;
import zugabe.core.scripts.Places;
import zugabe.core.scripts.StartScripts;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.formats.icon.Icon;
import zugabe.formats.icon.Pixels;
import zugabe.formats.picture.Picture;
import zugabe.formats.unix.Owner;

/**
 * Makes the install tree for one platform:
 *
 * <pre>
 * bin/PROGRAM, bin/PROGRAM.cmd   start scripts
 * lib/                           jars; native libraries in native/; files of other programs in GROUP/
 * etc/PROGRAM.settings           what users may set
 * runtime/                       a carried runtime
 * share/                         pictures
 * install.sh, uninstall.sh       what installs and removes it; install/ isn't installed
 * </pre>
 */
public final class Installation {
  /** The folder of a carried runtime. */
  static final String RUNTIME = "runtime";

  private final Planned deliverable;
  private final TreePlan plan;
  private final String platform;
  private final ProgramJars jars;
  private final Placing placing;

  /** Start programs for Windows, by the program that they start. */
  private final Map<String, String> nativeStarts = new LinkedHashMap<>();

  private Installation(Planned deliverable, TreePlan plan, String platform, Findings findings) {
    this.deliverable = deliverable;
    this.plan = plan;
    this.platform = platform;
    this.jars = new ProgramJars(deliverable, plan.jars());
    this.placing = new Placing(deliverable.where(), deliverable.time(), platform, findings);
  }

  /**
   * What is made before the tree.
   *
   * @param jars names of the programs' jars
   * @param held what deliverables that lie in the tree will be, by their names
   */
  public record Awaiting(Collection<String> jars, Map<String, Report> held) {}

  /**
   * The tree; paths are relative to its top. What is made before it is awaited there.
   *
   * @param platform such as {@code linux-x64}; empty for a tree that serves all
   */
  public static InstallTree of(
      Planned d, TreePlan plan, String platform, Awaiting awaiting, Findings findings)
      throws IOException {
    Installation installation = new Installation(d, plan, platform, findings);
    installation.fill(awaiting);
    return installation.placing.finish();
  }

  private boolean hasSh() {
    return !Platforms.isWindows(platform);
  }

  private boolean hasCmd() {
    return platform.isEmpty() || Platforms.isWindows(platform);
  }

  private void fill(Awaiting awaiting) throws IOException {
    for (Part part : deliverable.parts()) {
      if (part.program().isEmpty()) {
        files(part.materials());
      }
    }
    plan.licence().ifPresent(l -> placing.file(name(l), 0644, Entry.Role.OWN, l));
    awaiting.jars().forEach(jar -> placing.awaited("lib/" + jar, jar));
    for (Part part : deliverable.parts()) {
      if (part.program().isPresent()) {
        program(part, part.program().get());
      }
    }
    CarriedRuntime runtime = plan.runtimes().get(platform);
    if (runtime != null) {
      runtime(runtime);
    }
    deliverable.holds().forEach((name, folder) -> held(name, folder, awaiting.held()));
    icons();
    if (plan.install()) {
      installScripts();
    }
  }

  private void files(Materials materials) throws IOException {
    for (OwnFile own : materials.own()) {
      placing.own("", own);
    }
    for (OwnFile own : forPlatform(materials)) {
      placing.own("", own);
    }
    for (Library library : materials.libraries()) {
      placing.file("lib/" + library.name(), 0644, Entry.Role.WHOLE_LIBRARY, library.file());
    }
  }

  private void icons() throws IOException {
    boolean windows = deliverable.programs().stream().anyMatch(Program::isWindow);
    if (plan.icon().isEmpty() || !windows) {
      return;
    }
    FileContent icon = plan.icon().get();
    String path = "share/icons/" + deliverable.app().shortName();
    placing.file(path + ".png", 0644, Entry.Role.OWN, icon);
    if (!hasCmd()) {
      return;
    }
    try {
      if (isReadable(icon)) {
        Pixels pixels = pixels(icon);
        placing.generated(path + ".ico", 0644, Content.deferred(() -> Icon.of(pixels).file()));
      }
    } catch (MalformedException e) {
      placing
          .findings()
          .add(
              MaterialCode.Z2016,
              deliverable.where(),
              icon.name() + " is damaged: " + e.getMessage() + ".",
              "Save the picture again.");
    }
  }

  private static Pixels pixels(FileContent icon) throws IOException {
    try (InputStream in = icon.open()) {
      return Pixels.decode(in.readAllBytes());
    }
  }

  private static boolean isReadable(FileContent icon) throws IOException {
    try (Access access = icon.access()) {
      return Picture.read(access)
          .filter(p -> p.format().equals("PNG"))
          .flatMap(Picture::largest)
          .filter(s -> s.width() <= Pixels.MOST_SIDE && s.height() <= Pixels.MOST_SIDE)
          .isPresent();
    }
  }

  private void installScripts() throws IOException {
    InstallScripts scripts =
        new InstallScripts(
            deliverable.app(),
            deliverable.programs(),
            plan.icon().isPresent(),
            platform,
            nativeStarts);
    for (InstallScripts.Made made : scripts.removing()) {
      placing.generated(made.path(), made.mode(), made.content());
    }
    for (InstallScripts.Made made : scripts.installing(placing.paths(), placing.executables())) {
      placing.generated(made.path(), made.mode(), made.content());
    }
  }

  private static String name(FileContent file) {
    return file.name().substring(file.name().lastIndexOf('/') + 1);
  }

  private List<OwnFile> forPlatform(Materials materials) {
    if (platform.isEmpty() && !materials.ownFor().isEmpty()) {
      placing
          .findings()
          .add(
              InstallCode.Z3016,
              deliverable.where(),
              "The group \""
                  + materials.name()
                  + "\" has files for single platforms, and the archive serves all.",
              "Write platforms: ["
                  + String.join(", ", materials.ownFor().keySet())
                  + "] for the archive.");
    }
    return materials.ownFor().getOrDefault(platform, List.of());
  }

  private void program(Part part, Program program) throws IOException {
    Places places = program.isJava() ? jars(part) : files(part, program);
    List<Located<String>> options = program.isJava() ? jars.options(part) : List.of();
    StartScripts scripts =
        new StartScripts(
            deliverable.app(), deliverable.app().shortName(), program, options, places);
    new PassedWords(program, platform, placing.findings()).check(options, plan.install());
    String name = program.name();
    if (hasSh()) {
      placing.generated("bin/" + name, 0755, Content.deferred(scripts::sh));
    }
    if (hasCmd()) {
      placing.generated("bin/" + name + ".cmd", 0644, Content.deferred(scripts::cmd));
    }
    placing.generated(places.settings(), 0644, Content.deferred(scripts::settings));
  }

  private Places jars(Part part) throws IOException {
    for (Map.Entry<String, Library> library : jars.libraries(part, placing.findings()).entrySet()) {
      placing.file(
          "lib/" + library.getKey(), 0644, Entry.Role.WHOLE_LIBRARY, library.getValue().file());
    }
    List<String> modules = new ArrayList<>();
    jars.classPath(part).forEach(n -> modules.add("lib/" + n));
    String jar = "lib/" + ProgramJars.name(part);
    modules.add(jar);
    return new Places(
        true, jar, Optional.empty(), settings(part), modules, natives(part), platform.isEmpty());
  }

  /** A program that isn't Java: its files lie as its group has them. */
  private Places files(Part part, Program program) throws IOException {
    String folder = "lib/" + part.materials().name() + "/";
    List<OwnFile> files = new ArrayList<>(part.materials().own());
    files.addAll(forPlatform(part.materials()));
    String wanted = program.file().orElseThrow();
    StartedFile started = new StartedFile(part, program, platform, files, placing.findings());
    Optional<OwnFile> found = started.find();
    Optional<String> file = found.map(OwnFile::path);
    if (found.isEmpty()) {
      placing
          .findings()
          .add(
              InstallCode.Z3016,
              program.where(),
              "There is no file "
                  + wanted
                  + " for "
                  + (platform.isEmpty() ? "all platforms" : platform)
                  + ".",
              "Name it under own-for: of the group \""
                  + part.materials().name()
                  + "\", or leave the platform out.");
    } else {
      started.check(found.get());
    }
    for (OwnFile own : files) {
      boolean runs =
          own.path().equals(file.orElse("")) || own.path().equals(program.interpreter().orElse(""));
      placing.own(folder, own, runs);
    }
    Optional<String> interpreter =
        program
            .interpreter()
            .map(i -> files.stream().anyMatch(o -> o.path().equals(i)) ? folder + i : i);
    return new Places(
        true,
        folder + file.orElse(wanted),
        interpreter,
        settings(part),
        List.of(),
        natives(part),
        platform.isEmpty());
  }

  private static String settings(Part part) {
    return "etc/" + part.program().orElseThrow().name() + ".settings";
  }

  private Optional<String> natives(Part part) {
    Map<String, List<FileContent>> natives = new LinkedHashMap<>(part.materials().natives());
    natives.keySet().removeIf(p -> !platform.isEmpty() && !p.equals(platform));
    natives.forEach(
        (of, files) -> {
          String folder = platform.isEmpty() ? "lib/native/" + of + "/" : "lib/native/";
          files.forEach(f -> placing.file(folder + name(f), 0644, Entry.Role.NATIVE, f));
        });
    return natives.isEmpty() ? Optional.empty() : Optional.of("lib/native");
  }

  private void runtime(CarriedRuntime runtime) throws IOException {
    RuntimeCheck.run(deliverable, platform, runtime, placing.findings());
    for (OwnFile own : runtime.files()) {
      // what lies in bin is run, even when the folder came from a system without permissions
      placing.own(RUNTIME + "/", own, Regex.matches(own.path(), "bin/[^/]+|lib/jspawnhelper"));
    }
  }

  private boolean runs(String builtFor) {
    return platform.isEmpty() || Platforms.start(List.of(builtFor), platform);
  }

  private void held(String name, String folder, Map<String, Report> held) {
    String prefix = folder.equals(".") ? "" : folder + "/";
    Report report = held.getOrDefault(name, Report.NOTHING);
    if (report.place().isPresent() && !runs(report.place().get().platform())) {
      return;
    }
    for (Report.File file : report.files()) {
      report
          .place()
          .flatMap(Report.Place::beside)
          .flatMap(jar -> ProgramJars.startedBy(jar, deliverable))
          .flatMap(Part::program)
          .ifPresent(p -> nativeStarts.put(p.name(), prefix + file.path()));
      placing.put(
          new Entry.Awaited(
              prefix + file.path(),
              file.mode(),
              Owner.ROOT,
              deliverable.time(),
              Entry.Role.HELD,
              name,
              file.path(),
              "the deliverable " + name));
    }
  }
}
