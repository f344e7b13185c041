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
      // what starts the build
      w.write("gradlew", "#!/bin/sh\nexec java -jar gradle/wrapper/gradle-wrapper.jar\n");
      w.write("gradlew.bat", "@java -jar gradle\\wrapper\\gradle-wrapper.jar\r\n");
      w.write("mvnw", "#!/bin/sh\n").write("mvnw.cmd", "@rem\r\n");
      w.write("gradle/wrapper/gradle-wrapper.properties", "zipStorePath=wrapper/dists\n");
      w.write("gradle/libs.versions.toml", "[versions]\n");
      w.jar("gradle/wrapper/gradle-wrapper.jar", Workspace.entries("start/Wrapper.class", ""));
      String recipe = Applications.drafted(w);
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

  /** Start scripts may put the command together in variables; libraries lie deep below. */
  @Test
  public void whatABuildInstalled() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.library("lib/level.jar", "far.Level", "public static String text() { return \"low\"; }");
      w.compile(
          "build/classes/java/main",
          "tern.Main",
          "public static void main(String[] a) { System.out.print(far.Level.text() + System.getProperty(\"x\")); }");
      w.program()
          .run(
              "sh",
              "-c",
              "mkdir -p build/install/tern/bin && mv lib build/install/tern && rmdir build/tmp; "
                  + "cd build && zip -qj install/tern/lib/tern-2.1.jar /dev/null; cd classes/java/main && zip -qr ../../../install/tern/lib/tern-2.1.jar tern");
      String start =
          """
          #!/bin/sh
          # java -classpath x other.Main
          OPTION="-Dx=8"
          javac -classpath "$CLASSPATH" Main.java
          OPTIONS='"-Dx=7" "-Xmx64m"'
          PLACE="-Dplace=$HOME"
          CLASSPATH=$HOME/lib/tern-2.1.jar:$HOME/lib/level.jar
          set -- \\
            -classpath "$CLASSPATH" \\
            tern.Main \\
            "$@"
          eval "set -- $OPTIONS $PLACE" '"$@"'
          exec "$COMMAND" "$@"
          """;
      w.write("build/install/tern/bin/tern", start);
      w.write(
          "build/install/tern/bin/tern.bat",
          "@rem start\r\n@set OPTIONS=\"-Dx=7\"\r\n\"%COMMAND%\" %OPTIONS% -classpath \"%PATH%\" tern.Main %*\r\n");
      assertThat(Applications.drafted(w))
          .contains("libraries: [build/install/tern/lib/level.jar]\n")
          .contains("options: [\"-Dx=7\", \"-Xmx64m\"]  # as in build/install/tern/bin/tern\n");
      assertThat(Files.readString(w.path("zugabe.yaml"))).doesNotContain("could be started, too");
      // the installed folder says as much
      Program there = Program.in(w.path("build/install/tern"));
      assertThat(there.zugabe("survey", "--draft").exit()).isZero();
      assertThat(there.zugabe("build").exit()).isZero();
      assertThat(there.run("sh", "out/tern-2.1.sh").out()).isEqualTo("low7");
    }
  }

  /** Pages lie among the sources, or where a build put all of it together. */
  @Test
  public void pagesOfAWebArchive() throws Exception {
    String servlet = "public static class S extends jakarta.servlet.http.HttpServlet { }";
    try (Workspace w = Workspace.create()) {
      Applications.libraries(w, "jakarta.servlet");
      w.compile("build/classes/java/main", "tern.Pages", servlet);
      w.program().run("rm", "-r", "lib");
      w.write("build/resources/main/tern/words.txt", "low tide");
      w.write("src/main/webapp/WEB-INF/web.xml", "<web-app version=\"6.0\"/>");
      w.write("src/main/webapp/index.html", "<h1>Tern</h1>");
      assertThat(Applications.drafted(w))
          .contains("    web: src/main/webapp\n")
          .containsOnlyOnce("kind: war");
      assertThat(w.program().run("sh", "-c", "unzip -Z1 out/*.war").out())
          .contains("WEB-INF/classes/tern/words.txt\n", "WEB-INF/web.xml\n", "index.html\n")
          .contains("WEB-INF/classes/tern/Pages.class\n");
      // as another build leaves it
      String whole =
          "rm -r out zugabe.yaml; mkdir -p target/tern-1/WEB-INF; mv build/classes/java/main target/classes;"
              + "cp -r target/classes target/tern-1/WEB-INF; cp -r src/main/webapp/* target/tern-1; rm -r build";
      w.program().run("sh", "-c", whole);
      assertThat(Applications.drafted(w))
          .contains("    web: target/tern-1\n")
          .containsOnlyOnce("kind: war");
    }
  }

  /** A folder called so is left out only where a build made it. */
  @Test
  public void documentationThatABuildMade() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.compile("target/classes", "tern.Main", MAIN);
      w.write("target/classes/tern/words.txt", "low tide");
      w.write("target/site/index.html", "<html/>").write("target/apidocs/index.html", "<html/>");
      String recipe = Applications.drafted(w);
      assertThat(recipe)
          .contains("#   target/apidocs/: ", "#   target/site/: ")
          .doesNotContain("files:");
    }
    try (Workspace w = Workspace.create()) {
      w.compile("classes/tide", "tern.Main", MAIN);
      w.write("classes/tide/tern/words.txt", "low tide").write("site/index.html", "<html/>");
      assertThat(Applications.drafted(w)).contains("{from: site, to: site}");
    }
  }

  /** An editor compiles each module into the folder that recipes build into, too. */
  @Test
  public void modulesInTheFolderThatIsBuiltInto() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.compile("out/production/app", "tern.Main", MAIN);
      w.compile("out/production/core", "tern.Tide", "");
      w.compile("out/test/core", "tern.TideTest", "");
      w.write("app/resources/tern/words.txt", "low tide");
      w.write("out/production/app/tern/words.txt", "low tide");
      // a resource of tests and a setting: one is for nobody, the other not with the classes
      w.write("core/src/test/resources/days.txt", "1");
      w.write("app/conf/tern.conf", "harbour=Saltmarsh");
      String recipe = Applications.drafted(w);
      assertThat(recipe)
          .contains("own: [out/production/app]", "#   app/resources/: also with the classes\n")
          .contains("{from: app/conf, to: app/conf}")
          .doesNotContain("from: core", "core/src");
      // the next look finds what the editor made, and nothing that the build did
      assertThat(w.program().zugabe("survey").out())
          .contains("tern.Main  console", "out/receipt.json  ", "out/test/core/  ")
          .doesNotContain("  out/  ");
      Files.delete(w.path("zugabe.yaml"));
      assertThat(Applications.drafted(w)).contains("own: [out/production/app]");
    }
  }

  /** What a build made into folders of its own stays known when the recipe no longer makes it. */
  @Test
  public void foldersOfEarlierBuilds() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.compile("classes", "tern.Main", MAIN).write("classes/tern/words.txt", "low tide");
      w.write("out/receipt.json", "");
      w.write("out/SHA256SUMS", "");
      w.compile("out/tern-1.0", "tern.Old", "public static void main(String[] a) { }");
      w.write("out/receipt.json", "{\n  \"left\" : [\n    \"tern-1.0/tern/Old.class\"\n  ]\n}\n");
      assertThat(w.program().zugabe("survey").out())
          .contains("  out/  made by an earlier build")
          .doesNotContain("tern.Old");
    }
  }
}
