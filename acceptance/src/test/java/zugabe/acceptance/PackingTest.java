package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.util.List;
import java.util.Random;
import org.testng.annotations.Test;

/** What is deflated: read by other programs, as small as was asked for, the same each time. */
public final class PackingTest {
  private static final String[] WORDS = "tide harbour quay salt marsh gannet heron".split(" ", -1);

  private static final int SMALL_FILES = 2_000;

  /** Pixels. */
  private static final int SIDE = 500;

  private static final String ENGINE = "\"deflate\" : 6";

  private static final String RECIPE =
      """
      app: {name: Tern, version: 1.0}
      materials:
        app: {own: classes, libraries: "lib/*.jar"}
        data: {own: data}
      programs:
        tern: {materials: app, main: example.tern.Main}
      deliverables:
        jar: {kind: jar, program: tern, file: tern.jar, packing: PACKING}
        set: {kind: archive, materials: data, formats: [zip, tar.gz], packing: PACKING}
      """;

  private static Workspace workspace() throws Exception {
    Workspace w = Workspace.withProgram();
    Random random = new Random(5);
    StringBuilder text = new StringBuilder();
    while (text.length() < 900_000) {
      text.append(WORDS[random.nextInt(WORDS.length)])
          .append(random.nextInt(5) == 0 ? " " + random.nextInt(10_000) + ".\n" : " ");
    }
    w.write("data/tides.txt", text.toString()).write("data/empty", "").write("data/one", "1");
    byte[] noise = new byte[700_000];
    random.nextBytes(noise);
    Files.write(w.path("data/noise.bin"), noise);
    return w;
  }

  private static void build(Workspace w, String packing, String out) throws Exception {
    w.write("zugabe.yaml", RECIPE.replace("PACKING", packing));
    Program.Result built = w.program().zugabe("build", "-o", out);
    assertThat(built.exit()).as(built.all()).isZero();
  }

  private static void ok(Workspace w, String... command) throws Exception {
    Program.Result r = w.program().run(command);
    assertThat(r.exit()).as(String.join(" ", command) + "\n" + r.all()).isZero();
  }

  /** Each inflates in code of its own or in zlib's. */
  @Test
  public void otherProgramsReadBothEfforts() throws Exception {
    try (Workspace w = workspace()) {
      for (String packing : List.of("deflated", "smallest")) {
        build(w, packing, packing);
        String zip = packing + "/tern-1.0.zip";
        String tar = packing + "/tern-1.0.tar.gz";
        ok(w, "unzip", "-tq", zip);
        ok(w, "7zz", "t", zip);
        ok(w, "7zz", "t", tar);
        ok(w, "gzip", "-t", tar);
        ok(w, "python3", "-m", "zipfile", "-t", zip);
        ok(w, "java", "-jar", packing + "/tern.jar");
        for (String archive : List.of(zip, tar)) {
          String to = "from " + archive.replace('/', ' ');
          Files.createDirectories(w.path(to));
          ok(w, "bsdtar", "-xf", archive, "-C", to);
          for (String file : List.of("tides.txt", "noise.bin", "empty", "one")) {
            assertThat(w.path(to + "/tern-1.0/" + file))
                .hasSameBinaryContentAs(w.path("data/" + file));
          }
        }
        ok(w, "sh", "-c", "gzip -dc " + tar + " | tar -tf -");
      }
      for (String file : List.of("tern-1.0.zip", "tern-1.0.tar.gz", "tern.jar")) {
        assertThat(Files.size(w.path("smallest/" + file)))
            .as(file)
            .isLessThan(Files.size(w.path("deflated/" + file)));
      }
      assertThat(Files.readString(w.path("smallest/receipt.json"))).contains(ENGINE);
    }
  }

  /** Short contents of many kinds, where most of a stream is its header. */
  @Test
  public void otherProgramsReadManySmallEntries() throws Exception {
    try (Workspace w = workspace()) {
      Random random = new Random(11);
      for (int i = 0; i < SMALL_FILES; i++) {
        byte[] content = new byte[random.nextInt(i % 10 == 0 ? 20_000 : 600)];
        int kinds = 1 + random.nextInt(256);
        int period = 1 + random.nextInt(400);
        for (int at = 0; at < content.length; at++) {
          boolean repeats = at >= period && random.nextInt(20) > 0;
          content[at] = repeats ? content[at - period] : (byte) random.nextInt(kinds);
        }
        Files.write(w.path("data/" + i), content);
      }
      for (String packing : List.of("deflated", "smallest")) {
        build(w, packing, packing);
        String zip = packing + "/tern-1.0.zip";
        ok(w, "unzip", "-tq", zip);
        ok(w, "7zz", "t", zip);
        // inflates with zlib, holds the CRC-32 of each against its own, and its bytes against ours
        ok(
            w,
            "python3",
            "-c",
            """
            import sys, zipfile
            with zipfile.ZipFile(sys.argv[1]) as z:
                for name in z.namelist():
                    if not name.endswith('/'):
                        with open('data/' + name.split('/', 1)[1], 'rb') as file:
                            assert z.read(name) == file.read(), name
            """,
            zip);
      }
    }
  }

  /** A picture whose rows are more than a block, read by a library for pictures. */
  @Test
  public void picturesAreRead() throws Exception {
    try (Workspace w = Workspace.create()) {
      byte[] pixels = new byte[4 * SIDE * SIDE];
      new Random(3).nextBytes(pixels);
      for (int at = 3; at < pixels.length; at += 4) {
        pixels[at] = -1;
      }
      Files.write(w.path("made.rgba"), pixels);
      ok(w, "convert", "-size", SIDE + "x" + SIDE, "-depth", "8", "made.rgba", "made.png");
      Program.Result icon =
          w.program().zugabe("icon", "made.png", "--to", "ours.png", "--side", "" + SIDE);
      assertThat(icon.exit()).as(icon.all()).isZero();
      ok(w, "convert", "ours.png", "-depth", "8", "seen.rgba");
      assertThat(w.path("seen.rgba")).hasSameBinaryContentAs(w.path("made.rgba"));
    }
  }

  /** Encoders share what memory there is, however many processors want one. */
  @Test
  public void aSmallHeapIsEnoughForTheSmallest() throws Exception {
    try (Workspace w = workspace()) {
      build(w, "smallest", "roomy");
      Program.Result again =
          w.program()
              .with("ZUGABE_JAVA_OPTIONS", "-Xmx128m -XX:ActiveProcessorCount=8")
              .zugabe("build", "-o", "tight", "--jobs", "8");
      assertThat(again.exit()).as(again.all()).isZero();
      for (String file : List.of("tern-1.0.zip", "tern-1.0.tar.gz", "tern.jar")) {
        assertThat(w.path("tight/" + file)).hasSameBinaryContentAs(w.path("roomy/" + file));
      }
    }
  }

  /** Threads and how the runtime goes about it change nothing. */
  @Test
  public void theSameBytesEachTime() throws Exception {
    try (Workspace w = workspace()) {
      build(w, "deflated", "first");
      for (String options : List.of("-XX:TieredStopAtLevel=1", "-XX:ActiveProcessorCount=5")) {
        Program.Result again =
            w.program()
                .with("ZUGABE_JAVA_OPTIONS", options)
                .zugabe("build", "-o", "again", "--jobs", "3");
        assertThat(again.exit()).as(again.all()).isZero();
        for (String file : List.of("tern-1.0.zip", "tern-1.0.tar.gz", "tern.jar")) {
          assertThat(w.path("again/" + file)).hasSameBinaryContentAs(w.path("first/" + file));
        }
      }
    }
  }

  @Test
  public void aPackingThatDoesNothingIsTold() throws Exception {
    try (Workspace w = workspace()) {
      w.write(
          "zugabe.yaml", RECIPE.replace("PACKING", "smallest").replace("zip, tar.gz", "tar.xz"));
      assertThat(w.program().zugabe("check").all())
          .contains("Z1022")
          .contains(
              "packing: has no effect here: it is for zip and tar.gz, neither of which is made.");
      w.write("zugabe.yaml", RECIPE.replace("PACKING", "stored").replace("zip, tar.gz", "tar.gz"));
      assertThat(w.program().zugabe("check").all())
          .contains("packing: has no effect here: it is for zip, which isn't made.");
      w.write("zugabe.yaml", RECIPE.replace("PACKING", "tiny"));
      assertThat(w.program().zugabe("check").all()).contains("smallest");
    }
  }

  /** A receipt of an earlier version of this program, which told of the engine by a text. */
  @Test
  public void earlierReceiptsAreRead() throws Exception {
    try (Workspace w = workspace()) {
      build(w, "deflated", "out");
      String receipt = Files.readString(w.path("out/receipt.json"));
      assertThat(receipt).contains(ENGINE);
      w.write("out/receipt.json", receipt.replace(ENGINE, "\"deflate\" : \"340753697cc43f23\""));
      w.write("zugabe.yaml", RECIPE.replace("PACKING", "stored"));
      Program.Result again = w.program().zugabe("build");
      assertThat(again.exit()).as(again.all()).isZero();
      assertThat(again.all()).doesNotContain("Z5006");
      assertThat(Files.readString(w.path("out/receipt.json"))).contains(ENGINE);
    }
  }
}
