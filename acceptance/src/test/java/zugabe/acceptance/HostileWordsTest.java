package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/**
 * Arguments that a command processor, systemd, a property list or a shell could take for something
 * else, through everything that is written to start a program: what arrives at the process is what
 * the recipe says, or the recipe is refused.
 */
public final class HostileWordsTest {
  private static final int WORDS = 500;
  private static final int PER_PROGRAM = 50;
  private final ObjectMapper json = new ObjectMapper();
  private Wine wine;
  private Workspace w;
  private Path record;
  private List<String> words;

  /** In a recipe, two braces stand for one. */
  private String yaml(List<String> words) throws Exception {
    return json.writeValueAsString(words).replace("{", "{{");
  }

  @BeforeClass
  public void build() throws Exception {
    wine = Wine.create();
    w = Workspace.withProgram();
    words = HostileWords.words(WORDS);
    Files.createDirectories(w.path("bird"));
    Files.copy(wine.runtime().resolve("bin/java.exe"), w.path("bird/bird.exe"));
    w.write("bird/batch.cmd", "@\"%JAVA_HOME%\\bin\\java.exe\" %*\r\n");
    w.write("bird/print", "#!/bin/sh\nprintf '%s\\0' \"$@\"\n");
    StringBuilder recipe =
        new StringBuilder("app: {id: example.tern, name: Tern, version: \"1\"}\n");
    recipe.append(
        "materials:\n  java: {own: classes, libraries: lib}\n  bird: {own: bird}\nprograms:\n");
    for (int i = 0; i < WORDS / PER_PROGRAM; i++) {
      List<String> some = words.subList(i * PER_PROGRAM, (i + 1) * PER_PROGRAM);
      recipe.append(
          "  java"
              + i
              + ": {materials: java, main: example.tern.Main, arguments: "
              + yaml(some)
              + "}\n");
      recipe.append(
          "  exe" + i + ": {materials: bird, file: bird.exe, arguments: " + yaml(some) + "}\n");
      recipe.append(
          "  batch"
              + i
              + ": {materials: bird, file: batch.cmd, arguments: "
              + yaml(HostileWords.passing(some))
              + "}\n");
      recipe.append(
          "  first"
              + i
              + ": {materials: bird, file: bird.exe, first-run: {arguments: "
              + yaml(HostileWords.passing(some))
              + "}}\n");
      recipe.append(
          "  service"
              + i
              + ": {materials: bird, file: bird.exe, service: {arguments: "
              + yaml(HostileWords.passing(some))
              + "}}\n");
    }
    recipe.append("deliverables:\n  set: {kind: archive, programs: [");
    for (int i = 0; i < WORDS / PER_PROGRAM; i++) {
      recipe.append("java%1$d, exe%1$d, batch%1$d, first%1$d, service%1$d, ".formatted(i));
    }
    recipe.setLength(recipe.length() - 2);
    recipe.append("], platforms: windows-x64, formats: zip}\n");
    w.write("zugabe.yaml", recipe.toString());
    Program.Result r = w.program().zugabe("build");
    assertThat(r.exit()).as(r.all()).isZero();
    assertThat(
            w.program()
                .run(
                    "unzip",
                    "-q",
                    "out/tern-1-windows-x64.zip",
                    "-d",
                    wine.folder() + "/prefix/drive_c")
                .exit())
        .isZero();
    record = wine.folder().resolve("record");
  }

  @AfterClass(alwaysRun = true)
  public void close() throws Exception {
    wine.close();
    w.close();
  }

  @BeforeMethod
  public void forget() throws Exception {
    Files.deleteIfExists(record);
  }

  private Program.Result wine(Path script, String... arguments) throws Exception {
    List<String> command = new ArrayList<>(wine.script(script));
    command.addAll(List.of(arguments));
    return wine.program(w.folder())
        .with("JAVA_HOME", Wine.named(wine.runtime()))
        .with("RECORD", Wine.named(record))
        .with("INSTALLED", Wine.named(wine.folder().resolve("prefix/drive_c/tern-1-windows-x64")))
        .run(command.toArray(String[]::new));
  }

  /** The last ones of each start. */
  private List<String> arrived() throws Exception {
    List<String> all = new ArrayList<>();
    for (List<String> start : Wine.starts(record)) {
      int end = start.lastIndexOf("folder");
      all.addAll(start.subList(Math.max(0, end - PER_PROGRAM), end));
    }
    return all;
  }

  private void nothingElseRan() {
    assertThat(wine.folder().resolve("prefix/drive_c/pwned")).doesNotExist();
  }

  private void startAll(String name) throws Exception {
    StringBuilder driver = new StringBuilder("@echo off\r\nset \"BIN=%INSTALLED%\\bin\"\r\n");
    for (int i = 0; i < WORDS / PER_PROGRAM; i++) {
      driver.append(
          "call \""
              + Wine.named(wine.folder().resolve("prefix/drive_c/tern-1-windows-x64"))
              + "\\"
              + name.formatted(i)
              + "\"\r\n");
    }
    Program.Result r = wine(Files.writeString(wine.folder().resolve("all.cmd"), driver));
    assertThat(r.exit()).as(r.all()).isZero();
    nothingElseRan();
  }

  @Test
  public void javaAndNativeProgramsGetEverything() throws Exception {
    startAll("bin\\java%d.cmd");
    assertThat(arrived()).isEqualTo(words);
    forget();
    startAll("bin\\exe%d.cmd");
    assertThat(arrived()).isEqualTo(words);
  }

  @Test
  public void batchFilesServicesAndFirstStepsGetWhatHasNoQuotationMark() throws Exception {
    startAll("bin\\batch%d.cmd");
    assertThat(arrived()).isEqualTo(HostileWords.passing(words));
    forget();
    startAll("share\\services\\tern-service%d.cmd");
    assertThat(arrived()).isEqualTo(HostileWords.passing(words));
    forget();
    // as install.cmd calls them
    startAll("install\\first-run-first%d.cmd");
    assertThat(arrived()).isEqualTo(HostileWords.passing(words));
    nothingElseRan();
  }

  @Test
  public void settingsWithQuotationMarksAreRefused() throws Exception {
    Path settings = wine.folder().resolve("prefix/drive_c/tern-1-windows-x64/etc/exe0.settings");
    List<String> tried =
        HostileWords.passing(words).subList(0, 100).stream()
            .map(String::strip)
            .filter(s -> !s.isEmpty())
            .toList();
    for (int from = 0; from < tried.size(); from += 25) {
      List<String> some = tried.subList(from, Math.min(tried.size(), from + 25));
      forget();
      Files.writeString(settings, "argument = " + String.join("\r\nargument = ", some) + "\r\n");
      Program.Result r =
          wine(wine.folder().resolve("prefix/drive_c/tern-1-windows-x64/bin/exe0.cmd"));
      assertThat(r.exit()).as(r.all()).isZero();
      List<String> start = Wine.starts(record).get(0);
      assertThat(start.subList(PER_PROGRAM, start.lastIndexOf("folder"))).isEqualTo(some);
    }
    for (String line :
        List.of(
            "argument = x\" & echo x>C:\\pwned & rem \"",
            "\" & echo x>C:\\pwned & rem \" = y",
            "a = \"")) {
      forget();
      Files.writeString(settings, line + "\r\n");
      Program.Result r =
          wine(wine.folder().resolve("prefix/drive_c/tern-1-windows-x64/bin/exe0.cmd"));
      assertThat(r.exit()).as(r.all()).isEqualTo(1);
      assertThat(r.err()).contains("a setting can't have quotation marks");
      assertThat(record).doesNotExist();
      nothingElseRan();
    }
  }

  /**
   * Every string through shells, units, menu entries and property lists, each read back by what
   * reads it.
   */
  @Test
  public void shellsUnitsAndPropertyListsGetEverything() throws Exception {
    List<String> all = new ArrayList<>(words);
    Collections.addAll(all, "line\nExecStartPre=/bin/evil", "cr\rx", "tab\there", "[Install]\n");
    try (Workspace unix = Workspace.create()) {
      Files.createDirectories(unix.path("bird"));
      Files.copy(w.path("bird/print"), unix.path("bird/print"));
      unix.write(
          "zugabe.yaml",
          "app: {id: example.tern, name: \"Tern @PREFIX@ %n $HOME \\\\ ;\", version: \"1\", summary: \"@LOGS@ \\t % \\\\n\"}\n"
              + "materials:\n  bird: {own: bird}\nprograms:\n"
              + "  show: {materials: bird, file: print, arguments: "
              + yaml(all)
              + "}\n"
              + "  watch: {materials: bird, file: print, surface: window, service: {arguments: "
              + yaml(all)
              + "}}\n"
              + "  mac: {materials: bird, file: print, service: {arguments: "
              + yaml(words)
              + "}}\n"
              + "deliverables:\n  set: {kind: archive, programs: [show, watch], platforms: linux-x64, formats: tar.gz}\n"
              + "  apple: {kind: archive, programs: [mac], platforms: macos-arm64, formats: tar.gz}\n");
      Program.Result built = unix.program().zugabe("build");
      assertThat(built.exit()).as(built.all()).isZero();
      for (String name : List.of("linux-x64", "macos-arm64")) {
        assertThat(unix.program().run("tar", "-xf", "out/tern-1-" + name + ".tar.gz").exit())
            .isZero();
      }
      String prefix = unix.path("prefix").toString();
      for (String shell : List.of("dash", "bash", "busybox")) {
        Program.Result r =
            shell.equals("busybox")
                ? unix.program()
                    .run(shell, "sh", unix.path("tern-1-linux-x64/bin/show").toString(), "last")
                : unix.program()
                    .run(shell, unix.path("tern-1-linux-x64/bin/show").toString(), "last");
        List<String> expected = new ArrayList<>(all);
        expected.add("last");
        assertThat(List.of(r.out().split("\0", -1)).subList(0, expected.size()))
            .isEqualTo(expected);
      }
      assertThat(
              unix.program()
                  .with("HOME", unix.path("home").toString())
                  .run(
                      "dash",
                      "tern-1-linux-x64/install.sh",
                      "--user",
                      "--prefix",
                      prefix,
                      "--no-start")
                  .exit())
          .isZero();
      Path units = unix.path("home/.config/systemd/user/tern-watch.service");
      // what the manager itself makes of the line, expanded; it prints strings as JSON does
      assertThat(Files.readAllLines(units).stream().filter(l -> l.startsWith("Exec"))).hasSize(1);
      assertThat(HostileWords.ofUnit(Files.readString(units)))
          .isEqualTo(withFirst(prefix + "/bin/watch", all));
      Program.Result verified =
          unix.program()
              .with("XDG_RUNTIME_DIR", unix.path("home").toString())
              .run(
                  "systemd-analyze", "--user", "verify", "--recursive-errors=no", units.toString());
      assertThat(verified.err()).doesNotContain("Ignoring", "Unbalanced", "Failed to");
      String entry = unix.path("home/.local/share/applications/example.tern.desktop").toString();
      assertThat(unix.program().run("desktop-file-validate", entry).all()).isEmpty();
      assertThat(
              unix.program()
                  .run(
                      "python3",
                      "-c",
                      "import configparser,sys;c=configparser.RawConfigParser();c.optionxform=str;c.read(sys.argv[1]);"
                          + "print(c['Desktop Entry']['Name']);print(c['Desktop Entry']['Comment'])",
                      entry)
                  .out())
          .isEqualTo("Tern @PREFIX@ %n $HOME \\\\ ;\n@LOGS@ \\t % \\\\n\n");
      // on macOS the installation fills the list as it does here for units
      String filled =
          Files.readString(unix.path("tern-1-macos-arm64/install/tern-mac.plist"))
              .replace("@PREFIX@", prefix)
              .replace("@LOGS@", "/logs")
              .replace("@-", "@");
      unix.write("mac.plist", filled);
      Program.Result list =
          unix.program()
              .run(
                  "python3",
                  "-c",
                  "import plistlib,json;print(json.dumps(plistlib.load(open('mac.plist','rb'))['ProgramArguments']))");
      assertThat(json.readValue(list.out(), Object.class))
          .isEqualTo(withFirst(prefix + "/bin/mac", words));
    }
  }

  private static List<String> withFirst(String first, List<String> others) {
    List<String> all = new ArrayList<>(List.of(first));
    all.addAll(others);
    return all;
  }

  @Test
  public void whatCantBePassedIsRefused() throws Exception {
    try (Workspace bad = Workspace.create()) {
      Files.createDirectories(bad.path("bird"));
      Files.copy(w.path("bird/bird.exe"), bad.path("bird/bird.exe"));
      Files.copy(w.path("bird/batch.cmd"), bad.path("bird/batch.cmd"));
      String recipe =
          """
          app: {id: example.tern, name: Tern, version: "1"}
          materials:
            bird: {own: bird}
          programs:
            tern: {materials: bird, file: %s, %s}
          deliverables:
            set: {kind: archive, programs: [tern], platforms: %s, formats: zip}
          """;
      String[][] cases = {
        {"bird.exe", "arguments: [\"a\\nb\"]", "windows-x64", "can't hold a line end"},
        {"bird.exe", "arguments: [\"{env.EVIL}\"]", "windows-x64", "can't hold a line end"},
        {
          "bird.exe", "arguments: [\"a\\u001ab\"]", "windows-x64", "can't hold the character U+001A"
        },
        {"batch.cmd", "arguments: ['a\"b']", "windows-x64", "a quotation mark can't be passed"},
        {
          "bird.exe",
          "first-run: {arguments: ['\"']}",
          "windows-x64",
          "a quotation mark can't be passed"
        },
        {
          "bird.exe",
          "service: {arguments: ['\" & calc & \"']}",
          "windows-x64",
          "a quotation mark can't be passed"
        },
        {
          "bird.exe",
          "service: {arguments: [\"a\\u0001\"]}",
          "macos-x64",
          "a property list can't hold the character U+0001"
        },
        {
          "bird.exe",
          "arguments: [\"a\\0b\"]",
          "linux-x64",
          "no program can be given the character U+0000"
        },
      };
      for (String[] c : cases) {
        bad.write("zugabe.yaml", recipe.formatted(c[0], c[1], c[2]));
        Program.Result r = bad.program().with("EVIL", "x\ny").zugabe("check");
        assertThat(r.err().replaceAll("\\s+", " ")).as(c[1]).contains("error Z3021", c[3]);
      }
    }
  }
}
