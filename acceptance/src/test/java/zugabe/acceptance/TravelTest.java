package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.NavigableSet;
import java.util.TreeSet;
import java.util.jar.JarFile;
import java.util.stream.Stream;
import org.testng.annotations.Test;

/**
 * What belongs to a jar besides its classes: loader, native libraries, files beside it, old files.
 */
public final class TravelTest {
  private static Program.Result build(Workspace w, String... more) throws Exception {
    List<String> arguments = new ArrayList<>(List.of("build"));
    arguments.addAll(List.of(more));
    Program.Result r = w.program().zugabe(arguments.toArray(String[]::new));
    assertThat(r.exit()).as(r.all()).isZero();
    return r;
  }

  @Test
  public void allClassesOfTheLoaderTravel() throws Exception {
    try (Workspace w = Workspace.withProgram();
        Stream<Path> libraries = Files.list(Program.ROOT.resolve("cli/target/app/lib"))) {
      w.replace("zugabe.yaml", "kind: jar", "kind: jar, libraries: nested");
      build(w);
      Path module =
          libraries
              .filter(p -> p.getFileName().toString().startsWith("zugabe-inner-loader"))
              .findFirst()
              .orElseThrow();
      NavigableSet<String> expected = new TreeSet<>(classes(module));
      expected.removeIf(n -> n.endsWith("package-info.class") || n.endsWith("/Relay.class"));
      assertThat(classes(w.path("out/tern-1.0.jar"))).containsExactlyElementsOf(expected);
      try (JarFile jar = new JarFile(module.toFile())) {
        byte[] start = jar.getInputStream(jar.getEntry("zugabe/inner/Start.class")).readNBytes(8);
        assertThat(start[7]).as("Java 8").isEqualTo((byte) 52);
      }
    }
  }

  private static NavigableSet<String> classes(Path jar) throws Exception {
    NavigableSet<String> names = new TreeSet<>();
    try (JarFile file = new JarFile(jar.toFile())) {
      file.stream()
          .map(e -> e.getName())
          .filter(n -> n.startsWith("zugabe/") && n.endsWith(".class"))
          .forEach(names::add);
    }
    return names;
  }

  private static final String LOADING =
      """
      public static void main(String[] a) {
        try { System.loadLibrary("tide"); System.out.println("loaded"); }
        catch (UnsatisfiedLinkError e) { System.out.println(e.getMessage().contains("invalid ELF") || e.getMessage().contains("too short") ? "tried" : e.getMessage()); }
      }
      """;

  /** A library that is none is refused by the system's own loader: so it was found. */
  @Test
  public void nativeLibrariesOfTheRecipeAreFoundByName() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.compile("classes", "example.tern.Main", LOADING);
      w.write(
          "natives/libtide.so",
          "no library, and long enough to be looked at by a loader of programs\n");
      w.write(
          "zugabe.yaml",
          """
          app: {name: Tern, version: 1.0}
          materials: {app: {own: classes, natives: {linux-x64: natives/*.so, linux-arm64: natives/*.so}}}
          deliverables:
            nested: {kind: jar, libraries: nested}
            beside: {kind: jar, libraries: beside, one-file: false, file: beside}
          """);
      build(w);
      Program nested = w.program().with("XDG_CACHE_HOME", w.path("cache").toString());
      assertThat(nested.run("java", "-jar", "out/tern-1.0.jar").out()).isEqualTo("tried\n");
      List<Path> cached = files(w.path("cache"));
      assertThat(cached).hasSize(1);
      assertThat(cached.get(0).toString()).matches(".*/cache/tern/1.0/[0-9a-f]{16}/libtide.so");
      // a damaged copy is not used
      Files.writeString(cached.get(0), "damaged");
      assertThat(nested.run("java", "-jar", "out/tern-1.0.jar").out()).isEqualTo("tried\n");
      assertThat(cached.get(0)).content().startsWith("no library");
      // a whole one is
      FileTime before = Files.getLastModifiedTime(cached.get(0));
      nested.run("java", "-jar", "out/tern-1.0.jar");
      assertThat(Files.getLastModifiedTime(cached.get(0))).isEqualTo(before);
      assertThat(w.program().run("out/beside/tern").out()).isEqualTo("tried\n");
    }
  }

  @Test
  public void manyProcessesMayUnpackANativeLibraryAtOnce() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.compile("classes", "example.tern.Main", LOADING);
      w.write("natives/libtide.so", "no library ".repeat(300_000));
      w.write(
          "zugabe.yaml",
          "app: {name: Tern, version: 1.0}\nmaterials: {app: {own: classes, natives: {linux-x64: natives}}}\ndeliverables: {j: {kind: jar, libraries: nested}}\n");
      build(w);
      List<Process> all = new ArrayList<>();
      for (int i = 0; i < 8; i++) {
        all.add(
            w.program()
                .with("XDG_CACHE_HOME", w.path("cache").toString())
                .builder("java", "-jar", "out/tern-1.0.jar")
                .start());
      }
      for (Process p : all) {
        assertThat(
                new String(
                    p.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8))
            .isEqualTo("tried\n");
      }
      assertThat(files(w.path("cache"))).hasSize(1);
    }
  }

  private static List<Path> files(Path folder) throws Exception {
    try (Stream<Path> walk = Files.walk(folder)) {
      return walk.filter(Files::isRegularFile).toList();
    }
  }

  @Test
  public void aJarWithItsLibrariesBesideLeavesAsOneZip() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.library("lib/ä b+c.jar", "example.lib.Odd", "");
      w.replace("zugabe.yaml", "kind: jar", "kind: jar, libraries: beside, scripts: always");
      build(w);
      Program.Result unpacked =
          w.program().run("unzip", "-q", "out/tern-1.0.zip", "-d", "else where");
      assertThat(unpacked.exit()).as(unpacked.all()).isZero();
      Path folder = w.path("else where/tern-1.0");
      assertThat(folder.resolve("lib/greeting.jar"))
          .hasSameBinaryContentAs(w.path("lib/greeting.jar"));
      try (JarFile jar = new JarFile(folder.resolve("tern.jar").toFile())) {
        assertThat(jar.getManifest().getMainAttributes().getValue("Class-Path"))
            .isEqualTo("lib/greeting.jar lib/%C3%A4%20b+c.jar");
      }
      assertThat(Program.in(folder).run("java", "-jar", "tern.jar", "x").out())
          .isEqualTo("good tide1\n");
      assertThat(w.program().run("else where/tern-1.0/tern", "x", "y").out())
          .isEqualTo("good tide2\n");
      String inspected = w.program().zugabe("inspect", "out/tern-1.0.zip").out();
      assertThat(inspected).contains("tern.settings", "greeting.jar");
    }
  }

  @Test
  public void filesOfAFolderAreTidied() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.replace("zugabe.yaml", "kind: jar", "kind: jar, libraries: beside, one-file: false");
      build(w);
      assertThat(Program.in(w.path("out")).run("sha256sum", "-c", "SHA256SUMS").out())
          .contains("tern-1.0/tern.jar: OK", "tern-1.0/lib/greeting.jar: OK");
      assertThat(build(w).err()).doesNotContain("Z5004");
      w.replace("zugabe.yaml", ", one-file: false", "");
      assertThat(build(w).err())
          .contains("Z5004  out/tern-1.0/\n  An earlier build made 2 files in it");
      build(w, "--tidy");
      assertThat(w.path("out/tern-1.0")).doesNotExist();
      assertThat(w.path("out/tern-1.0.zip")).exists();
    }
  }

  @Test
  public void theManifestHoldsWhatItCan() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.write("classes/art/splash.png", "no picture");
      w.write(
          "zugabe.yaml",
          Workspace.RECIPE.replace("kind: jar", "kind: jar, libraries: nested")
              + "programs: {p: {options: [--add-opens=java.base/java.lang=ALL-UNNAMED, --add-exports, java.base/sun.net=ALL-UNNAMED, --add-opens=java.base/java.util=ALL-UNNAMED, --enable-native-access=ALL-UNNAMED, \"-splash:art/splash.png\"]}}\n");
      Program.Result r = build(w);
      assertThat(r.err()).doesNotContain("Z3005");
      assertThat(r.out()).doesNotContain(".cmd");
      try (JarFile jar = new JarFile(w.path("out/tern-1.0.jar").toFile())) {
        Map<String, String> expected =
            Map.of(
                "Add-Opens", "java.base/java.lang java.base/java.util",
                "Add-Exports", "java.base/sun.net",
                "Enable-Native-Access", "ALL-UNNAMED",
                "SplashScreen-Image", "art/splash.png");
        expected.forEach(
            (name, value) -> {
              try {
                assertThat(jar.getManifest().getMainAttributes().getValue(name)).isEqualTo(value);
              } catch (java.io.IOException e) {
                throw new java.io.UncheckedIOException(e);
              }
            });
        assertThat(jar.getEntry("art/splash.png")).isNotNull();
      }
      String inspected = w.program().zugabe("inspect", "out/tern-1.0.jar").out();
      assertThat(inspected).contains("example.tern.Main", "nested: greeting.jar");
    }
  }

  @Test
  public void scriptsAreMadeWhenAJarCannotCarryAnOption() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      String programs = "programs: {p: {options: -Dx=1}}\n";
      w.write("zugabe.yaml", Workspace.RECIPE + programs);
      Program.Result r = build(w);
      assertThat(r.out()).contains("tern-1.0.sh", "tern-1.0.cmd", "tern-1.0.settings");
      assertThat(w.program().run("out/tern-1.0.sh").out()).isEqualTo("good tide0\n");
      w.replace("zugabe.yaml", "kind: jar", "kind: jar, scripts: never");
      Program.Result never = build(w, "--tidy");
      assertThat(never.err()).contains("A jar can't carry the option -Dx=1.");
      assertThat(never.out()).contains("removed tern-1.0.cmd");
      w.replace("zugabe.yaml", "scripts: never", "one-file: true");
      assertThat(build(w).out()).contains("tern-1.0.zip");
    }
  }

  @Test
  public void twoDeliverablesMayNotMakeOneFile() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.write(
          "zugabe.yaml",
          Workspace.RECIPE
              + "  more: {kind: jar, libraries: beside, one-file: false, file: tern-1.0.jar}\n");
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).isEqualTo(2);
      assertThat(r.err()).contains("error Z1013");
    }
  }
}
