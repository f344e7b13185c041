package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Stream;
import org.testng.annotations.Test;

/** Programs that came as a jar, whose manifest says what {@code java -jar} needs. */
public final class StartManifestTest {
  private static final String OPENS = "--add-opens=java.base/java.lang=ALL-UNNAMED";
  private static final String EXPORTS = "--add-exports=java.base/sun.security.x509=ALL-UNNAMED";
  private static final String MANIFEST =
      """
      Manifest-Version: 1.0
      Main-Class: example.tern.Main
      Implementation-Version: 2.0b6 2016-02-05 05:16
      Add-Opens: java.base/java.lang
      Add-Exports: java.base/sun.security.x509
      Enable-Native-Access: ALL-UNNAMED

      """;

  /** In a jar, it looks into a class of Java's and uses another that is internal. */
  private static Workspace workspace(String release) throws Exception {
    Workspace w = Workspace.create();
    w.compile(
        "c",
        "example.tern.Main",
        """
        public static void main(String[] a) throws Exception {
          String.class.getDeclaredField("value").setAccessible(true);
          Object name = Class.forName("sun.security.x509.X500Name").getConstructor(String.class).newInstance("CN=tern");
          System.out.println(name + " " + a.length);
        }
        """,
        release);
    Map<String, byte[]> entries = new LinkedHashMap<>();
    entries.put("META-INF/MANIFEST.MF", MANIFEST.getBytes(StandardCharsets.UTF_8));
    entries.put("example/tern/Main.class", Files.readAllBytes(w.path("c/example/tern/Main.class")));
    w.jar("build/tern.jar", entries);
    w.program().run("rm", "-r", "c");
    return w;
  }

  @Test
  public void aDraftSaysWhatItsManifestSays() throws Exception {
    try (Workspace w = workspace("17")) {
      Program.Result drafted = w.program().zugabe("survey", "--draft");
      assertThat(drafted.exit()).as(drafted.all()).isZero();
      assertThat(Files.readString(w.path("zugabe.yaml")))
          .contains("version: 2.0b6\n")
          .contains(
              "options: [\""
                  + String.join(
                      "\", \"", EXPORTS, OPENS, "--enable-native-access=ALL-UNNAMED\"]  # as its"));
      Program.Result built = w.program().zugabe("build");
      assertThat(built.exit()).as(built.all()).isZero();
      assertThat(built.err()).doesNotContain("Z3031", "Z8007");
      for (String file : new String[] {"tern-2.0b6.jar", "tern-2.0b6.exe"}) {
        assertThat(w.program().run("java", "-jar", "out/" + file, "x").out())
            .isEqualTo("CN=tern 1\n");
      }
    }
  }

  @Test
  public void whatOptionsLackIsTold() throws Exception {
    try (Workspace w = workspace("17")) {
      String recipe =
          """
          app: {name: Tern, version: 1.0}
          materials: {app: {libraries: build/tern.jar}}
          programs:
            tern: {main: example.tern.Main, options: [%s]}
          deliverables: {jar: {kind: jar}}
          """;
      w.write("zugabe.yaml", recipe.formatted(EXPORTS + ", --enable-native-access=ALL-UNNAMED"));
      String err = w.program().zugabe("check").err();
      assertThat(err)
          .contains(
              """
              warning Z3031  zugabe.yaml:4:9  programs.tern
                The manifest of tern.jar, which example.tern.Main is from, says more than options: does.
                To do: Add to options: %s.
              """
                  .formatted(OPENS))
          .doesNotContain("Z8007");
      // an option and its value may be two words
      w.write("zugabe.yaml", recipe.formatted(OPENS.replace("=java.base", ", java.base")));
      assertThat(w.program().zugabe("check").err())
          .contains(
              "Add to options: " + EXPORTS + ",\n         --enable-native-access=ALL-UNNAMED.");
    }
  }

  /** Such a runtime would refuse to start with the options. */
  @Test
  public void whatTheOldestJavaDoesntKnowIsLeftOut() throws Exception {
    try (Workspace w = workspace("8")) {
      w.program().zugabe("survey", "--draft");
      assertThat(Files.readString(w.path("zugabe.yaml"))).doesNotContain("options:");
      assertThat(w.program().zugabe("check").err()).doesNotContain("Z3031");
    }
  }

  /** A toolkit's application class starts from a library just as well. */
  @Test
  public void aToolkitsApplicationClassInALibrary() throws Exception {
    try (Workspace w = Workspace.create()) {
      Applications.toolkit(w);
      Map<String, byte[]> entries = new LinkedHashMap<>();
      Path classes = w.path("classes");
      try (Stream<Path> all = Files.walk(classes)) {
        for (Path file : all.filter(Files::isRegularFile).sorted().toList()) {
          entries.put(classes.relativize(file).toString(), Files.readAllBytes(file));
        }
      }
      w.jar("lib/app.jar", entries);
      w.write(
          "zugabe.yaml",
          """
          app: {name: Tern, version: 1.0}
          materials: {app: {libraries: lib/*.jar}}
          programs: {tern: {main: example.toolkit.Main}}
          deliverables:
            merged: {kind: jar, libraries: merged, file: merged.jar}
            nested: {kind: jar, libraries: nested, file: nested.jar}
          """);
      Program.Result built = w.program().zugabe("build");
      assertThat(built.exit()).as(built.all()).isZero();
      for (String file : new String[] {"merged", "nested"}) {
        assertThat(w.program().run("java", "-jar", "out/" + file + ".jar").out())
            .as(file)
            .isEqualTo("ready 7\n");
      }
    }
  }

  /** Where there is nothing else, a jar that lies among libraries is the program. */
  @Test
  public void aProgramAmongLibrariesAlone() throws Exception {
    try (Workspace w = workspace("17")) {
      String agent =
          "Manifest-Version: 1.0\r\nMain-Class: example.tern.Main\r\nPremain-Class: example.tern.Main\r\n\r\n";
      Map<String, byte[]> entries =
          new LinkedHashMap<>(Workspace.entries("META-INF/MANIFEST.MF", agent));
      w.compile(
          "c",
          "example.tern.Main",
          "public static void main(String[] a) { System.out.print(a.length); }");
      entries.put(
          "example/tern/Main.class", Files.readAllBytes(w.path("c/example/tern/Main.class")));
      w.program().run("rm", "-r", "c", "build");
      w.jar("tern/lib/tern-3.1.jar", entries);
      w.library("tern/lib/level.jar", "lib.Level", "");
      assertThat(w.program().zugabe("survey", "--draft").out())
          .contains("example.tern.Main  console  Java 17  the manifest of tern-3.1.jar names it");
      Program.Result built = w.program().zugabe("build");
      assertThat(built.exit()).as(built.all()).isZero();
      assertThat(w.program().run("java", "-jar", "out/tern-3.1.jar", "x").out()).isEqualTo("1");
    }
  }

  /** A runtime takes what its class path names, and what those jars' do, and nothing else. */
  @Test
  public void librariesAreThoseThatItsManifestNames() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.library("lib/tide.jar", "far.Tide", "public static String text() { return \"high\"; }");
      w.compile("lib/a", "far.Level", "public static String text() { return Tide.text(); }");
      w.compile(
          "c",
          "example.tern.Main",
          "public static void main(String[] a) { System.out.print(far.Level.text()); }");
      String more = "Class-Path: ../tide.jar nowhere/\r\n";
      jar(w, "vendor/far/the level.jar", "lib/a", "far/Level.class", more);
      more = "Main-Class: example.tern.Main\r\nClass-Path: ../vendor/far/the%20level.jar\r\n";
      jar(w, "app/tern.jar", "c", "example/tern/Main.class", more);
      w.program().run("sh", "-c", "mv lib/tide.jar vendor; rm -r c lib");
      w.library("app/other.jar", "other.Nobody", "");
      w.program().zugabe("survey", "--draft");
      assertThat(Files.readString(w.path("zugabe.yaml")))
          .contains("libraries: [app/tern.jar, vendor/*.jar, vendor/far/*.jar]\n");
      Program.Result built = w.program().zugabe("build");
      assertThat(built.exit()).as(built.all()).isZero();
      // what nobody names may be a plug-in, so it goes along beside the program
      String start = "unzip -q out/tern-1.0.0.zip -d x && exec x/tern-1.0.0/bin/tern";
      assertThat(w.program().run("sh", "-c", start).out()).isEqualTo("high");
      assertThat(w.path("x/tern-1.0.0/app/other.jar")).exists();
    }
  }

  /** A jar of one class. */
  private static void jar(Workspace w, String path, String folder, String entry, String attributes)
      throws Exception {
    Map<String, byte[]> entries =
        new LinkedHashMap<>(
            Workspace.entries(
                "META-INF/MANIFEST.MF", "Manifest-Version: 1.0\r\n" + attributes + "\r\n"));
    entries.put(entry, Files.readAllBytes(w.path(folder + "/" + entry)));
    w.jar(path, entries);
  }

  /** A file for Windows that Windows doesn't start by its name is nobody's program. */
  @Test
  public void aProgramOfAnotherEndingIsNone() throws Exception {
    try (Workspace w = workspace("17")) {
      Files.copy(
          Program.ROOT.resolve("kinds/src/main/resources/zugabe/kinds/launcher/console-x64.exe"),
          w.path("tern.bin"));
      w.program().zugabe("survey", "--draft");
      assertThat(w.program().zugabe("check").exit()).isZero();
    }
  }
}
