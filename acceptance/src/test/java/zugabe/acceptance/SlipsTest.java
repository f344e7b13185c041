package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.util.List;
import java.util.zip.ZipFile;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What people write who mean something plain. */
public final class SlipsTest {
  private static final String RECIPE =
      """
      app: {name: Tern, version: 1.0}
      materials:
        app: {own: classes, libraries: lib/*.jar}
      programs:
        tern: {main: example.tern.Main}
      deliverables:
        set: {kind: archive}
      """;

  @DataProvider
  public Object[][] slips() {
    return new Object[][] {
      {
        "kind: archive",
        "kind: archive, programs: [tern, tern]",
        0,
        "note Z1022",
        "The archive has the program \"tern\" already."
      },
      {
        "kind: archive",
        "kind: archive, program: tern, programs: [tern]",
        2,
        "error Z1008",
        "An archive has program: or programs:, not both."
      },
      {"version: 1.0", "version: 1.0, icon: zugabe.yaml", 1, "error Z2020", "isn't a picture."},
      {
        "programs:\n",
        "programs:\n  other: {main: example.tern.Main}\n",
        2,
        "error Z1004",
        "The recipe has 2 programs, and the deliverable names none."
      },
    };
  }

  @Test(dataProvider = "slips")
  public void areTold(String from, String to, int exit, String code, String what) throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.write("zugabe.yaml", RECIPE);
      w.replace("zugabe.yaml", from, to);
      Program.Result r = w.program().zugabe("check");
      assertThat(r.exit()).isEqualTo(exit);
      assertThat(r.err().replaceAll("\\s+", " ")).contains(code, what);
    }
  }

  @Test
  public void anArchiveTakesTheOnlyProgram() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.write("zugabe.yaml", RECIPE);
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(w.program().run("unzip", "-Z1", "out/tern-1.0.zip").out())
          .contains("tern-1.0/bin/tern\n", "tern-1.0/install.sh\n");
    }
  }

  @Test
  public void aRootMayHaveOneLetter() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.write("files/tide.txt", "1");
      w.write("zugabe.yaml", "roots: {b: files}\n" + RECIPE);
      w.replace("zugabe.yaml", "own: classes", "own: [classes, \"b:tide.txt\"]");
      assertThat(w.program().zugabe("check").exit()).isZero();
    }
  }

  /** A web archive that the build left as a folder. */
  @Test
  public void whatIsServedMayHoldClassesAndLibraries() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.write("web/index.html", "<p>tides</p>").write("web/WEB-INF/web.xml", "<web-app/>");
      Files.createDirectories(w.path("web/WEB-INF/lib"));
      Files.move(w.path("classes"), w.path("web/WEB-INF/classes"));
      Files.move(w.path("lib/greeting.jar"), w.path("web/WEB-INF/lib/greeting.jar"));
      String recipe =
          """
          app: {name: Tern, version: 1.0}
          materials:
            app: {web: web}
          deliverables:
            site: {kind: war, file: site.war}
          """;
      w.write("zugabe.yaml", recipe);
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).as(r.all()).isZero();
      List<String> names;
      try (ZipFile zip = new ZipFile(w.path("out/site.war").toFile())) {
        names = zip.stream().map(e -> e.getName()).filter(n -> !n.endsWith("/")).toList();
      }
      assertThat(names)
          .containsExactlyInAnyOrder(
              "META-INF/MANIFEST.MF",
              "WEB-INF/classes/example/tern/Main.class",
              "WEB-INF/lib/greeting.jar",
              "WEB-INF/web.xml",
              "index.html");
      // the same files by other keys as well, and a copy of one
      byte[] built = Files.readAllBytes(w.path("out/site.war"));
      w.write("own/WEB-INF/web.xml", "<web-app/>");
      w.write(
          "zugabe.yaml",
          recipe.replace(
              "web: web",
              "own: web/WEB-INF/classes, libraries: web/WEB-INF/lib/*.jar, web: [web, own]"));
      r = w.program().zugabe("build");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(Files.readAllBytes(w.path("out/site.war"))).isEqualTo(built);
      // and it is looked at as a program's classes are
      w.write("zugabe.yaml", recipe);
      Files.delete(w.path("web/WEB-INF/lib/greeting.jar"));
      assertThat(w.program().zugabe("check").err())
          .contains("error Z8001", "example.lib.Greeting is missing");
      w.write("own/WEB-INF/web.xml", "<web-app></web-app>");
      w.write("zugabe.yaml", recipe.replace("web: web", "web: [web, own]"));
      assertThat(w.program().zugabe("check").err()).contains("WEB-INF/web.xml");
    }
  }
}
