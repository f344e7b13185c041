package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.github.luben.zstd.ZstdOutputStream;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.testng.annotations.Test;

/** Inputs that would take time, memory or the terminal: bounds hold, and what is told is plain. */
public final class BoundsTest {
  private static void jar(Path file, String... namesAndTexts) throws IOException {
    Files.createDirectories(file.getParent());
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      for (int i = 0; i < namesAndTexts.length; i += 2) {
        zip.putNextEntry(new ZipEntry(namesAndTexts[i]));
        zip.write(namesAndTexts[i + 1].getBytes(StandardCharsets.UTF_8));
      }
    }
  }

  /** Hundreds of bytes that kept a survey busy for minutes. */
  @Test(timeOut = 60_000)
  public void textsThatExpressionsStumbleOverAreReadAtOnce() throws Exception {
    try (Workspace w = Workspace.create()) {
      String pom = "<license>".repeat(20_000) + "<name>" + " ".repeat(100_000);
      jar(w.path("lib/slow.jar"), "META-INF/maven/g/a/pom.xml", pom, "a.txt", "");
      jar(
          w.path("lib/deep.jar"),
          "META-INF/MANIFEST.MF",
          "Manifest-Version: 1.0\nImport-Package: a" + ";b=\"c\"\n ".repeat(20_000) + ",d\n");
      w.write("LICENSE", "SPDX-License-Identifier: " + "MIT -".repeat(50_000));
      w.write("web/page.svg", "<?xml " + "<!-- ".repeat(50_000));
      Program.Result r = w.program().zugabe("survey");
      assertThat(r.exit()).as(r.all()).isLessThanOrEqualTo(1);
      w.write(
          "zugabe.yaml",
          "app: {name: Tern, version: 1.0}\nmaterials:\n  a: {libraries: lib/*.jar, own: '"
              + "*a".repeat(60)
              + "b'}\ndeliverables:\n  d: {kind: jar, materials: a}\n");
      w.write("a".repeat(200) + "c", "");
      assertThat(w.program().zugabe("check").exit()).isLessThanOrEqualTo(2);
    }
  }

  @Test(timeOut = 60_000)
  public void variablesThatGrowAreRefused() throws Exception {
    try (Workspace w = Workspace.create()) {
      StringBuilder recipe =
          new StringBuilder(
              "app:\n  name: Tern\n  version: \"1\"\n  summary: \"{app.maker}{app.maker}{app.maker}\"\n");
      recipe.append("  maker: \"" + "{app.homepage}".repeat(100) + "\"\n");
      recipe.append("  homepage: \"" + "{app.contact}".repeat(100) + "\"\n");
      recipe.append("  contact: \"" + "x".repeat(100) + "\"\n");
      w.write("zugabe.yaml", recipe + "deliverables: {}\n");
      Program.Result r = w.program().zugabe("check");
      assertThat(r.err()).contains("error Z1016", "longer than 65,536 characters");
    }
  }

  private static byte[] header(String name) {
    byte[] block = new byte[512];
    byte[] bytes = name.getBytes(StandardCharsets.US_ASCII);
    System.arraycopy(bytes, 0, block, 0, bytes.length);
    byte[] rest =
        "0000644\0000000000\0000000000\00000000000000\00000000000000\000        0"
            .getBytes(StandardCharsets.US_ASCII);
    System.arraycopy(rest, 0, block, 100, rest.length);
    System.arraycopy("ustar\00000".getBytes(StandardCharsets.US_ASCII), 0, block, 257, 8);
    int sum = 0;
    for (byte b : block) {
      sum += b & 0xFF;
    }
    byte[] digits = String.format("%06o\0 ", sum).getBytes(StandardCharsets.US_ASCII);
    System.arraycopy(digits, 0, block, 148, 8);
    return block;
  }

  @Test
  public void moreEntriesThanCanBeToldAreSaid() throws Exception {
    try (Workspace w = Workspace.create()) {
      Path flood = w.path("flood.tar.zst");
      try (OutputStream out =
          new BufferedOutputStream(new ZstdOutputStream(Files.newOutputStream(flood)), 1 << 20)) {
        byte[] member = header("x");
        for (int i = 0; i < 300_005; i++) {
          out.write(member);
        }
        out.write(new byte[1024]);
      }
      Program.Result r = w.program().zugabe("inspect", "flood.tar.zst");
      assertThat(r.err()).contains("warning Z2018", "more than 300,000 entries");
      assertThat(r.out()).contains("300,000 files");
    }
  }

  /** Names of entries can't write lines of their own; documents have them as they are. */
  @Test
  public void namesCantSpeakToTheTerminal() throws Exception {
    try (Workspace w = Workspace.create()) {
      String evil = "a\033[2J\rb\nzugabe.yaml: no findings.\u009b1m\u202e";
      jar(
          w.path("evil.jar"),
          evil,
          "x",
          "META-INF/MANIFEST.MF",
          "Manifest-Version: 1.0\nX: \033[31m\n");
      Program.Result r = w.program().zugabe("inspect", "evil.jar");
      assertThat(r.out())
          .doesNotContain("\033", "\r", "\u009b", "\u202e")
          .contains("\\u001b[2J\\u000db\\u000azugabe.yaml");
      Program.Result json = w.program().zugabe("inspect", "evil.jar", "--json");
      assertThat(new ObjectMapper().readTree(json.out()).findValuesAsText("path")).contains(evil);
      w.write("zugabe.yaml", "app: {name: \"x\\e[31m\\ny\", version: 1}\nnonsense\\e: 1\n");
      r = w.program().zugabe("check");
      assertThat(r.err()).doesNotContain("\033").contains("\\u001b[31m\\u000ay");
      r = w.program().zugabe("check", "no\033[2Jname");
      assertThat(r.all()).doesNotContain("\033");
    }
  }

  @Test
  public void whatIsTypedBelowKeysIsNeverTold() throws Exception {
    try (Workspace w = Workspace.create()) {
      for (String keys :
          List.of(
              "release: {store: hunter2, alias: hunter2, password: hunter2}",
              "release: {store: x.txt, alias: '', password: [hunter2]}",
              "release: hunter2",
              "release: {store: x.txt, alias: a, password: {hunter2: hunter2}}")) {
        w.write("x.txt", "");
        w.write(
            "zugabe.yaml",
            "app: {name: Tern, version: 1.0}\nmaterials: {a: {own: x.txt}}\nkeys:\n  "
                + keys
                + "\ndeliverables:\n  d: {kind: archive, materials: a, formats: zip}\n");
        for (String[] form :
            new String[][] {{"check"}, {"check", "--json"}, {"build"}, {"check", "--sarif"}}) {
          Program.Result r = w.program().zugabe(form);
          // a store's path is no secret, and has to be told to be found
          assertThat(
                  r.all()
                      .replace("hunter2\" matches nothing", "")
                      .replace("no \"hunter2\"", "")
                      .replace("no \\\"hunter2\\\"", "")
                      .replace("\\\"hunter2\\\" matches", ""))
              .as(keys + " " + List.of(form))
              .doesNotContain("hunter2");
        }
      }
      Program.Result set =
          w.program()
              .zugabe(
                  "check",
                  "--set",
                  "keys.release.password=hunter2",
                  "--set",
                  "keys.other=hunter2",
                  "--json");
      assertThat(set.all()).doesNotContain("hunter2");
    }
  }

  @Test
  public void timesBeyondTheFieldOfATarFileAreKept() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.write("x.txt", "");
      w.write(
          "zugabe.yaml",
          """
          app: {name: Tern, version: 1.0, time: "2300-01-01T00:00:00Z"}
          materials: {a: {own: x.txt}}
          deliverables:
            d: {kind: archive, materials: a, formats: tar.gz}
          """);
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(
              w.program()
                  .with("TZ", "UTC")
                  .run("sh", "-c", "tar --full-time -tvzf out/*.tar.gz")
                  .out())
          .contains("2300-01-01 00:00:00");
    }
  }

  @Test
  public void aNameThatIsNoTextIsFound() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.write("x/ok.txt", "");
      assertThat(w.program().run("sh", "-c", "printf x > \"x/$(printf 'bad\\377.txt')\"").exit())
          .isZero();
      w.write(
          "zugabe.yaml",
          """
          app: {name: Tern, version: 1.0}
          materials: {a: {own: x}}
          deliverables:
            d: {kind: archive, materials: a, formats: zip}
          """);
      Program.Result r = w.program().zugabe("build");
      assertThat(r.err()).contains("error Z2019", "has bytes that aren't UTF-8");
    }
  }

  /** Folders whose names are YAML, variables or lines of a recipe: what is drafted builds. */
  @Test
  public void draftsTakeEveryName() throws Exception {
    for (String folder :
        List.of(
            "{app.name}",
            "a: b #c",
            "- x",
            "\"q\" 'p'",
            "new\nline: 1",
            "{env.HOME:x}",
            "tab\there",
            "&a *b !c %d @e",
            "yes",
            "1.0")) {
      try (Workspace w = Workspace.create()) {
        w.compile(
            folder + "/classes",
            "a.Main",
            "public static void main(String[] a) { System.out.println(1); }");
        w.library(folder + "/lib/some.jar", "lib.Some", "");
        Program.Result r = w.program().zugabe("survey", "--draft");
        assertThat(r.exit()).as(r.all()).isZero();
        Program.Result built = w.program().zugabe("build");
        assertThat(built.exit())
            .as(folder + "\n" + built.all() + Files.readString(w.path("zugabe.yaml")))
            .isZero();
      }
    }
  }

  /** A lock that is a link to somebody's file. */
  @Test
  public void theLockFollowsNoLink() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.write("theirs", "content");
      Files.createDirectories(w.path("out"));
      Files.createSymbolicLink(w.path("out/.zugabe-lock"), w.path("theirs"));
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).as(r.all()).isEqualTo(3);
      assertThat(w.path("theirs")).hasContent("content");
    }
  }

  /** Whatever is wrong with a library in a jar, the program says which it is. */
  @Test
  public void damagedInnerLibrariesAreNamed() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.replace("zugabe.yaml", "kind: jar", "kind: jar, libraries: nested");
      assertThat(w.program().zugabe("build").exit()).isZero();
      Path jar;
      try (var files = Files.list(w.path("out"))) {
        jar = files.filter(f -> f.toString().endsWith(".jar")).findFirst().orElseThrow();
      }
      byte[] whole = Files.readAllBytes(jar);
      byte[] library = Files.readAllBytes(w.path("lib/greeting.jar"));
      int name = new String(whole, StandardCharsets.ISO_8859_1).indexOf("inner/lib/");
      assertThat(name).isPositive();
      Random random = new Random(3);
      List<String> odd = new ArrayList<>();
      for (int i = 0; i < 60; i++) {
        byte[] spoilt = whole.clone();
        int end = Math.min(whole.length, name + library.length);
        for (int n = random.nextInt(6); n >= 0; n--) {
          int at = name + 30 + random.nextInt(Math.max(1, end - name - 30));
          spoilt[at] = (byte) (random.nextBoolean() ? 0xFF : random.nextInt(256));
        }
        Files.write(w.path("spoilt.jar"), spoilt);
        Process p =
            w.program()
                .builder(
                    Path.of(System.getProperty("java.home"), "bin/java").toString(),
                    "-XX:TieredStopAtLevel=1",
                    "-XX:+UseSerialGC",
                    "-jar",
                    "spoilt.jar")
                .redirectErrorStream(true)
                .redirectOutput(w.path("said").toFile())
                .start();
        assertThat(p.waitFor(30, TimeUnit.SECONDS)).isTrue();
        String said = Files.readString(w.path("said"), StandardCharsets.ISO_8859_1);
        for (String unchecked :
            List.of(
                "ArrayIndexOutOfBounds",
                "NegativeArraySize",
                "OutOfMemory",
                "IllegalArgument",
                "StringIndexOutOfBounds",
                "IndexOutOfBounds",
                "NullPointer")) {
          if (said.contains(unchecked)) {
            odd.add(said.lines().limit(4).toList().toString());
          }
        }
      }
      assertThat(odd).isEmpty();
      assertThat(Arrays.equals(whole, Files.readAllBytes(jar))).isTrue();
    }
  }
}
