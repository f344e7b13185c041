package zugabe.core.scripts;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import zugabe.bytes.Content;
import zugabe.bytes.Regex;
import zugabe.core.plan.Identity;
import zugabe.core.plan.Program;

/**
 * Scripts that install and remove an install tree, with what they need: the list of its files, and
 * descriptions of services and menu entries. What lies in {@code install/} isn't installed.
 */
public final class InstallScripts {
  /** Folder of what the scripts need. */
  public static final String FOLDER = "install/";

  private static final String INSTALL = "install";
  private static final String REMOVE = "uninstall";

  private final Identity app;
  private final boolean hasIcon;
  private final String platform;
  private final InstalledNames names;
  private final Map<String, String> nativeStarts;

  /**
   * @param hasIcon whether there is a picture for menus
   * @param platform empty for a tree that serves all
   * @param nativeStarts paths of programs for Windows that start others, by those
   */
  public InstallScripts(
      Identity app,
      List<Program> programs,
      boolean hasIcon,
      String platform,
      Map<String, String> nativeStarts) {
    this.app = app;
    this.nativeStarts = nativeStarts;
    this.hasIcon = hasIcon;
    this.platform = platform;
    this.names = new InstalledNames(app, programs);
  }

  /** A file that is made; scripts for POSIX shells can be run. */
  public record Made(String path, int mode, Content content) {}

  /** What goes into the tree and is installed with it. */
  public List<Made> removing() throws IOException {
    List<Made> made = new ArrayList<>();
    if (hasSh()) {
      made.add(script(REMOVE + ".sh", 0755, values()));
    }
    if (hasCmd()) {
      made.add(script(REMOVE + ".cmd", 0644, values()));
      for (Program service : names.services()) {
        String unit = names.unit(service);
        Map<String, String> values = values();
        values.put("PROGRAM", service.name());
        values.put("UNIT", unit);
        values.put("SERVICE_ARGUMENTS", Words.cmd(service.service().orElseThrow().arguments()));
        made.add(new Made("share/services/" + unit + ".cmd", 0644, filled("service.cmd", values)));
      }
    }
    return made;
  }

  private static Made script(String name, int mode, Map<String, String> values) throws IOException {
    return new Made(name, mode, filled(name, values));
  }

  private static Content filled(String name, Map<String, String> values) throws IOException {
    return Content.of(Template.filled(name, values, name.endsWith(".cmd") ? "\r\n" : "\n"));
  }

  /**
   * What stays behind in the unpacked archive.
   *
   * @param contents paths of all files that are installed
   * @param executables those of them that can be run
   */
  public List<Made> installing(Collection<String> contents, Collection<String> executables)
      throws IOException {
    Map<String, String> texts = new LinkedHashMap<>();
    texts.put("contents", String.join("\n", contents) + "\n");
    if (hasSh()) {
      texts.put(
          "executables", executables.stream().map(p -> p + "\n").collect(Collectors.joining()));
    }
    for (Program service : names.services()) {
      String name = names.unit(service);
      if (isFor("linux")) {
        texts.put(name + ".system.service", ServiceFiles.unit(app, service, false));
        texts.put(name + ".user.service", ServiceFiles.unit(app, service, true));
      }
      if (isFor("macos")) {
        texts.put(name + ".plist", ServiceFiles.plist(app, service));
      }
    }
    if (isFor("linux")) {
      for (Program window : names.windows()) {
        texts.put(
            names.entry(window) + ".desktop",
            ServiceFiles.menu(app, window, names.title(window), hasIcon));
      }
    }
    if (hasCmd()) {
      windowsLists(contents, texts);
      for (Program p : names.programs()) {
        p.firstRun()
            .ifPresent(
                words ->
                    texts.put(
                        "first-run-" + p.name() + ".cmd",
                        "@echo off\r\n\"%BIN%\\"
                            + p.name()
                            + ".cmd\""
                            + Words.cmd(words)
                            + " <nul\r\n"));
      }
    }
    List<Made> made = new ArrayList<>();
    texts.forEach(
        (name, text) ->
            made.add(
                new Made(FOLDER + name, 0644, Content.of(text.getBytes(StandardCharsets.UTF_8)))));
    if (hasSh()) {
      made.add(script(INSTALL + ".sh", 0755, values()));
    }
    if (hasCmd()) {
      made.add(script(INSTALL + ".cmd", 0644, values()));
    }
    return made;
  }

  /** What the command processor can't work out itself, with its own separators. */
  private static void windowsLists(Collection<String> contents, Map<String, String> texts) {
    List<String> all = contents.stream().filter(InstallScripts::isForWindows).toList();
    texts.put("contents.windows", lines(all.stream()));
    texts.put(
        "settings.windows", lines(all.stream().filter(p -> Regex.matches(p, "etc/.*\\.settings"))));
  }

  /** In an archive for all platforms, what only the others run stays out. */
  private static boolean isForWindows(String path) {
    return !path.equals(REMOVE + ".sh");
  }

  private static String lines(Stream<String> paths) {
    return paths.map(p -> p.replace('/', '\\') + "\r\n").collect(Collectors.joining());
  }

  private boolean hasSh() {
    return !platform.startsWith("windows");
  }

  private boolean hasCmd() {
    return isFor("windows");
  }

  private boolean isFor(String system) {
    return platform.isEmpty() || platform.startsWith(system);
  }

  private Map<String, String> values() {
    Map<String, String> values = new LinkedHashMap<>();
    String title = app.name() + " " + app.version();
    values.put("TITLE", batch(title));
    values.put(
        "CMD_CONTACT",
        app.contact().map(c -> batch(c.replace('<', '(').replace('>', ')'))).orElse(""));
    values.put("QUOTED_CONTACT", Words.quoted(app.contact().orElse("")));
    values.put("QUOTED_TITLE", Words.quoted(title));
    values.put("QUOTED_APP_NAME", Words.quoted(app.name()));
    values.put("NAME", Words.quoted(app.shortName()));
    values.put("ID", Words.quoted(names.id()));
    values.put("VERSION", Words.quoted(app.version()));
    values.put("PLATFORM", Words.quoted(platform));
    // a service isn't a command
    values.put("COMMANDS", String.join(" ", names.commands()));
    values.put(
        "SERVICES",
        names.services().stream().map(p -> names.unit(p)).collect(Collectors.joining(" ")));
    values.put(
        "ENTRIES", names.windows().stream().map(names::entry).collect(Collectors.joining(" ")));
    values.put(
        "SERVICES_TOLD",
        names.services().isEmpty()
            ? "  :"
            : names.services().stream()
                .map(
                    p ->
                        "  service_told "
                            + names.unit(p)
                            + (p.service().orElseThrow().atBoot() ? " boot" : " ''"))
                .collect(Collectors.joining("\n")));
    values.put("CMD_NAME", Words.percent(app.shortName()));
    values.put("CMD_VERSION", Words.percent(app.version()));
    values.put(
        "CMD_SERVICES",
        names.services().stream()
            .map(
                p ->
                    "call :service "
                        + names.unit(p)
                        + (p.service().orElseThrow().atBoot() ? " boot" : " demand"))
            .collect(Collectors.joining("\n")));
    values.put(
        "CMD_SERVICE_NAMES",
        names.services().stream().map(names::unit).collect(Collectors.joining(" ")));
    values.put("CMD_MENU", menu("call :menuentry ", p -> " \"" + started(p) + "\""));
    values.put("CMD_MENU_THERE", menu("call :menuforeign ", p -> ""));
    values.put(
        "CMD_MENU_TOLD",
        menu("", p -> "")
            .replace("\"", "")
            .lines()
            .map(l -> "echo   " + l + "\n")
            .collect(Collectors.joining())
            .stripTrailing());
    List<Program> first = names.programs().stream().filter(p -> p.firstRun().isPresent()).toList();
    values.put("FIRST_NAME", first.isEmpty() ? "" : first.get(0).name());
    values.put(
        "FIRST_RUN",
        "# shellcheck disable=SC2016 # nothing in an argument is expanded\nfirst_run() {\n"
            + firstRun(first)
            + "\n}");
    values.put(
        "CMD_FIRST_RUN",
        first.stream().map(InstallScripts::cmdFirstRun).collect(Collectors.joining())
            + (first.isEmpty() ? "" : "type nul > \"%PREFIX%\\.first-run\""));
    return values;
  }

  /** In a batch file's quotation marks another one would end them. */
  private static String batch(String text) {
    return Regex.replaceAll(text, "[\\p{Cc}%&|<>^]", " ").replace('"', '\'');
  }

  /** What an entry of the start menu starts: a script shows a console first. */
  private String started(Program p) {
    return Words.percent(nativeStarts.getOrDefault(p.name(), "bin/" + p.name() + ".cmd"));
  }

  /** A line for each entry of the start menu: its file between what stands before and behind. */
  private String menu(String before, Function<Program, String> behind) {
    return names.windows().stream()
        .map(
            p ->
                before
                    + "\"%MENU%\\"
                    + Words.percent(
                        Regex.replaceAll(names.title(p), "[\\p{Cc}<>:\"/\\\\|?*%&^!]", " ").strip())
                    + ".url\""
                    + behind.apply(p))
        .collect(Collectors.joining("\n"));
  }

  /** A batch file of its own: without "call" arguments are read only once. */
  private static String cmdFirstRun(Program program) {
    return "call :say \"Running the first-run step ...\"\ncall \"%HERE%install\\first-run-"
        + program.name()
        + ".cmd\"\nif errorlevel 1 set \"WHY=the first-run step failed\"& goto failed\n";
  }

  /** Several steps run one after the other, as long as none fails. */
  private static String firstRun(List<Program> programs) {
    return programs.isEmpty()
        ? "  :"
        : programs.stream()
            .map(
                p ->
                    "  \"$there/bin/"
                        + p.name()
                        + "\" "
                        + p.firstRun().orElseThrow().stream()
                            .map(Words::quoted)
                            .collect(Collectors.joining(" ")))
            .collect(Collectors.joining(" &&\n  "));
  }
}
