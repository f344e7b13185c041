package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Install trees: programs of several kinds, links, carried runtimes, other deliverables. */
public final class TreeTest {
  private static final String RECIPE =
      """
      app: {name: Tern, version: 1.0}
      materials:
        app: {own: classes, libraries: "lib/*.jar"}
        bell: {own: bell, own-for: {linux-x64: bell-linux, windows-x64: bell-windows}}
      programs:
        tern: {materials: app, main: example.tern.Main}
        loud: {materials: app, main: example.tern.Loud, options: [-Dloud=1], arguments: [x]}
        bell: {materials: bell, file: ring}
        song: {materials: bell, file: song.txt, interpreter: tools/say}
      deliverables:
        set:
          kind: archive
          programs: [tern, loud, bell, song]
          platforms: [linux-x64, windows-x64]
          formats: [zip, tar.gz, tar.xz, tar.zst]
      """;

  private static Workspace workspace() throws Exception {
    Workspace w = Workspace.withProgram();
    w.compile(
        "classes",
        "example.tern.Loud",
        "public static void main(String[] a) { System.out.println(System.getProperty(\"loud\") + String.join(\",\", a)); }");
    w.write("bell/tools/say", "#!/bin/sh\ncat \"$@\"\n");
    w.write("bell/song.txt", "ding\n").write("bell/deep/one", "1");
    Files.createSymbolicLink(w.path("bell/link.txt"), Path.of("song.txt"));
    Files.createSymbolicLink(w.path("bell/folder"), Path.of("deep"));
    w.write("bell-windows/ring.exe", "MZ").write("zugabe.yaml", RECIPE);
    // a native program with a library of its own, found beside it
    w.write("c/tone.c", "const char *tone(void) { return \"dong\"; }\n");
    w.write(
        "c/ring.c",
        "#include <stdio.h>\nconst char *tone(void);\nint main(int n, char **a) { return printf(\"%s %d\\n\", tone(), n) < 0; }\n");
    Files.createDirectories(w.path("bell-linux"));
    ok(w.program().run("cc", "-shared", "-fPIC", "-o", "bell-linux/libtone.so.1", "c/tone.c"));
    Files.createSymbolicLink(w.path("bell-linux/libtone.so"), Path.of("libtone.so.1"));
    ok(
        w.program()
            .run(
                "cc",
                "-o",
                "bell-linux/ring",
                "c/ring.c",
                "-Lbell-linux",
                "-ltone",
                "-Wl,-rpath,$ORIGIN"));
    return w;
  }

  private static Program.Result ok(Program.Result r) {
    assertThat(r.exit()).as(r.all()).isZero();
    return r;
  }

  @Test
  public void everyFormatHoldsProgramsLinksAndModes() throws Exception {
    try (Workspace w = workspace()) {
      // users of Windows may not make links, so a folder behind one has to be a folder there
      Files.delete(w.path("bell/folder"));
      ok(w.program().zugabe("build"));
      for (List<String> reader :
          List.of(
              List.of("unzip", "-q", "out/tern-1.0-linux-x64.zip", "-d"),
              List.of("bsdtar", "-xf", "out/tern-1.0-linux-x64.zip", "-C"),
              List.of("7zz", "x", "-y", "out/tern-1.0-linux-x64.zip", "-o"),
              List.of("tar", "-xf", "out/tern-1.0-linux-x64.tar.gz", "-C"),
              List.of("tar", "-xf", "out/tern-1.0-linux-x64.tar.zst", "-C"),
              List.of("bsdtar", "-xf", "out/tern-1.0-linux-x64.tar.xz", "-C"))) {
        Path to = w.path("x " + reader.get(0) + reader.get(2).replace('/', ' '));
        Files.createDirectories(to);
        String[] command = reader.toArray(String[]::new);
        if (command[0].equals("7zz")) {
          command[command.length - 1] += to;
        } else {
          command =
              java.util.stream.Stream.concat(
                      reader.stream(), java.util.stream.Stream.of(to.toString()))
                  .toArray(String[]::new);
        }
        ok(w.program().with("LC_ALL", "C.UTF-8").run(command));
        Path top = to.resolve("tern-1.0-linux-x64");
        assertThat(run(w, top, "tern", "a")).isEqualTo("good tide1\n");
        assertThat(run(w, top, "loud", "y")).isEqualTo("1x,y\n");
        assertThat(run(w, top, "bell", "a", "b")).isEqualTo("dong 3\n");
        assertThat(run(w, top, "song")).isEqualTo("ding\n");
        assertThat(Files.readSymbolicLink(top.resolve("lib/bell/link.txt")).toString())
            .isEqualTo("song.txt");
        assertThat(top.resolve("bin/tern.cmd")).doesNotExist();
        assertThat(top.resolve("lib/bell/ring.exe")).doesNotExist();
      }
      Program.Result windows =
          ok(w.program().run("tar", "-tvf", "out/tern-1.0-windows-x64.tar.gz"));
      assertThat(windows.out())
          .contains("bin/bell.cmd", "lib/bell/ring.exe", "lib/bell/link.txt")
          .doesNotContain("->", "bin/bell\n", "libtone", ".sh");
    }
  }

  private static String run(Workspace w, Path top, String program, String... arguments)
      throws Exception {
    String[] command = new String[arguments.length + 1];
    command[0] = top.resolve("bin/" + program).toString();
    System.arraycopy(arguments, 0, command, 1, arguments.length);
    return ok(w.program().run(command)).out();
  }

  @Test
  public void programsOfOneGroupShareItsClasses() throws Exception {
    try (Workspace w = workspace()) {
      w.replace("zugabe.yaml", "programs: [tern, loud, bell, song]", "programs: [tern, loud]");
      String tree = ok(w.program().zugabe("check", "--tree")).out();
      assertThat(tree)
          .contains("app-classes.jar", "Tree of set for windows-x64:", "loud.jar")
          .containsPattern("tern +-rwxr-xr-x +- +the build")
          .containsPattern("greeting.jar +-rw-r--r-- +\\d+ B +lib/greeting.jar");
      assertThat(ok(w.program().zugabe("check", "--json")).out())
          .contains("\"platform\" : \"linux-x64\"", "\"mode\" : \"-rwxr-xr-x\"");
    }
  }

  @Test
  public void anotherDeliverableIsHeldAsItIs() throws Exception {
    try (Workspace w = workspace()) {
      w.write(
          "zugabe.yaml",
          RECIPE
                  .replace("platforms: [linux-x64, windows-x64]", "holds: {tool: share/java}")
                  .replace("programs: [tern, loud, bell, song]", "programs: loud")
              + "  tool: {kind: jar, program: tern, file: tool.jar}\n");
      ok(w.program().zugabe("build", "set"));
      ok(w.program().run("tar", "-xf", "out/tern-1.0.tar.gz"));
      ok(w.program().run("cmp", "out/tool.jar", "tern-1.0/share/java/tool.jar"));
      assertThat(Files.readString(w.path("out/SHA256SUMS"))).contains("tool.jar", "tern-1.0.zip");
      try (var left = Files.list(w.path("out"))) {
        assertThat(left.map(p -> p.getFileName().toString())).noneMatch(n -> n.endsWith(".part"));
      }
    }
  }

  /** The runtime that runs this test, as somebody would carry it: without links to elsewhere. */
  @Test
  public void aCarriedRuntimeRunsTheProgramWhereNoOtherIs() throws Exception {
    try (Workspace w = workspace()) {
      Path home = Path.of(System.getProperty("java.home"));
      Path runtime = Files.createDirectories(w.path("runtime"));
      ok(
          w.program()
              .run(
                  "python3",
                  "-c",
                  "import shutil,sys\nfor p in 'bin lib conf'.split(): shutil.copytree(sys.argv[1]+'/'+p,'runtime/'+p,ignore_dangling_symlinks=True)\nshutil.copy(sys.argv[1]+'/release','runtime')",
                  home.toString()));
      for (String heavy : List.of("lib/src.zip", "lib/ct.sym", "lib/server/classes.jsa")) {
        Files.deleteIfExists(runtime.resolve(heavy));
      }
      Files.createSymbolicLink(runtime.resolve("lib/inside"), Path.of("../release"));
      w.write(
          "zugabe.yaml",
          RECIPE
              .replace(
                  "platforms: [linux-x64, windows-x64]",
                  "platforms: linux-x64\n    runtimes: {linux-x64: runtime}")
              .replace("[zip, tar.gz, tar.xz, tar.zst]", "tar.zst"));
      assertThat(ok(w.program().zugabe("check", "--tree")).out())
          .containsPattern("runtime/ +drwxr-xr-x")
          .containsPattern("\\d+ files");
      ok(w.program().zugabe("build"));
      ok(w.program().run("tar", "-xf", "out/tern-1.0-linux-x64.tar.zst"));
      Path top = w.path("tern-1.0-linux-x64");
      Program bare = w.program().with("PATH", "/usr/bin:/bin").with("JAVA_HOME", "/nowhere");
      assertThat(ok(bare.run(top.resolve("bin/tern").toString())).out()).isEqualTo("good tide0\n");
      assertThat(Files.readSymbolicLink(top.resolve("runtime/lib/inside")).toString())
          .isEqualTo("../release");
    }
  }

  @DataProvider
  public Object[][] faults() {
    return new Object[][] {
      {"interpreter: tools/say", "interpreter: tools/sing", "There is no interpreter tools/sing"},
      {"file: ring", "file: rng", "error Z3013  zugabe.yaml:"},
      {
        "platforms: [linux-x64, windows-x64]", "", "error Z3016",
      },
      {
        "windows-x64: bell-windows",
        "macos-x64: bell-windows",
        "There is no file ring for windows-x64"
      },
      {
        "platforms: [linux-x64, windows-x64]",
        "platforms: linux-x64\n    runtimes: {linux-x64: bell}",
        "error Z3014"
      },
      {
        "platforms: [linux-x64, windows-x64]",
        "platforms: linux-x64\n    runtimes: {linux-x64: old}",
        "The runtime is Java 8, and the program \"tern\" runs on Java 17+"
      },
      {
        "platforms: [linux-x64, windows-x64]",
        "platforms: linux-x64\n    runtimes: {linux-x64: other}",
        "error Z3015"
      },
      {
        "platforms: [linux-x64, windows-x64]",
        "platforms: linux-x64\n    runtimes: {linux-x64: other}",
        "The runtime is for macos-arm64, but would be carried for linux-x64"
      },
      {
        "platforms: [linux-x64, windows-x64]",
        "platforms: linux-x64\n    runtimes: {macos-x64: other}",
        "error Z1008"
      },
      {
        "platforms: [linux-x64, windows-x64]",
        "platforms: linux-x64\n    runtimes: {linux-x64: old}",
        "Carry a runtime as its maker publishes it"
      },
      {"own: bell,", "own: [bell, away],", "error Z4012"},
      {"own: bell,", "own: [bell, dangling],", "warning Z4013"},
      {"own: bell,", "own: [bell, bad],", "Windows can't hold a file named \"aux.txt\""},
      {"own: bell,", "own: [bell, cases],", "are one name on Windows"},
      {"own: bell,", "own: [bell, twin],", "error Z4006"},
      {"own: bell,", "own: [bell],", "error Z4014"},
      {"formats:", "holds: {set: x}\n    formats:", "error Z1017"},
      {
        "materials: app, main: example.tern.Main",
        "materials: bell, file: ring, main: a.B",
        "error Z1008"
      },
    };
  }

  @Test(dataProvider = "faults")
  public void faultsAreFindings(String old, String with, String finding) throws Exception {
    try (Workspace w = workspace()) {
      for (String runtime : List.of("old", "other")) {
        w.write(runtime + "/bin/java", "").write(runtime + "/lib/x", "");
      }
      w.write("old/release", "JAVA_VERSION=\"1.8.0_292\"\nOS_NAME=\"Linux\"\nOS_ARCH=\"amd64\"\n");
      w.write("other/release", "JAVA_VERSION=\"21\"\nOS_NAME=\"Darwin\"\nOS_ARCH=\"aarch64\"\n");
      Files.createSymbolicLink(w.path("old/lib/certificates"), Path.of("/etc/ssl/certs"));
      w.write("bad/aux.txt", "").write("cases/Song.txt", "").write("twin/song.txt", "dong\n");
      Files.createSymbolicLink(
          Files.createDirectories(w.path("away")).resolve("l"), Path.of("../../../x"));
      Files.createSymbolicLink(
          Files.createDirectories(w.path("dangling")).resolve("l"), Path.of("none"));
      w.replace("zugabe.yaml", old, with);
      Program.Result r = w.program().zugabe("check");
      assertThat(r.err().replaceAll("\\n +", " ")).as(r.out()).contains(finding);
      assertThat(w.path("out")).doesNotExist();
    }
  }

  @Test
  public void executableBitsAreOfTheMaterials() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.write("files/run", "#!/bin/sh\n").write("files/read", "");
      Files.setPosixFilePermissions(
          w.path("files/run"), PosixFilePermissions.fromString("rwx------"));
      w.write(
          "zugabe.yaml",
          "app: {name: Tern, version: 1}\nmaterials: {f: {own: files}}\ndeliverables: {f: {kind: archive, materials: f, formats: tar}}\n");
      ok(w.program().zugabe("build"));
      assertThat(w.program().run("tar", "-tvf", "out/tern-1.tar").out())
          .containsPattern("-rwxr-xr-x .* tern-1/run")
          .containsPattern("-rw-r--r-- .* tern-1/read");
    }
  }
}
