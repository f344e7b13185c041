package zugabe.core.scripts;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import zugabe.bytes.Regex;
import zugabe.core.finding.Located;
import zugabe.core.plan.Identity;
import zugabe.core.plan.Program;

/** Scripts that start a program, from templates, and the settings file that they read. */
public final class StartScripts {
  private final Identity app;
  private final String base;
  private final Program program;
  private final List<String> options;
  private final List<String> arguments;
  private final Places places;
  private final StartFolder folder;

  /**
   * @param base what the user's own settings are named after
   * @param options for the runtime, that nothing else carries
   */
  public StartScripts(
      Identity app, String base, Program program, List<Located<String>> options, Places places) {
    this.app = app;
    this.base = base;
    this.program = program;
    this.options = options.stream().map(Located::value).toList();
    this.arguments = program.arguments().stream().map(Located::value).toList();
    this.places = places;
    this.folder = new StartFolder(base, program, places);
  }

  /** For POSIX shells. */
  public byte[] sh() throws IOException {
    Map<String, String> values = values();
    values.put("UP", places.inBin() ? ".." : "");
    values.put("QUOTED_PROGRAM", Words.quoted(program.name()));
    values.put("SETTINGS_FILE", Words.quoted(places.settings()));
    values.put("ARGUMENTS", Words.evaluated(arguments));
    if (program.file().isPresent()) {
      values.put(
          "NATIVES", (places.natives().isPresent() ? shNatives() + SH_SEARCHED : "") + folder.sh());
      String file = Words.here(places.file());
      values.put("START", places.interpreter().map(i -> shInterpreter(i) + " ").orElse("") + file);
      return Template.filled("start-file.sh", values, "\n");
    }
    values.put("OPTIONS", Words.evaluated(options));
    values.put("NATIVES", (places.natives().isPresent() ? shNatives() : "") + folder.sh());
    values.put(
        "START",
        (places.natives().isPresent() ? "\\\"-Djava.library.path=\\$natives\\\" " : "")
            + folder.shOptions()
            + shStart());
    return Template.filled("start.sh", values, "\n");
  }

  private String shNatives() {
    String folder = "$here/" + places.natives().orElseThrow();
    if (!places.perPlatform()) {
      return "\nnatives=" + folder + "\n";
    }
    return """

        # Native libraries of this platform.
        case $(uname -s) in
          Darwin) natives=@/macos ;;
          *) natives=@/linux ;;
        esac
        case $(uname -m) in
          aarch64 | arm64) natives=$natives-arm64 ;;
          *) natives=$natives-x64 ;;
        esac
        """
        .replace("@", folder);
  }

  private static final String SH_SEARCHED =
      """
      case $(uname -s) in
        Darwin) export DYLD_LIBRARY_PATH="$natives${DYLD_LIBRARY_PATH:+:$DYLD_LIBRARY_PATH}" ;;
        *) export LD_LIBRARY_PATH="$natives${LD_LIBRARY_PATH:+:$LD_LIBRARY_PATH}" ;;
      esac
      """;

  /** With a slash it is a file of the program's, else a command of the system's. */
  private static String shInterpreter(String interpreter) {
    return interpreter.contains("/") ? Words.here(interpreter) : Words.evaluated(interpreter);
  }

  private String shStart() {
    if (program.modules().isEmpty()) {
      return "-jar " + Words.here(places.file());
    }
    String path = String.join(":", places.modulePath().stream().map(Words::here).toList());
    return "--module-path " + path + modules();
  }

  private String modules() {
    Program.Modules modules = program.modules().orElseThrow();
    String add = modules.add().isEmpty() ? "" : " --add-modules " + String.join(",", modules.add());
    return add + " --module " + modules.main() + "/" + program.main();
  }

  /** For Windows. */
  public byte[] cmd() throws IOException {
    Map<String, String> values = values();
    values.put("SETTINGS_CMD", Words.windows(places.settings()));
    values.put(
        "HERE_CMD",
        places.inBin() ? "for %%h in (\"%~dp0..\") do set \"HERE=%%~fh\\\"" : "set \"HERE=%~dp0\"");
    if (program.file().isPresent()) {
      values.put("RUN", cmdFile());
      return Template.filled("start-file.cmd", values, "\r\n");
    }
    String words =
        Words.cmd(options)
            + " %OPTIONS%"
            + places
                .natives()
                .map(n -> " \"-Djava.library.path=%HERE%" + natives(n) + '"')
                .orElse("")
            + folder.cmdOptions()
            + " "
            + cmdStart()
            + Words.cmd(arguments)
            + " %ARGUMENTS% %*";
    values.put(
        "RUN",
        cmdNatives(true)
            + folder.cmd()
            + (program.isWindow()
                ? "start \"\" \"%JAVA:java.exe=javaw.exe%\"" + words + "\nexit /b 0"
                : "\"%JAVA%\"" + words + "\nexit /b %ERRORLEVEL%"));
    return Template.filled("start.cmd", values, "\r\n");
  }

  private String natives(String folder) {
    return Words.windows(folder) + (places.perPlatform() ? "\\%NATIVES%" : "");
  }

  /**
   * Which native libraries fit: by the runtime, when it tells for which processor it was made,
   * since Windows runs those for others as well; else by the system.
   */
  private String cmdNatives(boolean java) {
    if (places.natives().isEmpty() || !places.perPlatform()) {
      return "";
    }
    return (java ? "if not defined ARCH " : "")
        + "set \"ARCH=%PROCESSOR_ARCHITECTURE%\"\n"
        + """
          set "NATIVES=windows-x64"
          for %%a in (ARM64 aarch64) do if /i "%ARCH%" == "%%a" set "NATIVES=windows-arm64"
          for %%a in (x86 i386 i586 i686) do if /i "%ARCH%" == "%%a" set "NATIVES=windows-x86"
          """;
  }

  private String cmdStart() {
    if (program.modules().isEmpty()) {
      return "-jar \"%HERE%" + Words.windows(places.file()) + "\"";
    }
    List<String> path = places.modulePath().stream().map(p -> "%HERE%" + Words.windows(p)).toList();
    return "--module-path \"" + String.join(";", path) + "\"" + modules();
  }

  private String cmdFile() {
    String file = "\"%HERE%" + Words.windows(places.file()) + "\"";
    String start =
        places
                .interpreter()
                .map(i -> i.contains("/") ? "\"%HERE%" + Words.windows(i) + "\" " : i + " ")
                .orElse("")
            + file
            + Words.cmd(arguments)
            + " %ARGUMENTS% %*";
    String path =
        places.natives().map(n -> "set \"PATH=%HERE%" + natives(n) + ";%PATH%\"\n").orElse("");
    if (isBatch(places.file())) {
      // started without "call", which would read its arguments a second time, it takes this one's
      // place
      return cmdNatives(false) + path + folder.cmd() + start;
    }
    return cmdNatives(false)
        + path
        + folder.cmd()
        + (program.isWindow()
            ? "start \"\" " + start + "\nexit /b 0"
            : start + "\nexit /b %ERRORLEVEL%");
  }

  /** Whether the command processor runs a file. */
  public static boolean isBatch(String file) {
    String name = file.toLowerCase(java.util.Locale.ROOT);
    return name.endsWith(".cmd") || name.endsWith(".bat");
  }

  /** The file in which users set what they like; everything in it is a comment. */
  public byte[] settings() throws IOException {
    return Template.filled(
        program.file().isPresent() ? "settings-file.txt" : "settings.txt", values(), "\n");
  }

  private Map<String, String> values() {
    Map<String, String> values = new LinkedHashMap<>();
    values.put(
        "TITLE", Regex.replaceAll((app.name() + " " + app.version()), "[\\p{Cc}%&|<>^]", " "));
    // no version, so that an update that changes nothing else leaves the file as it is
    values.put("APP_NAME", Regex.replaceAll(app.name(), "\\p{Cc}", " "));
    values.put("APP", base);
    values.put("PROGRAM", program.name());
    values.put("SETTINGS", places.settings());
    values.put("FROM", String.valueOf(program.java().from()));
    values.put("TO", String.valueOf(program.java().to().orElse(999)));
    values.put("NEEDS", needs());
    return values;
  }

  private String needs() {
    if (program.java().to().isEmpty()) {
      return "Java " + program.java().from() + " or later";
    }
    int to = program.java().to().getAsInt();
    return to == program.java().from()
        ? "Java " + to
        : "Java " + program.java().from() + " to " + to;
  }
}
