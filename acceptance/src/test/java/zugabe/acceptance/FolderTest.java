package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Where programs start, and how files keep their folders: programs find what they need. */
public final class FolderTest {
  private static final String TOLD =
      "public static void main(String[] a) { System.out.println(new java.io.File(\"\").getAbsolutePath()"
          + " + \"|\" + System.getProperty(\"program.folder\") + \"|\" + System.getProperty(\"data.folder\")"
          + " + \"|\" + System.getenv(\"PROGRAM_FOLDER\") + \"|\" + System.getenv(\"DATA_FOLDER\")"
          + " + \"|\" + new java.io.File(\"tides/today.csv\").exists()); }";

  private Workspace w;

  @BeforeClass
  public void build() throws Exception {
    w = Workspace.create();
    w.compile("classes", "a.Main", TOLD);
    w.write("tides/today.csv", "04:52").write("tides/today.map", "");
    w.write(
        "bird/bin/tern",
        "#!/bin/sh\necho \"$PWD|$PROGRAM_FOLDER|$DATA_FOLDER\"; cat tides/today.csv\n");
    w.write("bird/tides/today.csv", "11:09\n");
    w.write(
        "bird/bin/tern.cmd",
        "@echo %CD%^|%PROGRAM_FOLDER%^|%DATA_FOLDER%\r\n@type tides\\today.csv\r\n");
    for (String folder : new String[] {"home", "program", "data"}) {
      w.write(
          "zugabe.yaml",
          """
          app: {name: Tern, version: 1.0}
          materials:
            app: {own: classes}
            bird: {own: bird}
            data: {own: [{from: tides, to: tides}], except: ["**/*.map"]}
          programs:
            java: {materials: app, folder: %s}
            tern: {materials: bird, file: bin/tern, folder: %s}
            watch: {materials: bird, file: bin/tern, folder: %s, service: {}}
          deliverables:
            set: {kind: archive, programs: [java, tern, watch], materials: data, formats: tar.gz, file: %s}
          """
              .formatted(folder, folder, folder, folder));
      ok(w.program().zugabe("build"));
      ok(w.program().run("tar", "-xf", "out/" + folder + ".tar.gz"));
    }
    Files.createDirectories(w.path("user"));
  }

  @AfterClass(alwaysRun = true)
  public void close() throws Exception {
    w.close();
  }

  private static Program.Result ok(Program.Result r) {
    assertThat(r.exit()).as(r.all()).isZero();
    return r;
  }

  @DataProvider
  public Object[][] shells() {
    return new Object[][] {{"dash"}, {"bash"}, {"busybox sh"}};
  }

  private String start(String shell, String archive, String program, String... environment)
      throws Exception {
    List<String> command = new ArrayList<>(List.of("env", "HOME=" + w.path("user")));
    command.addAll(Arrays.asList(environment));
    command.addAll(List.of(shell.split(" ", -1)));
    command.add(w.path(archive + "/bin/" + program).toString());
    return ok(Program.in(w.path("user")).run(command.toArray(String[]::new))).out();
  }

  @Test(dataProvider = "shells")
  public void whereTheUserIs(String shell) throws Exception {
    assertThat(start(shell, "home", "java"))
        .isEqualTo(w.path("user") + "|null|null|null|null|false\n");
  }

  @Test(dataProvider = "shells")
  public void whereTheProgramIs(String shell) throws Exception {
    String place = w.path("program").toString();
    assertThat(start(shell, "program", "java"))
        .isEqualTo(place + "|" + place + "|null|" + place + "|null|true\n");
    String own = place + "/lib/bird";
    assertThat(start(shell, "program", "tern")).isEqualTo(own + "|" + own + "|\n11:09\n");
  }

  @Test(dataProvider = "shells")
  public void whereItsDataAre(String shell) throws Exception {
    ok(w.program().run("rm", "-rf", "user/.local", "state"));
    String place = w.path("data").toString();
    String data = w.path("user/.local/share/tern").toString();
    assertThat(start(shell, "data", "java"))
        .isEqualTo(String.join("|", data, place, data, place, data, "false\n"));
    String other = w.path("state dir").toString();
    assertThat(start(shell, "data", "java", "STATE_DIRECTORY=" + other + ":/else"))
        .isEqualTo(String.join("|", other, place, other, place, other, "false\n"));
    assertThat(start(shell, "data", "java", "XDG_DATA_HOME=" + other)).startsWith(other + "/tern|");
    Files.writeString(w.path("plain"), "");
    Program.Result r =
        w.program()
            .run(
                "env",
                "XDG_DATA_HOME=" + w.path("plain"),
                "dash",
                w.path("data/bin/java").toString());
    assertThat(r.exit()).isEqualTo(1);
    assertThat(r.err()).contains("java: can't make the folder ");
  }

  /** Installed, a service and a menu entry start the same script. */
  @Test
  public void asAService() throws Exception {
    Program.Result r = w.program().zugabe("rehearse");
    assertThat(r.out())
        .contains("/home/.local/state/tern-watch|", "/home/.local/share/tern|")
        .contains("# as the service tern-watch");
  }

  @Test
  public void onWindows() throws Exception {
    try (Wine wine = Wine.create()) {
      Path record = w.path("record");
      Program.Result r =
          wine.program(w.path("user"))
              .run(wine.script(w.path("program/bin/tern.cmd")).toArray(String[]::new));
      // the console writes in another character set
      assertThat(r.out().replace("\r", ""))
          .matches("Z:[^|]*\\\\program\\\\lib\\\\bird[|]Z:[^|]*\\\\lib\\\\bird[|]\n11:09\n");
      r =
          wine.program(w.path("user"))
              .with("JAVA_HOME", Wine.named(wine.runtime()))
              .with("RECORD", Wine.named(record))
              .run(wine.script(w.path("data/bin/java.cmd")).toArray(String[]::new));
      assertThat(r.exit()).as(r.all()).isZero();
      List<String> start = Wine.starts(record).get(0);
      String data = start.get(start.indexOf("folder") + 1);
      assertThat(data).endsWith("\\AppData\\Local\\tern");
      assertThat(start)
          .contains("-Dprogram.folder=" + Wine.named(w.path("data")), "-Ddata.folder=" + data);
    }
  }

  @Test
  public void whatDoesNothingIsTold() throws Exception {
    try (Workspace other = Workspace.withProgram()) {
      other.write(
          "zugabe.yaml",
          """
          app: {name: Tern, version: 1.0}
          materials:
            app: {own: classes, libraries: lib/*.jar, except: nothing/**}
          programs:
            tern: {folder: data}
          deliverables:
            site: {kind: war}
          """);
      String err = other.program().zugabe("check").err().replaceAll("\\s+", " ");
      assertThat(err)
          .contains("No file of this group matches \"nothing/**\"")
          .contains("folder: has no effect, because no start script starts the program.");
      other.replace("zugabe.yaml", "own: classes", "own: {from: classes}");
      assertThat(other.program().zugabe("check").err()).contains("\"to\" is missing");
      other.replace("zugabe.yaml", "{from: classes}", "{from: classes, to: ../x}");
      assertThat(other.program().zugabe("check").err()).contains("a folder such as data");
    }
  }
}
