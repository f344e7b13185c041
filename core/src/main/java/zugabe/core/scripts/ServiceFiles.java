package zugabe.core.scripts;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import zugabe.core.plan.Identity;
import zugabe.core.plan.Program;
import zugabe.formats.plist.PropertyList;

/**
 * What tells a system about a program: systemd units (systemd.unit(5), systemd.service(5)),
 * property lists for launchd (launchd.plist(5)), and menu entries (Desktop Entry Specification
 * 1.5). {@code @PREFIX@}, {@code @LOGS@} and {@code @-}, an at sign, in them are filled when they
 * are installed.
 */
final class ServiceFiles {
  private static final String PROGRAM = "@PREFIX@/bin/";

  /** What a Java runtime ends with when it is told to end: 128 + SIGTERM. */
  private static final String TERMINATED = "143";

  private ServiceFiles() {}

  /** With at signs written so that none begins a name which an installation fills. */
  private static String literal(String text) {
    return text.replace("@", "@-");
  }

  /** A unit; of a user's service when {@code user} is set. */
  static String unit(Identity app, Program program, boolean user) {
    Program.Service service = program.service().orElseThrow();
    String command =
        quoted(PROGRAM + program.name(), false)
            + service.arguments().stream()
                .map(a -> " " + literal(quoted(a, true)))
                .collect(Collectors.joining());
    String account =
        user
            ? ""
            : service.user().map(u -> "User=" + literal(u) + "\n").orElse("DynamicUser=yes\n");
    return "[Unit]\n"
        + "Description="
        + literal(description(app, program).replace("%", "%%"))
        + "\n"
        + (user ? "" : "After=network.target\n")
        + "\n[Service]\n"
        + "ExecStart="
        + command
        + "\n"
        + account
        + "StateDirectory="
        + unitName(app, program)
        + "\nWorkingDirectory=%S/"
        + unitName(app, program)
        + "\nRestart=on-failure\nSuccessExitStatus="
        + TERMINATED
        + "\n\n[Install]\nWantedBy="
        + (user ? "default.target" : "multi-user.target")
        + "\n";
  }

  /** A service is told from those of other applications by its name. */
  static String unitName(Identity app, Program program) {
    return program.name().contains(app.shortName())
        ? program.name()
        : app.shortName() + "-" + program.name();
  }

  /** For launchd: a reverse domain name, when the application has one. */
  static String label(Identity app, Program program) {
    return app.id().orElse(app.shortName()) + "." + unitName(app, program);
  }

  private static String description(Identity app, Program program) {
    return app.name().equalsIgnoreCase(program.name())
        ? app.summary().orElse(app.name())
        : app.name() + " (" + program.name() + ")";
  }

  /** As one word of a command line in a unit (systemd.service(5), "Command Lines"). */
  private static String quoted(String text, boolean escaped) {
    return '"' + (escaped ? escapedWord(text) : text) + '"';
  }

  private static String escapedWord(String text) {
    StringBuilder word = new StringBuilder();
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      switch (c) {
        case '\\', '"' -> word.append('\\').append(c);
        case '%', '$' -> word.append(c).append(c);
        case '\n' -> word.append("\\n");
        case '\t' -> word.append("\\t");
        default -> word.append(c < ' ' ? String.format("\\x%02x", (int) c) : String.valueOf(c));
      }
    }
    return word.toString();
  }

  /** A property list for launchd. */
  static String plist(Identity app, Program program) {
    Program.Service service = program.service().orElseThrow();
    List<String> words = new ArrayList<>(List.of(PROGRAM + program.name()));
    service.arguments().forEach(a -> words.add(literal(a)));
    String log = "@LOGS@/" + unitName(app, program) + ".log";
    Map<String, Object> values = new LinkedHashMap<>();
    values.put("Label", literal(label(app, program)));
    values.put("ProgramArguments", words);
    service.user().ifPresent(u -> values.put("UserName", literal(u)));
    values.put("RunAtLoad", service.atBoot());
    values.put("KeepAlive", Map.of("SuccessfulExit", false));
    values.put("StandardOutPath", log);
    values.put("StandardErrorPath", log);
    return PropertyList.xml(values);
  }

  /**
   * A menu entry.
   *
   * @param name as users see it
   * @param icon whether there is a picture
   */
  static String menu(Identity app, Program program, String name, boolean icon) {
    return "[Desktop Entry]\nType=Application\nName="
        + escaped(name)
        + "\n"
        + app.summary().map(s -> "Comment=" + escaped(s) + "\n").orElse("")
        + "Exec=\""
        + PROGRAM
        + program.name()
        + "\"\n"
        + (icon ? "Icon=@PREFIX@/share/icons/" + app.shortName() + ".png\n" : "")
        + "Terminal=false\nCategories=Utility;\n";
  }

  private static String escaped(String text) {
    return literal(text.replace("\\", "\\\\").replace("\t", "\\t"));
  }
}
