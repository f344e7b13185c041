package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.testng.annotations.Test;

/** Archives in every format, read by independent programs. */
public final class ArchiveTest {
  private static final String RECIPE =
      """
      app: {name: Tern, version: 1.0}
      materials: {files: {own: files, libraries: lib}}
      deliverables:
        files: {kind: archive, formats: [zip, tar, tar.gz, tar.xz, tar.zst]}
      """;

  private static Workspace workspace() throws Exception {
    Workspace w = Workspace.create();
    w.write("files/bin/tern", "#!/bin/sh\necho good tide\n");
    Files.setPosixFilePermissions(
        w.path("files/bin/tern"), PosixFilePermissions.fromString("rwxr-xr-x"));
    w.write("files/empty", "").write("files/ü 水/" + "long".repeat(40) + "/deep.txt", "deep");
    byte[] noise = new byte[3_000_000];
    new Random(3).nextBytes(noise);
    Files.write(w.path("files/noise.bin"), noise);
    w.write("files/tides.txt", "spring tide, neap tide\n".repeat(300_000));
    w.library("lib/greeting.jar", "example.lib.Greeting", "");
    w.write("zugabe.yaml", RECIPE);
    return w;
  }

  private static void ok(Program.Result r) {
    assertThat(r.exit()).as(r.all()).isZero();
  }

  @Test
  public void everyFormatIsReadByIndependentPrograms() throws Exception {
    try (Workspace w = workspace()) {
      ok(w.program().zugabe("build"));
      ok(w.program().run("cp", "-r", "lib", "files/lib"));
      Program c = w.program().with("LC_ALL", "C.UTF-8");
      for (String format : List.of("tar", "tar.gz", "tar.xz", "tar.zst", "zip")) {
        String file = "out/tern-1.0." + format;
        for (String reader :
            format.equals("zip") ? List.of("unzip", "bsdtar") : List.of("tar", "bsdtar")) {
          Path to = Files.createDirectories(w.path("x/" + reader + "-" + format));
          ok(
              reader.equals("unzip")
                  ? c.run("unzip", "-q", file, "-d", to.toString())
                  : c.run(reader, "-C", to.toString(), "-xf", file));
          ok(c.run("diff", "-r", "files", to.resolve("tern-1.0").toString()));
          assertThat(Files.isExecutable(to.resolve("tern-1.0/bin/tern"))).as(reader).isTrue();
          assertThat(Files.isExecutable(to.resolve("tern-1.0/empty"))).isFalse();
        }
      }
      ok(c.run("gzip", "-t", "out/tern-1.0.tar.gz"));
      ok(c.run("xz", "-t", "out/tern-1.0.tar.xz"));
      ok(c.run("zstd", "-q", "-t", "out/tern-1.0.tar.zst"));
      ok(
          c.run(
              "python3",
              "-c",
              "import tarfile\nfor e in ('','.gz','.xz'): assert len(tarfile.open('out/tern-1.0.tar'+e).getmembers())==11"));
    }
  }

  @Test
  public void theBytesDoNotDependOnThreads() throws Exception {
    try (Workspace w = workspace()) {
      List<String> sums = new ArrayList<>();
      for (String jobs : List.of("1", "2", "5")) {
        ok(w.program().zugabe("build", "--jobs", jobs, "--out", "out" + jobs));
        sums.add(Files.readString(w.path("out" + jobs + "/SHA256SUMS")));
      }
      assertThat(sums.get(1)).isEqualTo(sums.get(0));
      assertThat(sums.get(2)).isEqualTo(sums.get(0));
    }
  }

  @Test
  public void anEmptyFileAloneIsAnArchive() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.write("files/empty", "").write("zugabe.yaml", RECIPE.replace(", libraries: lib", ""));
      ok(w.program().zugabe("build"));
      for (String format : List.of("tar.gz", "tar.xz", "tar.zst")) {
        assertThat(w.program().run("tar", "-tf", "out/tern-1.0." + format).out())
            .isEqualTo("tern-1.0/\ntern-1.0/empty\n");
      }
      String check = w.program().zugabe("check").out();
      assertThat(check).contains("Files of files:", "tern-1.0.tar.zst");
    }
  }

  @Test
  public void faultsAreFindings() throws Exception {
    try (Workspace w = workspace()) {
      w.replace("zugabe.yaml", "[zip, tar,", "[zip, rar,");
      Program.Result wrong = w.program().zugabe("build");
      assertThat(wrong.exit()).isEqualTo(2);
      assertThat(wrong.err()).contains("error Z1008  zugabe.yaml:4:41");
      w.write("files/lib/greeting.jar", "another").write("zugabe.yaml", RECIPE);
      Program.Result twice = w.program().zugabe("build");
      assertThat(twice.exit()).isEqualTo(1);
      assertThat(twice.err()).contains("error Z4006").contains("would both be");
    }
  }

  @Test
  public void littleMemoryMeansFewerThreadsAndTheSameBytes() throws Exception {
    try (Workspace w = workspace()) {
      w.write("files/tides.txt", "spring tide, neap tide\n".repeat(1_200_000));
      w.replace("zugabe.yaml", "[zip, tar, tar.gz, tar.xz, tar.zst]", "tar.xz");
      ok(w.program().zugabe("build", "--jobs", "3", "--out", "roomy"));
      Program.Result r =
          w.program()
              .with("ZUGABE_JAVA_OPTIONS", "-Xmx300m")
              .zugabe("build", "--jobs", "3", "--out", "narrow");
      ok(r);
      assertThat(r.err()).contains("note Z5009  narrow/tern-1.0.tar.xz").contains("of 3 threads");
      assertThat(w.path("narrow/tern-1.0.tar.xz"))
          .hasSameBinaryContentAs(w.path("roomy/tern-1.0.tar.xz"));
    }
  }
}
