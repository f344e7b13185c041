package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.testng.annotations.Test;

/** Rehearsals of programs for Windows, which Wine starts with this machine's Java. */
public final class UnderWineTest {
  private static Program.Result rehearsed(Workspace w, int exit) throws Exception {
    Program.Result built = w.program().zugabe("build");
    assertThat(built.exit()).as(built.all()).isZero();
    Program.Result r = w.program().zugabe("rehearse");
    assertThat(r.exit()).as(r.all()).isEqualTo(exit);
    return r;
  }

  private static String spaced(Program.Result r) {
    return r.all().replaceAll("\\s+", " ");
  }

  /** Arguments, output and exit code go through; what Wine needs isn't the program's. */
  @Test
  public void itsStartProgramIsStarted() throws Exception {
    String trial =
        ", folder: program, trial: {arguments: ['a b', '*', 'ü\\\\'], expect: {exit: 3, text: 'a b|*|ü\\\\|'}}";
    try (Workspace w = Launchers.workspace(trial, "")) {
      w.compile(
          "classes",
          "example.tern.Main",
          """
          public static void main(String[] a) {
            for (String one : a) System.out.print(one + "|");
            System.out.println(new java.io.File("tern.exe").isFile());
            System.exit(3);
          }
          """);
      Program.Result r = rehearsed(w, 0);
      assertThat(r.out())
          .contains("exe: $ wine tern.exe 'a b' '*'", "  | a b|*|ü\\\\|true")
          .contains("$ java -jar tern.exe", "as expected, exit code 3")
          .doesNotContain("wrote");
      assertThat(r.err()).doesNotContain("Z6004").doesNotContain("Z6012");
    }
  }

  @Test
  public void whatFailsIsTold() throws Exception {
    String trial = ", java: 17+, trial: {arguments: [x], expect: {text: low tide}}";
    try (Workspace w = Launchers.workspace(trial, "")) {
      assertThat(spaced(rehearsed(w, 1)))
          .contains("Started with \"wine tern.exe x\", it doesn't print \"low tide\"");
    }
  }

  /** A server is asked, and then ends together with all that Wine started. */
  @Test
  public void aServerAnswersAndEnds() throws Exception {
    try (Workspace w = Launchers.workspace("", "")) {
      w.compile(
          "classes",
          "example.tern.Main",
          """
          public static void main(String[] a) throws Exception {
            var s = com.sun.net.httpserver.HttpServer.create(
                new java.net.InetSocketAddress("127.0.0.1", Integer.parseInt(a[0])), 0);
            s.createContext("/", e -> {
              e.sendResponseHeaders(200, 4);
              e.getResponseBody().write("tide".getBytes());
              e.close();
            });
            s.start();
          }
          """);
      int port;
      try (var socket = new java.net.ServerSocket(0)) {
        port = socket.getLocalPort();
      }
      w.replace(
          "zugabe.yaml",
          "surface: console",
          "surface: console, trial: {arguments: [\"%d\"], expect: {address: \"http://127.0.0.1:%d/\", text: tide}}"
              .formatted(port, port));
      Program.Result r = rehearsed(w, 0);
      assertThat(r.out()).contains("$ wine tern.exe " + port, "as expected, stopped");
      assertThat(r.err()).doesNotContain("Z6004");
    }
  }

  /** What can't be tried is told, with the reason. */
  @Test
  public void withoutWineThatIsTold() throws Exception {
    try (Workspace w = Launchers.workspace(", trial: {expect: {text: good tide}}", "")) {
      Program.Result built = w.program().zugabe("build");
      assertThat(built.exit()).as(built.all()).isZero();
      Path bin = Files.createDirectories(w.path("empty"));
      Program.Result r = w.program().with("PATH", bin.toString()).here("rehearse");
      assertThat(spaced(r))
          .contains("note Z6012 zugabe.yaml:7:8 deliverables.exe")
          .contains("tern.exe isn't started: it is for Windows, and there is no Wine here.");
      w.replace("zugabe.yaml", "file: tern.exe", "platform: windows-x86, file: tern.exe");
      assertThat(spaced(rehearsed(w, 0)))
          .contains("tern.exe isn't started here: it is a program of 32 bits.");
      w.replace("zugabe.yaml", "platform: windows-x86", "seek: carried:java");
      assertThat(spaced(rehearsed(w, 0)))
          .contains("tern.exe isn't started here: it starts only with the runtime");
    }
  }

  /** A Wine that doesn't work says nothing about the program. */
  @Test
  public void aWineThatSetsNothingUpIsTold() throws Exception {
    try (Workspace w = Launchers.workspace(", trial: {expect: {text: good tide}}", "")) {
      Program.Result built = w.program().zugabe("build");
      assertThat(built.exit()).as(built.all()).isZero();
      for (String name : List.of("wine", "wineserver")) {
        w.write("broken/" + name, "#!/bin/sh\nexit 3\n");
        assertThat(w.path("broken/" + name).toFile().setExecutable(true)).isTrue();
      }
      Program.Result r =
          w.program().with("PATH", w.path("broken") + ":/usr/bin:/bin").here("rehearse");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(spaced(r))
          .contains("note Z6012 zugabe.yaml:7:8 deliverables.exe")
          .contains(
              "tern.exe isn't started: Wine can't set up a system: it ended with exit code 3.");
    }
  }

  /** In an archive, with the archive's jar; from the module path as well. */
  @Test
  public void thoseInAnArchiveAreStarted() throws Exception {
    try (Workspace w =
        Launchers.workspace(
            "", ", program: tern, libraries: beside, seek: \"variable:TIDE_JAVA\"")) {
      w.write("module/module-info.java", "module example.tern { requires java.sql; }");
      Program.Result compiled =
          w.program().run("javac", "--release", "17", "-d", "classes", "module/module-info.java");
      assertThat(compiled.exit()).as(compiled.all()).isZero();
      w.compile(
          "classes",
          "example.tern.Main",
          """
          public static void main(String[] a) {
            System.out.println(Main.class.getModule() + " of " + System.getProperty("program.folder"));
          }
          """);
      w.replace(
          "zugabe.yaml",
          "surface: console",
          "surface: console, folder: program, modules: {main: example.tern}, trial: {expect: {text: module example.tern of /}}");
      w.replace(
          "zugabe.yaml",
          "deliverables:\n",
          "deliverables:\n  set: {kind: archive, file: set, programs: [tern], platforms: [windows-x64], holds: {exe: bin}}\n");
      Program.Result r = rehearsed(w, 0);
      assertThat(r.out()).contains("set: $ wine tern.exe", "| module example.tern of /");
    }
  }
}
