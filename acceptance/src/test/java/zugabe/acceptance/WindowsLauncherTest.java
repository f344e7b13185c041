package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Start programs for Windows: under Wine, with a recorder in the place of Java, and by java. */
public final class WindowsLauncherTest {
  private Wine wine;
  private Path folder;

  @BeforeClass
  public void system() throws Exception {
    wine = Wine.create();
    folder = Files.createDirectories(wine.folder().resolve("Tide tables ü"));
  }

  @AfterClass(alwaysRun = true)
  public void end() throws Exception {
    if (wine != null) {
      wine.close();
    }
  }

  private static byte[] png(int width, int height) throws Exception {
    BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        image.setRGB(x, y, (x * 255 / width) << 16 | (y * 255 / height) | 0x80 << 8 | 0xFF << 24);
      }
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(image, "png", out);
    return out.toByteArray();
  }

  /** A recipe with a start program in place of the jar. */
  private static Workspace workspace(String program, String launcher) throws Exception {
    Workspace w = Workspace.withProgram();
    Files.write(w.path("icon.png"), png(256, 256));
    w.write(
        "zugabe.yaml",
        """
        app: {id: example.gannet.tern, name: Tern, version: 2.4.1, maker: Gannet Harbour Works, summary: Tide tables, icon: icon.png}
        materials:
          app: {own: classes, libraries: lib/*.jar}
        programs:
          tern: {materials: app, main: example.tern.Main, surface: console%s}
        deliverables:
          exe: {kind: windows-launcher, file: tern.exe%s}
        """
            .formatted(program, launcher));
    return w;
  }

  private Path built(String program, String launcher) throws Exception {
    try (Workspace w = workspace(program, launcher)) {
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).as(r.all()).isZero();
      Path into = Files.createTempDirectory(folder, "start");
      return Files.copy(w.path("out/tern.exe"), into.resolve("tern.exe"));
    }
  }

  /** A runtime that records; with no version it has no file of it. */
  private static Path runtime(Path home, Wine wine, String version) throws Exception {
    Path bin = Files.createDirectories(home.resolve("bin"));
    Files.copy(wine.runtime().resolve("bin/java.exe"), bin.resolve("java.exe"));
    if (!version.isEmpty()) {
      Files.writeString(home.resolve("release"), "JAVA_VERSION=\"" + version + "\"\r\n");
    }
    return home;
  }

  private Program.Result start(Path exe, Map<String, String> environment, String... arguments)
      throws Exception {
    List<String> line = new ArrayList<>(List.of("timeout", "60", "wine", exe.toString()));
    line.addAll(List.of(arguments));
    Program program = wine.program(exe.getParent());
    program.with("RECORD", Wine.named(exe.resolveSibling("record")));
    program.with("ZUGABE_LAUNCH_LOG", Wine.named(exe.resolveSibling("log.txt")));
    program.with("ZUGABE_LAUNCH_LANGUAGE", "en").with("JAVA_HOME", "");
    environment.forEach(program::with);
    return program.run(line.toArray(String[]::new));
  }

  private static List<String> record(Path exe) throws Exception {
    List<List<String>> starts = Wine.starts(exe.resolveSibling("record"));
    List<String> last = new ArrayList<>(starts.get(starts.size() - 1));
    last.removeIf(t -> t.isEmpty() && last.indexOf(t) == last.size() - 1);
    return last;
  }

  /** A program for Windows, and a jar for Java: nothing is unpacked. */
  @Test
  public void itIsAProgramAndAJar() throws Exception {
    for (String libraries : List.of("merged", "nested")) {
      Path exe = built("", ", libraries: " + libraries);
      Program.Result java = Program.in(folder).run("java", "-jar", exe.toString(), "a", "b");
      assertThat(java.out()).as(java.all()).isEqualTo("good tide2\n");
      Program.Result zip = Program.in(folder).run("unzip", "-tq", exe.toString());
      assertThat(zip.exit()).as(zip.all()).isZero();
      assertThat(checksum(Files.readAllBytes(exe))).isEqualTo(said(Files.readAllBytes(exe)));
    }
  }

  private static int headerAt(byte[] bytes) {
    return ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).getInt(0x3C);
  }

  private static long said(byte[] bytes) {
    ByteBuffer in = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    return Integer.toUnsignedLong(in.getInt(headerAt(bytes) + 24 + 64));
  }

  /** By another way than the program's: whole words, folded once at the end. */
  private static long checksum(byte[] bytes) {
    int field = headerAt(bytes) + 24 + 64;
    long sum = 0;
    for (int i = 0; i < bytes.length; i += 2) {
      int high = i + 1 < bytes.length ? bytes[i + 1] & 0xFF : 0;
      sum += i >= field && i < field + 4 ? 0 : (bytes[i] & 0xFF) | high << 8;
    }
    while (sum > 0xFFFF) {
      sum = (sum & 0xFFFF) + (sum >> 16);
    }
    return sum + bytes.length;
  }

  @Test
  public void propertiesAndIconsAsTheSystemReadsThem() throws Exception {
    Path exe =
        built(
            "",
            ", properties: {en: {LegalCopyright: \"© Gannet\"}, de: {FileDescription: Gezeiten}}");
    Path reader = exe.resolveSibling("properties.exe");
    Program.Result compiled =
        Program.in(folder)
            .run(
                "x86_64-w64-mingw32-gcc",
                "-municode",
                "-o",
                reader.toString(),
                Program.ROOT.resolve("acceptance/src/test/native/properties.c").toString(),
                "-lversion",
                "-luser32");
    assertThat(compiled.exit()).as(compiled.all()).isZero();
    Program.Result r =
        wine.program(exe.getParent())
            .run("timeout", "60", "wine", reader.toString(), Wine.named(exe));
    assertThat(r.out().replace("\r", "").lines().toList())
        .contains(
            "version 2.4.1.0 flags 0",
            "0409 CompanyName Gannet Harbour Works",
            "0409 FileDescription Tide tables",
            "0409 FileVersion 2.4.1.0",
            "0409 LegalCopyright © Gannet",
            "0409 OriginalFilename tern.exe",
            "0409 ProductVersion 2.4.1",
            "0407 FileDescription Gezeiten",
            "icon 16 loaded",
            "icon 48 loaded",
            "icon 256 loaded");
  }

  /** What stands on the command line arrives as it is. */
  @Test
  public void argumentsArriveUnchanged() throws Exception {
    Path exe = built(", options: [\"-Dx=a b\"], arguments: [\"--fixed\", 'q\"q']", "");
    runtime(exe.resolveSibling("runtime"), wine, "17.0.9");
    Random random = new Random(20261128);
    String signs = "ab \"\\*?%&|<>^()!;,='`~üß✓\t$@#";
    List<String> words = new ArrayList<>(List.of("", "*", "\\", "a\\", "\"", "\\\"", "*.txt"));
    while (words.size() < 200) {
      StringBuilder word = new StringBuilder();
      for (int i = random.nextInt(9); i >= 0; i--) {
        word.append(signs.charAt(random.nextInt(signs.length())));
      }
      words.add(word.toString());
    }
    Files.writeString(exe.resolveSibling("a.txt"), "expanded wildcards would find this");
    Program.Result r = start(exe, Map.of("RECORD_EXIT", "7"), words.toArray(String[]::new));
    assertThat(r.exit()).as(r.all()).isEqualTo(7);
    List<String> start = Wine.starts(exe.resolveSibling("record")).get(0);
    assertThat(start.subList(0, 5))
        .containsExactly("-Dx=a b", "-jar", Wine.named(exe), "--fixed", "q\"q");
    assertThat(start.subList(5, 205)).isEqualTo(words);
    assertThat(start.subList(205, 207)).containsExactly("folder", Wine.named(exe.getParent()));
  }

  /** The order of the recipe; versions; a runtime that has to be asked; none at all. */
  @Test
  public void aRuntimeIsFound() throws Exception {
    Path exe = built(", java: 17-21", ", address: \"https://java.gannet.example/\"");
    Path log = exe.resolveSibling("log.txt");
    Program.Result none = start(exe, Map.of());
    assertThat(none.exit()).isEqualTo(241);
    assertThat(none.err())
        .contains("Tern: This program needs Java 17 to 21", "no Java at all")
        .contains("https://java.gannet.example/");
    assertThat(start(exe, Map.of("ZUGABE_LAUNCH_LANGUAGE", "de")).err())
        .contains("Dieses Programm braucht Java 17 bis 21;");
    Path old = runtime(exe.resolveSibling("old"), wine, "1.8.0_312");
    Program.Result tooOld = start(exe, Map.of("JAVA_HOME", Wine.named(old)));
    assertThat(tooOld.exit()).isEqualTo(241);
    assertThat(tooOld.err()).contains("Java 8: " + Wine.named(old) + "\\bin");
    // on the path, where it has to be asked
    Path shim = runtime(exe.resolveSibling("shim"), wine, "");
    Map<String, String> asked =
        Map.of("WINEPATH", Wine.named(shim.resolve("bin")), "RECORD_VERSION", "21.0.2");
    assertThat(start(exe, asked).exit()).isZero();
    assertThat(Files.readString(log)).contains("looking: path", "fits: " + Wine.named(shim));
    assertThat(
            start(exe, Map.of("WINEPATH", Wine.named(shim.resolve("bin")), "RECORD_VERSION", "22"))
                .exit())
        .isEqualTo(241);
    // the newest that fits of those in the registry
    for (String version : List.of("17.0.1", "21.0.3", "22.0.1")) {
      Path home = runtime(exe.resolveSibling("installed " + version), wine, version);
      wine.program(exe.getParent())
          .run(
              "timeout",
              "60",
              "wine",
              "reg",
              "add",
              "HKLM\\Software\\Eclipse Adoptium\\JDK\\" + version + "\\hotspot\\MSI",
              "/v",
              "Path",
              "/d",
              Wine.named(home) + "\\",
              "/f");
    }
    Files.delete(log);
    assertThat(start(exe, asked).exit()).isZero();
    assertThat(Files.readString(log))
        .contains("line: \"" + Wine.named(exe.resolveSibling("installed 21.0.3")));
    // what the user says counts first, and then alone
    Files.writeString(
        exe.resolveSibling("tern.settings"), "# mine\njava = " + Wine.named(old) + "\n");
    assertThat(start(exe, asked).exit()).isEqualTo(241);
    wine.program(exe.getParent())
        .run("timeout", "60", "wine", "reg", "delete", "HKLM\\Software\\Eclipse Adoptium", "/f");
  }

  @Test
  public void settingsMemoryFolderAndEnvironment() throws Exception {
    Path exe =
        built(
            ", folder: data, options: [\"-Dhome=%TIDE%\"]",
            ", memory: {share: 50, least: 100, most: 300}, environment: {TIDE: \"high %PROGRAM_FOLDER%\"}, again: 75");
    runtime(exe.resolveSibling("runtime"), wine, "17");
    Files.writeString(
        exe.resolveSibling("tern.settings"), "\uFEFFoption = -Dmine=ü\r\n argument=--mine x \n");
    Files.writeString(exe.resolveSibling("once"), "");
    Program.Result r =
        start(
            exe,
            Map.of("RECORD_SHOWN", "TIDE", "RECORD_ONCE", Wine.named(exe.resolveSibling("once"))),
            "his");
    assertThat(r.exit()).as(r.all()).isZero();
    // 75 started it again
    List<List<String>> starts = Wine.starts(exe.resolveSibling("record"));
    assertThat(starts).hasSize(2);
    String here = Wine.named(exe.getParent());
    assertThat(starts.get(1))
        .contains("-Dmine=ü", "-Xmx300m", "-Dprogram.folder=" + here, "--mine x", "his")
        .contains("high " + here);
    assertThat(starts.get(1).get(starts.get(1).indexOf("folder") + 1)).endsWith("\\tern");
    Files.writeString(exe.resolveSibling("tern.settings"), "no equals sign\n");
    Program.Result wrong = start(exe, Map.of());
    assertThat(wrong.exit()).isEqualTo(243);
    assertThat(wrong.err()).contains("tern.settings:1", "key = value");
  }

  /** A second start ends, and its arguments are there for the first one. */
  @Test
  public void itRunsOnce() throws Exception {
    Path exe = built("", ", one: {then: arguments, code: 9}");
    runtime(exe.resolveSibling("runtime"), wine, "17");
    Program first = wine.program(exe.getParent());
    first.with("RECORD", Wine.named(exe.resolveSibling("record"))).with("RECORD_WAIT", "20000");
    Process running =
        first
            .builder("timeout", "60", "wine", exe.toString())
            .redirectErrorStream(true)
            .redirectOutput(exe.resolveSibling("out.txt").toFile())
            .start();
    try {
      for (int i = 0; i < 200 && Wine.starts(exe.resolveSibling("record")).isEmpty(); i++) {
        Thread.sleep(100);
      }
      Program.Result second = start(exe, Map.of("RECORD_EXIT", "5"), "open", "C:\\a b.tide");
      assertThat(second.exit()).as(second.all()).isEqualTo(9);
      assertThat(Wine.starts(exe.resolveSibling("record"))).hasSize(1);
      String option = record(exe).get(0);
      assertThat(option).startsWith("-Dprogram.inbox=").endsWith("\\inbox");
      try (Stream<Path> files = Files.walk(wine.folder().resolve("prefix"))) {
        List<Path> left = files.filter(f -> f.toString().endsWith(".arguments")).toList();
        assertThat(left).hasSize(1);
        assertThat(Files.readString(left.get(0))).isEqualTo("open\nC:\\\\a b.tide\n");
      }
    } finally {
      running.destroy();
    }
  }

  private interface Spoiling {
    void in(Workspace w) throws Exception;
  }

  @DataProvider
  public Object[][] wrong() {
    return new Object[][] {
      {
        "a picture that isn't one", (Spoiling) w -> w.write("icon.png", "no picture"), "error Z2020"
      },
      {
        "a damaged picture",
        (Spoiling)
            w -> Files.write(w.path("icon.png"), java.util.Arrays.copyOf(png(256, 256), 200)),
        "error Z5102"
      },
      {
        "not square",
        (Spoiling) w -> Files.write(w.path("icon.png"), png(256, 128)),
        "it isn't square"
      },
      {"small", (Spoiling) w -> Files.write(w.path("icon.png"), png(48, 48)), "and it has 48"},
      {
        "a large number",
        (Spoiling) w -> w.replace("zugabe.yaml", "version: 2.4.1", "version: 2.70000"),
        "error Z5104"
      },
      {
        "a language without a page",
        (Spoiling)
            w -> w.replace("zugabe.yaml", "tern.exe", "tern.exe, properties: {xx: {Comments: a}}"),
        "error Z5101"
      },
      {
        "another ending",
        (Spoiling) w -> w.replace("zugabe.yaml", "tern.exe", "tern.jar"),
        "error Z10"
      },
      {
        "a number for a size",
        (Spoiling) w -> w.replace("zugabe.yaml", "tern.exe", "tern.exe, memory: {share: 101}"),
        "a whole number up to 100"
      },
      {
        "a script",
        (Spoiling)
            w -> {
              w.write("classes/x.sh", "echo x\n");
              w.replace("zugabe.yaml", "main: example.tern.Main", "file: x.sh");
            },
        "error Z5101"
      },
    };
  }

  @Test(dataProvider = "wrong")
  public void whatIsWrongIsTold(String what, Spoiling spoiling, String expected) throws Exception {
    try (Workspace w = workspace("", "")) {
      spoiling.in(w);
      Program.Result r = w.program().zugabe("build");
      assertThat(r.err().replaceAll("\\s+", " ")).as(what).contains(expected);
      assertThat(Files.exists(w.path("out/tern.exe")))
          .isEqualTo(!expected.startsWith("error") && !expected.contains("number"));
    }
  }

  /** The programs in the resources are those that their sources make. */
  @Test
  public void theStartProgramsAreCurrent() throws Exception {
    Path made = Files.createTempDirectory(folder, "made");
    Program.Result r =
        Program.in(Program.ROOT)
            .run(Program.ROOT.resolve("native/make").toString(), made.toString());
    assertThat(r.exit()).as(r.all()).isZero();
    Path kept = Program.ROOT.resolve("kinds/src/main/resources/zugabe/kinds/launcher");
    for (String name : List.of("window-x64", "window-x86", "console-x64", "console-x86")) {
      Path fresh = made.resolve(name + ".exe");
      assertThat(Files.size(fresh)).isLessThan(64 * 1024);
      assertThat(Files.mismatch(fresh, kept.resolve(name + ".exe"))).as(name).isEqualTo(-1);
    }
  }
}
