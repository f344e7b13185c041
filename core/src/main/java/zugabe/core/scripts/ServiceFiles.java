package zugabe.core.scripts;

import java.util.stream.Collectors;
import zugabe.core.plan.Identity;
import zugabe.core.plan.PlannedProgram;

/**
 * What tells a system about a program: systemd units (systemd.unit(5), systemd.service(5)),
 * property lists for launchd (launchd.plist(5)), and menu entries (Desktop Entry Specification
 * 1.5). {@code @PREFIX@} and {@code @LOGS@} in them are filled when they are installed.
 */
final class ServiceFiles {
  private static final String PROGRAM = "@PREFIX@/bin/";

  /** What a Java runtime ends with when it is told to end: 128 + SIGTERM. */
  private static final String TERMINATED = "143";

  private ServiceFiles() {}

  /** A unit; of a user's service when {@code user} is set. */
  static String unit(Identity app, PlannedProgram program, boolean user) {
    PlannedProgram.Service service = program.service().orElseThrow();
    String command =
        quoted(PROGRAM + program.name(), false)
            + service.arguments().stream()
                .map(a -> " " + quoted(a, true))
                .collect(Collectors.joining());
    String account =
        user ? "" : service.user().map(u -> "User=" + u + "\n").orElse("DynamicUser=yes\n");
    return "[Unit]\n"
        + "Description="
        + description(app, program).replace("%", "%%")
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
  static String unitName(Identity app, PlannedProgram program) {
    return program.name().contains(app.shortName())
        ? program.name()
        : app.shortName() + "-" + program.name();
  }

  /** For launchd: a reverse domain name, when the application has one. */
  static String label(Identity app, PlannedProgram program) {
    return app.id().orElse(app.shortName()) + "." + unitName(app, program);
  }

  private static String description(Identity app, PlannedProgram program) {
    return app.name().equalsIgnoreCase(program.name())
        ? app.summary().orElse(app.name())
        : app.name() + " (" + program.name() + ")";
  }

  /** As one word of a command line in a unit (systemd.service(5), "Command Lines"). */
  private static String quoted(String text, boolean escaped) {
    String inner =
        escaped
            ? text.replace("\\", "\\\\").replace("\"", "\\\"").replace("%", "%%").replace("$", "$$")
            : text;
    return '"' + inner + '"';
  }

  /** A property list for launchd. */
  static String plist(Identity app, PlannedProgram program) {
    PlannedProgram.Service service = program.service().orElseThrow();
    StringBuilder words = new StringBuilder();
    words.append("    <string>").append(PROGRAM).append(program.name()).append("</string>\n");
    service
        .arguments()
        .forEach(a -> words.append("    <string>").append(xml(a)).append("</string>\n"));
    String name = unitName(app, program);
    return """
        <?xml version="1.0" encoding="UTF-8"?>
        <!DOCTYPE plist PUBLIC "-//Apple//DTD PLIST 1.0//EN" "http://www.apple.com/DTDs/PropertyList-1.0.dtd">
        <plist version="1.0">
        <dict>
          <key>Label</key>
          <string>%s</string>
          <key>ProgramArguments</key>
          <array>
        %s  </array>
        %s  <key>RunAtLoad</key>
          <%s/>
          <key>KeepAlive</key>
          <dict>
            <key>SuccessfulExit</key>
            <false/>
          </dict>
          <key>StandardOutPath</key>
          <string>@LOGS@/%s.log</string>
          <key>StandardErrorPath</key>
          <string>@LOGS@/%s.log</string>
        </dict>
        </plist>
        """
        .formatted(
            xml(label(app, program)),
            words,
            service
                .user()
                .map(u -> "  <key>UserName</key>\n  <string>" + u + "</string>\n")
                .orElse(""),
            service.atBoot(),
            name,
            name);
  }

  private static String xml(String text) {
    return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
  }

  /**
   * A menu entry.
   *
   * @param name as users see it
   * @param icon whether there is a picture
   */
  static String menu(Identity app, PlannedProgram program, String name, boolean icon) {
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
    return text.replace("\\", "\\\\");
  }
}
