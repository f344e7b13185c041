package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.util.Properties;
import java.util.zip.ZipFile;
import org.testng.annotations.Test;

/** Files that several merged libraries bring for one place, and that no rule names. */
public final class MergedFilesTest {
  private static String entry(Workspace w, String path) throws Exception {
    try (ZipFile zip = new ZipFile(w.path("out/tern-1.0.jar").toFile())) {
      byte[] bytes = zip.getInputStream(zip.getEntry(path)).readAllBytes();
      return new String(bytes, StandardCharsets.UTF_8);
    }
  }

  /** Six of its jars each tell their own version under one path. */
  @Test
  public void aNetworkingLibrarysVersions() throws Exception {
    try (Workspace w = Workspace.create()) {
      Applications.libraries(w, "netty");
      w.compile(
          "classes",
          "a.Main",
          "public static void main(String[] a) { System.out.println(io.netty.util.Version.identify().size()); }");
      w.write("zugabe.yaml", Workspace.RECIPE + "programs: {p: {main: a.Main}}\n");
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.err()).doesNotContain("Z4004");
      assertThat(w.program().run("java", "-jar", "out/tern-1.0.jar").out()).isEqualTo("7\n");
      Properties versions = new Properties();
      versions.load(new StringReader(entry(w, "META-INF/io.netty.versions.properties")));
      assertThat(versions.stringPropertyNames())
          .contains("netty-common.version", "netty-handler.version", "netty-resolver.version");
    }
  }

  private static Workspace two(String path, String a, String b) throws Exception {
    Workspace w = Workspace.withProgram();
    w.jar("lib/a.jar", Workspace.entries(path, a)).jar("lib/b.jar", Workspace.entries(path, b));
    return w;
  }

  @Test
  public void whatLosesNothingIsJoined() throws Exception {
    String[][] cases = {
      {"tide.properties", "a=1\nc = 3\n", "b=2\nc=3\n", "a=1\nc=3\nb=2\n"},
      {
        "META-INF/quays.list",
        "a.One\n# more\na.Two\n",
        "a.Two\nb.Three",
        "a.One\n# more\na.Two\nb.Three\n"
      },
    };
    for (String[] one : cases) {
      try (Workspace w = two(one[0], one[1], one[2])) {
        Program.Result r = w.program().zugabe("build");
        assertThat(r.err()).doesNotContain("Z4004");
        assertThat(entry(w, one[0])).isEqualTo(one[3]);
      }
    }
  }

  @Test
  public void whatWouldLoseSomethingIsToldOnceForAllPlaces() throws Exception {
    String[][] cases = {
      {"tide.properties", "a=1\n", "a=2\n"},
      {"META-INF/quays.list", "a.One\n", "some words\n"},
      {"quays.list", "a.One\n", "a.Two\n"},
      {"META-INF/tide.properties", "a=\\u12\n", "b=2\n"},
    };
    for (String[] one : cases) {
      try (Workspace w = two(one[0], one[1], one[2])) {
        w.jar("lib/c.jar", Workspace.entries(one[0], "z=" + one[2], "x.txt", "1"))
            .jar("lib/d.jar", Workspace.entries("x.txt", "2"));
        Program.Result r = w.program().zugabe("build");
        assertThat(r.err().replaceAll("\\s+", " "))
            .contains(
                "a.jar, b.jar and c.jar bring different bytes for "
                    + one[0]
                    + "; those of a.jar are kept.",
                "c.jar and d.jar bring different bytes for x.txt")
            .containsOnlyOnce(one[0]);
        assertThat(entry(w, one[0])).isEqualTo(one[1]);
      }
    }
    try (Workspace w = two("tide.properties", "a=1\n", "b=2\n")) {
      w.replace("zugabe.yaml", "kind: jar", "kind: jar, merge: {\"**\": keep-earliest}");
      assertThat(w.program().zugabe("build").err()).contains("Z4004");
      assertThat(entry(w, "tide.properties")).isEqualTo("a=1\n");
    }
  }
}
