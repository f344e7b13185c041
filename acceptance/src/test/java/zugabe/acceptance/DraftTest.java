package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Stream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Applications as they lie in a folder, each drafted, checked, built and rehearsed with no edit:
 * everything that was seen is in the recipe, or the recipe says why not.
 */
public final class DraftTest {
  private static Program.Result ok(Program.Result r) {
    assertThat(r.exit()).as(r.all()).isZero();
    return r;
  }

  /** Starts a program from an unpacked archive of the output folder. */
  private static String start(Workspace w, String program) throws Exception {
    Path zip;
    try (Stream<Path> list = Files.list(w.path("out"))) {
      zip = list.filter(p -> p.toString().endsWith(".tar.gz")).findFirst().orElseThrow();
    }
    Files.createDirectories(w.path("there"));
    ok(w.program().run("tar", "-xf", zip.toString(), "-C", "there", "--strip-components=1"));
    return ok(Program.in(Path.of("/tmp")).run(w.path("there/bin/" + program).toString())).out();
  }

  @Test
  public void nativesDataAndAScriptThatStartsIt() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.library("lib/level.jar", "lib.Level", "public static String at() { return \"4.2 m\"; }");
      w.compile(
          "classes",
          "example.tide.Main",
          "public static void main(String[] a) throws Exception {"
              + " System.out.println(lib.Level.at() + System.getProperty(\"quay\") + Runtime.getRuntime().maxMemory() / 1048576"
              + " + java.util.Arrays.asList(a) + java.nio.file.Files.readString(java.nio.file.Path.of(\"tables/today.csv\")));"
              + " System.loadLibrary(\"level\"); }");
      w.write("level.c", "int level(void) { return 4; }\n");
      Files.createDirectories(w.path("native"));
      ok(w.program().run("gcc", "-shared", "-fPIC", "-o", "native/liblevel.so", "level.c"));
      Files.delete(w.path("level.c"));
      w.write("tables/today.csv", "04:52").write("tide.conf", "a = 1\n");
      w.write(
          "run.sh",
          """
          #!/bin/sh
          # java -cp old old.Main
          cd "$(dirname "$0")"
          exec "$JAVA_HOME/bin/java" -Xmx48m \\
            -Dquay='north side' -Dlog=$LOG -cp 'classes:lib/*' example.tide.Main --daily "$@"
          """);
      String draft = Applications.drafted(w);
      assertThat(draft)
          .contains("natives:\n      linux-x64: [native/liblevel.so]")
          .contains("options: [\"-Xmx48m\", \"-Dquay=north side\"]  # as in run.sh")
          .contains("arguments: [\"--daily\"]  # as in run.sh")
          .contains("- {from: tables, to: tables}\n", "- tide.conf\n", "folder: program")
          .contains("#   run.sh: starts the program today; its options are taken over")
          .contains("-Dlog=$LOG in it isn't: only the script knows its value");
      assertThat(start(w, "tide")).startsWith("4.2 mnorth side48[--daily]04:52");
    }
  }

  /** Opened, a jar finds none of them: an archive for each system has the start that does. */
  @Test
  public void aWindowThatLoadsNativeLibraries() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.compile(
          "classes",
          "example.tide.Main",
          "public static void main(String[] a) {"
              + " System.loadLibrary(\"level\"); new javax.swing.JFrame().setVisible(true); }");
      w.write("level.c", "int level(void) { return 4; }\n");
      Files.createDirectories(w.path("native"));
      ok(w.program().run("gcc", "-shared", "-fPIC", "-o", "native/liblevel.so", "level.c"));
      String compiler = "x86_64-w64-mingw32-gcc";
      ok(w.program().run(compiler, "-shared", "-o", "native/level.dll", "level.c"));
      Files.delete(w.path("level.c"));
      assertThat(Applications.drafted(w))
          .contains("tide-exe: {kind: windows-launcher, program: tide, libraries: beside")
          .contains("platforms: [linux-x64, windows-x64], holds: {tide-exe: .}");
      String windows = ok(w.program().run("unzip", "-Z1", "out/tide-1.0.0-windows-x64.zip")).out();
      assertThat(windows).contains("/tide.exe\n", "/lib/native/level.dll\n");
      String linux = ok(w.program().run("unzip", "-Z1", "out/tide-1.0.0-linux-x64.zip")).out();
      assertThat(linux).contains("/lib/native/liblevel.so\n").doesNotContain("tide.exe");
    }
  }

  /** A module that provides a service for itself, compiled. */
  private static void module(Workspace w) throws Exception {
    w.write(
        "source/example/tide/Main.java",
        "package example.tide; public class Main implements Runnable { public void run() { System.out.println(\"low water\"); }"
            + " public static void main(String[] a) { java.util.ServiceLoader.load(Runnable.class).findFirst().orElseThrow().run(); } }");
    w.write(
        "source/module-info.java",
        "module example.tide { uses Runnable; provides Runnable with example.tide.Main; }");
    ok(
        w.program()
            .run(
                "javac",
                "-d",
                "classes",
                "source/module-info.java",
                "source/example/tide/Main.java"));
    ok(w.program().run("rm", "-r", "source"));
  }

  @Test
  public void modules() throws Exception {
    try (Workspace w = Workspace.create()) {
      module(w);
      Applications.Drafted draft = Applications.goesOut(w, true);
      assertThat(draft.recipe()).contains("modules: {main: example.tide}", "libraries: beside");
      assertThat(draft.rehearsal()).contains("| low water\n");
    }
  }

  /** The same on the class path loses the provider, and is told how to keep it. */
  @Test
  public void aProviderThatOnlyAModuleNames() throws Exception {
    try (Workspace w = Workspace.create()) {
      module(w);
      w.write(
          "zugabe.yaml",
          """
          app: {name: Tide, version: 1.0}
          materials: {app: {own: classes}}
          deliverables: {tide: {kind: jar}}
          """);
      assertThat(w.program().zugabe("check").err().replaceAll("\\s+", " "))
          .contains("modules: {main: example.tide}");
      // another program with that class, which has it, doesn't stand for this one
      w.write(
          "zugabe.yaml",
          """
          app: {name: Tide, version: 1.0}
          materials: {app: {own: classes}}
          programs:
            one: {materials: app, main: example.tide.Main, modules: {main: example.tide}}
            two: {materials: app, main: example.tide.Main}
          deliverables: {a: {kind: archive, programs: [one]}, b: {kind: jar, program: two}}
          """);
      assertThat(w.program().zugabe("check").err()).contains("warning Z8004", "programs.two");
    }
  }

  @Test
  public void aWebArchiveThatIsntPacked() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.library("site/WEB-INF/lib/level.jar", "lib.Level", "");
      w.write("site/index.html", "<p>tides</p>").write("site/WEB-INF/web.xml", "<web-app/>");
      w.compile("other", "a.Page", "public Object level = new Object();");
      Files.createDirectories(w.path("site/WEB-INF/classes"));
      Files.move(w.path("other/a"), w.path("site/WEB-INF/classes/a"));
      Files.delete(w.path("other"));
      String draft = Applications.drafted(w);
      assertThat(draft).contains("web: site\n", "kind: war").doesNotContain("libraries:");
      assertThat(ok(w.program().run("unzip", "-Z1", "out/site.war")).out())
          .contains("WEB-INF/lib/level.jar\n", "WEB-INF/classes/a/Page.class\n", "index.html\n");
    }
  }

  /** Pages with a descriptor, and classes in a folder of their own: one web archive of both. */
  @Test
  public void pagesBesideTheirServlets() throws Exception {
    try (Workspace w = Workspace.create()) {
      Applications.libraries(w, "jakarta.servlet-api");
      w.compile(
          "build/classes",
          "a.Page",
          "@jakarta.servlet.annotation.WebServlet(\"/tide\") public static class S extends jakarta.servlet.http.HttpServlet {}");
      w.write("build/web/index.html", "<p>tides</p>");
      w.write("build/web/WEB-INF/web.xml", "<web-app/>");
      String draft = Applications.drafted(w);
      assertThat(draft).contains("web: build/web\n").containsOnlyOnce("kind: war");
    }
  }

  /** What a build leaves: classes, their jar with and without libraries, tests, an old output. */
  @Test
  public void whatABuildLeaves() throws Exception {
    try (Workspace w = Workspace.create()) {
      Applications.libraries(w, "h2");
      Files.createDirectories(w.path("target"));
      Files.move(w.path("lib"), w.path("target/lib"));
      String main = "public static void main(String[] a) { System.out.println(1); }";
      w.compile("target/classes", "example.tide.Main", main);
      w.compile("target/test-classes", "example.tide.MainTest", main);
      byte[] bytes = Files.readAllBytes(w.path("target/classes/example/tide/Main.class"));
      Map<String, byte[]> packed = new LinkedHashMap<>();
      packed.putAll(
          Workspace.entries(
              "META-INF/MANIFEST.MF",
              "Manifest-Version: 1.0\r\nMain-Class: example.tide.Main\r\n\r\n",
              "META-INF/maven/example/tide-tables/pom.properties",
              "groupId=example\nartifactId=tide-tables\nversion=2.4.1\n"));
      packed.put("example/tide/Main.class", bytes);
      w.jar("target/tide-tables-2.4.1.jar", packed);
      w.jar("target/original-tide-tables-2.4.1.jar", packed);
      w.jar("target/tide-tables-2.4.1-tests.jar", packed);
      w.write("out/receipt.json", "{}").write("out/SHA256SUMS", "").write("out/old.jar", "x");
      String draft = Applications.drafted(w);
      assertThat(draft)
          .contains("name: Tide-tables\n", "version: 2.4.1\n")
          .contains("libraries: [target/lib/*.jar]", "main: example.tide.Main")
          .contains("#   target/tide-tables-2.4.1.jar: the classes in target/classes, packed")
          .contains(
              "#   target/original-tide-tables-2.4.1.jar: the same program without its libraries")
          .contains("#   target/tide-tables-2.4.1-tests.jar: classes of tests")
          .contains("#   out/: made by an earlier build")
          .doesNotContain("org.h2", "MainTest");
    }
  }

  /** Without a jar, what lies among the classes for it tells name and version. */
  @Test
  public void nameAndVersionFromWhatLiesAmongTheClasses() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.compile("classes", "a.Main", "public static void main(String[] a) { }");
      w.write(
          "classes/META-INF/MANIFEST.MF",
          "Manifest-Version: 1.0\nImplementation-Title: quay\nImplementation-Version: 1.9\n");
      ok(w.program().zugabe("survey", "--draft"));
      assertThat(Files.readString(w.path("zugabe.yaml")))
          .contains("name: Quay\n", "version: \"1.9\"\n");
      Files.delete(w.path("zugabe.yaml"));
      w.write("classes/META-INF/maven/x/y/pom.properties", "artifactId=tides\nversion=2.0.1\n");
      ok(w.program().zugabe("survey", "--draft"));
      assertThat(Files.readString(w.path("zugabe.yaml")))
          .contains("name: Tides\n", "version: 2.0.1\n");
    }
  }

  /** Libraries are never programs, wherever they lie. */
  @Test
  public void jarsInOneFolder() throws Exception {
    try (Workspace w = Workspace.create()) {
      Applications.libraries(w, "h2");
      w.compile(
          "other",
          "example.tide.Main",
          "public static void main(String[] a) { System.out.println(new Object()); }");
      Map<String, byte[]> packed = new LinkedHashMap<>();
      packed.putAll(
          Workspace.entries(
              "META-INF/MANIFEST.MF",
              "Manifest-Version: 1.0\r\nMain-Class: example.tide.Main\r\nImplementation-Version: 3.1\r\n\r\n"));
      packed.put(
          "example/tide/Main.class", Files.readAllBytes(w.path("other/example/tide/Main.class")));
      ok(w.program().run("rm", "-r", "other"));
      ok(w.program().run("sh", "-c", "mv lib/*.jar . && rmdir lib"));
      w.jar("tide.jar", packed);
      String draft = Applications.drafted(w);
      assertThat(draft)
          .contains("main: example.tide.Main", "version: \"3.1\"")
          .doesNotContain("org.h2");
    }
  }

  /** The usual three folders: scripts start a class in a jar among the libraries. */
  @Test
  public void scriptsLibrariesAndSettings() throws Exception {
    try (Workspace w = Workspace.create()) {
      Applications.libraries(w, "h2");
      w.library(
          "lib/harbour.jar",
          "example.harbour.Start",
          "public static void main(String[] a) throws Exception { System.out.println("
              + "java.nio.file.Files.readString(java.nio.file.Path.of(\"conf/quay.conf\")).strip() + a.length); }");
      w.write("conf/quay.conf", "north\n");
      w.write(
          "bin/harbour",
          "#!/bin/sh\nexec java -Xmx48m -cp \"$HERE/lib/*\" example.harbour.Start one \"$@\"\n");
      w.write("bin/harbour.bat", "@java -Xmx48m -cp ..\\lib\\* example.harbour.Start one %*\r\n");
      ok(w.program().run("chmod", "a+x", "bin/harbour"));
      String draft = Applications.drafted(w);
      assertThat(draft)
          .contains("main: example.harbour.Start", "libraries: [lib/*.jar]")
          .contains("options: [\"-Xmx48m\"]", "- {from: conf, to: conf}")
          .contains("#   bin/harbour: starts the program today; its options are taken over")
          .contains("#   bin/harbour.bat: starts the program today, too")
          .doesNotContain("file: harbour");
      assertThat(start(w, "harbour")).isEqualTo("north1\n");
    }
  }

  /** Where only Windows has a script, what it names is named for all systems; texts go along. */
  @Test
  public void aScriptForWindowsOnly() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.compile(
          "classes",
          "a.Main",
          "public static void main(String[] a) throws Exception { System.out.println(a[1] +"
              + " java.nio.file.Files.readString(java.nio.file.Path.of(a[0]))); }");
      w.write("tables/today.csv", "04:52\n").write("README.txt", "Tides.\n");
      w.write(
          "tide.cmd",
          "@java -Xmx48m -Dx=tables\\today.csv -cp classes a.Main tables\\today.csv a\\b %*\r\n");
      Applications.Drafted draft = Applications.goesOut(w, false);
      assertThat(draft.recipe())
          .contains("arguments: [\"tables/today.csv\", \"a\\\\b\"]  # as in tide.cmd")
          .contains("\"-Dx=tables/today.csv\"", "- README.txt\n")
          .doesNotContain("README.txt:");
      assertThat(draft.rehearsal()).contains("| a\\b04:52\n");
      // another one for other systems says more
      w.write("tide.sh", "#!/bin/sh\nexec java -cp classes a.Main tables/today.csv sh \"$@\"\n");
      ok(w.program().zugabe("survey", "--draft", "--to", "b.yaml"));
      assertThat(Files.readString(w.path("b.yaml"))).contains("[\"tables/today.csv\", \"sh\"]");
      // where people work on sources, texts are for them
      w.write("Makefile", "all:\n");
      ok(w.program().zugabe("survey", "--draft", "--to", "c.yaml"));
      assertThat(Files.readString(w.path("c.yaml"))).contains("#   README.txt: a text for");
    }
  }

  /** What no class path has, a program may load by itself: it goes along as it lies. */
  @Test
  public void jarsThatOnlyTheProgramLoads() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.library("app/lib/tide.jar", "tide.Tide", "");
      w.library(
          "plugins/level.jar", "plug.Level", "public String toString() { return \"4.2 m\"; }");
      w.compile(
          "app/classes",
          "a.Main",
          "public static void main(String[] a) throws Exception { java.net.URL jar = new java.io.File(\"plugins/level.jar\").toURI().toURL();"
              + " try (var l = new java.net.URLClassLoader(new java.net.URL[] {jar})) {"
              + " System.out.println(l.loadClass(\"plug.\" + \"Level\").getConstructor().newInstance()); } }");
      w.write("bin/find.bat", "if exist \"%JAVA_HOME%\\bin\\java.exe\" goto found\r\n");
      w.write("bin/ask.sh", "#!/bin/sh\nif [ -x \"$JAVA_HOME/bin/java\" ]; then echo 1; fi\n");
      Applications.Drafted draft = Applications.goesOut(w, false);
      assertThat(draft.recipe())
          .contains("- {from: plugins, to: plugins}", "folder: program")
          .contains("bin/find.bat: a script;", "bin/ask.sh: a script;")
          .doesNotContain("which isn't here");
      assertThat(draft.rehearsal()).contains("| 4.2 m\n");
    }
  }

  @Test
  public void aScriptBesideItsData() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.write("tide.sh", "#!/bin/sh\ncat tables/today.csv\n").write("tables/today.csv", "04:52\n");
      ok(w.program().run("chmod", "a+x", "tide.sh"));
      String draft = Applications.drafted(w);
      assertThat(draft).contains("own: [tide.sh, {from: tables, to: tables}]", "folder: program");
      assertThat(start(w, "tide")).isEqualTo("04:52\n");
    }
  }

  @Test
  public void twoProgramsOfOneFolderShareIt() throws Exception {
    try (Workspace w = Workspace.create()) {
      for (String name : new String[] {"high", "low"}) {
        w.write("bin/" + name, "#!/bin/sh\necho " + name + "\n");
        ok(w.program().run("chmod", "a+x", "bin/" + name));
      }
      String draft = Applications.drafted(w);
      assertThat(draft)
          .contains("  high:\n    own: [bin]", "  low:")
          .containsOnlyOnce("own: [bin]");
      assertThat(start(w, "low")).isEqualTo("low\n");
    }
  }

  @Test
  public void aDraftIsTried() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.compile(
          "classes",
          "a.Main",
          "public static void main(String[] a) { System.out.println(\"low water\"); }");
      Program.Result r = ok(w.program().zugabe("survey", "--try"));
      assertThat(r.out())
          .contains("Tried: made in a folder that is removed again", "-1.0.0.jar")
          .contains("| low water\n", "• started, exit code 0, not judged")
          .contains("Written: zugabe.yaml. Try next: zugabe build.");
      assertThat(w.path("out")).doesNotExist();
      Files.delete(w.path("zugabe.yaml"));
      assertThat(ok(w.program().withoutWine().zugabe("survey", "--try", "--json")).out())
          .contains("\"tried\" : {", "\"output\" : \"low water\\n\"");
      Files.delete(w.path("zugabe.yaml"));
      w.compile(
          "classes",
          "a.Main",
          "public static void main(String[] a) { throw new IllegalStateException(); }");
      r = w.program().withoutWine().zugabe("survey", "--try");
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.err()).contains("error Z6002", "it crashed");
      assertThat(w.path("zugabe.yaml")).exists();
    }
  }

  @DataProvider
  public Object[][] archives() {
    return new Object[][] {
      {"quay.zip", "zip -qr quay.zip quay-1.0"}, {"quay.tgz", "tar -czf quay.tgz quay-1.0"},
    };
  }

  /** The archive is the material as it is: nothing is unpacked beside it. */
  @Test(dataProvider = "archives")
  public void fromAnArchive(String archive, String packing) throws Exception {
    try (Workspace w = Workspace.create()) {
      w.library(
          "quay-1.0/lib/level.jar", "lib.Level", "public static String at() { return \"4.2 m\"; }");
      w.compile(
          "quay-1.0/classes",
          "example.quay.Main",
          "public static void main(String[] a) throws Exception { System.out.println(\"at \" +"
              + " java.nio.file.Files.readString(java.nio.file.Path.of(\"tables/today.csv\"))); }");
      w.write("quay-1.0/tables/today.csv", "04:52");
      ok(w.program().run("sh", "-c", packing));
      ok(w.program().run("rm", "-r", "quay-1.0"));
      ok(w.program().zugabe("survey", "--draft", archive));
      String draft = Files.readString(w.path("zugabe.yaml"));
      assertThat(draft)
          .contains("inside: " + archive + "\n", "own: [quay-1.0/classes]")
          .contains("- {from: quay-1.0/tables, to: tables}");
      ok(w.program().zugabe("check"));
      ok(w.program().zugabe("build"));
      assertThat(start(w, "quay")).isEqualTo("at 04:52\n");
      ok(w.program().run("rm", "-r", "there"));
      try (Stream<Path> list = Files.list(w.folder())) {
        assertThat(list.map(p -> p.getFileName().toString()))
            .containsExactlyInAnyOrder(archive, "zugabe.yaml", "out");
      }
      byte[] built = Files.readAllBytes(w.path("out/receipt.json"));
      ok(w.program().zugabe("build"));
      assertThat(Files.readAllBytes(w.path("out/receipt.json"))).isEqualTo(built);
      w.replace("zugabe.yaml", "inside: " + archive, "inside: zugabe.yaml");
      assertThat(w.program().zugabe("check").err()).contains("is neither a zip nor a tar file");
      w.replace("zugabe.yaml", "inside: zugabe.yaml", "inside: gone.zip");
      assertThat(w.program().zugabe("check").err()).contains("There is no file gone.zip");
    }
  }
}
