package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.jar.JarFile;
import java.util.zip.ZipEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.testng.annotations.Test;

/** A recipe becomes a jar that starts; the runtimes and readers of the machine are the judges. */
public final class JarTest {
  private static final String JAR = "out/tern-1.0.jar";

  private static void build(Workspace w, String... more) throws Exception {
    List<String> arguments = new ArrayList<>(List.of("build"));
    arguments.addAll(List.of(more));
    Program.Result r = w.program().zugabe(arguments.toArray(String[]::new));
    assertThat(r.exit()).as(r.all()).isZero();
  }

  private static String text(JarFile jar, String entry) throws Exception {
    try (InputStream in = jar.getInputStream(jar.getEntry(entry))) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  @Test
  public void theSmallestRecipeMakesAJarThatStartsOnEveryRuntime() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      build(w);
      for (String java : Program.runtimes()) {
        Program.Result r = w.program().run(java, "-jar", JAR, "a", "b c");
        assertThat(r.out()).as(java).isEqualTo("good tide2\n");
      }
    }
  }

  @Test
  public void theManifestIsToTheLetter() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.replace(
          "zugabe.yaml", "version: 1.0", "version: 1.0, maker: " + "Gännet ".repeat(14) + "Works");
      w.replace("zugabe.yaml", "kind: jar", "kind: jar, attributes: {Built-For: Small harbours}");
      build(w);
      try (JarFile jar = new JarFile(w.path(JAR).toFile())) {
        String text = text(jar, "META-INF/MANIFEST.MF");
        assertThat(text)
            .startsWith("Manifest-Version: 1.0\r\nCreated-By: Zugabe ")
            .endsWith("\r\n\r\n");
        for (String line : text.split("\r\n", -1)) {
          assertThat(line.getBytes(StandardCharsets.UTF_8).length).isLessThanOrEqualTo(72);
        }
        var main = jar.getManifest().getMainAttributes();
        assertThat(main.getValue("Implementation-Vendor"))
            .isEqualTo("Gännet ".repeat(14) + "Works");
        assertThat(main.getValue("Implementation-Title")).isEqualTo("Tern");
        assertThat(main.getValue("Built-For")).isEqualTo("Small harbours");
        List<String> names =
            Collections.list(jar.entries()).stream().map(ZipEntry::getName).toList();
        assertThat(names)
            .startsWith("META-INF/", "META-INF/MANIFEST.MF")
            .contains("example/", "example/tern/", "example/lib/");
      }
    }
  }

  @Test
  public void libraryEntriesTravelAsTheyArePackedAndServicesAreJoined() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      String filler = "tide and time ".repeat(200);
      w.jar(
          "lib/first.jar",
          Workspace.entries(
              "META-INF/services/a.B",
              "one.First # comment\n",
              "one/data.txt",
              filler,
              "module-info.class",
              "x"));
      w.jar(
          "lib/next.jar",
          Workspace.entries(
              "META-INF/services/a.B",
              "one.First\ntwo.Second",
              "META-INF/versions/11/two/X.txt",
              "11",
              "META-INF/MANIFEST.MF",
              "Manifest-Version: 1.0\nMulti-Release: true\n\n"));
      w.write("classes/META-INF/services/a.B", "own.Zeroth\n");
      build(w);
      try (JarFile jar = new JarFile(w.path(JAR).toFile());
          ZipFile ours = ZipFile.builder().setFile(w.path(JAR).toFile()).get();
          ZipFile source = ZipFile.builder().setFile(w.path("lib/first.jar").toFile()).get()) {
        assertThat(text(jar, "META-INF/services/a.B"))
            .isEqualTo("own.Zeroth\none.First\ntwo.Second\n");
        assertThat(jar.getEntry("module-info.class")).as("the only one").isNotNull();
        assertThat(jar.getManifest().getMainAttributes().getValue("Multi-Release"))
            .isEqualTo("true");
        assertThat(raw(ours, "one/data.txt")).isEqualTo(raw(source, "one/data.txt"));
      }
    }
  }

  private static byte[] raw(ZipFile zip, String entry) throws Exception {
    try (InputStream in = zip.getRawInputStream(zip.getEntry(entry))) {
      return in.readAllBytes();
    }
  }

  @Test
  public void theRecipeNamesRulesForPaths() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      for (String jar : List.of("a", "b")) {
        w.jar(
            "lib/" + jar + ".jar",
            Workspace.entries(
                "latest.txt", jar,
                "lines/x.index", "same\n" + jar,
                "aside/x.txt", jar,
                "out/of/it.txt", jar,
                "keys.properties", jar + "=1",
                "META-INF/NOTICE.txt", jar));
      }
      w.replace(
          "zugabe.yaml",
          "kind: jar",
          "kind: jar, merge: {latest.txt: keep-latest, \"lines/*\": join-lines, \"aside/**\": set-aside, \"out/**\": leave-out, \"*.properties\": join-properties}");
      build(w);
      try (JarFile jar = new JarFile(w.path(JAR).toFile())) {
        assertThat(text(jar, "latest.txt")).isEqualTo("b");
        assertThat(text(jar, "lines/x.index")).isEqualTo("same\na\nb\n");
        assertThat(text(jar, "META-INF/libraries/a/aside/x.txt")).isEqualTo("a");
        assertThat(text(jar, "META-INF/libraries/b/aside/x.txt")).isEqualTo("b");
        assertThat(text(jar, "META-INF/libraries/b/NOTICE.txt")).isEqualTo("b");
        assertThat(text(jar, "keys.properties")).isEqualTo("a=1\nb=1\n");
        assertThat(jar.getEntry("out/of/it.txt")).isNull();
        assertThat(jar.getEntry("aside/x.txt")).isNull();
      }
    }
  }

  @Test
  public void independentReadersAgreeWithOurListing() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.write("classes/ünïcode 🌊/empty.txt", "").write("classes/noise.bin", "x".repeat(1_200_000));
      build(w);
      assertThat(w.program().run("unzip", "-tqq", JAR).exit()).isZero();
      List<String> ours = new ArrayList<>();
      String json = w.program().zugabe("inspect", JAR, "--json").out();
      for (String line : json.lines().filter(l -> l.contains("\"path\"")).toList()) {
        ours.add(line.strip().replaceAll("^\"path\" : \"|\",$", ""));
      }
      String python =
          w.program()
              .with("PYTHONUTF8", "1")
              .run(
                  "python3",
                  "-c",
                  "import zipfile,sys\nz=zipfile.ZipFile(sys.argv[1])\nassert z.testzip() is None\nprint('\\n'.join(z.namelist()))",
                  JAR)
              .out();
      assertThat(python.lines().toList()).isEqualTo(ours);
      assertThat(
              w.program()
                  .with("LC_ALL", "C.UTF-8")
                  .run("bsdtar", "-tf", JAR)
                  .out()
                  .lines()
                  .toList())
          .isEqualTo(ours);
      try (ZipFile zip = ZipFile.builder().setFile(w.path(JAR).toFile()).get()) {
        assertThat(Collections.list(zip.getEntries()).stream().map(ZipArchiveEntry::getName))
            .isEqualTo(ours);
        for (ZipArchiveEntry e : Collections.list(zip.getEntries())) {
          assertThat(zip.getInputStream(e).readAllBytes()).hasSize((int) e.getSize());
        }
      }
    }
  }

  @Test
  public void aHandWrittenManifestIsRepaired() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.compile(
          "classes",
          "example.tern.Other",
          "public static void main(String[] a) { System.out.println(\"other\"); }");
      w.write("hand.mf", "Manifest-Version: 1.0\nSplash: tern.png\nMain-Class: example.tern.Other");
      w.replace("zugabe.yaml", "kind: jar", "kind: jar, manifest: hand.mf");
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.err()).contains("warning Z4002  hand.mf");
      assertThat(w.program().run("java", "-jar", JAR).out()).isEqualTo("other\n");
      try (JarFile jar = new JarFile(w.path(JAR).toFile())) {
        assertThat(jar.getManifest().getMainAttributes().getValue("Splash")).isEqualTo("tern.png");
      }
    }
  }

  @Test
  public void aMainMethodMayBeInherited() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.compile(
          "classes",
          "example.tern.Base",
          "public static void main(String[] a) { System.out.println(\"base\"); }");
      w.jar(
          "lib/tern.jar",
          Map.of(
              "example/tern/Base.class",
              Files.readAllBytes(w.path("classes/example/tern/Base.class"))));
      w.compile("classes", "example.tern.Child", "} class Extra extends Base {");
      w.compile("classes", "example.tern.Heir", "} class Heirs extends Base {");
      w.write("zugabe.yaml", Workspace.RECIPE + "programs:\n  p: {main: example.tern.Extra}\n");
      build(w);
      assertThat(w.program().run("java", "-jar", JAR).out()).isEqualTo("base\n");
    }
  }

  @Test
  public void materialsMayComeFromNamedRoots() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.write(
          "pack/zugabe.yaml",
          Workspace.RECIPE
                  .replace("classes", "\"build:classes\"")
                  .replace("lib/*.jar", "\"build:l*/**/*.jar\"")
              + "roots: {build: ..}\n");
      Program.Result r = Program.in(w.path("pack")).zugabe("build");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(w.program().run("java", "-jar", "pack/" + JAR).out()).isEqualTo("good tide0\n");
    }
  }

  @Test
  public void oneOfSeveralDeliverablesIsRebuiltAlone() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.write("zugabe.yaml", Workspace.RECIPE + "  second: {kind: jar, file: second.jar}\n");
      build(w);
      String sums = Files.readString(w.path("out/SHA256SUMS"));
      w.write("classes/more.txt", "more");
      build(w, "second", "--set", "app.maker=Tern Works");
      assertThat(Files.readString(w.path("out/SHA256SUMS")).lines().toList())
          .hasSize(2)
          .contains(sums.lines().filter(l -> l.endsWith("tern-1.0.jar")).findFirst().orElseThrow());
      assertThat(Program.in(w.path("out")).run("sha256sum", "-c", "SHA256SUMS").out())
          .contains("second.jar: OK", "tern-1.0.jar: OK");
      assertThat(Files.readString(w.path("out/receipt.json"))).contains("\"key\" : \"app.maker\"");
      w.replace("zugabe.yaml", "file: second.jar", "file: third.jar");
      Program.Result left = w.program().zugabe("build");
      assertThat(left.err()).contains("Z5004  out/second.jar");
      assertThat(w.program().zugabe("build").err())
          .as("not forgotten by the next build")
          .contains("Z5004  out/second.jar");
      w.replace("zugabe.yaml", "file: third.jar", "file: fourth.jar");
      assertThat(w.program().zugabe("build", "--tidy").out())
          .contains("removed second.jar", "removed third.jar");
      assertThat(w.path("out/third.jar")).doesNotExist();
    }
  }
}
