package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Large libraries are still being unpacked while they are written already. What is wrong with them
 * is told all the same, and nothing is left of what was written.
 */
public final class LargeLibraryTest {
  /** From 16 MiB on, a library is large. */
  private static final int ENTRIES = 180;

  private static final int NOISE_BYTES = 100_000;

  private static Workspace large(String deliverable) throws Exception {
    Workspace w = Workspace.withProgram();
    Random random = new Random(7);
    Map<String, byte[]> entries = new LinkedHashMap<>();
    for (int i = 0; i < ENTRIES; i++) {
      byte[] noise = new byte[NOISE_BYTES];
      random.nextBytes(noise);
      entries.put("tide/noise" + i, noise);
    }
    w.jar("lib/tides.jar", entries);
    w.write(
        "zugabe.yaml",
        Workspace.RECIPE.replace("jar: {kind: jar}", "made: {" + deliverable + "}")
            + "programs: {tern: {main: example.tern.Main}}\n");
    return w;
  }

  @DataProvider
  public Object[][] deliverables() {
    return new Object[][] {
      {"kind: jar"},
      {"kind: jar, libraries: nested"},
      {"kind: jar, libraries: beside"},
      {"kind: windows-launcher, libraries: nested"},
      {"kind: archive, formats: [zip, tar.gz], programs: tern"},
    };
  }

  private static Map<String, String> files(Path folder) throws Exception {
    Map<String, String> files = new TreeMap<>();
    if (Files.isDirectory(folder)) {
      try (Stream<Path> walk = Files.walk(folder)) {
        for (Path p : walk.filter(Files::isRegularFile).toList()) {
          if (!p.endsWith(".zugabe-lock")) {
            files.put(
                folder.relativize(p).toString(),
                new String(Files.readAllBytes(p), StandardCharsets.ISO_8859_1));
          }
        }
      }
    }
    return files;
  }

  @Test(dataProvider = "deliverables")
  public void damageIsToldAndNothingIsLeft(String deliverable) throws Exception {
    try (Workspace w = large(deliverable)) {
      // the last entry's content, which hardly any worker has come to when writing begins
      int at = (int) Files.size(w.path("lib/tides.jar")) - ENTRIES * 60 - NOISE_BYTES / 2;
      byte[] bytes = Files.readAllBytes(w.path("lib/tides.jar"));
      w.patch("lib/tides.jar", at, bytes[at] ^ 1);
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).as(r.all()).isEqualTo(1);
      assertThat(r.err()).containsOnlyOnce("error Z").contains("tides.jar").contains("tide/noise");
      assertThat(w.path("out")).doesNotExist();

      w.patch("lib/tides.jar", at, bytes[at]);
      Program.Result whole = w.program().zugabe("build");
      assertThat(whole.exit()).as(whole.all()).isZero();
      Map<String, String> before = files(w.path("out"));
      w.patch("lib/tides.jar", at, bytes[at] ^ 1);
      Program.Result again = w.program().zugabe("build");
      assertThat(again.exit()).as(again.all()).isEqualTo(1);
      assertThat(again.err()).isEqualTo(r.err());
      assertThat(files(w.path("out")).equals(before)).as("what was made before").isTrue();
    }
  }

  /** As for small ones, with the numbers of workers that there may be. */
  @Test
  public void nothingDependsOnWhoReadsIt() throws Exception {
    try (Workspace w = large("kind: windows-launcher, libraries: nested")) {
      assertThat(w.program().zugabe("build", "--jobs", "1").exit()).isZero();
      Map<String, String> one = files(w.path("out"));
      for (String jobs : List.of("2", "5")) {
        w.program().run("rm", "-r", w.path("out").toString());
        assertThat(w.program().zugabe("build", "--jobs", jobs).exit()).isZero();
        assertThat(files(w.path("out")).equals(one)).as(jobs).isTrue();
      }
    }
  }
}
