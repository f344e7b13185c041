package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/**
 * Rehearsals of programs that do what they should, and of programs that hang, fork, write and won't
 * go.
 */
public final class RehearsalTest {
  private static final String PROGRAM =
      """
      public static void main(String[] a) throws Exception {
        switch (a.length == 0 ? "ready" : a[0]) {
          case "ready" -> System.out.println("ready in " + System.getProperty("user.dir") + " at home in " + System.getenv("HOME"));
          case "environment" -> System.out.println(new java.util.TreeMap<>(System.getenv()).keySet());
          case "write" -> {
            java.nio.file.Files.writeString(java.nio.file.Path.of(System.getProperty("user.home"), "note.txt"), "hello");
            java.nio.file.Files.createTempFile("x", ".tmp");
            System.out.println("ready");
          }
          case "beside" -> {
            java.nio.file.Path jar = java.nio.file.Path.of(example.tern.Main.class.getProtectionDomain().getCodeSource().getLocation().toURI());
            java.nio.file.Files.writeString(jar.resolveSibling("data.db"), "x");
          }
          case "fail" -> { System.out.println("one\\ntwo"); throw new IllegalStateException("no tide table"); }
          case "hang" -> { System.out.println("hanging"); Thread.sleep(600_000); }
          case "fork" -> {
            new ProcessBuilder("setsid", "sh", "-c", "sleep " + a[1] + " & sleep " + a[1]).inheritIO().start();
            Thread.sleep(300);
            System.out.println("ready");
          }
          case "flood" -> { for (;;) System.out.println("water ".repeat(100)); }
          case "stubborn", "serve" -> {
            var server = com.sun.net.httpserver.HttpServer.create(new java.net.InetSocketAddress("127.0.0.1", Integer.parseInt(a[1])), 0);
            server.createContext("/", e -> { e.sendResponseHeaders(200, 9); e.getResponseBody().write("high tide".getBytes()); e.close(); });
            server.start();
            if (a[0].equals("stubborn")) Runtime.getRuntime().addShutdownHook(new Thread(() -> { try { Thread.sleep(60_000); } catch (InterruptedException x) { } }));
          }
          default -> System.exit(9);
        }
      }
      """;

  private Workspace workspace;

  /** For temporary files of these tests only, so that nobody else's are looked at. */
  private Path tmp;

  @BeforeMethod
  public void lay() throws Exception {
    workspace = Workspace.create();
    tmp = Files.createTempDirectory("tmp");
    workspace.compile("classes", "example.tern.Main", PROGRAM);
  }

  @AfterMethod(alwaysRun = true)
  public void remove() throws Exception {
    workspace.close();
    Program.in(tmp.getParent()).run("rm", "-rf", tmp.toString());
  }

  private Program.Result rehearse(String trial, String... more) throws Exception {
    workspace.write(
        "zugabe.yaml",
        """
        app: {name: Tern, version: 1.0}
        materials: {app: {own: classes}}
        programs: {tern: {trial: %s}}
        deliverables: {jar: {kind: jar}}
        """
            .formatted(trial));
    assertThat(program().zugabe("build", "--quiet").exit()).isZero();
    List<String> arguments = new ArrayList<>(List.of("rehearse"));
    arguments.addAll(List.of(more));
    return program().zugabe(arguments.toArray(String[]::new));
  }

  private Program program() {
    return workspace.program().with("ZUGABE_JAVA_OPTIONS", "-Djava.io.tmpdir=" + tmp);
  }

  /** The program without its script, with the same folder for temporary files. */
  private Process start() throws IOException {
    List<String> command = Program.java("rehearse");
    command.add(1, "-Djava.io.tmpdir=" + tmp);
    return workspace
        .program()
        .builder(command.toArray(String[]::new))
        .redirectErrorStream(true)
        .start();
  }

  private List<Path> places() throws IOException {
    try (Stream<Path> list = Files.list(tmp)) {
      return list.filter(p -> p.getFileName().toString().startsWith("zugabe rehearsal")).toList();
    }
  }

  private static boolean runs(String text) {
    return ProcessHandle.allProcesses()
        .anyMatch(p -> p.info().commandLine().orElse("").contains(text));
  }

  @Test
  public void aGoodProgramIsStartedInAThrowAwayPlace() throws Exception {
    Program.Result r = rehearse("{expect: {text: ready}}");
    assertThat(r.exit()).as(r.all()).isZero();
    assertThat(r.out())
        .contains("jar: $ java -jar tern-1.0.jar", "✓ as expected, exit code 0")
        .containsPattern("ready in .*/zugabe rehearsal ü .*/work at home in .*/home");
    assertThat(places()).isEmpty();
  }

  @Test
  public void littleOfTheEnvironmentIsPassedOn() throws Exception {
    Program.Result r = rehearse("{arguments: [environment], expect: {text: HOME}}");
    assertThat(r.out()).contains("[HOME, JAVA_HOME, LANG, PATH, TMPDIR, ZUGABE_REHEARSAL]");
  }

  @Test
  public void whatWasWrittenIsTold() throws Exception {
    Program.Result r = rehearse("{arguments: [write]}");
    assertThat(r.out())
        .contains("wrote 2 files:", "home/note.txt")
        .containsPattern("tmp/x\\d+.tmp");
    Program.Result beside = rehearse("{arguments: [beside]}");
    // the administrator may write anywhere; others are refused, and the trial fails
    assertThat(beside.all())
        .containsAnyOf("warning Z6005  out/tern-1.0.jar\n  It wrote app/data.db.", "AccessDenied");
    assertThat(places()).isEmpty();
  }

  @Test
  public void aFailureShowsTheTellingLines() throws Exception {
    Program.Result r = rehearse("{arguments: [fail]}");
    assertThat(r.exit()).isEqualTo(1);
    assertThat(r.err())
        .contains("error Z6002  out/tern-1.0.jar", "it exited with code 1 instead of 0.");
    assertThat(r.out())
        .contains("IllegalStateException: no tide table", "✗ it exited with code 1 instead of 0");
    Program.Result text = rehearse("{expect: {text: steady}}");
    assertThat(text.err()).contains("it doesn't print \"steady\"");
  }

  @Test
  public void aProgramThatHangsIsEnded() throws Exception {
    Program.Result r = rehearse("{arguments: [hang], within: 1s}");
    assertThat(r.exit()).isEqualTo(1);
    assertThat(r.err().replaceAll("\\s+", " "))
        .contains("it hadn't finished after 1000 ms", "trial: {expect: {address: ...}}");
    assertThat(runs(tmp.resolve("zugabe rehearsal").toString())).isFalse();
    assertThat(places()).isEmpty();
  }

  @Test
  public void aProgramThatPrintsWithoutEndIsEnded() throws Exception {
    Program.Result r = rehearse("{arguments: [flood], within: 2s}", "--json");
    assertThat(r.exit()).isEqualTo(1);
    assertThat(r.out()).hasSizeLessThan(400_000).contains("bytes left out");
  }

  @Test
  public void whatItLeftRunningIsFoundAndEnded() throws Exception {
    String mark = "9" + System.nanoTime() % 1_000_000_000;
    Program.Result r = rehearse("{arguments: [fork, \"" + mark + "\"], expect: {text: ready}}");
    assertThat(r.exit()).as(r.all()).isZero();
    assertThat(r.err()).contains("warning Z6004  out/tern-1.0.jar").contains("sleep " + mark);
    assertThat(r.out()).contains("left running, ended now: ");
    assertThat(runs("sleep " + mark)).isFalse();
  }

  @Test
  public void aServiceMustAnswerAndStop() throws Exception {
    int port;
    try (ServerSocket free = new ServerSocket(0)) {
      port = free.getLocalPort();
    }
    String trial =
        "{arguments: [%s, \"%d\"], expect: {address: \"http://127.0.0.1:%d/\", text: %s}}";
    Program.Result good = rehearse(trial.formatted("serve", port, port, "high tide"));
    assertThat(good.exit()).as(good.all()).isZero();
    assertThat(good.out()).contains("✓ as expected, stopped");
    Program.Result text = rehearse(trial.formatted("serve", port, port, "low tide"));
    assertThat(text.out()).contains("doesn't answer \"low tide\"");
    Program.Result stubborn = rehearse(trial.formatted("stubborn", port, port, "high tide"));
    assertThat(stubborn.out()).contains("it didn't stop within 5000 ms");
    Program.Result ended = rehearse(trial.formatted("other", port, port, "high tide"));
    assertThat(ended.out()).contains("it ended with exit code 9 before");
    assertThat(runs(tmp.resolve("zugabe rehearsal").toString())).isFalse();
  }

  @Test
  public void anInterruptedRehearsalLeavesNothing() throws Exception {
    rehearse("{arguments: [ready]}");
    workspace.replace("zugabe.yaml", "[ready]", "[hang]");
    Process process = start();
    for (int i = 0; i < 200 && !runs(tmp.resolve("zugabe rehearsal").toString()); i++) {
      TimeUnit.MILLISECONDS.sleep(50);
    }
    assertThat(runs(tmp.resolve("zugabe rehearsal").toString())).isTrue();
    process.destroy();
    assertThat(process.waitFor(20, TimeUnit.SECONDS)).isTrue();
    assertThat(runs(tmp.resolve("zugabe rehearsal").toString())).isFalse();
    assertThat(places()).isEmpty();
  }

  @Test
  public void whatAKilledRehearsalLeftIsRemovedByTheNext() throws Exception {
    rehearse("{arguments: [ready]}");
    workspace.replace("zugabe.yaml", "[ready]", "[hang]");
    Process process = start();
    for (int i = 0; i < 200 && !runs(tmp.resolve("zugabe rehearsal").toString()); i++) {
      TimeUnit.MILLISECONDS.sleep(50);
    }
    process.destroyForcibly().waitFor();
    assertThat(runs(tmp.resolve("zugabe rehearsal").toString())).isTrue();
    assertThat(places()).hasSize(1);
    workspace.replace("zugabe.yaml", "[hang]", "[ready]");
    assertThat(program().zugabe("rehearse").exit()).isZero();
    assertThat(runs(tmp.resolve("zugabe rehearsal").toString())).isFalse();
    assertThat(places()).isEmpty();
  }

  @Test
  public void filesAreRehearsedWithoutARecipe() throws Exception {
    rehearse("{arguments: [ready]}");
    Files.delete(workspace.path("zugabe.yaml"));
    Program.Result good = program().zugabe("rehearse", "out/tern-1.0.jar", "--", "environment");
    assertThat(good.exit()).as(good.all()).isZero();
    assertThat(good.out())
        .contains("java -jar tern-1.0.jar environment", "[HOME, ", "exit code 0, not judged")
        .doesNotContain("as expected");
    Program.Result silent = program().zugabe("rehearse", "out/tern-1.0.jar");
    assertThat(silent.exit()).isZero();
    assertThat(silent.err()).contains("note Z6008", "it ended with exit code 0");
    assertThat(program().zugabe("rehearse", "no.jar").err()).contains("error Z6006  no.jar");
    workspace.jar("plain.jar", Workspace.entries("a.txt", "a"));
    assertThat(program().zugabe("rehearse", "plain.jar").err()).contains("error Z6007  plain.jar");
    workspace.write("cut.zip", "PK\3\4 cut off");
    Program.Result cut = program().zugabe("rehearse", "cut.zip");
    assertThat(cut.err()).contains("error Z6002  cut.zip", "It can't be unpacked");
    Program.Result wrong = program().zugabe("rehearse", "plain.jar", "--runtime", "nowhere");
    assertThat(wrong.exit()).isEqualTo(2);
    assertThat(wrong.err()).contains("there is no bin/java in nowhere");
  }

  @Test
  public void whatWasNotBuiltCannotBeRehearsed() throws Exception {
    rehearse("{arguments: [ready]}");
    Files.delete(workspace.path("out/tern-1.0.jar"));
    Program.Result r = program().zugabe("rehearse", "jar");
    assertThat(r.exit()).isEqualTo(1);
    assertThat(r.err()).contains("error Z6006", "Build it first: zugabe build jar.");
    assertThat(r.err()).contains("error Z6006  out/tern-1.0.jar");
    Program.Result both = program().zugabe("build", "--rehearse");
    assertThat(both.exit()).as(both.all()).isZero();
    assertThat(both.out()).contains("Made in out/", "✓ as expected");
  }

  @Test
  public void anArchiveIsInstalledStartedAndRemoved() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.write(
          "bird/tern",
          "#!/bin/sh\necho tern \"$@\"\n[ ! -e ~/.local/lib/tern/uninstall.sh ] || echo installed\n");
      w.write(
          "zugabe.yaml",
          """
          app: {name: Tern, version: "1"}
          materials: {bird: {own: bird}}
          programs:
            tern: {materials: bird, file: tern, trial: {arguments: [a b], expect: {text: installed}}}
          deliverables:
            set: {kind: archive, program: tern, formats: FORMAT}
            bare: {kind: archive, program: tern, install: false, file: bare}
            other: {kind: archive, program: tern, platforms: macos-arm64, file: other}
          """);
      for (String format : List.of("zip", "tar", "tar.gz", "tar.xz", "tar.zst")) {
        w.replace("zugabe.yaml", "FORMAT", format);
        assertThat(w.program().zugabe("build", "set").exit()).isZero();
        Program.Result r = w.program().zugabe("rehearse", "set");
        assertThat(r.exit()).as(r.all()).isZero();
        assertThat(r.out())
            .contains("$ ./install.sh --user", "| tern a b", "| Tern 1 is removed.", "All 3 did");
        w.replace("zugabe.yaml", "formats: " + format, "formats: FORMAT");
      }
      w.replace("zugabe.yaml", "FORMAT", "zip");
      assertThat(w.program().zugabe("build").exit()).isZero();
      Program.Result rest = w.program().zugabe("rehearse");
      assertThat(rest.exit()).isEqualTo(1);
      // what isn't installed doesn't find itself installed
      assertThat(rest.err())
          .contains("error Z6002  out/bare.zip", "doesn't print \"installed\"")
          .contains("note Z6012  out/other");
    }
  }
}
