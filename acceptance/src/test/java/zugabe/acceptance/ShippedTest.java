package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.KeyPairGenerator;
import java.util.Base64;
import java.util.Map;
import java.util.zip.ZipFile;
import org.testng.annotations.Test;

/** Materials with things that nobody means to ship, or that fail on somebody else's machine. */
public final class ShippedTest {
  private static final String RECIPE =
      """
      app: {name: Tern, version: 1.0}
      materials:
        app: {own: app, libraries: lib/*.jar}
      programs:
        tern: {materials: app, file: bin/tern}
      deliverables:
        set: {kind: archive, formats: [zip], programs: [tern]}
      """;

  private static Workspace intact() throws Exception {
    Workspace w = Workspace.create();
    w.write("app/bin/tern", "#!/bin/sh\necho tern\n").write("app/share/text.txt", "tide\n");
    run(w.path("app/bin/tern"), "rwxr-xr-x");
    Files.createDirectories(w.path("lib"));
    w.jar("lib/level-1.0.jar", Workspace.entries("META-INF/LICENSE", "as you like"));
    return w.write("zugabe.yaml", RECIPE);
  }

  private static void run(Path file, String permissions) throws Exception {
    Files.setPosixFilePermissions(file, PosixFilePermissions.fromString(permissions));
  }

  private static String check(Workspace w) throws Exception {
    return w.program().zugabe("check").err();
  }

  static String pem() throws Exception {
    KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
    byte[] key = generator.generateKeyPair().getPrivate().getEncoded();
    String label = "PRIVATE" + " KEY";
    return "-----BEGIN "
        + label
        + "-----\n"
        + Base64.getMimeEncoder(64, new byte[] {'\n'}).encodeToString(key)
        + "\n-----END "
        + label
        + "-----\n";
  }

  @Test
  public void nothingIsToldOfIntactMaterials() throws Exception {
    try (Workspace w = intact()) {
      Program.Result r = w.program().zugabe("check");
      assertThat(r.err()).isEmpty();
      assertThat(r.exit()).isZero();
    }
  }

  @Test
  public void keysAndStoresAreErrors() throws Exception {
    try (Workspace w = intact()) {
      w.write("app/share/signing.txt", pem());
      Files.write(
          w.path("app/share/store.bin"),
          new byte[] {(byte) 0xFE, (byte) 0xED, (byte) 0xFE, (byte) 0xED, 0, 0, 0, 2});
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.err())
          .contains("error Z9001  app/share/signing.txt", "It is a private key.")
          .contains("error Z9002  app/share/store.bin", "It is a key store (JKS).");
      assertThat(w.path("out")).doesNotExist();
    }
  }

  @Test
  public void settingsTokensCrashesAndVersionControl() throws Exception {
    try (Workspace w = intact()) {
      w.write("app/.env", "TIDE_USER=gannet\n").write("app/.env.sample", "TIDE_USER=\n");
      String key = "AKIA" + "QUAYSALTMARSH234";
      w.write("app/share/tides.properties", "station = gannet-quay\n\nkey = " + key + "\n");
      w.write(
          "app/share/other.properties", "tide.password = ${TIDE_PASSWORD}\npassword = changeit\n");
      w.write("app/.git/HEAD", "ref: refs/heads/main\n").write("app/.git/config", "[core]\n");
      byte[] core = new byte[64];
      System.arraycopy("\u007fELF".getBytes(StandardCharsets.ISO_8859_1), 0, core, 0, 4);
      core[4] = 2;
      core[5] = 1;
      core[6] = 1;
      core[16] = 4;
      core[18] = 62;
      core[20] = 1;
      core[52] = 64;
      Files.write(w.path("app/share/memory"), core);
      String err = check(w);
      assertThat(err)
          .contains("error Z9003  app/.env\n")
          .doesNotContain("app/.env.sample")
          .contains("warning Z9004  app/share/tides.properties:3")
          .doesNotContain("other.properties")
          .doesNotContain(key)
          .contains("warning Z9005  app/.git/HEAD\n", "warning Z9005  app/.git/config\n")
          .contains("warning Z9006  app/share/memory");
      // one remedy, told once
      assertThat(err.split("Leave the folder .git out", -1)).hasSize(2);
    }
  }

  @Test
  public void scriptsAndPermissions() throws Exception {
    try (Workspace w = intact()) {
      w.write("app/bin/log", "#!/bin/sh\r\necho log\r\n").write("app/bin/none.sh", "");
      run(w.path("app/bin/log"), "rw-r--r--");
      run(w.path("app/share/text.txt"), "rwxr-xr-x");
      assertThat(check(w))
          .contains("warning Z4032  app/bin/log:1", "lines end as on Windows")
          .contains("warning Z4029  app/bin/log", "starts with #! but isn't executable")
          .contains("note Z4030  app/share/text.txt", "but isn't a program: text")
          .contains("warning Z2017  app/bin/none.sh", "It has no bytes");
      // what a program starts can't start at all
      w.write("app/bin/tern", "#!/bin/sh\r\necho tern\r\n");
      assertThat(check(w)).contains("error Z4032  app/bin/tern:1");
      assertThat(w.program().run("chmod", "u+s", "app/bin/tern").exit()).isZero();
      assertThat(check(w)).contains("warning Z4031  app/bin/tern", "owner's or group's rights");
    }
  }

  @Test
  public void nativeCodeOfAnotherPlatform() throws Exception {
    try (Workspace w = intact()) {
      w.write("level.c", "int level(void) { return 4; }\n");
      Files.createDirectories(w.path("native"));
      Program.Result made = w.program().run("cc", "-shared", "-o", "native/level.so", "level.c");
      assertThat(made.all()).isEmpty();
      w.replace(
          "zugabe.yaml",
          "app: {own: app,",
          "app: {own: app, natives: {linux-x64: native/*.so, windows-x64: native/*.so},");
      w.replace(
          "zugabe.yaml", "formats: [zip]", "formats: [zip], platforms: [linux-x64, windows-x64]");
      String machine = System.getProperty("os.arch").equals("amd64") ? "windows-x64" : "linux-x64";
      assertThat(check(w)).contains("error Z4026  native/level.so", "would go to " + machine);
      // among the files for all platforms of an archive it has to be of use on one of them
      w.replace(
          "zugabe.yaml",
          "natives: {linux-x64: native/*.so, windows-x64: native/*.so},",
          "natives: {},");
      Files.copy(w.path("native/level.so"), w.path("app/level.so"));
      assertThat(check(w)).doesNotContain("Z4026");
      w.replace("zugabe.yaml", "[linux-x64, windows-x64]", "[macos-x64, macos-arm64]");
      assertThat(check(w))
          .contains("error Z4026  app/level.so", "would go to macos-arm64, macos-x64.")
          .contains("Leave it out of this archive, or name one for macos-arm64, macos-x64.");
    }
  }

  private static void module(Workspace w, String path, String className) throws Exception {
    w.library(path, className, "");
    Map<String, byte[]> entries = Workspace.entries("module-info.class", "m");
    String entry = className.replace('.', '/') + ".class";
    try (ZipFile jar = new ZipFile(w.path(path).toFile())) {
      entries.put(entry, jar.getInputStream(jar.getEntry(entry)).readAllBytes());
    }
    w.jar(path, entries);
  }

  @Test
  public void librariesAgainstEachOther() throws Exception {
    try (Workspace w = intact()) {
      w.write(
          "zugabe.yaml",
          """
          app: {name: Tern, version: 1.0}
          materials:
            app: {own: app, libraries: lib/*.jar}
          deliverables:
            tern: {kind: jar, libraries: beside}
          """);
      w.jar("lib/level-1.0.jar", Workspace.entries("META-INF/LICENSE", "free", "a.txt", "w"));
      w.jar("lib/level-1.1.jar", Workspace.entries("a.txt", "x"));
      module(w, "lib/datum-2.0.jar", "quay.Level");
      module(w, "lib/height-2.0.jar", "quay.Mean");
      assertThat(check(w))
          .contains("warning Z4025  lib/level-1.1.jar", "level is there twice: 1.0")
          .contains(
              "warning Z4027  lib/height-2.0.jar",
              "Package quay is in the module lib/datum-2.0.jar")
          .contains("note Z4033  zugabe.yaml:5:9  deliverables.tern")
          .contains("No licence text ships with datum-2.0.jar, height-2.0.jar, level-1.1.jar.");
      w.write("app/LICENSE-libraries.txt", "as you like");
      assertThat(check(w)).doesNotContain("Z4033");
    }
  }

  @Test
  public void longPathsAndOptionsForFindingFaults() throws Exception {
    try (Workspace w = intact()) {
      String deep = "app/" + "a-long-name-of-a-folder/".repeat(9) + "tide.txt";
      w.write(deep, "x");
      w.compile("classes", "a.Main", "public static void main(String[] a) { }");
      w.replace(
          "zugabe.yaml",
          "  tern: {materials",
          "  late: {materials: late, main: a.Main, options: [-Xmx64m, -ea]}\n  tern: {materials");
      w.replace("zugabe.yaml", "programs:\n", "  late: {own: classes}\nprograms:\n");
      w.replace("zugabe.yaml", "programs: [tern]", "programs: [tern, late]");
      assertThat(check(w))
          .contains("warning Z4028  zugabe.yaml", "characters, which leaves")
          .contains("warning Z3019  zugabe.yaml:6:", "-ea is for debugging")
          .doesNotContain("-Xmx64m");
    }
  }
}
