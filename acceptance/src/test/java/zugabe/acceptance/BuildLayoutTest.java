package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.util.List;
import org.testng.annotations.Test;

/** Drafts of what build tools lay out in folders of their own. */
public final class BuildLayoutTest {
  private static final String MAIN =
      """
      public static void main(String[] a) throws Exception {
        try (var in = Main.class.getResourceAsStream("/tern/words.txt")) {
          System.out.print(new String(in.readAllBytes()));
        }
        for (Runnable r : java.util.ServiceLoader.load(Runnable.class)) {
          r.run();
        }
      }
      """;
  private static final String CALL = "public void run() { System.out.print(\" call\"); }";

  private static String drafted(Workspace w) throws Exception {
    Program.Result r = w.program().zugabe("survey", "--draft");
    assertThat(r.exit()).as(r.all()).isZero();
    Program.Result built = w.program().zugabe("build");
    assertThat(built.exit()).as(built.all()).isZero();
    return Files.readString(w.path("zugabe.yaml"));
  }

  /** Resources lie beside classes, for each set of sources; what else is there is for nobody. */
  @Test
  public void resourcesThatLieApart() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.compile("build/classes/java/main", "tern.Main", MAIN);
      w.compile(
          "build/classes/kotlin/main",
          "tern.Call",
          "public static class C implements Runnable { " + CALL + " }");
      w.write("build/resources/main/tern/words.txt", "high tide");
      w.write("build/resources/main/META-INF/services/java.lang.Runnable", "tern.Call$C\n");
      w.compile(
          "build/classes/java/test", "tern.MainTest", "public static void main(String[] a) { }");
      w.write("build/resources/test/tern/words.txt", "no tide");
      w.program()
          .run(
              "sh",
              "-c",
              "cd build; mkdir libs tmp reports distributions generated kotlin; touch tmp/MANIFEST.MF reports/index.html distributions/tern-2.1.zip generated/a.txt kotlin/cache.bin");
      w.jar("build/libs/tern-2.1-all.jar", Workspace.entries("tern/Main.class", ""));
      String recipe = drafted(w);
      assertThat(recipe)
          .contains("version: \"2.1\"\n")
          .contains(
              "own: [build/resources/main, build/classes/kotlin/main, build/classes/java/main]\n")
          .doesNotContain("files:");
      for (String left :
          List.of("tmp", "reports", "distributions", "generated", "kotlin", "resources/test")) {
        assertThat(recipe).contains("#   build/" + left + "/: ");
      }
      assertThat(w.program().run("java", "-jar", "out/tern-2.1.jar").out())
          .isEqualTo("high tide call");
    }
  }

  /** A folder called so is left out only where a build made it. */
  @Test
  public void documentationThatABuildMade() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.compile("target/classes", "tern.Main", MAIN);
      w.write("target/classes/tern/words.txt", "low tide");
      w.write("target/site/index.html", "<html/>").write("target/apidocs/index.html", "<html/>");
      String recipe = drafted(w);
      assertThat(recipe)
          .contains("#   target/apidocs/: ", "#   target/site/: ")
          .doesNotContain("files:");
    }
    try (Workspace w = Workspace.create()) {
      w.compile("classes", "tern.Main", MAIN);
      w.write("classes/tern/words.txt", "low tide").write("site/index.html", "<html/>");
      assertThat(drafted(w)).contains("{from: site, to: site}");
    }
  }
}
