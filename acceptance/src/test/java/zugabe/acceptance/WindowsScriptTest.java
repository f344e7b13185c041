package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** Start scripts for Windows, in one session of Wine: proved for Wine's {@code cmd} only. */
public final class WindowsScriptTest {
  private Wine wine;
  private Workspace workspace;
  private Path folder;
  private Path record;

  @BeforeClass
  public void build() throws Exception {
    wine = Wine.create();
    workspace = Workspace.withProgram();
    workspace.write(
        "zugabe.yaml",
        Workspace.RECIPE.replace(
                "kind: jar", "kind: jar, libraries: beside, one-file: false, file: tern out")
            + "programs:\n  tern:\n    options: [\"-Da=b & c\", -Xmx64m, '-Dp=100%']\n    arguments: [first, 'a b']\n");
    Program.Result r = workspace.program().zugabe("build");
    assertThat(r.exit()).as(r.all()).isZero();
    folder = workspace.path("out/tern out");
    record = workspace.path("record");
  }

  @AfterClass(alwaysRun = true)
  public void stop() throws Exception {
    if (wine != null) {
      wine.close();
    }
    if (workspace != null) {
      workspace.close();
    }
  }

  @BeforeMethod
  public void forget() throws Exception {
    Files.deleteIfExists(record);
    Files.deleteIfExists(folder.resolve("tern.settings"));
    Files.writeString(wine.runtime().resolve("release"), "JAVA_VERSION=\"17.0.9\"\r\n");
  }

  private Program program() {
    return wine.program(wine.folder())
        .with("JAVA_HOME", Wine.named(wine.runtime()))
        .with("RECORD", Wine.named(record))
        .with("SCRIPT", Wine.named(folder.resolve("tern.cmd")));
  }

  /** Runs a line of a command script, in which {@code %SCRIPT%} is the start script. */
  private Program.Result run(Program program, String line) throws Exception {
    Path driver = wine.folder().resolve("driver.cmd");
    Files.writeString(driver, "@" + line + "\r\n", StandardCharsets.UTF_8);
    return program.run("timeout", "60", "wine", "cmd", "/c", Wine.named(driver));
  }

  private List<String> arguments() throws Exception {
    List<String> start = Wine.starts(record).get(0);
    return start.subList(0, start.indexOf("folder"));
  }

  @Test
  public void argumentsInQuotationMarksArrive() throws Exception {
    Random random = new Random(7);
    String alphabet = "ab *?'$`;&|<>(){}[]#~!^=,-_.:/@+";
    List<String> all =
        new ArrayList<>(List.of("", "a b", "a&b", "<x>", "^", "!x!", "(a)", "*", "{x}"));
    while (all.size() < 200) {
      StringBuilder text = new StringBuilder();
      for (int i = random.nextInt(10); i >= 0; i--) {
        text.append(alphabet.charAt(random.nextInt(alphabet.length())));
      }
      all.add(text.toString());
    }
    for (int from = 0; from < all.size(); from += 50) {
      Files.deleteIfExists(record);
      List<String> some = all.subList(from, from + 50);
      Program.Result r = run(program(), "\"%SCRIPT%\" \"" + String.join("\" \"", some) + "\"");
      assertThat(r.exit()).as(r.all()).isZero();
      List<String> expected =
          new ArrayList<>(
              List.of(
                  "-Da=b & c",
                  "-Xmx64m",
                  "-Dp=100%",
                  "-jar",
                  Wine.named(folder) + "\\tern.jar",
                  "first",
                  "a b"));
      expected.addAll(some);
      assertThat(arguments()).isEqualTo(expected);
    }
  }

  @Test
  public void argumentsThatAreNotAsciiArrive() throws Exception {
    Path driver = wine.folder().resolve("driver.cmd");
    Files.writeString(driver, "@\"%SCRIPT%\" %*\r\n");
    Program.Result r =
        program().run("timeout", "60", "wine", "cmd", "/c", Wine.named(driver), "ü", "水 x");
    assertThat(r.exit()).as(r.all()).isZero();
    assertThat(arguments()).contains("ü", "水 x");
  }

  @Test
  public void exitCodeAndStandardInputAreTheProgramsOwn() throws Exception {
    assertThat(run(program().with("RECORD_EXIT", "42"), "\"%SCRIPT%\" x").exit()).isEqualTo(42);
    Files.deleteIfExists(record);
    Program.Result fed = run(program().with("RECORD_INPUT", "1"), "echo typed| \"%SCRIPT%\" x");
    assertThat(fed.err()).doesNotContain("tern:");
    assertThat(Files.readString(record)).contains("typed");
  }

  @Test
  public void settingsAreRead() throws Exception {
    Files.writeString(
        folder.resolve("tern.settings"),
        "# mine\r\n\r\n  option=-Da=1 2 & 3  \r\noption = -Db=c=d\r\n argument = from settings\r\ncolour = red\r\n");
    Program.Result r = run(program(), "\"%SCRIPT%\" last");
    assertThat(r.exit()).as(r.all()).isZero();
    assertThat(arguments())
        .containsSequence("-Dp=100%", "-Da=1 2 & 3", "-Db=c=d", "-jar")
        .endsWith("a b", "from settings", "last");
    assertThat(r.err()).contains("there is no setting 'colour'; it is ignored");
  }

  @Test
  public void aWrongLineInTheSettingsIsSaid() throws Exception {
    Files.writeString(folder.resolve("tern.settings"), "option\r\n");
    Program.Result r = run(program(), "\"%SCRIPT%\"");
    assertThat(r.exit()).isEqualTo(1);
    assertThat(r.err()).contains("'key = value' is wanted, not 'option'");
    assertThat(record).doesNotExist();
  }

  /** Names that a command processor would take for commands or for the end of a block. */
  @Test
  public void namesWithSignsOfTheCommandProcessorAreTold() throws Exception {
    Path odd = wine.folder().resolve("R & D (x86)");
    Files.createDirectories(odd.resolve("bin"));
    Files.copy(wine.runtime().resolve("bin/java.exe"), odd.resolve("bin/java.exe"));
    Files.writeString(odd.resolve("release"), "JAVA_VERSION=\"1.8.0_392\"\r\n");
    String named = Wine.named(odd);
    Program.Result old = run(program().with("JAVA_HOME", named), "\"%SCRIPT%\"");
    assertThat(old.exit()).as(old.all()).isEqualTo(1);
    assertThat(old.err())
        .contains("tern: Java 17 or later is needed, and none was found. Java 8 is in " + named)
        .contains("tern: Install it, or set JAVA_HOME");
    Files.writeString(odd.resolve("release"), "JAVA_VERSION=\"21.0.1\"\r\n");
    Program.Result fits = run(program().with("JAVA_HOME", named), "\"%SCRIPT%\" x");
    assertThat(fits.exit()).as(fits.all()).isZero();
    Files.delete(odd.resolve("bin/java.exe"));
    Files.writeString(folder.resolve("tern.settings"), "java = " + named + "\r\n");
    Program.Result none = run(program(), "\"%SCRIPT%\"");
    assertThat(none.exit()).as(none.all()).isEqualTo(1);
    assertThat(none.err()).contains("says java = " + named + ", and there is no bin\\java.exe");
  }

  @Test
  public void anOldRuntimeIsNamed() throws Exception {
    Files.writeString(wine.runtime().resolve("release"), "JAVA_VERSION=\"1.8.0_392\"\r\n");
    Program.Result r = run(program(), "\"%SCRIPT%\"");
    assertThat(r.exit()).isEqualTo(1);
    assertThat(r.err())
        .contains("tern: Java 17 or later is needed, and none was found.")
        .contains("Java 8 is in " + Wine.named(wine.runtime()));
    Files.delete(wine.runtime().resolve("release"));
    assertThat(run(program().with("RECORD_VERSION", "25.0.1"), "\"%SCRIPT%\"").exit()).isZero();
    assertThat(record).exists();
  }

  /** Windows runs runtimes for other processors than its own: theirs counts. */
  @Test
  public void nativeLibrariesAreThoseOfTheRuntimesProcessor() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      for (String platform : List.of("windows-x64", "windows-x86", "windows-arm64")) {
        w.write(platform + "/tide.dll", "a library for " + platform);
      }
      w.write(
          "zugabe.yaml",
          Workspace.RECIPE
              .replace("kind: jar", "kind: jar, libraries: beside, one-file: false, file: tern")
              .replace(
                  "own: classes",
                  "own: classes, natives: {windows-x64: windows-x64, windows-x86: windows-x86, windows-arm64: windows-arm64}"));
      Program.Result built = w.program().zugabe("build");
      assertThat(built.exit()).as(built.all()).isZero();
      Path made = w.path("out/tern");
      Program program = program().with("SCRIPT", Wine.named(made.resolve("tern.cmd")));
      String[][] rows = {
        {"aarch64", "windows-arm64"},
        {"x86", "windows-x86"},
        {"i586", "windows-x86"},
        {"x86_64", "windows-x64"},
        {"", "windows-x64"}
      };
      for (String[] row : rows) {
        Files.deleteIfExists(record);
        String arch = row[0].isEmpty() ? "" : "OS_ARCH=\"" + row[0] + "\"\r\n";
        Files.writeString(wine.runtime().resolve("release"), arch + "JAVA_VERSION=\"17.0.9\"\r\n");
        Program.Result r = run(program, "\"%SCRIPT%\"");
        assertThat(r.exit()).as(r.all()).isZero();
        assertThat(arguments())
            .as(row[0])
            .contains("-Djava.library.path=" + Wine.named(made) + "\\lib\\native\\" + row[1]);
        assertThat(made.resolve("lib/native").resolve(row[1]).resolve("tide.dll")).exists();
      }
      // without a word of the runtime's the system's own processor counts
      Files.deleteIfExists(record);
      Program.Result system = run(program, "set \"PROCESSOR_ARCHITECTURE=ARM64\"& \"%SCRIPT%\"");
      assertThat(system.exit()).as(system.all()).isZero();
      assertThat(String.join(" ", arguments())).contains("\\lib\\native\\windows-arm64");
    }
  }
}
