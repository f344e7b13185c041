package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.testng.annotations.Test;

/** The demonstration, on every runtime of the machine. */
public final class DemoTest {
  @Test
  public void theDemonstrationBuildsAndStartsEverything() throws Exception {
    try (Workspace w = Workspace.create()) {
      Program.Result r = w.program().started("demo", "try");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.out())
          .contains(
              "ready",
              "Gannet Quay, 2026-03-01 (UTC)",
              "answered 200",
              "$ wine Saltmarsh.exe",
              "$ install saltmarsh-phone-2.4.0.apk on a simulated phone",
              "signed   by scheme v3",
              "$ zugabe stand-in phone picture phone/launcher.png",
              "Made in try/out/",
              "Try next:");
      assertThat(r.out().split("✓ as expected", -1)).hasSize(9);
      w.program().run("unzip", "-q", "try/out/saltmarsh-service-2.4.0.zip", "-d", "unpacked");
      for (String java : Program.runtimes()) {
        assertThat(
                w.program()
                    .run(
                        java,
                        "-jar",
                        "try/out/saltmarsh-tides-2.4.0.jar",
                        "--json",
                        "heron-staithe",
                        "--day",
                        "2026-03-01")
                    .out())
            .as(java)
            .contains("\"harbour\" : \"heron-staithe\"");
        Path home = Path.of(java).getParent().getParent();
        assertThat(
                w.program()
                    .with("JAVA_HOME", home.toString())
                    .run("unpacked/saltmarsh-service-2.4.0/service", "--self-test")
                    .out())
            .as(java)
            .contains("answered 200");
        assertThat(
                w.program().run(java, "-jar", "try/out/saltmarsh-2.4.0.jar", "--self-test").out())
            .as(java)
            .contains("ready");
        assertThat(w.program().run(java, "-jar", "try/out/Saltmarsh.exe", "--self-test").out())
            .as(java)
            .contains("ready");
      }
      assertThat(Program.in(w.path("try/out")).run("sha256sum", "-c", "SHA256SUMS").exit())
          .isZero();
    }
  }

  @Test
  public void aFolderWithFilesIsLeftAlone() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.write("try/mine.txt", "mine");
      Program.Result r = w.program().started("demo", "try");
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.err()).contains("error Z6003  try");
      try (var files = java.nio.file.Files.list(w.path("try"))) {
        assertThat(files).hasSize(1);
      }
    }
  }

  /** A copy of the program whose demonstration expects something else. */
  @Test
  public void aTrialThatFailsIsAFinding() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.program().run("cp", "-r", Program.ROOT.resolve("cli/target/app").toString(), "app");
      w.replace("app/demo/zugabe.yaml", "text: ready", "text: steady");
      Program.Result r = w.program().run("java", "-jar", "app/zugabe.jar", "demo", "try");
      assertThat(r.exit()).as(r.all()).isEqualTo(1);
      assertThat(r.err())
          .contains("error Z6002  try/out/saltmarsh-2.4.0.jar", "it doesn't print \"steady\"");
      assertThat(r.out()).contains("✗ it doesn't print");
    }
  }
}
