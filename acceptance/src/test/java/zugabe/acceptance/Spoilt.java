package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;

/** A good workspace that is spoilt in one way, and what the program then says. */
final class Spoilt {
  private Spoilt() {}

  /** Spoils a good workspace. */
  interface Spoiling {
    void spoil(Workspace w) throws Exception;

    default Spoiling andThen(Spoiling next) {
      return w -> {
        spoil(w);
        next.spoil(w);
      };
    }
  }

  static Object[] row(String what, int exit, Spoiling spoiling, String... expected) {
    return new Object[] {what, exit, spoiling, List.of(expected)};
  }

  static Spoiling recipe(String old, String with) {
    return w -> w.replace("zugabe.yaml", old, with);
  }

  static Spoiling addition(String text) {
    return w -> w.write("zugabe.yaml", Workspace.RECIPE + text);
  }

  static void judge(int exit, Spoiling spoiling, List<String> expected) throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      spoiling.spoil(w);
      Program.Result r = w.program().zugabe("build");
      // messages are wrapped to the terminal's width
      String text = r.err().replaceAll("\\n {2,9}(?!To do:)", " ");
      assertThat(text).contains(expected);
      assertThat(r.exit()).as(r.all()).isEqualTo(exit);
      if (exit != 0) {
        assertThat(r.out()).startsWith("Nothing was made");
        try (Stream<Path> files =
            Files.isDirectory(w.path("out"))
                ? Files.list(w.path("out").toRealPath())
                : Stream.empty()) {
          assertThat(
                  files
                      .map(p -> p.getFileName().toString())
                      .filter(n -> !n.equals("greeting.jar") && !n.equals(".zugabe-lock")))
              .isEmpty();
        }
      }
    }
  }

  static void cutOff(Workspace w) throws IOException {
    byte[] bytes = Files.readAllBytes(w.path("lib/greeting.jar"));
    Files.write(w.path("lib/greeting.jar"), Arrays.copyOf(bytes, bytes.length - 30));
  }

  /** An archive of stored entries a and b, by python's writer. */
  static byte[] stored(Workspace w, String script) throws Exception {
    Files.createDirectories(w.path("lib"));
    Program.Result r =
        w.program()
            .run(
                "python3",
                "-W",
                "ignore",
                "-c",
                "import zipfile\nz=zipfile.ZipFile('lib/x.jar','w')\n" + script + "\nz.close()");
    assertThat(r.exit()).as(r.all()).isZero();
    return Files.readAllBytes(w.path("lib/x.jar"));
  }

  static int central(byte[] bytes) {
    return new String(bytes, java.nio.charset.StandardCharsets.ISO_8859_1).indexOf("PK\1\2");
  }

  static void overlap(Workspace w) throws Exception {
    byte[] bytes = stored(w, "z.writestr('a','same');z.writestr('b','same')");
    // the directory's second header points to the first entry, which is given its name
    w.patch("lib/x.jar", central(bytes) + 47 + 42, 0, 0, 0, 0);
  }

  static void wrongChecksum(Workspace w) throws Exception {
    stored(w, "z.writestr('a','tide')");
    w.patch("lib/x.jar", 31, 'T');
  }

  static void duplicate(Workspace w) throws Exception {
    stored(w, "z.writestr('a','1');z.writestr('a','2')");
  }

  static void prefix(Workspace w) throws IOException {
    byte[] jar = Files.readAllBytes(w.path("lib/greeting.jar"));
    byte[] prefixed = new byte[jar.length + 64];
    System.arraycopy(jar, 0, prefixed, 64, jar.length);
    Files.write(w.path("lib/greeting.jar"), prefixed);
  }
}
