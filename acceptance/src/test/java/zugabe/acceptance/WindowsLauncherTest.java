package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** Start programs for Windows: under Wine, with a recorder in the place of Java, and by java. */
public final class WindowsLauncherTest {
  private Wine wine;
  private Path folder;

  @BeforeClass
  public void system() throws Exception {
    wine = Wine.create();
    folder = Files.createDirectories(wine.folder().resolve("Tide tables ü"));
  }

  @AfterClass(alwaysRun = true)
  public void end() throws Exception {
    if (wine != null) {
      wine.close();
    }
  }

  private Path built(String program, String launcher) throws Exception {
    return Launchers.built(program, launcher, folder);
  }

  /** A runtime that records; with no version it has no file of it. */
  private static Path runtime(Path home, Wine wine, String version) throws Exception {
    Path bin = Files.createDirectories(home.resolve("bin"));
    Files.copy(wine.runtime().resolve("bin/java.exe"), bin.resolve("java.exe"));
    if (!version.isEmpty()) {
      Files.writeString(home.resolve("release"), "JAVA_VERSION=\"" + version + "\"\r\n");
    }
    return home;
  }

  private Program.Result start(Path exe, Map<String, String> environment, String... arguments)
      throws Exception {
    return start(wine, exe, environment, arguments);
  }

  private static Program.Result start(
      Wine wine, Path exe, Map<String, String> environment, String... arguments) throws Exception {
    List<String> line = new ArrayList<>(List.of("timeout", "60", "wine", exe.toString()));
    line.addAll(List.of(arguments));
    Program program = wine.program(exe.getParent());
    program.with("RECORD", Wine.named(exe.resolveSibling("record")));
    program.with("ZUGABE_LAUNCH_LOG", Wine.named(exe.resolveSibling("log.txt")));
    program.with("ZUGABE_LAUNCH_LANGUAGE", "en").with("JAVA_HOME", "");
    environment.forEach(program::with);
    return program.run(line.toArray(String[]::new));
  }

  private static List<String> record(Path exe) throws Exception {
    List<List<String>> starts = Wine.starts(exe.resolveSibling("record"));
    List<String> last = new ArrayList<>(starts.get(starts.size() - 1));
    last.removeIf(t -> t.isEmpty() && last.indexOf(t) == last.size() - 1);
    return last;
  }

  @Test
  public void propertiesAndIconsAsTheSystemReadsThem() throws Exception {
    Path exe =
        built(
            "",
            ", properties: {en: {LegalCopyright: \"© Gannet\"}, de: {FileDescription: Gezeiten}}");
    Path reader = exe.resolveSibling("properties.exe");
    Program.Result compiled =
        Program.in(folder)
            .run(
                "x86_64-w64-mingw32-gcc",
                "-municode",
                "-o",
                reader.toString(),
                Program.ROOT.resolve("acceptance/src/test/native/properties.c").toString(),
                "-lversion",
                "-luser32");
    assertThat(compiled.exit()).as(compiled.all()).isZero();
    Program.Result r =
        wine.program(exe.getParent())
            .run("timeout", "60", "wine", reader.toString(), Wine.named(exe));
    assertThat(r.out().replace("\r", "").lines().toList())
        .contains(
            "version 2.4.1.0 flags 0",
            "0409 CompanyName Gannet Harbour Works",
            "0409 FileDescription Tide tables",
            "0409 FileVersion 2.4.1.0",
            "0409 LegalCopyright © Gannet",
            "0409 OriginalFilename tern.exe",
            "0409 ProductVersion 2.4.1",
            "0407 FileDescription Gezeiten",
            "icon 16 loaded",
            "icon 48 loaded",
            "icon 256 loaded");
  }

  /** What stands on the command line arrives as it is. */
  @Test
  public void argumentsArriveUnchanged() throws Exception {
    Path exe = built(", options: [\"-Dx=a b\"], arguments: [\"--fixed\", 'q\"q']", "");
    runtime(exe.resolveSibling("runtime"), wine, "17.0.9");
    Random random = new Random(20261128);
    String signs = "ab \"\\*?%&|<>^()!;,='`~üß✓\t$@#";
    List<String> words = new ArrayList<>(List.of("", "*", "\\", "a\\", "\"", "\\\"", "*.txt"));
    while (words.size() < 200) {
      StringBuilder word = new StringBuilder();
      for (int i = random.nextInt(9); i >= 0; i--) {
        word.append(signs.charAt(random.nextInt(signs.length())));
      }
      words.add(word.toString());
    }
    Files.writeString(exe.resolveSibling("a.txt"), "expanded wildcards would find this");
    Program.Result r = start(exe, Map.of("RECORD_EXIT", "7"), words.toArray(String[]::new));
    assertThat(r.exit()).as(r.all()).isEqualTo(7);
    List<String> start = Wine.starts(exe.resolveSibling("record")).get(0);
    assertThat(start.subList(0, 5))
        .containsExactly("-Dx=a b", "-jar", Wine.named(exe), "--fixed", "q\"q");
    assertThat(start.subList(5, 205)).isEqualTo(words);
    assertThat(start.subList(205, 207)).containsExactly("folder", Wine.named(exe.getParent()));
  }

  /** The order of the recipe; versions; a runtime that has to be asked; none at all. */
  @Test
  public void aRuntimeIsFound() throws Exception {
    Path exe = built(", java: 17-21", ", address: \"https://java.gannet.example/\"");
    Path log = exe.resolveSibling("log.txt");
    Program.Result none = start(exe, Map.of());
    assertThat(none.exit()).isEqualTo(241);
    assertThat(none.err())
        .contains("Tern: This program needs Java 17 to 21", "no Java at all")
        .contains("https://java.gannet.example/");
    assertThat(start(exe, Map.of("ZUGABE_LAUNCH_LANGUAGE", "de")).err())
        .contains("Dieses Programm braucht Java 17 bis 21;");
    Path old = runtime(exe.resolveSibling("old"), wine, "1.8.0_312");
    Program.Result tooOld = start(exe, Map.of("JAVA_HOME", Wine.named(old)));
    assertThat(tooOld.exit()).isEqualTo(241);
    assertThat(tooOld.err()).contains("Java 8: " + Wine.named(old) + "\\bin");
    // on the path, where it has to be asked
    Path shim = runtime(exe.resolveSibling("shim"), wine, "");
    Map<String, String> asked =
        Map.of("WINEPATH", Wine.named(shim.resolve("bin")), "RECORD_VERSION", "21.0.2");
    assertThat(start(exe, asked).exit()).isZero();
    assertThat(Files.readString(log)).contains("looking: path", "fits: " + Wine.named(shim));
    assertThat(
            start(exe, Map.of("WINEPATH", Wine.named(shim.resolve("bin")), "RECORD_VERSION", "22"))
                .exit())
        .isEqualTo(241);
    // the newest that fits of those in the registry
    for (String version : List.of("17.0.1", "21.0.3", "22.0.1")) {
      Path home = runtime(exe.resolveSibling("installed " + version), wine, version);
      wine.program(exe.getParent())
          .run(
              "timeout",
              "60",
              "wine",
              "reg",
              "add",
              "HKLM\\Software\\Eclipse Adoptium\\JDK\\" + version + "\\hotspot\\MSI",
              "/v",
              "Path",
              "/d",
              Wine.named(home) + "\\",
              "/f");
    }
    Files.delete(log);
    assertThat(start(exe, asked).exit()).isZero();
    assertThat(Files.readString(log))
        .contains("line: \"" + Wine.named(exe.resolveSibling("installed 21.0.3")));
    // what the user says counts first, and then alone
    Files.writeString(
        exe.resolveSibling("tern.settings"), "# mine\njava = " + Wine.named(old) + "\n");
    assertThat(start(exe, asked).exit()).isEqualTo(241);
    wine.program(exe.getParent())
        .run("timeout", "60", "wine", "reg", "delete", "HKLM\\Software\\Eclipse Adoptium", "/f");
  }

  /** Keys and values as installers of runtimes write them; the newest that fits is taken. */
  @Test
  public void placesInTheRegistryAreKnown() throws Exception {
    Path exe = built(", java: 17-50", ", seek: registry");
    String[][] places = {
      {"HKEY_LOCAL_MACHINE\\SOFTWARE\\JavaSoft\\JDK\\11.0.9", "JavaHome"},
      {"HKEY_LOCAL_MACHINE\\SOFTWARE\\JavaSoft\\JRE\\12.0.2", "JavaHome"},
      {"HKEY_LOCAL_MACHINE\\SOFTWARE\\JavaSoft\\Java Development Kit\\1.8", "JavaHome"},
      {"HKEY_LOCAL_MACHINE\\SOFTWARE\\JavaSoft\\Java Runtime Environment\\1.8.0_9", "JavaHome"},
      {"HKEY_LOCAL_MACHINE\\SOFTWARE\\Eclipse Adoptium\\JRE\\13.0.1\\hotspot\\MSI", "Path"},
      {"HKEY_CURRENT_USER\\SOFTWARE\\Eclipse Adoptium\\JDK\\14.0.1\\hotspot\\MSI", "Path"},
      {"HKEY_LOCAL_MACHINE\\SOFTWARE\\Eclipse Foundation\\JDK\\15.0.1\\hotspot\\MSI", "Path"},
      {"HKEY_LOCAL_MACHINE\\SOFTWARE\\AdoptOpenJDK\\JDK\\16.0.1\\hotspot\\MSI", "Path"},
      {"HKEY_LOCAL_MACHINE\\SOFTWARE\\Semeru\\JRE\\17.0.1\\openj9\\MSI", "Path"},
      {"HKEY_LOCAL_MACHINE\\SOFTWARE\\Azul Systems\\Zulu\\zulu-18", "InstallationPath"},
      {"HKEY_LOCAL_MACHINE\\SOFTWARE\\Microsoft\\JDK\\19.0.1\\hotspot\\MSI", "Path"},
      {"HKEY_LOCAL_MACHINE\\SOFTWARE\\BellSoft\\Liberica\\20.0.1", "InstallationPath"},
      {"HKEY_LOCAL_MACHINE\\SOFTWARE\\Amazon Corretto\\JDK\\21.0.1", "Path"},
      {"HKEY_LOCAL_MACHINE\\SOFTWARE\\SapMachine\\JDK\\22.0.1\\hotspot\\MSI", "Path"},
      {"HKEY_LOCAL_MACHINE\\SOFTWARE\\Wow6432Node\\JavaSoft\\JRE\\23.0.1", "JavaHome"},
    };
    StringBuilder keys = new StringBuilder("\uFEFFWindows Registry Editor Version 5.00\r\n");
    List<Path> homes = new ArrayList<>();
    for (int i = 0; i < places.length; i++) {
      Path home = runtime(exe.resolveSibling("home " + i), wine, (30 + i) + ".0.1");
      homes.add(home);
      keys.append("\r\n[" + places[i][0] + "]\r\n");
      keys.append("\"" + places[i][1] + "\"=\"" + Wine.named(home).replace("\\", "\\\\"));
      keys.append("\\\\\"\r\n");
    }
    Path file = exe.resolveSibling("keys.reg");
    Files.writeString(file, keys, StandardCharsets.UTF_16LE);
    // a system of its own: what it has in its registry would serve other tests as well
    try (Wine own = Wine.create()) {
      Program.Result added =
          own.program(exe.getParent())
              .run("timeout", "60", "wine", "regedit", "/S", Wine.named(file));
      assertThat(added.exit()).as(added.all()).isZero();
      Program.Result r = start(own, exe, Map.of());
      assertThat(r.exit()).as(r.all()).isZero();
    }
    String log = Files.readString(exe.resolveSibling("log.txt"));
    for (Path home : homes) {
      assertThat(log).contains("fits: " + Wine.named(home) + "\\bin");
    }
    assertThat(log).contains("line: \"" + Wine.named(homes.get(homes.size() - 1)));
  }

  @Test
  public void settingsMemoryFolderAndEnvironment() throws Exception {
    Path exe =
        built(
            ", folder: data, options: [\"-Dhome=%TIDE%\"]",
            ", memory: {share: 50, least: 100, most: 300}, environment: {TIDE: \"high %PROGRAM_FOLDER%\"}, again: 75");
    runtime(exe.resolveSibling("runtime"), wine, "17");
    Files.writeString(
        exe.resolveSibling("tern.settings"), "\uFEFFoption = -Dmine=ü\r\n argument=--mine x \n");
    Files.writeString(exe.resolveSibling("once"), "");
    Program.Result r =
        start(
            exe,
            Map.of("RECORD_SHOWN", "TIDE", "RECORD_ONCE", Wine.named(exe.resolveSibling("once"))),
            "his");
    assertThat(r.exit()).as(r.all()).isZero();
    // 75 started it again
    List<List<String>> starts = Wine.starts(exe.resolveSibling("record"));
    assertThat(starts).hasSize(2);
    String here = Wine.named(exe.getParent());
    assertThat(starts.get(1))
        .contains("-Dmine=ü", "-Xmx300m", "-Dprogram.folder=" + here, "--mine x", "his")
        .contains("high " + here);
    assertThat(starts.get(1).get(starts.get(1).indexOf("folder") + 1)).endsWith("\\tern");
    Files.writeString(exe.resolveSibling("tern.settings"), "no equals sign\n");
    Program.Result wrong = start(exe, Map.of());
    assertThat(wrong.exit()).isEqualTo(243);
    assertThat(wrong.err()).contains("tern.settings:1", "key = value");
  }

  /** Deeper than the 260 characters that older programs know, and where nothing can be written. */
  @Test
  public void aLongPathThatIsReadOnly() throws Exception {
    Path built = built("", ", one: {}");
    Path deep = built.getParent();
    for (int i = 0; i < 6; i++) {
      deep = deep.resolve("höhe " + "x".repeat(60));
    }
    Path exe = Files.createDirectories(deep).resolve("tern.exe");
    Files.copy(built, exe);
    Path runtime = runtime(built.resolveSibling("java"), wine, "17");
    Path record = built.resolveSibling("record");
    Program read = wine.program(built.getParent());
    assertThat(read.run("chmod", "-R", "a-w", deep.toString()).exit()).isZero();
    Program.Result r =
        read.with("RECORD", Wine.named(record))
            .with("JAVA_HOME", Wine.named(runtime))
            .run("timeout", "60", "wine", exe.toString(), "x");
    assertThat(r.exit()).as(r.all()).isZero();
    assertThat(Wine.starts(record).get(0)).startsWith("-jar", Wine.named(exe), "x");
    assertThat(exe.toString().length()).isGreaterThan(400);
    assertThat(read.run("chmod", "-R", "u+w", deep.toString()).exit()).isZero();
  }

  /** A runtime of 32 bits doesn't start with more memory than it can have. */
  @Test
  public void aNarrowRuntimeGetsLittleMemory() throws Exception {
    Path exe = built("", ", memory: {share: 1, least: 4000}");
    Path runtime = runtime(exe.resolveSibling("runtime"), wine, "17");
    String log = "";
    for (String program : List.of("console-x64.exe", "console-x86.exe")) {
      Files.copy(
          Program.ROOT.resolve("kinds/src/main/resources/zugabe/kinds/launcher/" + program),
          runtime.resolve("bin/java.exe"),
          StandardCopyOption.REPLACE_EXISTING);
      start(exe, Map.of());
      log += Files.readString(exe.resolveSibling("log.txt"));
    }
    assertThat(log).contains(" -Xmx4000m ", " -Xmx1024m ");
  }

  /** A second start ends, and its arguments are there for the first one. */
  @Test
  public void itRunsOnce() throws Exception {
    Path exe = built("", ", one: {then: arguments, code: 9}");
    runtime(exe.resolveSibling("runtime"), wine, "17");
    Program first = wine.program(exe.getParent());
    first.with("RECORD", Wine.named(exe.resolveSibling("record"))).with("RECORD_WAIT", "20000");
    Process running =
        first
            .builder("timeout", "60", "wine", exe.toString())
            .redirectErrorStream(true)
            .redirectOutput(exe.resolveSibling("out.txt").toFile())
            .start();
    try {
      for (int i = 0; i < 200 && Wine.starts(exe.resolveSibling("record")).isEmpty(); i++) {
        Thread.sleep(100);
      }
      Program.Result second = start(exe, Map.of("RECORD_EXIT", "5"), "open", "C:\\a b.tide");
      assertThat(second.exit()).as(second.all()).isEqualTo(9);
      assertThat(Wine.starts(exe.resolveSibling("record"))).hasSize(1);
      String option = record(exe).get(0);
      assertThat(option).startsWith("-Dprogram.inbox=").endsWith("\\inbox");
      try (Stream<Path> files = Files.walk(wine.folder().resolve("prefix"))) {
        List<Path> left = files.filter(f -> f.toString().endsWith(".arguments")).toList();
        assertThat(left).hasSize(1);
        assertThat(Files.readString(left.get(0))).isEqualTo("open\nC:\\\\a b.tide\n");
      }
    } finally {
      running.destroy();
    }
  }
}
