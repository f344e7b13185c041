package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** Programs that aren't Java, for platforms that start them and for those that don't. */
public final class StartableTest {
  private static final String RECIPE =
      """
      app: {id: example.tern, name: Tern, version: "1.9"}
      materials:
        bell: {own: bell}
      programs:
        tide-bell: {materials: bell, file: tide-bell}
      deliverables:
        set: {kind: archive, program: tide-bell, platforms: [linux-x64, windows-x64], formats: tar.gz}
      """;

  private Workspace w;

  @BeforeMethod
  public void start() throws Exception {
    w = Workspace.create();
    w.write("zugabe.yaml", RECIPE);
  }

  @AfterMethod(alwaysRun = true)
  public void stop() throws Exception {
    w.close();
  }

  private void script() throws Exception {
    w.write("bell/tide-bell", "#!/bin/sh\necho ding\n");
    assertThat(w.path("bell/tide-bell").toFile().setExecutable(true)).isTrue();
  }

  private void recipe(String what, String by) throws Exception {
    assertThat(RECIPE).contains(what);
    w.write("zugabe.yaml", RECIPE.replace(what, by));
  }

  private Program.Result refused(String... said) throws Exception {
    Program.Result r = w.program().zugabe("check");
    assertThat(r.exit()).as(r.all()).isEqualTo(1);
    assertThat(r.err().replaceAll("\\s+", " ")).contains("Z3020").contains(said);
    return r;
  }

  @Test
  public void aProgramOfOneSystemDoesNotStartOnAnother() throws Exception {
    Files.createDirectories(w.path("bell"));
    Files.copy(Path.of("/bin/true").toRealPath(), w.path("bell/tide-bell"));
    recipe("linux-x64, windows-x64", "linux-x64, linux-arm64, windows-x64, macos-arm64");
    Program.Result r =
        refused("would be started on windows-x64.", "would be started on macos-arm64.");
    assertThat(r.err()).contains("tide-bell is for linux-");
    // one of the two processors is the one it is for
    assertThat(r.err().replaceAll("\\s+", " ").split("would be started on linux-")).hasSize(2);
  }

  @Test
  public void aFileOfItsOwnForEachSystemStarts() throws Exception {
    script();
    w.write("bell/tide-bell.cmd", "@echo ding %1\r\n");
    Program.Result r = w.program().zugabe("build");
    assertThat(r.exit()).as(r.all()).isZero();
    assertThat(r.err()).isEmpty();
    w.program().run("tar", "xf", "out/tern-1.9-windows-x64.tar.gz");
    w.program().run("tar", "xf", "out/tern-1.9-linux-x64.tar.gz");
    assertThat(Files.readString(w.path("tern-1.9-windows-x64/bin/tide-bell.cmd")))
        .contains("\"%HERE%lib\\bell\\tide-bell.cmd\"")
        .doesNotContain("call \"%HERE%");
    assertThat(w.program().run("tern-1.9-linux-x64/bin/tide-bell").out()).isEqualTo("ding\n");
  }

  @Test
  public void scriptsForUnixAreNotStartedByWindows() throws Exception {
    script();
    refused("Windows starts files by their endings, and tide-bell has none of .exe, .com, .cmd");
    // somebody has to read it
    recipe("file: tide-bell", "file: tide-bell, interpreter: sh");
    assertThat(w.program().zugabe("check").exit()).isZero();
  }

  @Test
  public void batchFilesAreNotStartedByUnix() throws Exception {
    w.write("bell/tide-bell.cmd", "@echo ding\r\n");
    recipe("file: tide-bell", "file: tide-bell.cmd");
    refused("tide-bell.cmd is a batch file, but would be started on linux-x64.");
  }

  @Test
  public void anInterpreterThatTravelsIsOfOneSystem() throws Exception {
    w.write("bell/song.txt", "ding");
    Files.createDirectories(w.path("bell/bin"));
    Files.copy(Path.of("/bin/cat").toRealPath(), w.path("bell/bin/reader"));
    recipe("file: tide-bell", "file: song.txt, interpreter: bin/reader");
    refused("bin/reader is for linux-", "would be started on windows-x64.");
  }
}
