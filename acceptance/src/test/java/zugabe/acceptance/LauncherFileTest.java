package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.RandomAccessFile;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Start programs for Windows as files: what they hold, and what is refused. */
public final class LauncherFileTest {
  private Path folder;

  @BeforeClass
  public void place() throws Exception {
    folder = Files.createTempDirectory("launchers");
  }

  @AfterClass(alwaysRun = true)
  public void remove() throws Exception {
    Program.in(folder.getParent()).run("rm", "-rf", folder.toString());
  }

  /** A program for Windows, and a jar for Java: nothing is unpacked. */
  @Test
  public void itIsAProgramAndAJar() throws Exception {
    for (String libraries : List.of("merged", "nested")) {
      Path exe = Launchers.built("", ", libraries: " + libraries, folder);
      Program.Result java = Program.in(folder).run("java", "-jar", exe.toString(), "a", "b");
      assertThat(java.out()).as(java.all()).isEqualTo("good tide2\n");
      Program.Result zip = Program.in(folder).run("unzip", "-tq", exe.toString());
      assertThat(zip.exit()).as(zip.all()).isZero();
      assertThat(checksum(Files.readAllBytes(exe))).isEqualTo(said(Files.readAllBytes(exe)));
    }
  }

  /** Long contents are summed before they are copied, whatever place they begin at. */
  @Test
  public void aLargeLibraryInIt() throws Exception {
    try (Workspace w = Launchers.workspace("", ", libraries: nested")) {
      for (String name : List.of("a", "b")) {
        byte[] bytes = new byte[17_000_001];
        new Random(name.charAt(0)).nextBytes(bytes);
        Files.write(w.path(name + ".bin"), bytes);
        Program.Result zip = w.program().run("zip", "-q", "lib/" + name + ".jar", name + ".bin");
        assertThat(zip.exit()).as(zip.all()).isZero();
      }
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).as(r.all()).isZero();
      byte[] exe = Files.readAllBytes(w.path("out/tern.exe"));
      assertThat(checksum(exe)).isEqualTo(said(exe));
      // the digest is told as it is, though the checksum was filled in meanwhile
      Program.Result sums =
          Program.in(w.path("out")).run("sha256sum", "--strict", "-c", "SHA256SUMS");
      assertThat(sums.exit()).as(sums.all()).isZero();
      Program.Result one = w.program().zugabe("build", "--jobs", "1");
      assertThat(one.exit()).as(one.all()).isZero();
      assertThat(Files.readAllBytes(w.path("out/tern.exe"))).isEqualTo(exe);
    }
  }

  @DataProvider
  public Object[][] spoilt() {
    return new Object[][] {
      {"nested", "data/tides.txt"},
      {"nested", "META-INF/services/example.tern.Tide"},
      {"merged", "META-INF/LICENSE"},
      {"merged", "META-INF/tern.kotlin_module"},
      {"nested", "linux/libtern.so"},
      {"nested", "other.jar"},
    };
  }

  /** Most of a large library is unpacked while others look into it already. */
  @Test(dataProvider = "spoilt")
  public void aLargeLibraryThatIsDamaged(String libraries, String entry) throws Exception {
    try (Workspace w = Launchers.workspace("", ", libraries: " + libraries)) {
      byte[] bytes = new byte[17_000_001];
      new Random(1).nextBytes(bytes);
      Files.write(w.path("a.bin"), bytes);
      String text = "example.tern.High, as it is at noon";
      w.write(entry, text + "\n");
      Program.Result zip = w.program().run("zip", "-q0", "lib/large.jar", "a.bin", entry);
      assertThat(zip.exit()).as(zip.all()).isZero();
      byte[] jar = Files.readAllBytes(w.path("lib/large.jar"));
      int at = new String(jar, StandardCharsets.ISO_8859_1).indexOf(text);
      jar[at] ^= 1;
      Files.write(w.path("lib/large.jar"), jar);
      for (String jobs : List.of("1", "2")) {
        Program.Result r = w.program().zugabe("build", "--jobs", jobs);
        assertThat(r.exit()).as(r.all()).isEqualTo(1);
        assertThat(r.err()).contains("error Z2008  lib/large.jar  entry " + entry);
        assertThat(w.path("out")).doesNotExist();
      }
      Program.Result check = w.program().zugabe("check");
      assertThat(check.err()).contains("error Z2008  lib/large.jar  entry " + entry);
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
  public void inspectTellsWhatItWasTold() throws Exception {
    Path exe = Launchers.built(", java: 17-21", ", one: {}, seek: [path, registry]", folder);
    Program.Result r = Program.in(exe.getParent()).zugabe("inspect", "tern.exe");
    assertThat(r.exit()).as(r.all()).isZero();
    assertThat(r.out().replaceAll(" +", " "))
        .contains("tern.exe: windows-launcher,", "properties version 2.4.1.0")
        .contains("program Windows, x86-64, console", "looks for Java path, registry")
        .contains("needs Java from 17", "needs Java to 21", "runs once for each user")
        .contains("icon 16, 20, 24, 32, 40, 48, 64, 128, 256 pixels");
  }

  @DataProvider
  public Object[][] surfaces() {
    String opens = "example/tern/Main.class opens windows; ";
    return new Object[][] {
      {", surface: window", 2, ""},
      {", surface: console", 3, opens + "with surface: console there will be a console"},
      {"", 2, opens + "it gets no console"},
    };
  }

  /** Whether the file has a console is seen in its header ("Subsystem"). */
  @Test(dataProvider = "surfaces")
  public void windowOrConsole(String surface, int subsystem, String said) throws Exception {
    try (Workspace w = Launchers.workspace("", "")) {
      w.replace("zugabe.yaml", ", surface: console", surface);
      w.compile(
          "classes",
          "example.tern.Main",
          "public static void main(String[] a) { new javax.swing.JFrame(); }");
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).as(r.all()).isZero();
      String err = r.err().replaceAll("\\s+", " ");
      assertThat(err.contains("note Z5105")).isEqualTo(!said.isEmpty());
      assertThat(err).contains(said);
      byte[] exe = Files.readAllBytes(w.path("out/tern.exe"));
      assertThat(exe[headerAt(exe) + 24 + 68]).isEqualTo((byte) subsystem);
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
            w ->
                Files.write(
                    w.path("icon.png"), java.util.Arrays.copyOf(Launchers.png(256, 256), 200)),
        "error Z5102"
      },
      {
        "not square",
        (Spoiling) w -> Files.write(w.path("icon.png"), Launchers.png(256, 128)),
        "it isn't square"
      },
      {
        "none",
        (Spoiling) w -> w.replace("zugabe.yaml", ", icon: icon.png", ""),
        "warning Z5103 zugabe.yaml:7:8 deliverables.exe It has no icon"
      },
      {
        "small",
        (Spoiling) w -> Files.write(w.path("icon.png"), Launchers.png(48, 48)),
        "and it has 48"
      },
      {
        "a jar of 5 GB, most of it holes",
        (Spoiling)
            w -> {
              try (RandomAccessFile file =
                  new RandomAccessFile(w.path("classes/data.bin").toFile(), "rw")) {
                file.setLength(5L << 30);
              }
              w.replace("zugabe.yaml", "tern.exe", "tern.exe, packing: stored");
            },
        "error Z5106 zugabe.yaml:7:8 deliverables.exe What goes into it has more than 4 GB."
      },
      {
        "a long message",
        (Spoiling)
            w ->
                w.replace(
                    "zugabe.yaml",
                    "tern.exe",
                    "tern.exe, texts: {en: {none: " + "x".repeat(1001) + "}}"),
        "error Z1008 zugabe.yaml:7:68 deliverables.exe.texts.en.none"
      },
      {
        "a long summary",
        (Spoiling) w -> w.replace("zugabe.yaml", "Tide tables", "Tide tables".repeat(4000)),
        "error Z5107 zugabe.yaml:7:8 deliverables.exe The texts of its page of properties take"
            + " more than 65,535 bytes."
      },
      {
        "a library of 32 bits among those of 64",
        (Spoiling) w -> narrow(w, "windows-x64"),
        "warning Z3025 tide.dll It is native code for windows-x86, and the recipe has it among"
            + " those for windows-x64."
      },
      {
        "a version of Java that has no runtime of 32 bits",
        (Spoiling)
            w -> {
              narrow(w, "windows-x86");
              w.replace("zugabe.yaml", "nested", "nested, platform: windows-x86");
              w.replace(
                  "zugabe.yaml", "main: example.tern.Main", "main: example.tern.Main, java: 24+");
            },
        "error Z5108 zugabe.yaml:7:8 deliverables.exe Its native libraries want a runtime of 32 bits, the last of which for Windows is Java 23; the program \"tern\" runs on Java 24+."
      },
      {
        "a large number",
        (Spoiling) w -> w.replace("zugabe.yaml", "version: 2.4.1", "version: 2.70000"),
        "error Z5104"
      },
      {
        "a language without a page",
        saying("properties: {xx: {Comments: a}}"),
        "error Z1008 zugabe.yaml:7:62 deliverables.exe.properties.xx"
      },
      {
        "another ending",
        (Spoiling) w -> w.replace("zugabe.yaml", "tern.exe", "tern.jar"),
        "error Z10"
      },
      {"a number for a size", saying("memory: {share: 101}"), "a whole number from 1 to 100"},
      {"a code that says nothing", saying("again: 0"), "a whole number from 1 to 2147483647"},
      {
        "a code that is none",
        saying("again: abc"),
        "error Z1008 zugabe.yaml:7:56 deliverables.exe.again \"abc\" isn't allowed here"
      },
      {"a code below all", saying("one: {code: -1}"), "a whole number up to 2147483647"},
      {"a code above all", saying("one: {code: 2147483648}"), "a whole number up to 2147483647"},
      {
        "a carried runtime that doesn't lie beside",
        saying("seek: 'carried:C:\\java'"),
        "error Z1008"
      },
      {
        "a variable that holds no runtime's folder",
        saying("seek: 'variable:Path'"),
        "error Z1008 zugabe.yaml:7:55 deliverables.exe.seek \"variable:Path\" isn't allowed here"
      },
      {
        "an attribute that a manifest can't have",
        saying("attributes: {../x: y}"),
        "error Z4001 zugabe.yaml:7:68 deliverables.exe.attributes.../x"
      },
      {
        "native libraries that wouldn't travel",
        (Spoiling)
            w -> {
              w.write("gull.dll", "MZ");
              w.replace(
                  "zugabe.yaml", "own: classes", "own: classes, natives: {windows-x64: gull.dll}");
            },
        "error Z3009 zugabe.yaml:7:8 deliverables.exe The native libraries of \"app\" can't travel in a merged jar."
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

  /** The recipe says more of it. */
  /** Adds a library of 32 bits to those for a platform. */
  private static void narrow(Workspace w, String platform) throws Exception {
    Files.copy(
        Program.ROOT.resolve("kinds/src/main/resources/zugabe/kinds/launcher/console-x86.exe"),
        w.path("tide.dll"));
    w.replace(
        "zugabe.yaml",
        "libraries: lib/*.jar",
        "libraries: lib/*.jar, natives: {" + platform + ": tide.dll}");
    w.replace("zugabe.yaml", "tern.exe", "tern.exe, libraries: nested");
  }

  private static Spoiling saying(String keys) {
    return w -> w.replace("zugabe.yaml", "tern.exe", "tern.exe, " + keys);
  }

  @Test(dataProvider = "wrong")
  public void whatIsWrongIsTold(String what, Spoiling spoiling, String expected) throws Exception {
    try (Workspace w = Launchers.workspace("", "")) {
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
