package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Real applications from which one library after the other is taken away. */
public final class TakenLibraryTest {
  private static final String RECIPE = Workspace.RECIPE + "programs: {p: {main: %s}}\n";

  private interface Application {
    void in(Workspace w) throws Exception;
  }

  @DataProvider
  public Object[][] applications() {
    return new Object[][] {
      {"example.real.Main", (Application) Applications::real, "log4j-layout"},
      {"example.quay.Main", (Application) Applications::quay, "none"},
      {"example.pier.Main", (Application) Applications::pier, "jetty-ee-"},
    };
  }

  /** Errors and warnings about links, each on one line. */
  private static List<String> told(Workspace w) throws Exception {
    List<String> told = new ArrayList<>();
    String err = w.program().zugabe("check").err();
    for (String finding : err.split("\n(?=error|warning|note)", -1)) {
      if (finding.contains(" Z8") && !finding.startsWith("note")) {
        told.add(finding.replaceAll("\\s+", " "));
      }
    }
    return told;
  }

  /**
   * Each is found missing.
   *
   * @param unneeded the start of a library's name that no code comes to: it is named in a file, or
   *     by another version
   */
  @Test(dataProvider = "applications")
  public void eachIsMissed(String main, Application application, String unneeded) throws Exception {
    try (Workspace w = Workspace.create()) {
      application.in(w);
      w.write("zugabe.yaml", RECIPE.formatted(main));
      List<String> whole = told(w);
      assertThat(whole).noneMatch(l -> l.startsWith("error"));
      List<Path> jars;
      try (Stream<Path> list = Files.list(w.path("lib"))) {
        jars = list.sorted().toList();
      }
      Path aside = w.path("aside.jar");
      for (Path jar : jars) {
        Files.move(jar, aside);
        List<String> told = new ArrayList<>(told(w));
        Files.move(aside, jar);
        told.removeAll(whole);
        String name = jar.getFileName().toString();
        assertThat(told.isEmpty()).as("%s: %s", name, told).isEqualTo(name.startsWith(unneeded));
      }
    }
  }
}
