package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Start programs for Windows in archives, whose jars they start and whose runtime they find. */
public final class LauncherBesideTest {
  private static final String PROGRAM =
      "  tern: {materials: app, main: example.tern.Main, surface: console%s}\n";
  private static final String RECIPE =
      """
      app: {id: example.gannet.tern, name: Tern, version: 2.4.1, maker: Gannet Harbour Works, icon: icon.png}
      materials:
        app: {own: classes, libraries: lib/*.jar}
      programs:
      %s
      deliverables:
        exe: {kind: windows-launcher, program: tern, libraries: beside, file: tern.exe}
        set:
          kind: archive
          file: tern
          programs: [tern]
          platforms: [windows-x64, linux-x64]
          runtimes: {windows-x64: java}
          holds: {exe: .}
      """;

  private Wine wine;

  @BeforeClass
  public void system() throws Exception {
    wine = Wine.create();
  }

  @AfterClass(alwaysRun = true)
  public void end() throws Exception {
    if (wine != null) {
      wine.close();
    }
  }

  /** With a runtime that records. */
  private Workspace workspace(String program) throws Exception {
    Workspace w = Workspace.withProgram();
    Files.write(w.path("icon.png"), Launchers.png(256, 256));
    w.write("java/release", "JAVA_VERSION=\"17.0.9\"\nOS_NAME=\"Windows\"\nOS_ARCH=\"amd64\"\n");
    Files.createDirectories(w.path("java/bin"));
    Files.copy(wine.runtime().resolve("bin/java.exe"), w.path("java/bin/java.exe"));
    w.write("zugabe.yaml", RECIPE.formatted(PROGRAM.formatted(program)));
    return w;
  }

  private Program.Result start(Workspace w, String exe, String... arguments) throws Exception {
    Program program = wine.program(w.folder());
    Map.of(
            "RECORD",
            Wine.named(w.path("record")),
            "ZUGABE_LAUNCH_LOG",
            Wine.named(w.path("log.txt")),
            "ZUGABE_LAUNCH_LANGUAGE",
            "en",
            "JAVA_HOME",
            "")
        .forEach(program::with);
    List<String> line = new ArrayList<>(List.of("timeout", "60", "wine", exe));
    line.addAll(List.of(arguments));
    return program.run(line.toArray(String[]::new));
  }

  private static Program.Result built(Workspace w) throws Exception {
    Program.Result r = w.program().zugabe("build");
    assertThat(r.exit()).as(r.all()).isZero();
    Program.Result unpacked = w.program().run("unzip", "-q", "out/tern-windows-x64.zip");
    assertThat(unpacked.exit()).as(unpacked.all()).isZero();
    return r;
  }

  private static List<String> started(Workspace w) throws Exception {
    List<List<String>> starts = Wine.starts(w.path("record"));
    return starts.get(starts.size() - 1);
  }

  @DataProvider
  public Object[][] folders() {
    return new Object[][] {{"."}, {"bin"}};
  }

  /** Its runtime, its jars, its settings: those of the archive, wherever it was unpacked. */
  @Test(dataProvider = "folders")
  public void itStartsTheJarOfTheArchive(String folder) throws Exception {
    try (Workspace w = workspace(", options: [-Xss2m], arguments: [fixed]")) {
      w.replace("zugabe.yaml", "{exe: .}", "{exe: " + folder + "}");
      built(w);
      Path top = w.path("tern-windows-x64");
      Files.writeString(top.resolve("etc/tern.settings"), "option = -Dmine=1\n");
      Program.Result r = start(w, top.resolve(folder).resolve("tern.exe").toString(), "his");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(started(w).subList(0, 6))
          .containsExactly(
              "-Xss2m",
              "-Dmine=1",
              "-jar",
              Wine.named(top.resolve("lib/tern.jar")),
              "fixed",
              "his");
      assertThat(Files.readString(w.path("log.txt")))
          .contains("fits: " + Wine.named(top.resolve("runtime")));
      // the same jar runs on this machine's Java
      Program.Result java = w.program().run("java", "-jar", top + "/lib/tern.jar");
      assertThat(java.out()).as(java.all()).startsWith("good tide");
      // for Linux there is none
      assertThat(w.program().run("unzip", "-l", "out/tern-linux-x64.zip").out())
          .contains("lib/tern.jar")
          .doesNotContain("tern.exe");
    }
  }

  @Test
  public void itStartsAModule() throws Exception {
    String modules = ", modules: {main: example.tern, add: [java.sql]}";
    try (Workspace w = workspace(modules)) {
      w.write("module/module-info.java", "module example.tern {}");
      Program.Result compiled =
          w.program().run("javac", "--release", "17", "-d", "classes", "module/module-info.java");
      assertThat(compiled.exit()).as(compiled.all()).isZero();
      built(w);
      Path top = w.path("tern-windows-x64");
      assertThat(start(w, top + "/tern.exe", "his").exit()).isZero();
      List<String> start = started(w);
      assertThat(start.get(0)).isEqualTo("--add-modules=java.sql");
      assertThat(start.get(1)).isEqualTo("--module-path");
      List<String> path = List.of(start.get(2).split(";"));
      assertThat(path).contains(Wine.named(top.resolve("lib/tern.jar")));
      assertThat(start.subList(3, 6))
          .containsExactly("--module", "example.tern/example.tern.Main", "his");
      // what was passed is a module path that this machine's Java starts
      List<String> here = path.stream().map(p -> p.substring(2).replace('\\', '/')).toList();
      Program.Result java =
          w.program()
              .run(
                  "java",
                  "--module-path",
                  String.join(":", here),
                  "--describe-module",
                  "example.tern");
      assertThat(java.out()).as(java.all()).contains("example.tern file:");
    }
  }

  /** Native libraries lie where the archive has them, and need a runtime of as many bits. */
  @Test
  public void nativeLibrariesAreFound() throws Exception {
    try (Workspace w = workspace("")) {
      Files.createDirectories(w.path("native"));
      Files.copy(wine.runtime().resolve("bin/java.exe"), w.path("native/tide.dll"));
      w.replace(
          "zugabe.yaml",
          "libraries: lib/*.jar",
          "libraries: lib/*.jar, natives: {windows-x64: native/tide.dll}");
      built(w);
      Path top = w.path("tern-windows-x64");
      assertThat(top.resolve("lib/native/tide.dll")).isRegularFile();
      assertThat(start(w, top + "/tern.exe").exit()).isZero();
      assertThat(started(w).get(0))
          .startsWith("-Djava.library.path=" + Wine.named(top.resolve("lib/native")) + ";");
      Files.copy(
          Program.ROOT.resolve("kinds/src/main/resources/zugabe/kinds/launcher/console-x86.exe"),
          top.resolve("runtime/bin/java.exe"),
          StandardCopyOption.REPLACE_EXISTING);
      Program.Result narrow = start(w, top + "/tern.exe");
      assertThat(narrow.exit()).as(narrow.all()).isEqualTo(241);
      assertThat(Files.readString(w.path("log.txt"))).contains("not of 64 bits: Java 17");
    }
  }

  @Test
  public void aFileThatIsMissingIsNamed() throws Exception {
    try (Workspace w = workspace("")) {
      built(w);
      Program.Result r = start(w, w.path("out/tern.exe").toString());
      assertThat(r.exit()).isEqualTo(245);
      assertThat(r.err())
          .contains("Tern: A file of this program isn't there.", "\\out\\lib\\tern.jar");
      Program.Result inspected = w.program().zugabe("inspect", "out/tern.exe");
      assertThat(inspected.out().replaceAll(" +", " "))
          .contains("starts lib\\tern.jar, in its folder or the one above", "windows-launcher");
    }
  }

  /** Without a jar there is no comment that has to reach over the signature. */
  @Test
  public void itIsSignedInTheArchive() throws Exception {
    try (Workspace w = workspace("")) {
      w.replace("zugabe.yaml", "file: tern.exe", "sign: desk, file: tern.exe");
      Keys.make(w, "desk", "windows", "ec-p256");
      Keys.ok(w, "key", "export", "desk", "--certificate", "desk.pem");
      Keys.ok(w, "build");
      Program.Result unpacked = w.program().run("unzip", "-q", "out/tern-windows-x64.zip");
      assertThat(unpacked.exit()).as(unpacked.all()).isZero();
      Path exe = w.path("tern-windows-x64/tern.exe");
      Keys.ok(w, "verify", exe.toString(), "--trust", "desk.pem");
      assertThat(start(w, exe.toString(), "his").exit()).isZero();
      assertThat(started(w)).contains("his");
      byte[] bytes = Files.readAllBytes(exe);
      bytes[bytes.length / 2] ^= 1;
      Files.write(exe, bytes);
      assertThat(Keys.run(w, "verify", exe.toString(), "--trust", "desk.pem").err())
          .contains("Z0202");
    }
  }

  /**
   * Installed, the entry of a program with windows starts it, and not a script with its console.
   */
  @Test
  public void menuEntriesStartIt() throws Exception {
    try (Workspace w = workspace("")) {
      w.replace("zugabe.yaml", "surface: console", "surface: window");
      w.replace("zugabe.yaml", "file: tern.exe", "file: Arctic Tern.exe");
      built(w);
      List<String> line = new ArrayList<>(wine.script(w.path("tern-windows-x64/install.cmd")));
      Program.Result r = Wine.told(wine.program(w.folder()).run(line.toArray(String[]::new)));
      assertThat(r.exit()).as(r.all()).isZero();
      try (Stream<Path> files = Files.walk(wine.folder().resolve("prefix/drive_c/users"))) {
        Path entry = files.filter(f -> f.endsWith("Tern.url")).findFirst().orElseThrow();
        String url = Files.readString(entry).lines().toList().get(1);
        assertThat(url).startsWith("URL=file:///C:/").endsWith("/tern/Arctic Tern.exe");
        assertThat(
                wine.folder().resolve("prefix/drive_c" + url.substring("URL=file:///C:".length())))
            .isRegularFile();
      }
    }
  }

  @DataProvider
  public Object[][] wrong() {
    String none = "What it starts, lib/tern.jar, lies beside it in an archive, and none holds it.";
    return new Object[][] {
      {"holds: {exe: .}", "install: false", none},
      {"holds: {exe: .}", "holds: {exe: a/b}", "is neither in its folder nor in the one above."},
      {"programs: [tern]\n", "materials: app\n", "starts, lib/tern.jar, is neither"},
    };
  }

  @Test(dataProvider = "wrong")
  public void whatWouldNotStartIsTold(String old, String now, String said) throws Exception {
    try (Workspace w = workspace("")) {
      w.replace("zugabe.yaml", old, now);
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).as(r.all()).isEqualTo(1);
      assertThat(r.err().replaceAll("\\s+", " ")).contains("error Z3027", said);
      assertThat(w.path("out")).doesNotExist();
    }
  }

  @DataProvider
  public Object[][] runtimes() {
    String has = ", and the archive has one in runtime.";
    return new Object[][] {
      {"", ".", ""},
      {
        "",
        "bin",
        "warning Z3030 zugabe.yaml:10:5 deliverables.set bin/tern.exe looks for a runtime in bin/runtime"
            + has
            + " To do: Begin seek: of exe with carried:../runtime, or hold it at . instead."
      },
      {", seek: ['carried:../runtime', path]", "bin", ""},
      {", seek: ['carried:..\\runtime']", "bin", ""},
      {
        ", seek: [carried:jre, registry]",
        ".",
        "tern.exe looks for a runtime in jre"
            + has
            + " To do: Begin seek: of exe with carried:runtime."
      },
      {", seek: [registry, path]", ".", "tern.exe looks for no carried runtime" + has},
      {", libraries: beside", "bin", ""},
      {
        ", libraries: beside, seek: [carried:jre, path]",
        "bin",
        "bin/tern.exe looks for a runtime in jre"
            + has
            + " To do: Begin seek: of exe with carried:runtime."
      },
    };
  }

  /** Places are counted from its own folder, or from where it finds what it starts. */
  @Test(dataProvider = "runtimes")
  public void aCarriedRuntimeIsLookedForWhereItIs(String more, String folder, String told)
      throws Exception {
    try (Workspace w = workspace("")) {
      w.replace("zugabe.yaml", ", libraries: beside", more);
      w.replace("zugabe.yaml", "holds: {exe: .}", "holds: {exe: " + folder + "}");
      String err = w.program().zugabe("check").err().replaceAll("\\s+", " ");
      assertThat(err).contains(told);
      assertThat(err.contains("Z3030")).as(err).isEqualTo(!told.isEmpty());
    }
  }

  /** Whoever has no other place to look at finds nothing where none is carried. */
  @Test
  public void whatLooksForCarriedRuntimesOnlyNeedsOne() throws Exception {
    try (Workspace w = workspace("")) {
      w.replace("zugabe.yaml", "libraries: beside", "seek: [carried:runtime]");
      assertThat(w.program().zugabe("check").err()).doesNotContain("Z3030");
      w.replace("zugabe.yaml", "    runtimes: {windows-x64: java}\n", "");
      assertThat(w.program().zugabe("check").err().replaceAll("\\s+", " "))
          .contains(
              "tern.exe looks for a runtime in runtime, and the archive carries none. To do: Name one by runtimes:, or add registry and path to seek: of exe.");
      w.replace("zugabe.yaml", "    holds: {exe: .}\n", "");
      assertThat(w.program().zugabe("check").err().replaceAll("\\s+", " "))
          .contains("It looks for a runtime only in runtime beside it, and no archive holds both.");
    }
  }

  /** The archive's jars have them. */
  @Test(dataProvider = "attributes")
  public void attributesOfAnArchiveAreChecked(String attribute, String told) throws Exception {
    try (Workspace w = workspace("")) {
      w.replace("zugabe.yaml", "file: tern\n", "file: tern\n    attributes: {" + attribute + "}\n");
      Program.Result r = w.program().zugabe("check");
      assertThat(r.exit()).as(r.all()).isEqualTo(1);
      assertThat(r.err())
          .contains("error Z4001  zugabe.yaml:12:", "deliverables.set.attributes." + told);
    }
  }

  @DataProvider
  public Object[][] attributes() {
    return new Object[][] {
      {"../x: y", "../x"}, {"Main-Class: x", "Main-Class"}, {"Built: \"a\\nb\"", "Built"},
    };
  }

  /** A start program that carries nothing isn't taken for the program that it starts. */
  @Test
  public void whatTheArchiveLacksIsToldInWhicheverOrder() throws Exception {
    try (Workspace w = workspace("")) {
      w.replace("zugabe.yaml", ", libraries: lib/*.jar", "");
      String recipe = Files.readString(w.path("zugabe.yaml"));
      String exe = recipe.lines().filter(l -> l.startsWith("  exe: ")).findFirst().orElseThrow();
      for (String other : List.of(recipe, recipe.replace(exe + "\n", "") + exe + "\n")) {
        w.write("zugabe.yaml", other);
        Program.Result r = w.program().zugabe("check");
        assertThat(r.exit()).as(r.all()).isEqualTo(1);
        assertThat(r.err()).contains("Class example.lib.Greeting is missing");
      }
      w.write("zugabe.yaml", recipe.replace("own: classes", "own: classes, libraries: lib/*.jar"));
      assertThat(w.program().zugabe("check").err()).contains("note Z4033");
    }
  }

  @Test
  public void whatIsForAnotherPlatformStaysOut() throws Exception {
    try (Workspace w = workspace("")) {
      w.replace("zugabe.yaml", ", libraries: beside", "");
      w.replace(
          "zugabe.yaml",
          "platforms: [windows-x64, linux-x64]\n    runtimes: {windows-x64: java}",
          "platforms: [linux-x64]");
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.err().replaceAll("\\s+", " "))
          .contains("note Z1022", "holds: exe has no effect here, because it is for windows-x64.");
      assertThat(w.program().run("unzip", "-l", "out/tern-linux-x64.zip").out())
          .doesNotContain("tern.exe");
    }
  }

  /** The jar is the archive's; what is said of one here does nothing. */
  @Test
  public void keysOfAJarDoNothing() throws Exception {
    try (Workspace w = workspace("")) {
      w.replace(
          "zugabe.yaml", "file: tern.exe", "packing: stored, attributes: {A: b}, file: tern.exe");
      Program.Result r = w.program().zugabe("check");
      assertThat(r.err().replaceAll("\\s+", " "))
          .contains("packing: has no effect here, because the jar is the archive's.")
          .contains("attributes: has no effect here, because the jar is the archive's.");
    }
  }
}
