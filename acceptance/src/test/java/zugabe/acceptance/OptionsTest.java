package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Options for the runtime with which programs don't start, or in one folder only. */
public final class OptionsTest {
  private static final String ERROR = "error Z3028";
  private static final String WARNING = "warning Z3029";

  private static Program.Result check(Workspace w, String options, String more) throws Exception {
    w.write(
        "zugabe.yaml",
        Workspace.RECIPE
            + "programs: {tern: {main: example.tern.Main, options: ["
            + options
            + "]"
            + more
            + "}}\n");
    return w.program().zugabe("check");
  }

  @DataProvider
  public Object[][] faults() {
    return new Object[][] {
      {"lib.jar", ERROR, "Java takes lib.jar for the main class: it doesn't begin with -."},
      {"-cp, lib.jar", ERROR, "-cp takes the place of what the recipe says."},
      {"--module-path=lib", ERROR, "--module-path=lib takes the place of what the recipe says."},
      {"--version", ERROR, "With --version Java ends before it starts the program."},
      {"-Dplace=north -Xmx64m", ERROR, "Write them apart: [-Dplace=north, -Xmx64m]."},
      {"-Xmx12q", ERROR, "Java doesn't take -Xmx12q: sizes are whole numbers"},
      {
        "-xmx512m",
        ERROR,
        "Java knows no option -xmx512m. To do: Write it with a capital letter: -Xmx512m"
      },
      {"\"-xx:+UseSerialGC\"", ERROR, "Write it with a capital letter: -XX:+UseSerialGC"},
      {"-dtern.place=north", ERROR, "Write it with a capital letter: -Dtern.place=north"},
      {
        "--enable-previw",
        ERROR,
        "Java knows no option --enable-previw. To do: Mend it, or remove it;"
      },
      {"-Xss", ERROR, "Write one such as -Xss512m."},
      {"\"-javaagent:agent.jar=quiet\"", WARNING, "Java looks for agent.jar where the user is."},
      {
        "\"-splash:pictures/tern.png\"",
        WARNING,
        "Java looks for pictures/tern.png where the user is."
      },
      {"\"@tern.options\"", WARNING, "Java looks for tern.options where the user is."},
    };
  }

  @Test(dataProvider = "faults")
  public void whatDoesntStartIsTold(String options, String code, String text) throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      Program.Result r = check(w, options, "");
      assertThat(r.err().replaceAll("\\s+", " ")).contains(code, text);
      assertThat(r.exit()).as(r.all()).isEqualTo(code.equals(ERROR) ? 1 : 0);
    }
  }

  /** Two versions come a year. */
  @Test
  public void versionsThatNoRuntimeHas() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      for (String java : new String[] {"61", "99+", "171"}) {
        assertThat(check(w, "", ", java: " + java).err())
            .contains(
                "error Z1008", "\"" + java + "\" isn't allowed here; expected a Java version");
      }
      assertThat(check(w, "", ", java: 11-99").err()).doesNotContain("Z1008");
    }
  }

  @DataProvider
  public Object[][] sound() {
    return new Object[][] {
      {"-Xmx64m, -Dplace=far - north, -Dplace=-north, -Xss1024k", ""},
      {"--add-opens, java.base/java.lang=ALL-UNNAMED", ""},
      {"--add-opens=java.base/java.lang=ALL-UNNAMED, -XX:+UseSerialGC", ""},
      {
        "-server, --enable-preview, --enable-native-access=ALL-UNNAMED, -esa, --finalization=disabled",
        ""
      },
      {"\"-splash:/usr/share/tern.png\"", ""},
      {"\"-splash:tern.png\"", ", folder: program"},
    };
  }

  @Test(dataProvider = "sound")
  public void othersPass(String options, String more) throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      Program.Result r = check(w, options, more);
      assertThat(r.err()).doesNotContain("Z3028", "Z3029");
      assertThat(r.exit()).as(r.all()).isZero();
    }
  }
}
