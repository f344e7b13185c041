package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Applications of several modules, of which no code names one: it provides a service. */
public final class ModulesTest {
  private static final List<String> MODULES =
      List.of("tide.level", "tide.api", "tide.sea", "tide.cli");

  private static final String RECIPE =
      """
      app: {name: Tide, version: 1.0}
      materials:
        tide: {own: classes/tide.cli, libraries: [jars/tide-a*.jar, jars/tide-l*.jar, jars/tide-s*.jar]}
      programs:
        tide: {main: tide.cli.Main, modules: {main: tide.cli}, trial: {expect: {text: north 4.5 tide.cli}}}
      deliverables:
        jar: {kind: jar, libraries: beside}
      """;

  private static Workspace modules() throws Exception {
    Workspace w = Workspace.create();
    w.write("src/tide.level/module-info.java", "module tide.level { exports tide.level; }");
    w.write(
        "src/tide.level/tide/level/Level.java",
        "package tide.level; public record Level(double metres) {}");
    w.write(
        "src/tide.api/module-info.java",
        "module tide.api { requires transitive tide.level; exports tide.api; uses tide.api.Source; }");
    w.write(
        "src/tide.api/tide/api/Source.java",
        """
        package tide.api;
        public interface Source {
          String name();
          tide.level.Level level();
          static Iterable<Source> all() { return java.util.ServiceLoader.load(Source.class); }
          static String text(Source s) { return s.name() + " " + s.level().metres(); }
        }
        """);
    w.write(
        "src/tide.sea/module-info.java",
        "module tide.sea { requires tide.api; provides tide.api.Source with tide.sea.North; }");
    w.write(
        "src/tide.sea/tide/sea/North.java",
        """
        package tide.sea;
        public class North implements tide.api.Source {
          public String name() { return "north"; }
          public tide.level.Level level() { return new tide.level.Level(4.5); }
        }
        """);
    w.write("src/tide.cli/module-info.java", "module tide.cli { requires tide.api; }");
    w.write(
        "src/tide.cli/tide/cli/Main.java",
        """
        package tide.cli;
        public class Main {
          public static void main(String[] a) {
            for (tide.api.Source s : tide.api.Source.all()) {
              System.out.println(tide.api.Source.text(s) + " " + Main.class.getModule().getName());
            }
          }
        }
        """);
    Workspace.javac(
        "--release",
        "17",
        "-d",
        w.path("classes").toString(),
        "--module-source-path",
        w.path("src").toString(),
        "-m",
        String.join(",", MODULES));
    return w;
  }

  /** As builds leave them: {@code tide-cli-3.1.jar}. */
  private static void pack(Workspace w) throws Exception {
    for (String module : MODULES) {
      Map<String, byte[]> entries = new TreeMap<>();
      Path root = w.path("classes/" + module);
      try (Stream<Path> walk = Files.walk(root)) {
        for (Path p : walk.filter(Files::isRegularFile).toList()) {
          entries.put(root.relativize(p).toString(), Files.readAllBytes(p));
        }
      }
      w.jar("jars/" + module.replace('.', '-') + "-3.1.jar", entries);
    }
  }

  @Test
  public void aDraftTakesModulesAsJars() throws Exception {
    try (Workspace w = modules()) {
      pack(w);
      Program.Result made = w.program().zugabe("survey", "--draft");
      assertThat(made.exit()).as(made.all()).isZero();
      String recipe = Files.readString(w.path("zugabe.yaml"));
      assertThat(recipe)
          .contains(
              "version: \"3.1\"\n",
              "own: [classes/tide.cli]",
              "[jars/tide-level-3.1.jar, jars/tide-api-3.1.jar, jars/tide-sea-3.1.jar]",
              "modules: {main: tide.cli}",
              "#   jars/tide-cli-3.1.jar: the classes in classes/tide.cli, packed")
          .doesNotContain("#   jars/tide-api");
      Program.Result built = w.program().zugabe("build");
      assertThat(built.exit()).as(built.all()).isZero();
      assertThat(w.program().zugabe("rehearse").out()).contains("| north 4.5 tide.cli");
    }
  }

  /** Then all of them are one jar, for which a service's providers have to be listed otherwise. */
  @Test
  public void withoutJarsTheClassPathHasThem() throws Exception {
    try (Workspace w = modules()) {
      assertThat(w.program().zugabe("survey", "--draft").exit()).isZero();
      String recipe = Files.readString(w.path("zugabe.yaml"));
      for (String module : MODULES) {
        assertThat(recipe).contains("classes/" + module);
      }
      assertThat(recipe).doesNotContain("modules:");
      assertThat(w.program().zugabe("check").err())
          .contains("warning Z8004", "Name the providers in META-INF/services as well");
      w.write("classes/tide.sea/META-INF/services/tide.api.Source", "tide.sea.North\n");
      assertThat(w.program().zugabe("check").err()).doesNotContain("Z8004");
      assertThat(w.program().zugabe("build").exit()).isZero();
      assertThat(w.program().zugabe("rehearse").out()).contains("| north 4.5 null");
    }
  }

  /** Without modules, a file says which classes provide a service. */
  @Test
  public void aProviderThatAFileNamesComesAlong() throws Exception {
    try (Workspace w = modules()) {
      w.write("classes/tide.sea/META-INF/services/tide.api.Source", "tide.sea.North\n");
      for (String module : MODULES) {
        Files.delete(w.path("classes/" + module + "/module-info.class"));
      }
      w.compile("classes/spare", "example.spare.Part", "");
      w.write("classes/spare/META-INF/services/example.other.Service", "example.spare.Part\n");
      assertThat(w.program().zugabe("survey", "--draft").exit()).isZero();
      assertThat(Files.readString(w.path("zugabe.yaml")))
          .contains(
              "own: [classes/tide.level, classes/tide.api, classes/tide.sea, classes/tide.cli]",
              "#   classes/spare/: classes that no program names");
      assertThat(w.program().zugabe("build").exit()).isZero();
      assertThat(w.program().zugabe("rehearse").out()).contains("| north 4.5 null");
    }
  }

  @Test
  public void classesThatBelongToNoProgramAreTold() throws Exception {
    try (Workspace w = modules()) {
      w.compile("classes/spare", "example.spare.Part", "");
      assertThat(w.program().zugabe("survey", "--draft").exit()).isZero();
      assertThat(Files.readString(w.path("zugabe.yaml")))
          .contains("#   classes/spare/: classes that no program names");
    }
  }

  @DataProvider
  public Object[][] faults() {
    return new Object[][] {
      {
        "main: tide.cli}",
        "main: tide.cly}",
        "There is no module tide.cly among what the program has.",
        "Did you mean \"tide.cli\"?"
      },
      {
        "main: tide.cli}",
        "main: tide.sea}",
        "The main class is in the module tide.cli, not in tide.sea.",
        "Write modules: {main: tide.cli}."
      },
      {
        "main: tide.cli}",
        "main: tide.cli, add: [java.sql, tide.see]}",
        "modules: add requires the module tide.see, which isn't there.",
        "Did you mean \"tide.sea\"?"
      },
      {
        "own: classes/tide.cli,",
        "own: classes/tide.cli, except: [classes/tide.cli/module-info.class],",
        "There is no module tide.cli among what the program has.",
        "Or remove modules: to start it from the class path."
      },
      {
        "own: classes/tide.cli, libraries: [",
        "own: classes/tide.cli, except: [classes/tide.cli/module-info.class], libraries: [jars/tide-c*.jar, ",
        "The main class isn't in tide.cli: among own: there is no module-info.class that can be read.",
        "Compile a module-info.java with it"
      },
      {
        "jars/tide-l*.jar, ",
        "",
        "tide.api requires the module tide.level, which isn't there.",
        "Add its jar to libraries:."
      },
      {
        "own: classes/tide.cli",
        "own: [classes/tide.cli, classes/tide.sea]",
        "One jar is one module, and own: has several: classes/tide.cli/module-info.class, classes/tide.sea/module-info.class.",
        "name the others by libraries:, each packed as a jar."
      },
    };
  }

  @Test(dataProvider = "faults")
  public void aModuleThatIsntThereIsTold(String old, String with, String what, String fix)
      throws Exception {
    try (Workspace w = modules()) {
      pack(w);
      w.write("zugabe.yaml", RECIPE);
      Program.Result whole = w.program().zugabe("check");
      assertThat(whole.exit()).as(whole.all()).isZero();
      assertThat(whole.err()).doesNotContain("Z4036");
      assertThat(w.program().zugabe("build").exit()).isZero();
      Program.Result rehearsed = w.program().zugabe("rehearse");
      assertThat(rehearsed.exit()).as(rehearsed.all()).isZero();

      w.replace("zugabe.yaml", old, with);
      Program.Result r = w.program().zugabe("check");
      assertThat(r.exit()).as(r.all()).isEqualTo(1);
      assertThat(r.err().replaceAll("\\s+", " ")).contains("error Z4036", what, fix);
    }
  }
}
