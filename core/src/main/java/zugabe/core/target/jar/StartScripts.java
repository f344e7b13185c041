package zugabe.core.target.jar;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import zugabe.core.finding.Said;
import zugabe.core.plan.Planned;
import zugabe.core.plan.PlannedProgram;

/**
 * Start scripts for what a jar can't hold, from templates, and the settings file that they read.
 */
final class StartScripts {
  private final Planned deliverable;
  private final PlannedProgram program;
  private final Carried carried;
  private final String jar;
  private final String settings;

  /**
   * @param jar name of the jar beside the scripts
   * @param settings name of the settings file beside them
   */
  StartScripts(Planned deliverable, Carried carried, String jar, String settings) {
    this.deliverable = deliverable;
    this.program = deliverable.program().orElseThrow();
    this.carried = carried;
    this.jar = jar;
    this.settings = settings;
  }

  /** For POSIX shells. */
  byte[] sh() throws IOException {
    Map<String, String> values = values();
    values.put("QUOTED_PROGRAM", quoted(program.name()));
    values.put("OPTIONS", words(carried.options()));
    values.put("ARGUMENTS", words(carried.arguments()));
    values.put("NATIVES", hasNatives() ? SH_NATIVES : "");
    values.put(
        "START", (hasNatives() ? "\\\"-Djava.library.path=\\$natives\\\" " : "") + shStart());
    return filled("start.sh", values, "\n");
  }

  private static final String SH_NATIVES =
      """

      # Native libraries of this platform.
      case $(uname -s) in
        Darwin) natives=$here/lib/native/macos ;;
        *) natives=$here/lib/native/linux ;;
      esac
      case $(uname -m) in
        aarch64 | arm64) natives=$natives-arm64 ;;
        *) natives=$natives-x64 ;;
      esac
      """;

  private String shStart() {
    String own = "\\\"\\$here\\\"/" + quoted(jar).replace("\\", "\\\\").replace("\"", "\\\"");
    if (program.modules().isEmpty()) {
      return "-jar " + own;
    }
    return "--module-path \\\"\\$here/lib\\\":" + own + modules();
  }

  private String modules() {
    PlannedProgram.Modules modules = program.modules().orElseThrow();
    String add = modules.add().isEmpty() ? "" : " --add-modules " + String.join(",", modules.add());
    return add + " --module " + modules.main() + "/" + program.main();
  }

  private boolean hasNatives() {
    return !deliverable.materials().natives().isEmpty();
  }

  /** For Windows. */
  byte[] cmd() throws IOException {
    Map<String, String> values = values();
    String natives = hasNatives() ? " \"-Djava.library.path=%HERE%lib\\native\\windows-x64\"" : "";
    String start =
        program.modules().isEmpty()
            ? "-jar \"%HERE%" + percent(jar) + "\""
            : "--module-path \"%HERE%lib;%HERE%" + percent(jar) + "\"" + modules();
    String words =
        cmdWords(carried.options())
            + " %OPTIONS%"
            + natives
            + " "
            + start
            + cmdWords(carried.arguments())
            + " %ARGUMENTS% %*";
    values.put(
        "RUN",
        program.isWindow()
            ? "start \"\" \"%JAVA:java.exe=javaw.exe%\"" + words + "\nexit /b 0"
            : "\"%JAVA%\"" + words + "\nexit /b %ERRORLEVEL%");
    return filled("start.cmd", values, "\r\n");
  }

  private static String cmdWords(List<Said<String>> texts) {
    StringBuilder words = new StringBuilder();
    for (Said<String> text : texts) {
      words.append(" \"").append(percent(text.value()).replace("\"", "\\\"")).append('"');
    }
    return words.toString();
  }

  private static String percent(String text) {
    return text.replace("%", "%%");
  }

  /** The file in which users set what they like; everything in it is a comment. */
  byte[] settings() throws IOException {
    return filled("settings.txt", values(), "\n");
  }

  private Map<String, String> values() {
    Map<String, String> values = new LinkedHashMap<>();
    values.put(
        "TITLE",
        (deliverable.app().name() + " " + deliverable.app().version())
            .replaceAll("[\\p{Cntrl}%&|<>^]", " "));
    values.put("APP", deliverable.base());
    values.put("PROGRAM", program.name());
    values.put("SETTINGS", settings);
    values.put("FROM", String.valueOf(program.javaFrom()));
    values.put("TO", String.valueOf(program.javaTo().orElse(999)));
    values.put("NEEDS", needs());
    return values;
  }

  private String needs() {
    if (program.javaTo().isEmpty()) {
      return "Java " + program.javaFrom() + " or later";
    }
    int to = program.javaTo().getAsInt();
    return to == program.javaFrom() ? "Java " + to : "Java " + program.javaFrom() + " to " + to;
  }

  /** Words inside the double quotes of {@code eval}. */
  private static String words(List<Said<String>> texts) {
    List<String> words = new ArrayList<>();
    for (Said<String> text : texts) {
      words.add(
          quoted(text.value())
              .replace("\\", "\\\\")
              .replace("\"", "\\\"")
              .replace("$", "\\$")
              .replace("`", "\\`"));
    }
    return String.join(" ", words);
  }

  /** As one word of a POSIX shell. */
  private static String quoted(String text) {
    return "'" + text.replace("'", "'\\''") + "'";
  }

  private static byte[] filled(String template, Map<String, String> values, String lineEnd)
      throws IOException {
    String text;
    try (InputStream in = StartScripts.class.getResourceAsStream("/zugabe/scripts/" + template)) {
      if (in == null) {
        throw new IOException(template + " is missing from this installation");
      }
      text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
    for (Map.Entry<String, String> value : values.entrySet()) {
      text = text.replace("@" + value.getKey() + "@", value.getValue());
    }
    return text.replace("\r\n", "\n").replace("\n", lineEnd).getBytes(StandardCharsets.UTF_8);
  }
}
