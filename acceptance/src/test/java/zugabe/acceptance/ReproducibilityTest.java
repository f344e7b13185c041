package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.HashSet;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.testng.annotations.Test;
import zugabe.bytes.Digests;

/**
 * Same inputs, same bytes: whatever the folder, time zone, language, user, threads, or order of
 * files on the disk.
 */
public final class ReproducibilityTest {
  private static String build(
      String folder, String zone, String language, String user, String jobs, boolean backwards)
      throws Exception {
    Path home = Files.createTempDirectory(folder);
    try (Workspace w = Workspace.withProgram()) {
      Random random = new Random(4);
      for (int i = 0; i < 60; i++) {
        int n = backwards ? 59 - i : i;
        byte[] bytes = new byte[(n * 7919) % 40_000];
        new Random(n).nextBytes(bytes);
        Files.createDirectories(w.path("classes/data"));
        Files.write(w.path("classes/data/I" + n + "ı.bin"), bytes);
        Files.setLastModifiedTime(
            w.path("classes/data/I" + n + "ı.bin"), FileTime.fromMillis(random.nextInt(1 << 30)));
      }
      Files.write(
          w.path("classes/large.bin"),
          "low water, high water; "
              .repeat(150_000)
              .getBytes(java.nio.charset.StandardCharsets.UTF_8));
      Files.move(w.folder(), home.resolve("moved"));
      Files.createDirectories(w.folder());
      Program.Result r =
          Program.in(home.resolve("moved"))
              .with("TZ", zone)
              .with("LC_ALL", language)
              .with("USER", user)
              .with("LOGNAME", user)
              .with(
                  "ZUGABE_JAVA_OPTIONS",
                  "-Duser.name=" + user + " -Duser.language=" + language.replaceAll("[._].*", ""))
              .zugabe("build", "--jobs", jobs);
      assertThat(r.exit()).as(r.all()).isZero();
      String result = "";
      for (String file : new String[] {"tern-1.0.jar", "receipt.json", "SHA256SUMS"}) {
        result += Digests.sha256Hex(Files.readAllBytes(home.resolve("moved/out").resolve(file)));
      }
      return result;
    } finally {
      try (Stream<Path> all = Files.walk(home)) {
        for (Path p : all.sorted(java.util.Comparator.reverseOrder()).toList()) {
          Files.delete(p);
        }
      }
    }
  }

  @Test
  public void nothingAroundChangesTheBytes() throws Exception {
    Set<String> results = new HashSet<>();
    results.add(build("a", "UTC", "C.UTF-8", "root", "1", false));
    results.add(build("some other place ü", "Asia/Kolkata", "tr_TR.UTF-8", "ayşe", "2", true));
    results.add(build("third", "America/St_Johns", "ar_EG.UTF-8", "x", "7", false));
    results.add(build("fourth", "Pacific/Kiritimati", "C", "y", "3", true));
    assertThat(results).hasSize(1);
  }

  @Test
  public void theTimeOfEntriesCanBeSet() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      assertThat(w.program().with("SOURCE_DATE_EPOCH", "1772368496").zugabe("build").exit())
          .isZero();
      assertThat(w.program().run("unzip", "-Z", "-T", "out/tern-1.0.jar").out())
          .contains("20260301.123456");
      w.replace("zugabe.yaml", "version: 1.0", "version: 1.0, time: 2027-01-02T03:04:05Z");
      assertThat(w.program().with("SOURCE_DATE_EPOCH", "1772368496").zugabe("build").exit())
          .isZero();
      assertThat(w.program().run("unzip", "-Z", "-T", "out/tern-1.0.jar").out())
          .contains("20270102.030404");
    }
  }
}
