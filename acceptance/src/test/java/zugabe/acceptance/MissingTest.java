package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.testng.annotations.Test;

/** Applications from which one needed thing was taken away, and intact ones. */
public final class MissingTest {
  private static final String RECIPE =
      """
      app: {name: Tern, version: 1.0}
      materials:
        app: {own: classes, libraries: lib/*.jar}
      programs:
        tern: {main: a.Main}
      deliverables:
        tern: {kind: jar, libraries: nested}
      """;

  /** Findings about links, by their code and severity, with what they say on one line. */
  private static List<String> links(Program.Result r) {
    List<String> links = new ArrayList<>();
    StringBuilder one = null;
    for (String line : (r.err() + "\n").lines().toList()) {
      if (!line.startsWith("  ")) {
        if (one != null && one.toString().contains(" Z8")) {
          links.add(one.toString().replaceAll("\\s+", " ").strip());
        }
        one = new StringBuilder();
      }
      if (one != null) {
        one.append(line).append(' ');
      }
    }
    if (one != null && one.toString().contains(" Z8")) {
      links.add(one.toString().replaceAll("\\s+", " ").strip());
    }
    return links;
  }

  private static List<String> check(Workspace w) throws Exception {
    return links(w.program().zugabe("check"));
  }

  private static Workspace application(String body) throws Exception {
    Workspace w = Workspace.create();
    w.library(
        "lib/level.jar", "lib.Level", "public int mean() { return 4; } public static int low;");
    w.compile("classes", "a.Main", body);
    return w.write("zugabe.yaml", RECIPE);
  }

  private static String main(String body) {
    return "public static void main(String[] a) throws Throwable { " + body + " }";
  }

  @Test
  public void aMissingClassIsNamedWithWhoNeedsIt() throws Exception {
    try (Workspace w = application(main("System.out.println(new lib.Level().mean());"))) {
      assertThat(check(w)).isEmpty();
      w.jar("lib/level.jar", Workspace.entries("other.txt", "x"));
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).isEqualTo(1);
      assertThat(links(r))
          .singleElement()
          .asString()
          .startsWith(
              "error Z8001 zugabe.yaml:5:9 programs.tern Class lib.Level is missing; a.Main needs it")
          .contains("classes/a/Main.class", "Add the library that has package lib");
      assertThat(w.path("out")).doesNotExist();
    }
  }

  @Test
  public void whatIsOnlyReachedThroughLambdasOverridesAndNames() throws Exception {
    String body =
        main("Runnable r = () -> new lib.Level(); r.run();")
            + " static class Late implements Comparable<Late> { public int compareTo(Late o) { return new b.Gone().hashCode(); } }"
            + " static Object late() { return new Late(); }";
    try (Workspace w = Workspace.create()) {
      w.library("lib/level.jar", "lib.Level", "");
      w.library("lib/gone.jar", "b.Gone", "");
      w.compile("classes", "a.Main", body).write("zugabe.yaml", RECIPE);
      Files.delete(w.path("lib/gone.jar"));
      // nobody calls late(), so nobody comes to the missing class
      assertThat(check(w)).isEmpty();
      w.library("lib/gone.jar", "b.Gone", "");
      w.compile("classes", "a.Main", body.replace("r.run();", "r.run(); late();"));
      Files.delete(w.path("lib/gone.jar"));
      assertThat(check(w))
          .singleElement()
          .asString()
          .contains("error Z8001", "b.Gone", "a.Main$Late");
      w.library("lib/gone.jar", "b.Gone", "");
      Files.delete(w.path("lib/level.jar"));
      assertThat(check(w)).singleElement().asString().contains("error Z8001", "lib.Level");
    }
    try (Workspace w = application(main("Class.forName(\"c.ByName\");"))) {
      assertThat(check(w))
          .singleElement()
          .asString()
          .contains("warning Z8001", "c.ByName may be missing");
    }
  }

  @Test
  public void whatTheCodeIsPreparedForIsANote() throws Exception {
    try (Workspace w =
        application(
            main(
                "try { new lib.Level(); } catch (NoClassDefFoundError e) { a = null; }"
                    + " try { Class.forName(\"c.ByName\"); } catch (ClassNotFoundException e) { a = null; }"))) {
      w.jar("lib/level.jar", Workspace.entries("other.txt", "x"));
      assertThat(check(w))
          .singleElement()
          .asString()
          .contains("note Z8008", "prepared for the absence of c, lib");
    }
  }

  /** Compilers catch everything to close, to unlock, to do what finally says: and throw it on. */
  @Test
  public void whatCompilersCatchPreparesForNothing() throws Exception {
    String closed = "try (var in = new java.io.StringReader(\"\")) { new lib.Level(); }";
    for (String body :
        List.of(
            closed,
            "try (var a1 = new java.io.StringReader(\"\"); var b = new java.io.StringReader(\"\")) { "
                + closed
                + " }",
            "try { new lib.Level(); } finally { System.out.println(); }",
            "synchronized (a) { new lib.Level(); }",
            "try { new lib.Level(); } catch (Throwable t) { System.out.println(); throw t; }")) {
      try (Workspace w = application(main(body))) {
        w.jar("lib/level.jar", Workspace.entries("other.txt", "x"));
        assertThat(check(w)).as(body).singleElement().asString().startsWith("error Z8001");
      }
    }
    String caught = "try { new lib.Level(); } catch (Throwable t) { System.out.println(t); }";
    try (Workspace w = application(main(caught))) {
      w.jar("lib/level.jar", Workspace.entries("other.txt", "x"));
      assertThat(check(w)).singleElement().asString().startsWith("note Z8008");
    }
    // who reports every error isn't prepared for one that comes from below
    String reported =
        main("try { run(); } catch (Throwable t) { System.exit(1); }")
            + " static void run() { new lib.Level(); }";
    try (Workspace w = application(reported)) {
      w.jar("lib/level.jar", Workspace.entries("other.txt", "x"));
      assertThat(check(w)).singleElement().asString().startsWith("error Z8001");
    }
  }

  /** Elsewhere the code may be prepared for the same library: that helps nobody. */
  @Test
  public void whatIsMissingIsToldOnce() throws Exception {
    String both =
        "new lib.Level(); try { new lib.Level().mean(); } catch (LinkageError e) { a = null; }";
    String other = " try { new lib.High(); } catch (LinkageError e) { a = null; }";
    try (Workspace w = application(main(both))) {
      w.library("lib/high.jar", "lib.High", "");
      w.compile("classes", "a.Main", main(both + other));
      Files.delete(w.path("lib/high.jar"));
      w.jar("lib/level.jar", Workspace.entries("other.txt", "x"));
      assertThat(check(w)).singleElement().asString().startsWith("error Z8001");
    }
  }

  /** A library has many packages, and is one fault; libraries of a common house are several. */
  @Test
  public void aMissingLibraryIsToldOnce() throws Exception {
    String[][] classes = {
      {"one", "org.tide.level.Mean", "org.tide.tables.Today", "org.tide.Quay"},
      {"two", "kelp.a.A", "kelp.b.B"},
      {"three", "org.apache.tide.A"},
      {"four", "org.apache.commons.kelp.A"}
    };
    StringBuilder body = new StringBuilder();
    try (Workspace w = application(main(""))) {
      for (String[] one : classes) {
        for (int i = 1; i < one.length; i++) {
          w.library("lib/" + one[0] + i + ".jar", one[i], "");
          body.append("new ").append(one[i]).append("(); ");
        }
      }
      w.compile("classes", "a.Main", main(body.toString()));
      for (String[] one : classes) {
        for (int i = 1; i < one.length; i++) {
          Files.delete(w.path("lib/" + one[0] + i + ".jar"));
        }
      }
      List<String> told = check(w);
      assertThat(told).hasSize(classes.length).allMatch(l -> l.startsWith("error Z8001"));
      assertThat(told)
          .anyMatch(
              l ->
                  l.contains(
                      "To do: Add the library or libraries that have packages org.tide,"
                          + " org.tide.level, org.tide.tables to libraries:."));
    }
  }

  /** They are put together at run time, and nobody can know of what. */
  @Test
  public void namesWithSignsOfFormatsAreNotLookedFor() throws Exception {
    String asked = "java.io.InputStream in = Main.class.getResourceAsStream(\"%s\");";
    for (String name : List.of("/tides_{0}.csv", "/%s.csv", "/_", "/tides/", "/*.csv", "tides_")) {
      try (Workspace w = application(main(asked.replace("%s", name)))) {
        assertThat(check(w)).as(name).isEmpty();
      }
    }
    for (String name : List.of("_", "level-", "{0}", "%s64")) {
      try (Workspace w = application(main("System.loadLibrary(\"" + name + "\");"))) {
        assertThat(check(w)).as(name).isEmpty();
      }
    }
    try (Workspace w = application(main(asked.replace("%s", "/tides_2.csv")))) {
      assertThat(check(w)).singleElement().asString().contains("warning Z8005", "tides_2.csv");
    }
  }

  @Test
  public void aServiceThatIsOnlyLoopedOverIsANote() throws Exception {
    String loop = "for (Object o : java.util.ServiceLoader.load(lib.Level.class)) { a = null; }";
    try (Workspace w = application(main(loop))) {
      assertThat(check(w)).singleElement().asString().startsWith("note Z8008");
    }
    String insisting = loop + " if (a != null) { throw new IllegalStateException(); }";
    try (Workspace w = application(main(insisting))) {
      assertThat(check(w)).singleElement().asString().startsWith("warning Z8004");
    }
  }

  @Test
  public void whatALibrarysMetadataCallOptionalIsANote() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.library("lib/gone.jar", "quay.charts.Gone", "");
      w.compile("late", "lib.Late", "public static void use() { new quay.charts.Gone(); }");
      Files.delete(w.path("lib/gone.jar"));
      byte[] late = Files.readAllBytes(w.path("late/lib/Late.class"));
      w.jar("lib/late.jar", Map.of("lib/Late.class", late));
      w.compile("classes", "a.Main", main("lib.Late.use();")).write("zugabe.yaml", RECIPE);
      assertThat(check(w)).singleElement().asString().startsWith("error Z8001");
      for (String metadata : List.of("bundle", "model", "neither")) {
        Map<String, byte[]> entries = new LinkedHashMap<>();
        if (metadata.equals("bundle")) {
          entries.putAll(
              Workspace.entries(
                  "META-INF/MANIFEST.MF",
                  "Manifest-Version: 1.0\r\nImport-Package: quay.charts;resolution:=optional\r\n\r\n"));
        }
        String dependency = "<groupId>quay.charts</groupId><artifactId>a</artifactId>";
        entries.putAll(
            Workspace.entries(
                "META-INF/maven/lib/late/pom.xml",
                "<project><dependencies><dependency>"
                    + dependency
                    + (metadata.equals("model") ? "<optional>true</optional>" : "")
                    + "</dependency></dependencies></project>"));
        entries.put("lib/Late.class", late);
        w.jar("lib/late.jar", entries);
        String expected = metadata.equals("neither") ? "error Z8001" : "note Z8008";
        assertThat(check(w)).as(metadata).singleElement().asString().startsWith(expected);
      }
    }
  }

  @Test
  public void membersOfAnotherVersion() throws Exception {
    try (Workspace w =
        application(main("System.out.println(new lib.Level().mean() + lib.Level.low);"))) {
      w.library("lib/level.jar", "lib.Level", "public double mean() { return 4; }");
      List<String> links = check(w);
      assertThat(links)
          .singleElement()
          .asString()
          .startsWith("error Z8002")
          .contains("lib.Level has no member int low, int mean(); a.Main needs them");
    }
    // Java 17 doesn't have what 21 has
    try (Workspace w = application(main("System.out.println(java.util.List.of(1).get(0));"))) {
      assertThat(check(w)).isEmpty();
      w.replace("zugabe.yaml", "main: a.Main", "main: a.Main, java: 8+");
      assertThat(w.program().zugabe("check").err())
          .contains(
              "error Z3004",
              "error Z8002",
              "java.util.List has no member java.util.List of(java.lang.Object)");
    }
  }

  @Test
  public void servicesResourcesAndNativeLibraries() throws Exception {
    String body =
        main(
            "java.util.ServiceLoader.load(lib.Level.class).findFirst().orElseThrow();"
                + " Main.class.getResourceAsStream(\"tides.csv\"); System.loadLibrary(\"tidecalc\");");
    try (Workspace w = application(body)) {
      assertThat(check(w))
          .hasSize(3)
          .anyMatch(l -> l.contains("warning Z8004") && l.contains("the service lib.Level"))
          .anyMatch(l -> l.contains("warning Z8005") && l.contains("a/tides.csv may be missing"))
          .anyMatch(l -> l.contains("warning Z8006") && l.contains("tidecalc"));
      w.write("classes/a/tides.csv", "1").write("classes/libtidecalc.so", "x");
      w.write("classes/META-INF/services/lib.Level", "a.NoSuchLevel # gone\n");
      assertThat(check(w))
          .singleElement()
          .asString()
          .contains("error Z8003", "provider a.NoSuchLevel is missing");
    }
  }

  @Test
  public void namesThatArePutTogetherAreSaidOnce() throws Exception {
    try (Workspace w =
        application(
            main(
                "Class.forName(a[0]); Main.class.getClassLoader().loadClass(a[1]); Class.forName(a[2]);"))) {
      assertThat(check(w))
          .singleElement()
          .asString()
          .startsWith("note Z8009 zugabe.yaml:5:9 programs.tern a.Main looks for classes by names");
    }
  }

  @Test
  public void driversAreChosenByTheStartOfAnAddress() throws Exception {
    String connect = "java.sql.DriverManager.getConnection(\"jdbc:tern:\" + a[0]);";
    try (Workspace w = application(main(connect))) {
      assertThat(check(w))
          .singleElement()
          .asString()
          .contains("warning Z8011", "answers to addresses that start with jdbc:tern:; a.Main");
      w.library(
          "lib/driver.jar",
          "tern.Driver",
          "public static boolean accepts(String url) { return url.startsWith(\"jdbc:tern:\"); }");
      assertThat(check(w)).isEmpty();
      // texts that only look like one
      w.compile("classes", "a.Main", main("a[0] = \"jdbc:\"; a[0] = \"jdbc:Url\" + \"://\";"));
      assertThat(check(w)).isEmpty();
    }
  }

  @Test
  public void whatJavaKeepsToItself() throws Exception {
    try (Workspace w = application(main("Class.forName(\"sun.security.x509.X500Name\");"))) {
      assertThat(check(w))
          .singleElement()
          .asString()
          .contains("warning Z8007", "X500Name is internal")
          .contains("--add-exports=MODULE/sun.security.x509=ALL-UNNAMED");
      w.replace("zugabe.yaml", "main: a.Main", "main: a.Main, options: [%s]");
      String own = Files.readString(w.path("zugabe.yaml"));
      for (String allowed : List.of("--add-exports, ", "--add-opens=")) {
        String option = allowed + "java.base/sun.security.x509=ALL-UNNAMED";
        w.write("zugabe.yaml", own.formatted(option));
        assertThat(check(w)).noneMatch(l -> l.contains("Z8007"));
      }
    }
  }

  @Test
  public void realLibrariesIntactAndEachTakenAway() throws Exception {
    try (Workspace w = Workspace.create()) {
      Applications.real(w);
      w.write("zugabe.yaml", RECIPE.replace("a.Main", "example.real.Main"));
      List<String> intact = check(w);
      assertThat(intact).noneMatch(l -> l.startsWith("error"));
      assertThat(intact.stream().filter(l -> l.startsWith("warning"))).hasSizeLessThan(2);

      Map<String, String> packages = new TreeMap<>();
      packages.put("h2-", "org.h2|jdbc:h2:");
      packages.put("hsqldb", "jdbc:hsqldb:");
      packages.put("bcprov", "org.bouncycastle");
      packages.put("jackson-core", "com.fasterxml.jackson");
      packages.put("log4j-api", "org.apache.logging.log4j");
      packages.put("log4j-core", "org.apache.logging.log4j");
      packages.put("snappy", "org.xerial.snappy");
      packages.put("spring-aop", "org.springframework.aop");
      packages.put("spring-beans", "org.springframework.beans");
      packages.put("spring-context", "org.springframework.context");
      packages.put("spring-core", "org.springframework");
      packages.put("spring-expression", "org.springframework.expression");
      packages.put("spring-jcl", "org.apache.commons.logging");
      for (Map.Entry<String, String> one : packages.entrySet()) {
        Path jar;
        try (Stream<Path> jars = Files.list(w.path("lib"))) {
          jar =
              jars.filter(j -> j.getFileName().toString().startsWith(one.getKey()))
                  .findFirst()
                  .orElseThrow();
        }
        Path aside = w.path(jar.getFileName().toString());
        Files.move(jar, aside);
        List<String> found = new ArrayList<>(check(w));
        Files.move(aside, jar);
        found.removeAll(intact);
        found.removeIf(l -> l.startsWith("note"));
        assertThat(found).as(one.getKey()).isNotEmpty();
        List<String> theirs = List.of(one.getValue().split("\\|", -1));
        assertThat(found).as(one.getKey()).allMatch(l -> theirs.stream().anyMatch(l::contains));
      }
    }
  }
}
