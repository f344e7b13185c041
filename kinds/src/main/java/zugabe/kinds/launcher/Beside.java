package zugabe.kinds.launcher;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import zugabe.core.install.ProgramJars;
import zugabe.core.jar.JarStyle;
import zugabe.core.plan.Digested;
import zugabe.core.plan.Part;
import zugabe.core.plan.PlanDigest;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;

/**
 * What a start program without a jar finds beside it: an install tree with its program. Paths are
 * relative to that tree's top.
 *
 * @param jar which starts the program
 * @param modulePath the jars of a program that is a module
 * @param natives folders that may have native libraries
 * @param settings what users may set
 */
record Beside(String jar, List<String> modulePath, List<String> natives, String settings)
    implements Digested {

  /**
   * As an archive lays it out.
   *
   * @param d with all that the archive has of the program
   * @param platform it is for
   */
  static Beside of(Planned d, JarStyle style, String platform) throws IOException {
    Part part = d.parts().get(0);
    Program program = part.program().orElseThrow();
    ProgramJars jars = new ProgramJars(d, style);
    String jar = ProgramJars.FOLDER + ProgramJars.name(part);
    List<String> modules = new ArrayList<>();
    if (program.modules().isPresent()) {
      // it is there when the archive has several programs of the group, and may be absent
      modules.add(ProgramJars.FOLDER + ProgramJars.shared(part.materials()));
      jars.classPath(part).forEach(n -> modules.add(ProgramJars.FOLDER + n));
      modules.add(jar);
    }
    List<String> natives =
        part.materials().natives().containsKey(platform)
            ? List.of("lib/native", "lib/native/" + platform)
            : List.of();
    return new Beside(jar, modules, natives, "etc/" + program.name() + ".settings");
  }

  @Override
  public void addTo(PlanDigest digest) {
    digest
        .text("starts", jar)
        .texts("module", modulePath)
        .texts("natives", natives)
        .text("settings", settings);
  }

  /** Told to the start program. */
  void tell(LauncherData data, Program program) {
    data.put("beside", windows(jar));
    modulePath.forEach(p -> data.put("module.path", windows(p)));
    program
        .modules()
        .ifPresent(
            m -> {
              if (!m.add().isEmpty()) {
                data.put("option", "--add-modules=" + String.join(",", m.add()));
              }
              data.put("module", m.main() + "/" + program.main());
            });
    if (!natives.isEmpty()) {
      List<String> folders = natives.stream().map(n -> "%PROGRAM_FOLDER%\\" + windows(n)).toList();
      data.put("option", "-Djava.library.path=" + String.join(";", folders));
    }
  }

  private static String windows(String path) {
    return path.replace('/', '\\');
  }
}
