package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What somebody meets who has just installed it. */
public final class FirstStepsTest {
  private static final int NARROW = 60;

  @Test
  public void itsNameAloneTellsWhatItSeesAndWhatToType() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      Program.Result r = w.program().zugabe();
      assertThat(r.exit()).isZero();
      assertThat(r.out())
          .contains("The recipe is zugabe.yaml.", "  zugabe check ", "  zugabe build ");
      Files.delete(w.path("zugabe.yaml"));
      r = w.program().with("COLUMNS", String.valueOf(NARROW)).zugabe();
      assertThat(r.out().lines()).allMatch(l -> l.length() <= NARROW);
      assertThat(r.exit()).isZero();
      assertThat(r.out())
          .contains("There is no recipe (zugabe.yaml) here or in a folder above.")
          .contains("In this folder: 1 class file, 1 jar.")
          .contains("  zugabe survey --draft ", "  zugabe survey ");
      assertThat(w.program().zugabe("check").err()).contains("zugabe survey --draft");
      assertThat(w.program().zugabe("--help").out().lines().limit(3))
          .anyMatch(l -> l.contains("survey --draft"));
    }
  }

  @DataProvider
  public Object[][] slips() {
    return new Object[][] {
      {"chekc", "Did you mean \"check\"?"},
      {"rehearsal", "Did you mean \"rehearse\"?"},
      {"package", "Did you mean \"build\"?"},
      {"init", "Did you mean \"survey\"?"},
      {"frobnicate", "Known: \"build\", \"check\""},
    };
  }

  @Test(dataProvider = "slips")
  public void commandsThatAreNear(String typed, String said) throws Exception {
    try (Workspace w = Workspace.create()) {
      Program.Result r = w.program().zugabe(typed);
      assertThat(r.exit()).isEqualTo(2);
      assertThat(r.err()).contains("there is no command \"" + typed + "\". " + said);
    }
  }

  @Test
  public void keysThatAreNear() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.replace("zugabe.yaml", "libraries:", "library:");
      assertThat(w.program().zugabe("check").err()).contains("Did you mean \"libraries\"?");
      w.replace("zugabe.yaml", "library:", "jars:");
      assertThat(w.program().zugabe("check").err()).contains("Did you mean \"libraries\"?");
    }
  }

  @Test
  public void allFindingsAsJson() throws Exception {
    try (Workspace w = Workspace.create()) {
      Program.Result r = w.program().zugabe("explain", "--json");
      assertThat(r.exit()).isZero();
      assertThat(r.out()).contains("\"codes\" : [", "\"code\" : \"Z1001\"");
    }
  }

  @Test
  public void aDraftGoesBelowItsFolder() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      for (String to :
          new String[] {"../x.yaml", w.folder().getParent().resolve("x.yaml").toString()}) {
        Program.Result r = w.program().zugabe("survey", "--draft", "--to", to);
        assertThat(r.exit()).isEqualTo(2);
        assertThat(r.err()).contains("--to takes a file below the folder that is surveyed");
      }
      Program.Result r = w.program().zugabe("survey", "--draft", "--to", "no/such/folder.yaml");
      assertThat(r.exit()).isEqualTo(3);
      assertThat(r.err()).contains("error Z5008  no/such/folder.yaml", "It can't be written");
    }
  }

  @Test
  public void linesFitANarrowTerminal() throws Exception {
    try (Workspace w = Workspace.create()) {
      Program.Result copied =
          w.program().run("cp", "-r", Program.ROOT.resolve("cli/target/app/demo") + "/.", ".");
      assertThat(copied.exit()).isZero();
      Path deep = w.path("build/desktop/classes/example/gannet/saltmarsh/pictures/of/all/harbours");
      Files.createDirectories(deep);
      Files.writeString(deep.resolve("a-quay-with-a-name-as-long-as-its-wall.txt"), "1");
      for (String[] command :
          new String[][] {
            {"survey"},
            {"check", "--tree", "--verbose"},
            {"build", "--verbose"},
            {"inspect", "out/saltmarsh-2.4.0.jar", "--verbose"},
          }) {
        Program.Result r = w.program().with("COLUMNS", String.valueOf(NARROW)).zugabe(command);
        assertThat(r.exit()).as(r.all()).isZero();
        assertThat(r.out().lines())
            .as(String.join(" ", command))
            .allMatch(l -> l.length() <= NARROW || !l.strip().contains(" "));
      }
    }
  }
}
