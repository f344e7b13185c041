package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import org.testng.annotations.Test;

/** What is kept from one look at files for the next. */
public final class CacheTest {
  private static final String RECIPE =
      """
      app: {name: Tern, version: 1.0}
      materials:
        app: {own: classes, libraries: lib/*.jar}
      deliverables:
        tern: {kind: jar, libraries: nested, program: tern}
      programs:
        tern: {main: a.Main}
      """;

  private static Workspace workspace() throws Exception {
    Workspace w = Workspace.create();
    w.library("lib/level.jar", "lib.Level", "public int mean() { return 4; }");
    w.compile(
        "classes",
        "a.Main",
        "public static void main(String[] a) { System.out.println(new lib.Level().mean()); }");
    w.write("zugabe.yaml", RECIPE);
    settle(w);
    return w;
  }

  /** Nothing is kept of a file that changed a moment ago. */
  private static void settle(Workspace w) throws IOException {
    Instant before = Instant.now().minusSeconds(60);
    try (Stream<Path> files = Files.walk(w.path("."))) {
      for (Path p : files.filter(Files::isRegularFile).toList()) {
        if (Files.getLastModifiedTime(p).toInstant().isAfter(before)) {
          Files.setLastModifiedTime(p, FileTime.from(before));
        }
      }
    }
  }

  private static Program.Result check(Workspace w) throws Exception {
    return w.program()
        .with("ZUGABE_CACHE", "")
        .with("XDG_CACHE_HOME", w.path("cache").toString())
        .zugabe("check");
  }

  private static List<Path> kept(Workspace w) throws IOException {
    try (Stream<Path> files = Files.list(w.path("cache/zugabe"))) {
      return files.filter(f -> !f.endsWith("swept")).sorted().toList();
    }
  }

  @Test
  public void aSecondLookSaysTheSameAndAChangeIsSeen() throws Exception {
    try (Workspace w = workspace()) {
      Program.Result first = check(w);
      assertThat(first.exit()).isZero();
      // a library and a program's links
      List<Path> kept = kept(w);
      assertThat(kept).hasSize(2);
      assertThat(check(w)).isEqualTo(first);
      assertThat(kept(w)).isEqualTo(kept);

      w.library("lib/level.jar", "lib.Level", "public long mean() { return 4; }");
      settle(w);
      Program.Result other = check(w);
      assertThat(other.exit()).isEqualTo(1);
      assertThat(other.err()).contains("Z8002", "int mean()");
      assertThat(check(w)).isEqualTo(other);
    }
  }

  @Test
  public void spoiltOrUselessCachesChangeNothing() throws Exception {
    try (Workspace w = workspace()) {
      Program.Result first = check(w);
      for (Path p : kept(w)) {
        Files.writeString(p, "not what was kept");
      }
      assertThat(check(w)).isEqualTo(first);
      for (Path p : kept(w)) {
        Files.write(p, new byte[0]);
      }
      assertThat(check(w)).isEqualTo(first);
      // a file where the folder should be
      assertThat(
              w.program()
                  .with("ZUGABE_CACHE", "")
                  .with("XDG_CACHE_HOME", w.path("zugabe.yaml").toString())
                  .zugabe("check"))
          .isEqualTo(first);
    }
  }

  /**
   * Zeroed, cut, exchanged, with a bit flipped, or under another's name: the check says the same.
   */
  @Test
  public void whateverBecomesOfTheCacheTheCheckSaysTheSame() throws Exception {
    try (Workspace w = workspace()) {
      w.library("lib/other.jar", "lib.Other", "public int mean() { return 5; }");
      w.library("lib/gone.jar", "gone.Thing", "public static void go() {}");
      w.compile(
          "classes", "a.Broken", "public void run() { new lib.Level().mean(); gone.Thing.go(); }");
      Files.delete(w.path("lib/gone.jar"));
      settle(w);
      Program.Result said = check(w);
      List<Path> files = kept(w);
      assertThat(files).hasSizeGreaterThan(2);
      Map<Path, byte[]> whole = new LinkedHashMap<>();
      for (Path p : files) {
        whole.put(p, Files.readAllBytes(p));
      }
      Random random = new Random(5);
      for (int spoilt = 0; spoilt < 1000; spoilt += files.size()) {
        for (Path p : files) {
          byte[] bytes = whole.get(p).clone();
          int at = random.nextInt(bytes.length);
          switch (random.nextInt(6)) {
            case 0 -> Arrays.fill(bytes, at, bytes.length, (byte) 0);
            case 1 -> bytes = Arrays.copyOf(bytes, at);
            case 2 -> bytes[at] ^= (byte) (1 << random.nextInt(8));
            case 3 -> bytes = whole.get(files.get(random.nextInt(files.size()))).clone();
            case 4 -> bytes = Arrays.copyOf(bytes, bytes.length + 1 + random.nextInt(9));
            default -> random.nextBytes(bytes);
          }
          Files.write(p, bytes);
        }
        assertThat(check(w)).as("after " + spoilt).isEqualTo(said);
      }
      // what didn't fit was written anew
      for (Path p : files) {
        assertThat(p).hasBinaryContent(whole.get(p));
      }
    }
  }

  /** Another content with the size and the time of the first. */
  @Test
  public void aFileThatLooksTheSameIsReadAgain() throws Exception {
    try (Workspace w = workspace()) {
      Path library = w.path("lib/level.jar");
      FileTime time = Files.getLastModifiedTime(library);
      Program.Result first = check(w);
      byte[] bytes = Files.readAllBytes(library);
      Files.write(library, new byte[bytes.length]);
      Files.setLastModifiedTime(library, time);
      assertThat(check(w).exit()).isNotEqualTo(first.exit());
    }
  }

  private static Program.Result build(Workspace w) throws Exception {
    Program.Result r =
        w.program()
            .with("ZUGABE_CACHE", "")
            .with("XDG_CACHE_HOME", w.path("cache").toString())
            .zugabe("build");
    assertThat(r.exit()).as(r.all()).isZero();
    return r;
  }

  private static String sums(Workspace w) throws Exception {
    return w.program().run("sh", "-c", "cd out && sha256sum *.jar *.zip receipt.json").out();
  }

  /** A library that was read before is neither digested nor unpacked again; bytes are the same. */
  @Test
  public void aSecondBuildMakesTheSame() throws Exception {
    try (Workspace w = workspace()) {
      w.write(
          "zugabe.yaml",
          RECIPE.replace(
              "programs:\n",
              """
                merged: {kind: jar, program: tern, file: m.jar}
                beside: {kind: jar, libraries: beside, program: tern, file: b.zip}
              programs:
              """));
      settle(w);
      build(w);
      String first = sums(w);
      assertThat(first).contains("m.jar", "b.zip");
      for (int i = 0; i < 2; i++) {
        assertThat(w.program().run("rm", "-r", "out").exit()).isZero();
        build(w);
        assertThat(sums(w)).isEqualTo(first);
      }
      // what is damaged, with the size and the time of the first, is read
      Path library = w.path("lib/level.jar");
      FileTime time = Files.getLastModifiedTime(library);
      byte[] bytes = Files.readAllBytes(library);
      bytes[60] ^= 1;
      Files.write(library, bytes);
      Files.setLastModifiedTime(library, time);
      Program.Result r =
          w.program()
              .with("ZUGABE_CACHE", "")
              .with("XDG_CACHE_HOME", w.path("cache").toString())
              .zugabe("build");
      assertThat(r.exit()).as(r.all()).isEqualTo(1);
    }
  }

  /** Which classes of a library name a container's interfaces is kept as well. */
  @Test
  public void aWebArchivesLibrariesAreLookedThroughOnce() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.library(
          "lib/old.jar", "lib.Old", "public String of() { return \"javax/servlet/Filter\"; }");
      w.library("lib/none.jar", "lib.None", "");
      w.compile("classes", "a.Own", "public String of() { return \"jakarta/servlet/Servlet\"; }");
      w.write("web/index.html", "<p>tide")
          .write(
              "zugabe.yaml",
              """
              app: {name: Tern, version: 1.0}
              materials:
                app: {own: classes, web: web, libraries: lib/*.jar}
              deliverables:
                tern: {kind: war, materials: app}
              """);
      settle(w);
      Program.Result first = check(w);
      assertThat(first.err()).contains("Z4022", "old.jar", "lib.Old");
      List<Path> kept = kept(w);
      assertThat(kept).hasSize(5);
      assertThat(check(w)).isEqualTo(first);
      for (Path p : kept) {
        Files.writeString(p, "3\0not what was kept");
      }
      assertThat(check(w)).isEqualTo(first);
      w.library("lib/none.jar", "lib.None", "String of() { return \"javax/servlet/Filter\"; }");
      settle(w);
      assertThat(check(w).err()).contains("none.jar", "lib.None");
    }
  }

  @Test
  public void nothingIsKeptOfWhatJustChangedOrWhenItIsOff() throws Exception {
    try (Workspace w = workspace()) {
      w.program().with("XDG_CACHE_HOME", w.path("cache").toString()).zugabe("check");
      assertThat(w.path("cache")).doesNotExist();
      Files.setLastModifiedTime(
          w.path("lib/level.jar"), FileTime.from(Instant.now().plusSeconds(60)));
      check(w);
      assertThat(w.path("cache")).doesNotExist();
    }
  }
}
