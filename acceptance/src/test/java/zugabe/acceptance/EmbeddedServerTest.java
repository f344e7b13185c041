package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Applications that bring their own servlet container, their libraries in each way. */
public final class EmbeddedServerTest {
  private static final int FEW_SECONDS = 20;
  private static final int MANY_SECONDS = 60;
  private static final String TOLD = "warning Z8012  zugabe.yaml:";

  private static String recipe(String main, String deliverable, int seconds) throws IOException {
    int port;
    try (ServerSocket free = new ServerSocket(0)) {
      port = free.getLocalPort();
    }
    return """
        app: {name: Quay, version: 1.0}
        materials:
          app: {own: classes, libraries: lib/*.jar}
        programs:
          quay:
            main: %s
            trial:
              arguments: ["%d"]
              expect: {address: "http://127.0.0.1:%d/tide", text: low water}
              within: %ds
        deliverables:
          quay: {%s}
        """
        .formatted(main, port, port, seconds, deliverable);
  }

  @DataProvider
  public Object[][] ways() {
    return new Object[][] {
      {"example.quay.Main", "kind: jar, libraries: nested", true},
      {"example.quay.Main", "kind: war, stands-alone: true", true},
      {"example.quay.Main", "kind: jar, libraries: merged", false},
      {"example.quay.Main", "kind: jar, libraries: beside", false},
      {"example.pier.Main", "kind: jar, libraries: nested", false},
    };
  }

  /** What is told comes true, and what isn't told doesn't. */
  @Test(dataProvider = "ways")
  public void whatIsToldComesTrue(String main, String deliverable, boolean fails) throws Exception {
    try (Workspace w = Workspace.create()) {
      if (main.contains("quay")) {
        Applications.quay(w);
      } else {
        Applications.pier(w);
      }
      w.write("zugabe.yaml", recipe(main, deliverable, fails ? FEW_SECONDS : MANY_SECONDS));
      Program.Result built = w.program().zugabe("build");
      assertThat(built.exit()).as(built.all()).isZero();
      assertThat(built.err().contains(TOLD)).as(built.err()).isEqualTo(fails);
      Program.Result rehearsed = w.program().zugabe("rehearse");
      assertThat(rehearsed.exit()).as(rehearsed.all()).isEqualTo(fails ? 1 : 0);
      if (fails) {
        assertThat(rehearsed.out()).contains("it answered with status 404");
      }
    }
  }

  @Test
  public void theRemedyHelps() throws Exception {
    try (Workspace w = Workspace.create()) {
      Applications.libraries(w, "spring", "tomcat-embed", "jakarta.annotation");
      Path sources = Files.createDirectories(w.path("source"));
      for (String file : new String[] {"Main", "Settings", "Greeting", "Pages"}) {
        Path from = Program.ROOT.resolve("acceptance/src/test/applications/quay/" + file + ".java");
        String line = "tomcat.getServer().setParentClassLoader(Main.class.getClassLoader());";
        Files.writeString(
            sources.resolve(file + ".java"), Files.readString(from).replace("// parent", line));
      }
      Applications.compile(w, sources);
      w.write(
          "classes/META-INF/services/jakarta.servlet.ServletContainerInitializer",
          "example.quay.Pages\n");
      w.write(
          "zugabe.yaml", recipe("example.quay.Main", "kind: jar, libraries: nested", MANY_SECONDS));
      Program.Result built = w.program().zugabe("build");
      assertThat(built.err()).doesNotContain("Z8012");
      Program.Result rehearsed = w.program().zugabe("rehearse");
      assertThat(rehearsed.exit()).as(rehearsed.all()).isZero();
    }
  }

  @Test
  public void loadersAndScannersThatAskTheSystem() throws Exception {
    for (String use :
        new String[] {
          "Class.forName(\"c.Late\", true, ClassLoader.getSystemClassLoader());",
          "java.util.ServiceLoader.load(Runnable.class, ClassLoader.getSystemClassLoader());",
          "ClassLoader.getSystemResources(\"c\");",
          "new java.net.URLClassLoader(new java.net.URL[0], ClassLoader.getSystemClassLoader());"
        }) {
      try (Workspace w = Workspace.create()) {
        w.library(
            "lib/scan.jar",
            "scan.Scan",
            "public static void all() throws Exception { " + use + " }");
        w.compile(
            "classes",
            "a.Main",
            "public static void main(String[] a) throws Exception { scan.Scan.all(); }");
        String recipe = Workspace.RECIPE + "programs: {p: {main: a.Main}}\n";
        w.write("zugabe.yaml", recipe.replace("kind: jar", "kind: jar, libraries: nested"));
        assertThat(w.program().zugabe("check").err())
            .contains("warning Z8012", "scan.Scan (lib/scan.jar) asks the system's class loader");
        w.write("zugabe.yaml", recipe);
        assertThat(w.program().zugabe("check").err()).doesNotContain("Z8012");
      }
    }
  }
}
