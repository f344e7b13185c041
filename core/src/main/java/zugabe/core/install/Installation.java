package zugabe.core.install;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Library;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.CarriedRuntime;
import zugabe.core.plan.Planned;
import zugabe.core.plan.PlannedProgram;
import zugabe.core.plan.PlannedTree;
import zugabe.core.scripts.InstallScripts;
import zugabe.core.scripts.Places;
import zugabe.core.scripts.StartScripts;
import zugabe.core.target.Held;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.formats.icon.Ico;
import zugabe.formats.picture.Picture;

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
  private static final String GENERATED = "the build";

  /** Whatever its header says, a picture of 256 pixels is smaller than this. */
  private static final long MAX_ICON_BYTES = 1 << 20;

  private final Planned deliverable;
  private final PlannedTree plan;
  private final String platform;
  private final Held held;
  private final boolean full;
  private final Placing placing;

  private Installation(
      Planned deliverable, String platform, Held held, boolean full, Findings findings) {
    this.deliverable = deliverable;
    this.plan = deliverable.tree().orElseThrow();
    this.platform = platform;
    this.held = held;
    this.full = full;
    this.placing = new Placing(deliverable, platform, findings);
  }

  /**
   * The tree; paths are relative to its top.
   *
   * @param platform such as {@code linux-x64}; empty for a tree that serves all
   * @param full false to be looked at only: what the build itself brings along has no content
   */
  public static InstallTree of(
      Planned d, String platform, Held held, boolean full, Findings findings) throws IOException {
    Installation installation = new Installation(d, platform, held, full, findings);
    installation.fill();
    return installation.placing.tree(Comparator.naturalOrder());
  }

  /** Whether a platform's programs are started by batch files. */
  public static boolean isWindows(String platform) {
    return platform.startsWith("windows");
  }

  private boolean hasSh() {
    return !isWindows(platform);
  }

  private boolean hasCmd() {
    return platform.isEmpty() || isWindows(platform);
  }

  private void fill() throws IOException {
    for (OwnFile own : deliverable.materials().own()) {
      placing.own("", own);
    }
    for (OwnFile own :
        forPlatform(deliverable.materials().ownFor(), deliverable.materials().name())) {
      placing.own("", own);
    }
    for (Library library : deliverable.materials().libraries()) {
      placing.file("lib/" + library.name(), 0644, Entry.Role.WHOLE_LIBRARY, library.file());
    }
    plan.licence().ifPresent(l -> placing.file(name(l), 0644, Entry.Role.OWN, l));
    for (ProgramJars.Jar jar : ProgramJars.of(deliverable)) {
      placing.generated("lib/" + jar.name(), 0644, held.part(jar.name()));
    }
    for (PlannedTree.Part part : plan.parts()) {
      part(part);
    }
    CarriedRuntime runtime = plan.runtimes().get(platform);
    if (runtime != null) {
      runtime(runtime);
    }
    holds();
    icons();
    if (plan.install()) {
      installScripts();
    }
    placing.finish(full);
  }

  private void icons() throws IOException {
    boolean windows = plan.parts().stream().anyMatch(p -> p.program().isWindow());
    if (plan.icon().isEmpty() || !windows) {
      return;
    }
    FileContent icon = plan.icon().get();
    String path = "share/icons/" + deliverable.app().shortName();
    placing.file(path + ".png", 0644, Entry.Role.OWN, icon);
    if (!hasCmd() || icon.size() > MAX_ICON_BYTES) {
      return;
    }
    try (Access access = icon.access()) {
      Optional<Picture.Size> size =
          Picture.read(access)
              .filter(p -> p.format().equals("PNG"))
              .flatMap(Picture::largest)
              .filter(s -> s.width() <= Ico.MAX_PIXELS && s.height() <= Ico.MAX_PIXELS);
      if (size.isPresent()) {
        byte[] png = access.readFully(0, (int) icon.size());
        placing.generated(
            path + ".ico",
            0644,
            Content.of(Ico.ofPng(png, (int) size.get().width(), (int) size.get().height())));
      }
    } catch (MalformedException e) {
      placing
          .findings()
          .add(
              FindingCode.Z2016,
              deliverable.where(),
              icon.name() + " is damaged: " + e.getMessage() + ".",
              "Save the picture again.");
    }
  }

  private void installScripts() throws IOException {
    InstallScripts scripts = new InstallScripts(deliverable, platform);
    for (InstallScripts.Made made : scripts.removing()) {
      placing.generated(made.path(), made.mode(), made.content());
    }
    for (InstallScripts.Made made : scripts.installing(placing.paths())) {
      placing.generated(made.path(), made.mode(), made.content());
    }
  }

  private static String name(FileContent file) {
    return file.name().substring(file.name().lastIndexOf('/') + 1);
  }

  private List<OwnFile> forPlatform(Map<String, List<OwnFile>> files, String group) {
    if (platform.isEmpty() && !files.isEmpty()) {
      placing
          .findings()
          .add(
              FindingCode.Z3016,
              deliverable.where(),
              "The group \""
                  + group
                  + "\" has files for single platforms, and the archive serves all.",
              "Write platforms: [" + String.join(", ", files.keySet()) + "] for the archive.");
    }
    return files.getOrDefault(platform, List.of());
  }

  private void part(PlannedTree.Part part) throws IOException {
    PlannedProgram program = part.program();
    Places places = program.file().isPresent() ? files(part) : jars(part);
    StartScripts scripts =
        new StartScripts(deliverable, program, ProgramJars.options(deliverable, part), places);
    String name = program.name();
    if (hasSh()) {
      placing.generated("bin/" + name, 0755, Content.of(full ? scripts.sh() : new byte[0]));
    }
    if (hasCmd()) {
      placing.generated(
          "bin/" + name + ".cmd", 0644, Content.of(full ? scripts.cmd() : new byte[0]));
    }
    placing.generated(places.settings(), 0644, Content.of(full ? scripts.settings() : new byte[0]));
  }

  private Places jars(PlannedTree.Part part) throws IOException {
    for (Map.Entry<String, Library> library :
        ProgramJars.libraries(deliverable, part, placing.findings()).entrySet()) {
      placing.file(
          "lib/" + library.getKey(), 0644, Entry.Role.WHOLE_LIBRARY, library.getValue().file());
    }
    List<String> modules = new ArrayList<>();
    ProgramJars.classPath(deliverable, part).forEach(n -> modules.add("lib/" + n));
    String jar = "lib/" + ProgramJars.name(part);
    modules.add(jar);
    return new Places(
        true, jar, Optional.empty(), settings(part), modules, natives(part), platform.isEmpty());
  }

  /** A program that isn't Java: its files lie as its group has them. */
  private Places files(PlannedTree.Part part) throws IOException {
    String folder = "lib/" + part.materials().name() + "/";
    List<OwnFile> files = new ArrayList<>(part.materials().own());
    files.addAll(forPlatform(part.materials().ownFor(), part.materials().name()));
    String wanted = part.program().file().orElseThrow();
    StartedFile started = new StartedFile(part, platform, files, placing.findings());
    Optional<OwnFile> found = started.find();
    Optional<String> file = found.map(OwnFile::path);
    if (found.isEmpty()) {
      placing
          .findings()
          .add(
              FindingCode.Z3016,
              part.program().where(),
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
          own.path().equals(file.orElse(""))
              || own.path().equals(part.program().interpreter().orElse(""));
      placing.own(folder, own, runs);
    }
    Optional<String> interpreter =
        part.program()
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

  private static String settings(PlannedTree.Part part) {
    return "etc/" + part.program().name() + ".settings";
  }

  private Optional<String> natives(PlannedTree.Part part) {
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
      placing.own("runtime/", own, own.path().matches("bin/[^/]+|lib/jspawnhelper"));
    }
  }

  private void holds() {
    plan.holds()
        .forEach(
            (deliverableName, folder) -> {
              String prefix = folder.equals(".") ? "" : folder + "/";
              for (Held.File file : held.deliverables().getOrDefault(deliverableName, List.of())) {
                placing.put(
                    new Entry.RegularFile(
                        prefix + file.path(),
                        file.mode(),
                        deliverable.time(),
                        Entry.Role.HELD,
                        file.content(),
                        "the deliverable " + deliverableName));
              }
            });
  }

  static String origin() {
    return GENERATED;
  }
}
