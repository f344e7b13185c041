package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.zip.ZipFile;
import org.testng.annotations.Test;

/**
 * Builds that are stopped: the last good output stays whole, and nothing half appears under a final
 * name.
 */
public final class InterruptionTest {
  private static final int KILLS = Integer.getInteger("zugabe.kills", 10);

  private static Workspace large() throws IOException {
    Workspace w = Workspace.withProgram();
    byte[] noise = new byte[6_000_000];
    new Random(3).nextBytes(noise);
    for (int i = 0; i < noise.length; i += 3) {
      noise[i] = 0;
    }
    Files.write(w.path("classes/noise.bin"), noise);
    return w.write("zugabe.yaml", Workspace.RECIPE + "  second: {kind: jar, file: second.jar}\n");
  }

  private static Process start(Workspace w, String mark) throws IOException {
    return w.program()
        .builder(Program.java("build", "--set", "app.maker=" + mark).toArray(String[]::new))
        .redirectErrorStream(true)
        .redirectOutput(ProcessBuilder.Redirect.DISCARD)
        .start();
  }

  /**
   * Every entry of both files is read to its end; a record speaks only of files that are as it
   * says.
   */
  private static void assertWhole(Workspace w) throws Exception {
    for (String name : List.of("tern-1.0.jar", "second.jar")) {
      try (ZipFile zip = new ZipFile(w.path("out/" + name).toFile())) {
        for (var e : java.util.Collections.list(zip.entries())) {
          zip.getInputStream(e).readAllBytes();
        }
      }
    }
    if (Files.exists(w.path("out/SHA256SUMS")) && Files.exists(w.path("out/receipt.json"))) {
      Program.Result r = Program.in(w.path("out")).run("sha256sum", "-c", "--quiet", "SHA256SUMS");
      assertThat(r.exit()).as(r.all()).isZero();
    }
  }

  @Test
  public void killedAtManyPointsTheOutputStaysWhole() throws Exception {
    try (Workspace w = large()) {
      long begin = System.nanoTime();
      assertThat(start(w, "first").waitFor()).isZero();
      long whole = System.nanoTime() - begin;
      Random random = new Random(17);
      // how long a build takes depends on what else runs: a run that got to its end tells anew
      for (int killed = 0, runs = 0; killed < KILLS; runs++) {
        assertThat(runs).as("runs for %d kills", killed).isLessThan(10 * KILLS);
        long start = System.nanoTime();
        Process p = start(w, "m" + runs);
        if (p.waitFor((long) (random.nextDouble() * whole), TimeUnit.NANOSECONDS)) {
          whole = System.nanoTime() - start;
        } else {
          p.destroyForcibly();
          killed++;
        }
        p.waitFor();
        assertWhole(w);
      }
      assertThat(start(w, "last").waitFor()).isZero();
      assertWhole(w);
      try (var list = Files.list(w.path("out"))) {
        assertThat(list.map(p -> p.getFileName().toString()))
            .containsExactlyInAnyOrder(
                ".zugabe-lock", "tern-1.0.jar", "second.jar", "receipt.json", "SHA256SUMS");
      }
    }
  }

  @Test
  public void toldToEndItLeavesNoHalfFile() throws Exception {
    try (Workspace w = large()) {
      assertThat(start(w, "first").waitFor()).isZero();
      for (int i = 0; i < 5; i++) {
        Process p = start(w, "m" + i);
        Path part = w.path("out/tern-1.0.jar.part");
        while (p.isAlive() && !Files.exists(part)) {
          Thread.onSpinWait();
        }
        p.destroy();
        p.waitFor();
        assertWhole(w);
        try (var list = Files.list(w.path("out"))) {
          assertThat(list.map(f -> f.getFileName().toString()))
              .noneMatch(n -> n.endsWith(".jar.part"));
        }
      }
    }
  }

  /**
   * Told to end near the end, when files and records get their names: all or nothing, and nothing
   * odd is said.
   */
  @Test
  public void toldToEndAtTheLastMomentItIsDoneOrNot() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      long begin = System.nanoTime();
      assertThat(w.program().started("build").exit()).isZero();
      long whole = System.nanoTime() - begin;
      for (int i = 0; i <= KILLS; i++) {
        w.write("zugabe.yaml", Workspace.RECIPE.replaceFirst("version: \\S+", "version: 1." + i));
        Process p =
            w.program()
                .builder(Program.java("build").toArray(String[]::new))
                .redirectErrorStream(true)
                .redirectOutput(w.path("said").toFile())
                .start();
        Path part = w.path("out/receipt.json.part");
        long until = System.nanoTime() + whole * 3;
        while (p.isAlive() && !Files.exists(part) && System.nanoTime() < until) {
          Thread.onSpinWait();
        }
        p.destroy();
        p.waitFor();
        assertThat(Files.readString(w.path("said"))).doesNotContain("bug in zugabe", "Shutdown");
        try (var list = Files.list(w.path("out"))) {
          assertThat(list.map(f -> f.getFileName().toString())).noneMatch(n -> n.endsWith(".part"));
        }
      }
    }
  }

  @Test
  public void aFullDiskStopsTheBuildAndKeepsTheOldFile() throws Exception {
    try (Workspace w = large()) {
      assertThat(start(w, "first").waitFor()).isZero();
      byte[] before = Files.readAllBytes(w.path("out/tern-1.0.jar"));
      // blocks of 512 bytes: half a megabyte a file
      Program.Result r =
          w.program()
              .run(
                  "sh",
                  "-c",
                  "ulimit -f 1000; exec \"$0\" build --set app.maker=x",
                  Program.ROOT.resolve("zugabe").toString());
      assertThat(r.exit()).as(r.all()).isEqualTo(3);
      assertThat(r.err()).contains("error Z5002");
      assertThat(Files.readAllBytes(w.path("out/tern-1.0.jar"))).isEqualTo(before);
      assertWhole(w);
    }
  }

  @Test
  public void twoBuildsAtOnceDoNotMix() throws Exception {
    try (Workspace w = large()) {
      Process one = start(w, "one");
      Process two = start(w, "two");
      assertThat(one.waitFor()).isZero();
      assertThat(two.waitFor()).isZero();
      assertWhole(w);
      assertThat(w.path("out/receipt.json")).exists();
    }
  }
}
