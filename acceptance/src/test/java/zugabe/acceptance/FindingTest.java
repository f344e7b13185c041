package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Each wrong input has its exact finding and exit code, and leaves no file behind. */
public final class FindingTest {
  private static final String PLUGINS =
      "META-INF/org/apache/logging/log4j/core/config/plugins/Log4j2Plugins.dat";

  @DataProvider
  public Object[][] recipes() {
    return new Object[][] {
      Spoilt.row("syntax", 2, Spoilt.addition("x: [1\n"), "error Z1001  zugabe.yaml:7:1"),
      Spoilt.row(
          "unknown key",
          2,
          Spoilt.recipe("kind: jar", "kind: jar, progam: x"),
          "error Z1002  zugabe.yaml:5:20  deliverables.jar.progam",
          "Did you mean \"program\"?"),
      Spoilt.row(
          "type",
          2,
          Spoilt.recipe("{kind: jar}", "[jar]"),
          "error Z1003  zugabe.yaml:5:8  deliverables.jar"),
      Spoilt.row(
          "missing",
          2,
          Spoilt.recipe(", version: 1.0", ""),
          "error Z1004  zugabe.yaml:1:6  app.version"),
      Spoilt.row("twice", 2, Spoilt.addition("app: {}\n"), "error Z1005  zugabe.yaml:6:1  app"),
      Spoilt.row(
          "variable",
          2,
          Spoilt.recipe("kind: jar", "kind: jar, file: \"{app.nam}.jar\""),
          "error Z1006  zugabe.yaml:5:26  deliverables.jar.file",
          "Did you mean \"app.name\"?"),
      Spoilt.row(
          "braces",
          2,
          Spoilt.recipe("{kind: jar}", "\n    kind: jar\n    file: {app.name}.jar"),
          "error Z1007  zugabe.yaml:7:11"),
      Spoilt.row(
          "value",
          2,
          Spoilt.recipe("kind: jar", "kind: exe"),
          "error Z1008  zugabe.yaml:5:15  deliverables.jar.kind"),
      Spoilt.row(
          "anchor",
          2,
          Spoilt.recipe("kind: jar", "kind: &k jar"),
          "error Z1009  zugabe.yaml:5:15  deliverables.jar.kind"),
      Spoilt.row(
          "reference",
          2,
          Spoilt.recipe("kind: jar", "kind: jar, materials: ap"),
          "error Z1010  zugabe.yaml:5:31  deliverables.jar.materials",
          "Did you mean \"app\"?"),
      Spoilt.row(
          "root",
          2,
          Spoilt.recipe("own: classes", "own: \"biuld:x\""),
          "error Z1010  zugabe.yaml:3:14  materials.app.own"),
      Spoilt.row("no recipe", 2, w -> Files.delete(w.path("zugabe.yaml")), "error Z1012"),
      Spoilt.row(
          "one file for two",
          2,
          Spoilt.recipe("jar: {kind: jar}", "a: {kind: jar}\n  b: {kind: jar}"),
          "error Z1013  zugabe.yaml:6:6  deliverables.b"),
      Spoilt.row(
          "a name that no folder holds",
          2,
          Spoilt.recipe("kind: jar", "kind: jar, file: " + "ä".repeat(130) + ".jar"),
          "error Z1008  zugabe.yaml:5:26  deliverables.jar.file",
          "The file's name has 264 bytes, and 250 are the most"),
      Spoilt.row(
          "a name that Windows keeps",
          0,
          Spoilt.recipe("kind: jar", "kind: jar, file: Nul.1.jar"),
          "warning Z2012  zugabe.yaml:5:26  deliverables.jar.file",
          "Windows can't hold a file named \"Nul.1.jar\"."),
      Spoilt.row(
          "unknown rule",
          2,
          Spoilt.recipe("kind: jar", "kind: jar, merge: {a: keep-both}"),
          "error Z1008  zugabe.yaml:5:31  deliverables.jar.merge.a"),
      Spoilt.row(
          "wrong ending",
          2,
          Spoilt.recipe("kind: jar", "kind: jar, libraries: beside, file: x.jar"),
          "error Z1008  zugabe.yaml:5:45  deliverables.jar.file",
          "\"x.jar\" doesn't end with .zip"),
      Spoilt.row(
          "unknown platform",
          2,
          Spoilt.recipe("own: classes", "own: classes, natives: {solaris: x}"),
          "error Z1008  zugabe.yaml:3:33  materials.app.natives.solaris"),
      Spoilt.row(
          "secret",
          2,
          Spoilt.addition("keys: {k: {store: s, alias: a, password: sesame}}\n"),
          "error Z1015  zugabe.yaml:6:42  keys.k.password"),
      Spoilt.row(
          "circle",
          2,
          Spoilt.recipe("name: Tern", "name: \"{app.name}\""),
          "error Z1016  zugabe.yaml:1:13  app.name"),
      Spoilt.row(
          "program not chosen",
          2,
          Spoilt.addition("programs: {a: {}, b: {}}\n"),
          "error Z1004  zugabe.yaml:5:8  deliverables.jar"),
      Spoilt.row(
          "recipe and materials at once",
          2,
          Spoilt.recipe("own: classes", "own: clases, lib: x"),
          "error Z1002  zugabe.yaml:3:22  materials.app.lib",
          "error Z2001  zugabe.yaml:3:14  materials.app.own"),
    };
  }

  @DataProvider
  public Object[][] materials() {
    return new Object[][] {
      Spoilt.row(
          "nothing matches",
          1,
          Spoilt.recipe("own: classes", "own: clases"),
          "error Z2001  zugabe.yaml:3:14  materials.app.own",
          "Did you mean \"classes\"?"),
      Spoilt.row(
          "no picture, no licence text",
          1,
          Spoilt.recipe("name: Tern", "icon: a.png, license: {text: L}, name: Tern"),
          "error Z2001  zugabe.yaml:1:13  app.icon",
          "error Z2001  zugabe.yaml:1:36  app.license.text"),
      Spoilt.row(
          "no library matches",
          1,
          Spoilt.recipe("lib/*.jar", "lib/*.zip"),
          "error Z2001  zugabe.yaml:3:34  materials.app.libraries"),
      Spoilt.row(
          "outside",
          1,
          Spoilt.recipe("own: classes", "own: ../classes"),
          "error Z2002  zugabe.yaml:3:14  materials.app.own"),
      Spoilt.row(
          "absolute",
          1,
          Spoilt.recipe("own: classes", "own: /etc"),
          "error Z2002  zugabe.yaml:3:14"),
      Spoilt.row(
          "behind a wildcard",
          1,
          Spoilt.recipe("own: classes", "own: \"*/../../x\""),
          "error Z2002  zugabe.yaml:3:14"),
      Spoilt.row(
          "link that leads out",
          1,
          w -> Files.createSymbolicLink(w.path("classes/out"), Path.of("/etc/hostname")),
          "error Z2014  zugabe.yaml:3:14  materials.app.own",
          "\"classes/out\" is a link that leads to a file outside."),
      Spoilt.row(
          "pipe",
          1,
          w -> w.program().run("mkfifo", "classes/pipe"),
          "error Z2014  zugabe.yaml:3:14"),
      Spoilt.row(
          "no zip",
          1,
          w -> w.write("lib/text.jar", "not a jar"),
          "error Z2005  lib/text.jar at byte 9"),
      Spoilt.row("cut off", 1, Spoilt::cutOff, "error Z2005  lib/greeting.jar"),
      Spoilt.row(
          "broken data",
          1,
          w -> w.patch("lib/greeting.jar", 80, 0xFF, 0xFF, 0xFF),
          "error Z2005  lib/greeting.jar  entry example/lib/Greeting.class at byte 1",
          "Its packed bytes can't be unpacked"),
      Spoilt.row(
          "trailing bytes",
          1,
          w ->
              Files.write(
                  w.path("lib/greeting.jar"), new byte[5], java.nio.file.StandardOpenOption.APPEND),
          "error Z2005  lib/greeting.jar at byte",
          "5 bytes follow the end"),
      Spoilt.row(
          "escape",
          1,
          w -> w.jar("lib/x.jar", Workspace.entries("../../x.txt", "x")),
          "error Z2006  lib/x.jar  entry ../../x.txt at byte 0"),
      Spoilt.row("overlap", 1, Spoilt::overlap, "error Z2007  lib/x.jar  entry b at byte 0"),
      Spoilt.row(
          "wrong checksum",
          1,
          Spoilt::wrongChecksum,
          "error Z2008  lib/x.jar  entry a at byte 31",
          "Its CRC-32 is not the one claimed."),
      Spoilt.row(
          "encrypted",
          1,
          w -> w.jar("lib/x.jar", Workspace.entries("a", "b")).patch("lib/x.jar", 6, 1 | 8),
          "error Z2009  lib/x.jar  entry a at byte 0"),
      Spoilt.row(
          "main class not there",
          1,
          Spoilt.addition("programs: {p: {main: example.tern.Mian}}\n"),
          "error Z3001  zugabe.yaml:6:22  programs.p.main",
          "Did you mean example.tern.Main?"),
      Spoilt.row(
          "main without package",
          1,
          Spoilt.addition("programs: {p: {main: Main}}\n"),
          "error Z3001  zugabe.yaml:6:22  programs.p.main",
          "Did you mean example.tern.Main?"),
      Spoilt.row(
          "no main method",
          1,
          Spoilt.addition("programs: {p: {main: example.lib.Greeting}}\n"),
          "error Z3002  zugabe.yaml:6:22  programs.p.main",
          "it has no main method",
          "These can be started: example.tern.Main."),
      Spoilt.row(
          "main not static",
          1,
          w ->
              w.compile("classes", "example.tern.Odd", "public void main(String[] a) { }")
                  .write(
                      "zugabe.yaml",
                      Workspace.RECIPE + "programs: {p: {main: example.tern.Odd}}\n"),
          "error Z3002  zugabe.yaml:6:22",
          "isn't static"),
      Spoilt.row(
          "several mains",
          1,
          w ->
              w.compile(
                  "classes", "example.tern.Second", "public static void main(String[] a) { }"),
          "error Z3003  zugabe.yaml:5:8  deliverables.jar",
          "example.tern.Main, example.tern.Second"),
      Spoilt.row(
          "a folder below the packages",
          1,
          w -> w.replace("zugabe.yaml", "own: classes", "own: classes/example"),
          "error Z3023  zugabe.yaml:3:14  materials.app.own",
          "classes/example/tern/Main.class says that it is example.tern.Main",
          "Write classes there."),
      Spoilt.row(
          "a folder above the packages",
          1,
          w -> w.replace("zugabe.yaml", "own: classes", "own: [., classes]").write("x/a.txt", ""),
          "error Z3023"),
      Spoilt.row(
          "byte code too new",
          1,
          Spoilt.addition("programs: {p: {java: 11+}}\n"),
          "error Z3004  classes/example/tern/Main.class",
          "class-file version 61"),
      Spoilt.row(
          "library for newer Java that isn't used",
          0,
          w ->
              w.compile(
                      "classes",
                      "example.tern.Main",
                      "public static void main(String[] a) { }",
                      "11")
                  .write("zugabe.yaml", Workspace.RECIPE + "programs: {p: {java: 11-16}}\n"),
          "note Z3022  lib/greeting.jar  entry example/lib/Greeting.class"),
      Spoilt.row(
          "forbidden attribute",
          1,
          Spoilt.recipe("kind: jar", "kind: jar, attributes: {Class-Path: x.jar}"),
          "error Z4001  zugabe.yaml:5:45  deliverables.jar.attributes.Class-Path  Class-Path"),
      Spoilt.row(
          "attribute name",
          1,
          Spoilt.recipe("kind: jar", "kind: jar, attributes: {Bäd: x}"),
          "error Z4001  zugabe.yaml:5:38"),
      Spoilt.row(
          "digest attribute",
          1,
          Spoilt.recipe("kind: jar", "kind: jar, attributes: {SHA-256-Digest: x}"),
          "error Z4001"),
      Spoilt.row(
          "two main classes",
          1,
          w ->
              w.compile("classes", "example.tern.Second", "public static void main(String[] a) { }")
                  .write("m.mf", "Main-Class: example.tern.Second\n")
                  .write(
                      "zugabe.yaml",
                      Workspace.RECIPE.replace("kind: jar", "kind: jar, manifest: m.mf")
                          + "programs: {p: {main: example.tern.Main}}\n"),
          "error Z4001  m.mf  Main-Class"),
      Spoilt.row(
          "class path by hand",
          1,
          w -> w.write("classes/META-INF/MANIFEST.MF", "Class-Path: lib/x.jar\n"),
          "error Z4001  classes/META-INF/MANIFEST.MF  Class-Path"),
      Spoilt.row(
          "manifest line",
          1,
          w ->
              w.write("m.mf", "Manifest-Version: 1.0\nMain-Class example.tern.Main\n")
                  .replace("zugabe.yaml", "kind: jar", "kind: jar, manifest: m.mf"),
          "error Z4003  m.mf:2"),
      Spoilt.row(
          "own file twice",
          1,
          w ->
              w.write("more/a.txt", "1")
                  .write("classes/a.txt", "2")
                  .replace("zugabe.yaml", "own: classes", "own: [classes, more]"),
          "error Z4006  zugabe.yaml:3:24  materials.app.own[1]"),
      Spoilt.row(
          "file and folder",
          1,
          w -> w.jar("lib/x.jar", Workspace.entries("example", "x")),
          "error Z4006  zugabe.yaml:5:8  deliverables.jar",
          "example is a file and a folder at once"),
      Spoilt.row(
          "clash refused",
          1,
          w ->
              w.jar("lib/a.jar", Workspace.entries("x/C.class", "1"))
                  .jar("lib/b.jar", Workspace.entries("x/C.class", "2"))
                  .replace("zugabe.yaml", "kind: jar", "kind: jar, merge: {'**/*.class': refuse}"),
          "error Z4008  zugabe.yaml:5:8  deliverables.jar",
          "a.jar and b.jar bring different bytes for x/C.class, and the recipe refuses that."),
      Spoilt.row(
          "index that can't be joined",
          1,
          w ->
              w.jar("lib/a.jar", Workspace.entries(PLUGINS, "\0\0\0\0"))
                  .jar("lib/b.jar", Workspace.entries(PLUGINS, "\0\0\0\7\0")),
          "error Z4009  b.jar  entry " + PLUGINS,
          "the plug-in index is cut off or damaged"),
      Spoilt.row(
          "natives in a merged jar",
          1,
          w ->
              w.write("native/liba.so", "x")
                  .replace(
                      "zugabe.yaml", "own: classes", "own: classes, natives: {linux-x64: native}"),
          "error Z3009  zugabe.yaml:5:8  deliverables.jar"),
      Spoilt.row(
          "library with nested libraries",
          1,
          Spoilt.recipe("kind: jar", "kind: jar, materials: app, libraries: nested"),
          "error Z3012  zugabe.yaml:5:8  deliverables.jar"),
      Spoilt.row(
          "modules in a nested jar",
          1,
          Spoilt.addition("programs: {p: {modules: {main: example.tern}}}\n")
              .andThen(Spoilt.recipe("kind: jar", "kind: jar, libraries: nested")),
          "error Z3010  zugabe.yaml:6:32  programs.p.modules.main"),
      Spoilt.row(
          "agent in a nested jar",
          1,
          Spoilt.recipe(
              "kind: jar", "kind: jar, libraries: nested, attributes: {Launcher-Agent-Class: a.B}"),
          "error Z4001  zugabe.yaml:5:74  deliverables.jar.attributes.Launcher-Agent-Class"),
      Spoilt.row("unreadable folder", 3, w -> w.write("out", "a file"), "error Z5001  out"),
      Spoilt.row(
          "output is material",
          1,
          Spoilt.recipe("kind: jar", "kind: jar, file: greeting.jar")
              .andThen(w -> Files.createSymbolicLink(w.path("out"), w.path("lib"))),
          "error Z5007  lib/greeting.jar"),
    };
  }

  @Test(dataProvider = "recipes")
  public void faultsOfTheRecipe(
      String what, int exit, Spoilt.Spoiling spoiling, List<String> expected) throws Exception {
    Spoilt.judge(exit, spoiling, expected);
  }

  @Test(dataProvider = "materials")
  public void faultsOfMaterials(
      String what, int exit, Spoilt.Spoiling spoiling, List<String> expected) throws Exception {
    Spoilt.judge(exit, spoiling, expected);
  }

  @Test
  public void overridesThatFitNothing() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      assertThat(w.program().zugabe("check", "--set", "app=x").err())
          .contains("error Z1011  --set app");
      assertThat(w.program().zugabe("build", "jra").err())
          .contains("error Z1010", "Did you mean \"jar\"?");
    }
  }

  /** Root may write anywhere, so the program is run as somebody else. */
  @Test
  public void aFolderThatCanNotBeWritten() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      Files.createDirectories(w.path("out"));
      Files.setPosixFilePermissions(w.path("out"), PosixFilePermissions.fromString("r-xr-xr-x"));
      Files.setPosixFilePermissions(w.folder(), PosixFilePermissions.fromString("rwxr-xr-x"));
      String[] user =
          w.program().run("id", "-u").out().strip().equals("0")
              ? new String[] {"setpriv", "--reuid=65534", "--clear-groups"}
              : new String[0];
      List<String> command = new java.util.ArrayList<>(List.of(user));
      command.addAll(Program.java("build"));
      Program.Result r = w.program().run(command.toArray(String[]::new));
      assertThat(r.exit()).as(r.all()).isEqualTo(3);
      assertThat(r.err()).contains("error Z5001  out", "permission denied");
    }
  }

  @Test
  public void aFileThatCanNotBeRead() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      assertThat(w.program().zugabe("inspect", "nowhere.jar").err())
          .contains("error Z2003  nowhere.jar");
      Program.Result r = w.write("odd.bin", "\0\1\2").program().zugabe("inspect", "odd.bin");
      assertThat(r.err()).contains("error Z6001  odd.bin");
      assertThat(r.exit()).isEqualTo(1);
    }
  }
}
