package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Start scripts for POSIX shells, judged at the process boundary: a recorder stands where Java
 * would, and writes what it was started with.
 */
public final class ScriptTest {
  private static final String RECORDER =
      """
      #!/usr/bin/env python3
      import os,sys
      with open(os.environ['RECORD'],'ab') as f:
        f.write(b'\\0'.join([b'start']+[os.fsencode(a) for a in sys.argv[1:]]+[b'end'])+b'\\0')
        if 'RECORD_INPUT' in os.environ: f.write(sys.stdin.buffer.read())
      if 'RECORD_SLEEP' in os.environ:
        import time
        print('sleeping',flush=True)
        time.sleep(30)
      sys.exit(int(os.environ.get('RECORD_EXIT','0')))
      """;

  private Workspace workspace;
  private Path script;
  private Path record;

  @DataProvider
  public Object[][] shells() {
    return new Object[][] {{"dash"}, {"bash"}, {"busybox sh"}, {""}};
  }

  @BeforeMethod
  public void build() throws Exception {
    workspace = Workspace.withProgram();
    workspace.write(
        "zugabe.yaml",
        Workspace.RECIPE.replace(
                "kind: jar", "kind: jar, libraries: beside, one-file: false, file: tern out")
            + "programs:\n  tern:\n    options: ['-Dquoted=it''s \"here\" $HOME `x` \\\\', -Xmx64m]\n    arguments: [first, 'a b']\n");
    Program.Result r = workspace.program().zugabe("build");
    assertThat(r.exit()).as(r.all()).isZero();
    script = workspace.path("out/tern out/tern");
    record = workspace.path("record");
    runtime("out/tern out/runtime", "17.0.9");
  }

  @AfterMethod(alwaysRun = true)
  public void remove() throws Exception {
    workspace.close();
  }

  /** A runtime that only records. */
  private Path runtime(String path, String version) throws Exception {
    Path java = Files.createDirectories(workspace.path(path).resolve("bin")).resolve("java");
    Files.writeString(java, RECORDER);
    Files.setPosixFilePermissions(java, PosixFilePermissions.fromString("rwxr-xr-x"));
    Files.writeString(
        workspace.path(path).resolve("release"),
        "IMPLEMENTOR=\"X\"\nJAVA_VERSION=\"" + version + "\"\n");
    return workspace.path(path);
  }

  private Program program() {
    return workspace
        .program()
        .with("RECORD", record.toString())
        .with("HOME", workspace.path("home").toString())
        .with("JAVA_HOME", "")
        .with("XDG_CONFIG_HOME", "");
  }

  private static List<String> command(String shell, Path script, List<String> arguments) {
    List<String> command = new ArrayList<>();
    if (!shell.isEmpty()) {
      command.addAll(Arrays.asList(shell.split(" ", -1)));
    }
    command.add(script.toString());
    command.addAll(arguments);
    return command;
  }

  private List<String> recorded() throws Exception {
    String text = Files.readString(record, StandardCharsets.UTF_8);
    List<String> parts = new ArrayList<>(List.of(text.split("\0", -1)));
    return parts.subList(1, parts.indexOf("end"));
  }

  private List<String> run(String shell, Path from, List<String> arguments) throws Exception {
    Files.deleteIfExists(record);
    Program.Result r = program().run(command(shell, from, arguments).toArray(String[]::new));
    assertThat(r.exit()).as(r.all()).isZero();
    assertThat(r.err()).isEmpty();
    return recorded();
  }

  /** Strings that shells like to change. */
  private static List<String> arguments() {
    List<String> all =
        new ArrayList<>(
            List.of(
                "",
                " ",
                "*",
                "a b",
                "'",
                "\"",
                "$HOME",
                "`id`",
                "$(id)",
                "\\",
                "\\n",
                "a\nb",
                "\n",
                "~",
                "!x",
                "a;b",
                "a&b",
                "a|b",
                "<a>",
                "#",
                "-n",
                "--",
                "{a,b}",
                "[a-z]",
                "ü 水",
                "\t",
                "a=b",
                "%PATH%",
                "^",
                "?",
                "'\"'",
                "a'b\"c d"));
    String alphabet = "ab *?'\"$`\\\n\t;&|<>(){}[]#~!%^=ü水-";
    Random random = new Random(7);
    while (all.size() < 200) {
      StringBuilder text = new StringBuilder();
      for (int i = random.nextInt(12); i >= 0; i--) {
        text.append(alphabet.charAt(random.nextInt(alphabet.length())));
      }
      all.add(text.toString());
    }
    return all;
  }

  @Test(dataProvider = "shells")
  public void allArgumentsArriveUntouched(String shell) throws Exception {
    List<String> arguments = arguments();
    List<String> expected =
        new ArrayList<>(
            List.of(
                "-Dquoted=it's \"here\" $HOME `x` \\\\",
                "-Xmx64m",
                "-jar",
                workspace.path("out/tern out/tern.jar").toString(),
                "first",
                "a b"));
    expected.addAll(arguments);
    assertThat(run(shell, script, arguments)).isEqualTo(expected);
  }

  @Test(dataProvider = "shells")
  public void theScriptFindsItsPlaceThroughLinks(String shell) throws Exception {
    Path links = Files.createDirectories(workspace.path("other place/bin"));
    Files.createSymbolicLink(links.resolve("one"), Path.of("../two ü"));
    Files.createSymbolicLink(workspace.path("other place/two ü"), script);
    assertThat(run(shell, links.resolve("one"), List.of()))
        .contains(workspace.path("out/tern out/tern.jar").toString());
  }

  @Test(dataProvider = "shells")
  public void settingsAreReadAndNeverExpanded(String shell) throws Exception {
    Path chosen = runtime("chosen one", "21");
    workspace.write(
        "home/.config/tern/tern.settings",
        "# mine\r\n\r\n  option=-Da=$HOME 'x' \"y\" `id` \\ *  \n\toption = -Db==c\r\n argument = from settings\njava = "
            + chosen
            + "\ncolour = red");
    Files.deleteIfExists(record);
    Program.Result r =
        program().run(command(shell, script, List.of("last")).toArray(String[]::new));
    assertThat(r.exit()).as(r.all()).isZero();
    assertThat(recorded())
        .containsSequence("-Xmx64m", "-Da=$HOME 'x' \"y\" `id` \\ *", "-Db==c", "-jar")
        .endsWith("first", "a b", "from settings", "last");
    assertThat(r.err()).contains("line 7: there is no setting \"colour\"");
  }

  @Test(dataProvider = "shells")
  public void aWrongLineInTheSettingsIsSaid(String shell) throws Exception {
    workspace.write("home/.config/tern/tern.settings", "# mine\noption\n");
    Program.Result r = program().run(command(shell, script, List.of()).toArray(String[]::new));
    assertThat(r.exit()).isEqualTo(1);
    assertThat(r.err())
        .contains("tern.settings: line 2: \"key = value\" is wanted, not \"option\"");
    assertThat(record).doesNotExist();
  }

  @Test
  public void theShippedSettingsAreAllComments() throws Exception {
    assertThat(workspace.path("out/tern out/tern.settings"))
        .content()
        .contains("#option = -Xmx1g", "~/.config/tern/tern.settings")
        .doesNotContainPattern("(?m)^[^#\\n]");
    Files.writeString(workspace.path("out/tern out/tern.settings"), "option = -Dbeside=1\n");
    assertThat(run("dash", script, List.of())).contains("-Dbeside=1");
  }

  @Test
  public void runtimesAreTriedInTheStatedOrderAndTheirVersionsChecked() throws Exception {
    Program.Result old =
        program().run("rm", "-r", workspace.path("out/tern out/runtime").toString());
    assertThat(old.exit()).isZero();
    Path eleven = runtime("eleven", "11.0.2");
    Path eight = runtime("eight", "1.8.0_392");
    Program.Result none =
        program()
            .with("JAVA_HOME", eleven.toString())
            .with("PATH", eight.resolve("bin") + ":/usr/bin:/bin")
            .run("dash", script.toString());
    assertThat(none.exit()).isEqualTo(1);
    assertThat(none.err())
        .contains("tern: Java 17 or later is needed, and none was found")
        .contains("Java 11 in " + eleven, "Java 8 in " + eight)
        .contains("set JAVA_HOME");
    runtime("out/tern out/runtime", "16");
    Path good = runtime("good", "17");
    Program.Result found =
        program().with("JAVA_HOME", good.toString()).run("dash", script.toString());
    assertThat(found.exit()).as(found.all()).isZero();
  }

  @Test(dataProvider = "shells")
  public void exitCodeInputAndSignalsAreTheProgramsOwn(String shell) throws Exception {
    Program.Result r =
        program()
            .with("RECORD_EXIT", "42")
            .run(command(shell, script, List.of()).toArray(String[]::new));
    assertThat(r.exit()).isEqualTo(42);
    Path input = workspace.path("input");
    Files.writeString(input, "typed\n");
    Process fed =
        program()
            .with("RECORD_INPUT", "1")
            .builder(command(shell, script, List.of()).toArray(String[]::new))
            .redirectInput(input.toFile())
            .start();
    assertThat(fed.waitFor(20, TimeUnit.SECONDS)).isTrue();
    assertThat(Files.readString(record)).endsWith("typed\n");
    Process asleep =
        program()
            .with("RECORD_SLEEP", "1")
            .builder(command(shell, script, List.of()).toArray(String[]::new))
            .redirectError(new File("/dev/null"))
            .start();
    assertThat(asleep.getInputStream().read()).isEqualTo('s');
    asleep.destroy();
    assertThat(asleep.waitFor(10, TimeUnit.SECONDS)).isTrue();
    assertThat(asleep.exitValue()).as("ended by SIGTERM itself").isEqualTo(143);
    assertThat(asleep.descendants()).isEmpty();
  }

  @Test
  public void theScriptIsClean() throws Exception {
    Program.Result r = program().run("shellcheck", "-s", "sh", script.toString());
    assertThat(r.exit()).as(r.all()).isZero();
    assertThat(script).content().doesNotContain(workspace.folder().toString());
  }

  @Test
  public void aProgramOnTheModulePathStarts() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      Path source = w.path("source/module-info.java");
      w.write("source/module-info.java", "module example.tern { requires greeting; }");
      Program.Result compiled =
          w.program()
              .run(
                  "javac",
                  "--release",
                  "17",
                  "-p",
                  "lib",
                  "--patch-module",
                  "example.tern=classes",
                  "-d",
                  "classes",
                  source.toString());
      assertThat(compiled.exit()).as(compiled.all()).isZero();
      w.write(
          "zugabe.yaml",
          Workspace.RECIPE.replace("kind: jar", "kind: jar, libraries: beside")
              + "programs:\n  tern: {main: example.tern.Main, modules: {main: example.tern, add: [java.sql]}, trial: {arguments: [x], expect: {text: good tide1}}}\n");
      Program.Result r = w.program().zugabe("build", "--rehearse");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.out()).contains("$ ./tern x", "✓ as expected");
      assertThat(r.err()).contains("The start scripts carry the module path");
    }
  }
}
