package zugabe.core.install;

import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.materials.Nature;
import zugabe.core.materials.OwnFile;
import zugabe.core.materials.Recogniser;
import zugabe.core.materials.Recognition;
import zugabe.core.plan.Part;
import zugabe.core.plan.Program;
import zugabe.core.program.Platforms;

/**
 * The file that a start script starts when the program isn't Java: which one, and whether it can.
 */
final class StartedFile {
  private static final int START_BYTES = 1 << 14;
  private static final List<String> WINDOWS =
      Program.WINDOWS_ENDINGS.subList(1, Program.WINDOWS_ENDINGS.size());

  private final Part part;
  private final Program program;
  private final String platform;
  private final List<OwnFile> files;
  private final Findings findings;

  /**
   * @param platform empty when one tree serves all
   * @param files of the program's group, for this platform
   */
  StartedFile(Part part, Program program, String platform, List<OwnFile> files, Findings findings) {
    this.part = part;
    this.program = program;
    this.platform = platform;
    this.files = files;
    this.findings = findings;
  }

  private static boolean isForWindows(String name) {
    return WINDOWS.stream().anyMatch(name.toLowerCase(Locale.ROOT)::endsWith);
  }

  private Optional<OwnFile> named(String path) {
    return files.stream().filter(o -> o.path().equals(path)).findFirst();
  }

  /** The file; one with an ending that Windows starts comes first there. */
  Optional<OwnFile> find() {
    String wanted = program.file().orElseThrow();
    if (!platform.isEmpty() && !Platforms.isWindows(platform)) {
      return named(wanted);
    }
    boolean exact = platform.isEmpty() || program.interpreter().isPresent();
    return Program.WINDOWS_ENDINGS.stream()
        .filter(e -> exact || !e.isEmpty())
        .map(e -> named(wanted + e))
        .flatMap(Optional::stream)
        .findFirst()
        .or(() -> named(wanted));
  }

  /** Tells when the platform can't start the file, or the interpreter that travels along. */
  void check(OwnFile file) throws IOException {
    Optional<String> interpreter = program.interpreter();
    if (interpreter.isEmpty() && !isStartable(file)) {
      return;
    }
    if (platform.isEmpty()) {
      return;
    }
    if (interpreter.isPresent()) {
      Optional<OwnFile> own = named(interpreter.get());
      if (own.isPresent()) {
        built(own.get());
      }
    } else if (!built(file)) {
      return;
    } else if (Platforms.isWindows(platform) && !isForWindows(file.path())) {
      report(
          "Windows starts files by their endings, and "
              + file.path()
              + " has none of "
              + String.join(", ", WINDOWS)
              + ".",
          "Put "
              + file.path()
              + ".exe or "
              + file.path()
              + ".cmd beside it, or name the interpreter that reads it (interpreter:).");
    } else if (!Platforms.isWindows(platform)
        && Regex.matches(file.path().toLowerCase(Locale.ROOT), ".*\\.(cmd|bat)")) {
      report(
          file.path() + " is a batch file, but would be started on " + platform + ".",
          "Name the program without the ending in file:, and put a script for Unix beside it.");
    }
  }

  /** Whether it is something to start, and can be where no platform is named. */
  private boolean isStartable(OwnFile file) throws IOException {
    byte[] start = file.file().start(START_BYTES);
    Recognition known = Recogniser.glance(file.path(), start, file.file());
    if (known.nature() == Nature.NATIVE_LIBRARY) {
      report(
          file.path() + " is a shared library, which no system starts.",
          "Name the program by file:; a shared library that one loads lies beside it.");
      return false;
    }
    if (platform.isEmpty() && !known.platforms().isEmpty()) {
      String platforms = String.join(", ", known.platforms());
      report(
          file.path() + " is for " + platforms + ", and the archive names no platforms.",
          "Write platforms: [" + platforms + "] for the archive.");
      return false;
    }
    return true;
  }

  /** Whether a native program was built for something that the platform runs. */
  private boolean built(OwnFile file) throws IOException {
    byte[] start = file.file().start(START_BYTES);
    List<String> builtFor = Recogniser.glance(file.path(), start, file.file()).platforms();
    if (Platforms.start(builtFor, platform)) {
      return true;
    }
    // what stands under own-for: or natives: is told where it is looked at
    if (part.materials().own().contains(file)) {
      report(
          file.path()
              + " is for "
              + String.join(", ", builtFor)
              + ", but would be started on "
              + platform
              + ".",
          "Put what is for one platform under own-for: of the group \""
              + part.materials().name()
              + "\", or leave the platform out.");
    }
    return false;
  }

  private void report(String what, String fix) {
    findings.add(InstallCode.Z3020, program.where(), what, fix);
  }
}
