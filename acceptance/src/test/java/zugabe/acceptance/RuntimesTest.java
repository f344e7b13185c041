package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
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
        String name = java.replaceAll("[^A-Za-z0-9]", "_");
        for (int start = 0; start < 2; start++) {
          Program.Result version = with(w, java).started("--version");
          assertThat(version.exit()).as(version.all()).isZero();
          assertThat(version.err()).isEmpty();
          assertThat(version.out()).startsWith("zugabe ");
          made(app.resolve("classes" + name + ".jsa"));
        }
        boolean digests =
            w.program()
                .run(java, "-XX:+UnlockDiagnosticVMOptions", "-XX:+PrintFlagsFinal", "-version")
                .out()
                .replace(" ", "")
                .contains("UseSHA256Intrinsics=true");
        assertThat(app.resolve("compilers" + name + ".json"))
            .as("this runtime takes what is said of its compilers")
            .hasContent(said(app, digests));
      }
    }
    try (Stream<Path> left = Files.list(app)) {
      assertThat(left.map(f -> f.getFileName().toString()).filter(f -> f.contains(".jsa.")))
          .as("what was needed to make them is gone")
          .isEmpty();
    }
  }

  /** A first start leaves it to be made in the background. */
  private static void made(Path archive) throws InterruptedException {
    Path making = archive.resolveSibling(archive.getFileName() + ".making");
    waitWhile(() -> Files.exists(making));
    assertThat(archive).exists();
  }

  private static void waitWhile(BooleanSupplier what) throws InterruptedException {
    for (int i = 0; i < 6000 && what.getAsBoolean(); i++) {
      TimeUnit.MILLISECONDS.sleep(100);
    }
  }

  /**
   * What is said of compilers.
   *
   * @param digests whether the processor has instructions for digests
   */
  private static String said(Path app, boolean digests) throws Exception {
    String all = Files.readString(app.resolve("compilers.json"));
    return digests ? all : all.replaceAll(".*(b2iBig64|SHA2.implCompress0).*\n", "");
  }

  /** A processor that has no instructions for digests needs them compiled well. */
  @Test
  public void digestsWithoutInstructions() throws Exception {
    Path app = Program.ROOT.resolve("cli/target/app");
    try (Workspace w = Workspace.withProgram()) {
      String real = Path.of(System.getProperty("java.home"), "bin/java").toRealPath().toString();
      w.write(
          "poor/bin/java",
          "#!/bin/sh\nexec "
              + real
              + " -XX:+UnlockDiagnosticVMOptions -XX:-UseSHA256Intrinsics \"$@\"\n");
      Path poor = w.path("poor/bin/java");
      assertThat(poor.toFile().setExecutable(true)).isTrue();
      // byte by byte, as the start script's tools go
      byte[] path = poor.toRealPath().toString().getBytes(StandardCharsets.UTF_8);
      String name = new String(path, StandardCharsets.ISO_8859_1).replaceAll("[^A-Za-z0-9]", "_");
      Path directives = app.resolve("compilers" + name + ".json");
      Path making = app.resolve("classes" + name + ".jsa.making");
      try {
        Program.Result r = with(w, poor.toString()).started("build");
        assertThat(r.exit()).as(r.all()).isZero();
        assertThat(r.all()).doesNotContain("directives", "CompileCommand");
        waitWhile(() -> !Files.exists(directives) && Files.exists(making));
        assertThat(directives).hasContent(said(app, false));
        assertThat(Files.readString(directives)).doesNotContain("implCompress0");
      } finally {
        // nobody needs the classes; what is told to end takes what it made with it, but the runtime
        // that it started would write its list of classes behind that
        String maker = poor.toRealPath().toString();
        List<ProcessHandle> busy =
            ProcessHandle.allProcesses()
                .filter(
                    p ->
                        Stream.of(p.info().arguments().orElse(new String[0]))
                            .anyMatch(a -> a.equals(maker) || a.contains("classes" + name)))
                .toList();
        busy.forEach(ProcessHandle::destroy);
        for (ProcessHandle process : busy) {
          process.onExit().get(60, TimeUnit.SECONDS);
        }
        waitWhile(() -> Files.exists(making));
        Files.deleteIfExists(directives);
        Files.deleteIfExists(app.resolve("classes" + name + ".jsa"));
      }
    }
  }

  /** A method of another name would be asked for as soon as all others. */
  @Test
  public void theLoopThatIsAskedForLaterIsThere() throws Exception {
    String script = Files.readString(Program.ROOT.resolve("zugabe"));
    Matcher named =
        Pattern.compile("ThresholdScaling,(zugabe[a-zA-Z.]+)::([a-z]+),").matcher(script);
    assertThat(named.find()).isTrue();
    Path source =
        Program.ROOT.resolve("formats/src/main/java/" + named.group(1).replace('.', '/') + ".java");
    assertThat(Files.readString(source)).contains(" " + named.group(2) + "(int");
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
