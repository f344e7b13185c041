package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.testng.annotations.Test;

/** The program on every runtime that is installed here, not on the default one only. */
public final class RuntimesTest {
  private static Program with(Workspace w, String java) {
    return w.program().with("JAVA_HOME", Path.of(java).getParent().getParent().toString());
  }

  /**
   * The first start leaves an archive of classes, which later ones find; none says a word of it.
   */
  @Test
  public void startsAreQuietAndLeaveAnArchiveOfClasses() throws Exception {
    Path app = Program.ROOT.resolve("cli/target/app");
    try (Workspace w = Workspace.create()) {
      for (String java : Program.runtimes()) {
        for (int start = 0; start < 2; start++) {
          Program.Result version = with(w, java).started("--version");
          assertThat(version.exit()).as(version.all()).isZero();
          assertThat(version.err()).isEmpty();
          assertThat(version.out()).startsWith("zugabe ");
        }
        String name = java.replaceAll("[^A-Za-z0-9]", "_");
        assertThat(app.resolve("classes" + name + ".jsa")).exists();
        assertThat(app.resolve("compilers" + name + ".json"))
            .as("this runtime takes what is said of its compilers")
            .hasSameTextualContentAs(app.resolve("compilers.json"));
      }
    }
    try (Stream<Path> left = Files.list(app)) {
      assertThat(left.map(f -> f.getFileName().toString()).filter(f -> f.contains(".jsa.")))
          .as("what was needed to make them is gone")
          .isEmpty();
    }
  }

  @Test
  public void eachRuntimeBuildsTheSame() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.write(
          "zugabe.yaml",
          """
          app: {name: Tern, version: 1.0}
          materials: {app: {own: classes, libraries: "lib/*.jar"}}
          programs: {tern: {materials: app, main: example.tern.Main}}
          deliverables:
            jar: {kind: jar, program: tern, file: tern.jar}
            set: {kind: archive, program: tern, formats: [zip, tar.gz]}
          """);
      byte[] first = null;
      for (String java : Program.runtimes()) {
        Program.Result built = with(w, java).started("build");
        assertThat(built.exit()).as(built.all()).isZero();
        assertThat(built.all()).doesNotContain("directives");
        byte[] sums = Files.readAllBytes(w.path("out/SHA256SUMS"));
        first = first == null ? sums : first;
        assertThat(sums).as(java).isEqualTo(first);
      }
    }
  }

  /** The runtime keeps its words to itself while a file is built, but not about what it lacks. */
  @Test
  public void memoryThatIsNotThereIsTold() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      for (String java : Program.runtimes()) {
        Program.Result r = with(w, java).with("ZUGABE_JAVA_OPTIONS", "-Xms99999g").started("build");
        assertThat(r.exit()).isNotZero();
        assertThat(r.all()).as(java).contains("Could not reserve enough space");
        r = with(w, java).with("ZUGABE_JAVA_OPTIONS", "-Xmx99m").started("check");
        assertThat(r.exit()).as(r.all()).isZero();
      }
    }
  }

  /** Names of our own that no class bears would give those methods to the wrong compiler. */
  @Test
  public void compilersAreToldOfClassesThatThereAre() throws Exception {
    String said = Files.readString(Program.ROOT.resolve("cli/src/main/app/compilers.json"));
    Matcher named = Pattern.compile("\"(zugabe/[a-z/]+)/\\*\\.\\*\"").matcher(said);
    int count = 0;
    while (named.find()) {
      assertThat(Program.ROOT.resolve("formats/src/main/java").resolve(named.group(1)))
          .isDirectory();
      count++;
    }
    assertThat(count).isPositive();
  }
}
