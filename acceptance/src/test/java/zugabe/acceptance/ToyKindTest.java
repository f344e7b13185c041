package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.util.List;
import org.testng.annotations.Test;
import zugabe.acceptance.toy.Toys;

/** A kind is one package and one line of the registry: a toy goes through every command. */
public final class ToyKindTest {
  private static final String RECIPE =
      Workspace.RECIPE + "  it: {kind: chest, materials: app, treasure: jar, lid: \"Tide\"}\n";

  private static Program.Result run(Workspace w, String... arguments) {
    return w.program().here(Toys.registry(), arguments);
  }

  private static Workspace workspace() throws Exception {
    return Workspace.withProgram().write("zugabe.yaml", RECIPE);
  }

  @Test
  public void itIsCheckedAndShown() throws Exception {
    try (Workspace w = workspace()) {
      Program.Result r = run(w, "check", "--tree", "--identity");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.out())
          .contains("it   chest  tern-1.0.chest.tar", "open", "treasure", "tern-1.0.jar", "lid")
          .contains("from lid:");
      w.replace("zugabe.yaml", ", lid: \"Tide\"", "");
      assertThat(run(w, "check").err()).contains("warning Z9901  zugabe.yaml:6:7  deliverables.it");
    }
  }

  @Test
  public void itsKeysAreItsOwn() throws Exception {
    try (Workspace w = workspace()) {
      w.replace("zugabe.yaml", "lid: \"Tide\"", "holds: {jar: .}, libraries: merged");
      String told = run(w, "check").err().replaceAll("\\n {2,9}(?!To do:)", " ");
      assertThat(told)
          .contains(
              "\"holds\" isn't a key of kind: chest; it belongs to kind: archive.",
              "To do: Write treasure: with one name.",
              "\"libraries\" isn't a key of kind: chest; it belongs to kind: windows-launcher, jar.");
      w.write("zugabe.yaml", RECIPE.replace("kind: jar", "kind: jar, treasure: it"));
      assertThat(run(w, "check").err()).contains("it belongs to kind: chest.");
      w.write("zugabe.yaml", RECIPE.replace("treasure: jar", "treasure: jra"));
      assertThat(run(w, "check").err()).contains("Z1010", "Did you mean \"jar\"?");
    }
    JsonNode schema =
        new ObjectMapper()
            .readTree(
                Program.in(Program.ROOT).here(Toys.registry(), "schema", "--kind", "chest").out());
    assertThat(schema.at("/required").toString()).contains("treasure");
  }

  @Test
  public void itIsMadeTriedAndLookedInto() throws Exception {
    try (Workspace w = workspace()) {
      Program.Result built = run(w, "build", "--rehearse");
      assertThat(built.exit()).as(built.all()).isZero();
      assertThat(built.out()).contains("open: Tide");
      Program.Result listed = w.program().run("tar", "-tf", "out/tern-1.0.chest.tar");
      assertThat(listed.out())
          .contains("chest/files/example/tern/Main.class", "chest/treasure/tern-1.0.jar");
      // the deliverable in it is the one beside it
      assertThat(
              w.program()
                  .run(
                      "sh",
                      "-c",
                      "tar -xOf out/tern-1.0.chest.tar chest/treasure/tern-1.0.jar | cmp - out/tern-1.0.jar")
                  .exit())
          .isZero();
      JsonNode receipt = new ObjectMapper().readTree(w.path("out/receipt.json").toFile());
      assertThat(receipt.at("/deliverables").findValuesAsText("kind"))
          .isEqualTo(List.of("jar", "chest"));
      assertThat(run(w, "rehearse", "it").out()).contains("open: Tide");
      assertThat(run(w, "inspect", "out/tern-1.0.chest.tar").out())
          .contains("out/tern-1.0.chest.tar: chest", "a chest", "chest/open");
    }
  }

  @Test
  public void withoutItsLineItIsGone() throws Exception {
    try (Workspace w = workspace()) {
      Program.Result r = w.program().zugabe("check");
      assertThat(r.exit()).isEqualTo(2);
      assertThat(r.err()).contains("\"chest\" isn't allowed here");
    }
  }
}
