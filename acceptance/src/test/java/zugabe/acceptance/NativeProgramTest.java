package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import org.testng.annotations.Test;

/** Native programs and libraries with native code, where they are to run. */
public final class NativeProgramTest {
  private static final String RECIPE =
      """
      app: {name: Tern, version: 1.0}
      materials:
        tide: {own: dist}
      programs:
        tide: {file: bin/tide}
      deliverables:
        set: {kind: archive, programs: [tide]%s, formats: tar.gz}
      """;

  private static void run(Workspace w, String... command) throws Exception {
    Program.Result r = w.program().run(command);
    assertThat(r.exit()).as(r.all()).isZero();
  }

  private static Workspace linked() throws Exception {
    Workspace w = Workspace.create();
    w.write("level.c", "int level(void) { return 4; }\n");
    w.write("tide.c", "int level(void); int main(void) { return level() - 4; }\n");
    Files.createDirectories(w.path("dist/bin"));
    Files.createDirectories(w.path("dist/lib"));
    run(w, "gcc", "-shared", "-fPIC", "-o", "dist/lib/liblevel.so", "level.c");
    run(w, "gcc", "-o", "dist/bin/tide", "tide.c", "-Ldist/lib", "-llevel");
    return w.write("zugabe.yaml", RECIPE.formatted(", platforms: linux-x64"));
  }

  private static String check(Workspace w) throws Exception {
    return w.program().zugabe("check").err().replaceAll("\\s+", " ");
  }

  @Test
  public void whatItIsLinkedToHasToBeThere() throws Exception {
    try (Workspace w = linked()) {
      assertThat(check(w)).doesNotContain("Z3024", "error");
      Files.delete(w.path("dist/lib/liblevel.so"));
      assertThat(check(w))
          .contains("warning Z3024 dist/bin/tide It is linked to liblevel.so, which is neither");
    }
  }

  /** What a check only warns of, a rehearsal without a trial fails of. */
  @Test
  public void withoutALibraryItDoesNotStart() throws Exception {
    try (Workspace w = linked()) {
      Files.delete(w.path("dist/lib/liblevel.so"));
      run(w, "rm", "-r", "dist/lib");
      assertThat(w.program().zugabe("build").exit()).isZero();
      Program.Result r = w.program().zugabe("rehearse");
      assertThat(r.exit()).as(r.all()).isEqualTo(1);
      assertThat(r.out())
          .contains("✗ a library is missing:", "liblevel.so: cannot open shared object file");
      assertThat(r.err()).contains("error Z6002");
    }
  }

  @Test
  public void aSharedLibraryIsNoProgram() throws Exception {
    try (Workspace w = linked()) {
      w.replace("zugabe.yaml", "file: bin/tide", "file: lib/liblevel.so");
      assertThat(check(w))
          .contains("error Z3020", "lib/liblevel.so is a shared library, which no system starts.");
    }
  }

  @Test
  public void aProgramOfOnePlatformIsNotForAll() throws Exception {
    try (Workspace w = linked()) {
      w.write("zugabe.yaml", RECIPE.formatted(""));
      assertThat(check(w))
          .contains(
              "error Z3020",
              "bin/tide is for linux-x64, and the archive names no platforms.",
              "Write platforms: [linux-x64] for the archive.");
    }
  }

  /** Libraries that Java loads by name are for the platforms that the recipe names them for. */
  @Test
  public void nativesForOnePlatform() throws Exception {
    try (Workspace w = linked()) {
      w.compile(
          "classes",
          "a.Main",
          "public static void main(String[] a) { System.loadLibrary(\"level\"); }");
      w.write(
          "zugabe.yaml",
          """
          app: {name: Tern, version: 1.0}
          materials:
            tide: {own: classes, natives: {linux-x64: dist/lib/liblevel.so}}
          programs:
            tide: {main: a.Main}
          deliverables:
            set: {kind: archive, programs: [tide]}
          """);
      assertThat(check(w))
          .contains(
              "note Z3026 zugabe.yaml:5:9 programs.tide The group \"tide\" has native libraries for"
                  + " linux-x64, and what is made of it goes to all systems.");
      w.replace("zugabe.yaml", "[tide]", "[tide], platforms: [linux-x64, windows-x64]");
      assertThat(check(w))
          .contains(
              "warning Z3025 zugabe.yaml:5:9 programs.tide The group \"tide\" has native libraries for"
                  + " linux-x64, and what is made of it is also for windows-x64.");
      w.replace("zugabe.yaml", ", windows-x64]", "]");
      assertThat(check(w)).doesNotContain("Z3025", "Z3026");
    }
  }

  /** A toolkit has a file for each platform; the empty one beside it isn't there twice. */
  @Test
  public void librariesForOnePlatform() throws Exception {
    try (Workspace w = Workspace.create()) {
      Applications.libraries(w, "javafx");
      w.jar("lib/javafx-base-17.0.13.jar", Workspace.entries("META-INF/x.txt", ""));
      w.compile(
          "classes",
          "a.Main",
          "public static void main(String[] a) { System.out.println(new com.sun.javafx.PlatformUtil()); }");
      w.write(
          "zugabe.yaml",
          """
          app: {name: Tern, version: 1.0}
          materials:
            tide: {own: classes, libraries: lib/*.jar}
          programs:
            tide: {main: a.Main}
          deliverables:
            set: {kind: archive, programs: [tide], platforms: [linux-x64, windows-x64]}
          """);
      assertThat(check(w))
          .contains(
              "warning Z3025 zugabe.yaml:5:9 programs.tide lib/javafx-graphics-17.0.13-linux.jar has"
                  + " native code for linux-x64, and what is made of it is also for windows-x64.")
          .doesNotContain("Z4025");
      w.replace("zugabe.yaml", "[linux-x64, windows-x64]", "linux-x64");
      assertThat(check(w)).doesNotContain("Z3025");
    }
  }
}
