package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Enumeration;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import javax.imageio.ImageIO;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;
import zugabe.bytes.Content;
import zugabe.core.materials.Nature;
import zugabe.core.materials.Recogniser;
import zugabe.core.materials.Recognition;

/** Files of many kinds, most of them made by other programs, and what is told of them. */
public final class RecogniseTest {
  private Workspace w;

  @BeforeClass
  public void create() throws IOException {
    w = Workspace.create();
  }

  @AfterClass(alwaysRun = true)
  public void close() throws IOException {
    w.close();
  }

  private static Recognition of(String path, byte[] bytes) throws IOException {
    return Recogniser.recognise(path, Content.of(bytes));
  }

  private static Recognition of(String path, String text) throws IOException {
    return of(path, text.getBytes(StandardCharsets.UTF_8));
  }

  private Recognition of(String path) throws IOException {
    return of(path, Files.readAllBytes(w.path(path)));
  }

  private static Recognition of(Path file) throws IOException {
    return of(file.toString(), Files.readAllBytes(file));
  }

  private void run(String... command) throws Exception {
    Program.Result r = w.program().run(command);
    assertThat(r.exit()).as(r.all()).isZero();
  }

  /** A library from Maven Central that has one native library for each of many platforms. */
  private static Map<String, byte[]> natives() throws IOException {
    Map<String, byte[]> natives = new TreeMap<>();
    Path lib = Program.ROOT.resolve("cli/target/app/lib");
    try (Stream<Path> jars = Files.list(lib)) {
      Path jar = jars.filter(j -> j.toString().contains("zstd-jni")).findFirst().orElseThrow();
      try (ZipFile zip = new ZipFile(jar.toFile())) {
        Enumeration<? extends ZipEntry> entries = zip.entries();
        while (entries.hasMoreElements()) {
          ZipEntry e = entries.nextElement();
          if (e.getName().matches("(?!aix/).*\\.(so|dll|dylib)")) {
            try (InputStream in = zip.getInputStream(e)) {
              natives.put(e.getName(), in.readAllBytes());
            }
          }
        }
      }
    }
    return natives;
  }

  @Test
  public void nativeLibrariesOfEveryPlatform() throws Exception {
    Map<String, String> platforms = new TreeMap<>();
    for (Map.Entry<String, byte[]> e : natives().entrySet()) {
      Recognition known = of(e.getKey(), e.getValue());
      assertThat(known.nature()).as(e.getKey()).isEqualTo(Nature.NATIVE_LIBRARY);
      assertThat(known.fault()).isEmpty();
      assertThat(known.fact("linked to")).as(e.getKey()).isNotEmpty();
      platforms.put(e.getKey().replaceAll("/[^/]*$", ""), String.join(" ", known.platforms()));
    }
    assertThat(platforms)
        .containsEntry("linux/amd64", "linux-x64")
        .containsEntry("linux/aarch64", "linux-arm64")
        .containsEntry("darwin/x86_64", "macos-x64")
        .containsEntry("darwin/aarch64", "macos-arm64")
        .containsEntry("win/amd64", "windows-x64")
        .containsEntry("win/x86", "windows-x86")
        .containsEntry("linux/s390x", "");
  }

  @Test
  public void nativePrograms() throws Exception {
    w.write("t.c", "#include <stdio.h>\nint main(void) { puts(\"tide\"); return 0; }\n");
    run("gcc", "-o", "tide", "t.c");
    assertThat(of("tide").nature()).isEqualTo(Nature.PROGRAM);
    assertThat(of("tide").fact("needs")).startsWith("glibc 2.");
    assertThat(of("tide").fact("linked to")).isEqualTo("libc.so.6");
    run("gcc", "-static", "-o", "whole", "t.c");
    assertThat(of("whole").nature()).isEqualTo(Nature.PROGRAM);
    assertThat(of("whole").facts()).doesNotContainKey("linked to");
    run("gcc", "-c", "-o", "t.o", "t.c");
    assertThat(of("t.o").nature()).isEqualTo(Nature.OBJECT_FILE);
    run("x86_64-w64-mingw32-gcc", "-mwindows", "-o", "tide.exe", "t.c");
    assertThat(of("tide.exe").platforms()).containsExactly("windows-x64");
    assertThat(of("tide.exe").fact("surface")).isEqualTo("window");
    assertThat(of("tide.exe").fact("linked to")).contains("KERNEL32.dll", "msvcrt.dll");
    run("x86_64-w64-mingw32-gcc", "-o", "console.exe", "t.c");
    assertThat(of("console.exe").fact("surface")).isEqualTo("console");

    Program.Result told = w.program().zugabe("inspect", "tide.exe");
    assertThat(told.exit()).as(told.all()).isZero();
    assertThat(told.out())
        .contains("tide.exe: PE native program", "platform", "windows-x64", "surface", "window");
    assertThat(w.program().zugabe("inspect", "--json", "tide").out())
        .contains("\"kind\" : \"ELF native program\"", "\"platform\" : \"linux-x64\"");
    Files.write(w.path("cut"), Arrays.copyOf(Files.readAllBytes(w.path("tide")), 1000));
    Program.Result cut = w.program().zugabe("inspect", "cut");
    assertThat(cut.err()).contains("warning Z2016  cut", "starts like an ELF native program");
  }

  @Test
  public void keysAndCertificates() throws Exception {
    run(
        "openssl",
        "req",
        "-x509",
        "-newkey",
        "rsa:2048",
        "-keyout",
        "key.pem",
        "-out",
        "c.pem",
        "-days",
        "3",
        "-nodes",
        "-subj",
        "/CN=Gannet Harbour Works");
    run("openssl", "x509", "-in", "c.pem", "-outform", "DER", "-out", "c.der");
    run(
        "openssl",
        "pkcs12",
        "-export",
        "-inkey",
        "key.pem",
        "-in",
        "c.pem",
        "-out",
        "k.p12",
        "-passout",
        "pass:x");
    run(
        "openssl",
        "pkcs8",
        "-topk8",
        "-in",
        "key.pem",
        "-out",
        "locked.pem",
        "-passout",
        "pass:xyzw");
    run(
        "openssl",
        "pkcs8",
        "-topk8",
        "-nocrypt",
        "-in",
        "key.pem",
        "-outform",
        "DER",
        "-out",
        "key.der");
    assertThat(of("c.pem").nature()).isEqualTo(Nature.CERTIFICATE);
    assertThat(of("c.der").fact("subject")).isEqualTo("CN=Gannet Harbour Works");
    assertThat(of("key.pem").nature()).isEqualTo(Nature.PRIVATE_KEY);
    assertThat(of("key.der").nature()).isEqualTo(Nature.PRIVATE_KEY);
    assertThat(of("locked.pem").fact("protected")).isEqualTo("by a password");
    assertThat(of("k.p12").nature()).isEqualTo(Nature.KEY_STORE);
    assertThat(of("k.p12").form()).isEqualTo("PKCS #12");
    assertThat(w.program().zugabe("inspect", "key.pem").all())
        .contains("key.pem: PEM private key")
        .doesNotContain("BEGIN");
  }

  @Test
  public void licencesByTheirTexts() throws Exception {
    Path texts = Path.of("/usr/share/common-licenses");
    assertThat(of(texts.resolve("Apache-2.0")).form()).isEqualTo("Apache-2.0");
    assertThat(of(texts.resolve("GPL-2")).form()).isEqualTo("GPL-2.0-only");
    assertThat(of(texts.resolve("GPL-3")).form()).isEqualTo("GPL-3.0-only");
    assertThat(of(texts.resolve("LGPL-2.1")).form()).isEqualTo("LGPL-2.1-only");
    assertThat(of(texts.resolve("LGPL-3")).form()).isEqualTo("LGPL-3.0-only");
    assertThat(of(texts.resolve("MPL-2.0")).form()).isEqualTo("MPL-2.0");
    assertThat(of(texts.resolve("CC0-1.0")).form()).isEqualTo("CC0-1.0");
    assertThat(of(texts.resolve("BSD")).form()).isEqualTo("BSD-3-Clause");
    assertThat(of(Program.ROOT.resolve("LICENSE")).nature()).isEqualTo(Nature.LICENCE);
    assertThat(of(Program.ROOT.resolve("README.md")).nature()).isEqualTo(Nature.TEXT);
  }

  @Test
  public void textsPicturesAndByteCode() throws Exception {
    assertThat(of("x", "#!/usr/bin/env -S python3 -u\nprint()\n").form()).isEqualTo("python3");
    assertThat(of("x", "#!/bin/sh\r\necho\r\n").fact("line ends")).isEqualTo("CRLF");
    assertThat(of("x", "@echo off\r\n").nature()).isEqualTo(Nature.SCRIPT);
    assertThat(of("x", "<!DOCTYPE html>\n<html>").nature()).isEqualTo(Nature.WEB);
    assertThat(of("x", "<?xml version='1.0'?><!DOCTYPE plist><plist/>").nature())
        .isEqualTo(Nature.PROPERTY_LIST);
    assertThat(of("x", "<?xml version='1.0'?>\n<!-- a -->\n<web-app>").form())
        .isEqualTo("descriptor");
    assertThat(of("x", new byte[0]).nature()).isEqualTo(Nature.EMPTY);
    assertThat(of("x.app", "{application, tide, [{vsn, \"1.2\"}]}.").fact("version"))
        .isEqualTo("1.2");
    Path beams = Program.ROOT.resolve("demo/src/main/workspace/alarm/lib/tide_alarm/ebin");
    try (Stream<Path> all = Files.list(beams)) {
      for (Path beam : all.filter(b -> b.toString().endsWith(".beam")).toList()) {
        assertThat(of(beam).fact("module") + ".beam").isEqualTo(beam.getFileName().toString());
        assertThat(of(beam).fact("calls")).contains("erlang");
      }
    }
    for (String format : new String[] {"png", "jpg", "gif", "bmp"}) {
      Path file = w.path("p." + format);
      ImageIO.write(new BufferedImage(64, 48, BufferedImage.TYPE_INT_RGB), format, file.toFile());
      assertThat(of(file).nature()).isEqualTo(Nature.PICTURE);
      assertThat(of(file).fact("size")).isEqualTo("64x48");
    }
    w.compile("c", "t.A", "public static void main(String[] a) {}");
    assertThat(of("c/t/A.class").facts()).containsEntry("name", "t.A").containsEntry("java", "17");
  }

  @Test
  public void jarsOfEveryFlavour() throws Exception {
    w.jar("s.jar", Workspace.entries("a/A.java", "class A {}"));
    w.jar("d.jar", Workspace.entries("index-all.html", "<html>", "element-list", "a"));
    w.jar(
        "agent.jar",
        Workspace.entries(
            "META-INF/MANIFEST.MF",
            "Manifest-Version: 1.0\r\nPremain-Class: a.A\r\n\r\n",
            "a/A.class",
            "x"));
    w.jar("w.war", Workspace.entries("WEB-INF/web.xml", "<web-app/>"));
    w.jar("z.zip", Workspace.entries("a.txt", "a"));
    assertThat(of("s.jar").form()).isEqualTo("sources");
    assertThat(of("d.jar").form()).isEqualTo("documentation");
    assertThat(of("agent.jar").form()).isEqualTo("agent");
    assertThat(of("w.war").nature()).isEqualTo(Nature.WEB_ARCHIVE);
    assertThat(of("z.zip").nature()).isEqualTo(Nature.ARCHIVE);
    Path lib = Program.ROOT.resolve("cli/target/app/lib");
    try (Stream<Path> jars = Files.list(lib)) {
      Path jackson = jars.filter(j -> j.toString().contains("core-2.22")).findFirst().orElseThrow();
      Recognition known = of(jackson);
      assertThat(known.facts())
          .containsEntry("licence", "Apache-2.0")
          .containsEntry("name", "jackson-core")
          .containsEntry("java", "8")
          .containsKey("version");
    }
  }

  @Test
  public void spoiltFilesAreRecognisedOrRefused() throws Exception {
    Random random = new Random(5);
    Map<String, byte[]> seeds = natives();
    w.compile("c", "t.B", "public static void main(String[] a) { System.out.println(a); }");
    seeds.put("B.class", Files.readAllBytes(w.path("c/t/B.class")));
    for (Map.Entry<String, byte[]> seed : seeds.entrySet()) {
      byte[] good = seed.getValue();
      for (int i = 0; i < 60; i++) {
        byte[] bad =
            Arrays.copyOf(good, i % 3 == 0 ? random.nextInt(good.length) + 1 : good.length);
        // headers are at the start, tables anywhere
        int reach = i % 2 == 0 ? Math.min(bad.length, 1024) : bad.length;
        for (int flips = 0; flips < 1 + i % 8; flips++) {
          bad[random.nextInt(reach)] = (byte) random.nextInt(256);
        }
        assertThat(of(seed.getKey(), bad)).isNotNull();
      }
    }
  }
}
