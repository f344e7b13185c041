package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Rehearsals of what nothing is expected of, of services, and on other runtimes. */
public final class UnjudgedTest {
  private static final String RECIPE = Workspace.RECIPE + "programs: {p: {main: a.Main%s}}\n";

  private static Workspace application(String body) throws Exception {
    Workspace w = Workspace.create();
    w.library("lib/level.jar", "lib.Level", "");
    w.compile(
        "classes",
        "a.Main",
        "public static void main(String[] a) throws Exception { " + body + " }");
    return w.write("zugabe.yaml", RECIPE.formatted(""));
  }

  @DataProvider
  public Object[][] ends() {
    return new Object[][] {
      {"System.exit(1);", 0, "• started, exit code 1, not judged", "note Z6008"},
      {
        "throw new IllegalStateException(\"no tide\");",
        1,
        "✗ it crashed: Exception in thread \"main\" java.lang.IllegalStateException: no tide",
        "error Z6002"
      },
      {
        "new Thread(() -> { throw new IllegalStateException(); }, \"t\").start();",
        1,
        "✗ it crashed: Exception in thread \"t\"",
        "error Z6002"
      },
      {
        "System.loadLibrary(\"level\");",
        1,
        "✗ it crashed: Exception in thread \"main\" java.lang.UnsatisfiedLinkError",
        "error Z6002"
      },
      {
        "Runtime.getRuntime().halt(128 + 11);", 1, "✗ it was ended by signal 11", "error Z6002",
      },
      {
        "throw new java.awt.HeadlessException();",
        0,
        "not judged: nothing here shows its window",
        "would open a window"
      },
    };
  }

  @Test(dataProvider = "ends")
  public void withoutATrialOnlyACrashIsAFault(String body, int exit, String said, String finding)
      throws Exception {
    try (Workspace w = application(body)) {
      assertThat(w.program().zugabe("build").exit()).isZero();
      Program.Result r = w.program().zugabe("rehearse");
      assertThat(r.exit()).as(r.all()).isEqualTo(exit);
      assertThat(r.out()).contains(said).doesNotContain("as expected");
      assertThat(r.err().replaceAll("\\s+", " ")).contains(finding);
      assertThat(w.program().zugabe("rehearse", "--json").out()).contains("\"judged\" : false");
    }
  }

  @Test
  public void theLastLinesAreShownAndWhatIsLeftOutIsSaid() throws Exception {
    try (Workspace w =
        application("for (int i = 1; i <= 20; i++) { System.out.println(\"line \" + i); }")) {
      assertThat(w.program().zugabe("build").exit()).isZero();
      assertThat(w.program().zugabe("rehearse").out())
          .contains("… the last 6 of 20 lines; --verbose shows all")
          .contains("| line 15\n", "| line 20\n")
          .doesNotContain("| line 14\n");
      assertThat(w.program().zugabe("rehearse", "--verbose").out()).contains("| line 1\n");
      w.write("zugabe.yaml", RECIPE.formatted(", trial: {expect: {exit: 3}}"));
      String failed = w.program().zugabe("rehearse").out();
      assertThat(failed).contains("… 4 of 20 lines; --verbose shows all", "| line 20\n");
    }
  }

  @Test
  public void argumentsAreShownAsAShellTakesThem() throws Exception {
    try (Workspace w = application("System.out.println(a[0] + a[1]);")) {
      w.write("zugabe.yaml", RECIPE.formatted(", trial: {arguments: [\"a b\", \"it's\"]}"));
      assertThat(w.program().zugabe("build").exit()).isZero();
      String out = w.program().zugabe("rehearse").out();
      assertThat(out).contains("$ java -jar tern-1.0.jar 'a b' 'it'\\''s'\n", "| a bit's\n");
    }
  }

  @Test
  public void aRuntimeIsTakenThatTheProgramStates() throws Exception {
    try (Workspace w = application("System.out.println(1);")) {
      w.write("zugabe.yaml", RECIPE.formatted(", java: 60+, trial: {expect: {text: 1}}"));
      assertThat(w.program().zugabe("build").exit()).isZero();
      Program.Result r = w.program().zugabe("rehearse");
      assertThat(r.err().replaceAll("\\s+", " "))
          .contains("warning Z6016", "\"p\" runs on Java 60+; it is rehearsed on Java");
      // a runtime like this one, which says that it is that version
      Path other = Files.createDirectories(w.path("other"));
      Path own = Path.of(System.getProperty("java.home"));
      for (String part : new String[] {"bin", "lib", "conf"}) {
        Files.createSymbolicLink(other.resolve(part), own.resolve(part));
      }
      Files.writeString(other.resolve("release"), "JAVA_VERSION=\"300.0.1\"\n");
      r = w.program().with("JAVA_HOME", other.toString()).zugabe("rehearse");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.err()).doesNotContain("Z6016");
    }
  }

  @Test
  public void aServerWithoutUseIsTold() throws Exception {
    try (Workspace w = application("System.out.println(1);")) {
      assertThat(w.program().zugabe("build").exit()).isZero();
      String server =
          Program.ROOT.resolve("acceptance/target/servers/apache-tomcat-10.1.34").toString();
      assertThat(w.program().zugabe("rehearse", "--server", server).err()).contains("note Z6015");
      assertThat(w.program().zugabe("rehearse", "out/tern-1.0.jar", "--server", server).err())
          .contains("note Z6015");
    }
  }

  @Test
  public void aWebArchiveWithoutARecipe() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.write("web/index.html", "<p>tides</p>");
      w.write(
          "zugabe.yaml",
          """
          app: {name: Tern, version: 1.0}
          materials: {site: {web: web}}
          deliverables: {site: {kind: war, file: site.war}}
          """);
      assertThat(w.program().zugabe("build").exit()).isZero();
      Files.delete(w.path("zugabe.yaml"));
      String server =
          Program.ROOT.resolve("acceptance/target/servers/apache-tomcat-10.1.34").toString();
      Program.Result r = w.program().zugabe("rehearse", "out/site.war", "--server", server);
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.out()).contains("Tomcat with site.war", "✓ as expected, stopped");
    }
  }

  private static String service() {
    return """
        app: {name: Tern, version: 1.0}
        materials: {watch: {own: watch}}
        programs:
          watch:
            file: watch
            service: {arguments: [--port, "50% of $x", 'q"']}
        deliverables: {set: {kind: archive, programs: [watch], platforms: linux-x64, formats: tar.gz}}
        """;
  }

  /** As its unit says: arguments, working folder; it has to run until it is stopped. */
  @Test
  public void aServiceIsStartedAsItsUnitWould() throws Exception {
    try (Workspace w = Workspace.create()) {
      String script = "#!/bin/sh\nprintf '<%s>' \"$@\"\npwd\ntrap 'exit 0' TERM\n%s\n";
      w.write("watch/watch", script.replace("%s\n", "while :; do sleep 0.1; done\n"));
      w.write("zugabe.yaml", service());
      assertThat(w.program().zugabe("build").exit()).isZero();
      Program.Result r = w.program().zugabe("rehearse");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.out())
          .contains("# as the service tern-watch\n", "| <--port><50% of $x><q\">")
          .contains("/.local/state/tern-watch\n");
      w.write("watch/watch", script.replace("%s\n", "exit 3\n"));
      assertThat(w.program().zugabe("build").exit()).isZero();
      r = w.program().zugabe("rehearse");
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.out()).contains("✗ it ended by itself with exit code 3");
      w.write("watch/watch", script.replace("%s\n", "echo 'Address already in use'; exit 3\n"));
      assertThat(w.program().zugabe("build").exit()).isZero();
      r = w.program().zugabe("rehearse");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.err().replaceAll("\\s+", " ")).contains("its address is in use on this machine");
    }
  }

  @Test
  public void programsOfAnArchiveAreStartedWithoutATrial() throws Exception {
    try (Workspace w = application("System.out.println(\"low water\");")) {
      w.replace("zugabe.yaml", "kind: jar", "kind: archive");
      assertThat(w.program().zugabe("build").exit()).isZero();
      Program.Result r = w.program().zugabe("rehearse");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.out())
          .contains("$ ./p\n", "| low water\n", "• started, exit code 0, not judged")
          .contains("None failed; 1 was started and not judged.");
    }
  }

  @Test
  public void aPageMayTakeLonger() throws Exception {
    try (Workspace w = application("System.out.println(1);")) {
      w.replace("zugabe.yaml", "kind: jar", "kind: war, page: {path: x, within: 3m}");
      assertThat(w.program().zugabe("check").exit()).isZero();
    }
  }

  /** What a program writes into its own folder is told of, and isn't the removal's fault. */
  @Test
  public void aProgramThatWritesIntoItsInstalledFolder() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.write("bird/tern", "#!/bin/sh\necho 1 >cache\n");
      w.write(
          "zugabe.yaml",
          """
          app: {name: Tern, version: 1.0}
          materials: {bird: {own: bird}}
          programs: {tern: {file: tern, folder: program}}
          deliverables: {set: {kind: archive, platforms: linux-x64, formats: tar.gz}}
          """);
      assertThat(w.program().zugabe("build").exit()).isZero();
      Program.Result r = w.program().zugabe("rehearse");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.err())
          .contains("warning Z6005", "It wrote home/.local/lib/tern/lib/bird/cache.");
    }
  }
}
