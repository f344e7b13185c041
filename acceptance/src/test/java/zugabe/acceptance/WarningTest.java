package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.util.List;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What isn't good yet works: each oddity has its finding, and the deliverable is made. */
public final class WarningTest {
  @DataProvider
  public Object[][] warnings() {
    return new Object[][] {
      Spoilt.row(
          "empty folder",
          0,
          Spoilt.recipe("own: classes", "own: [classes, none]")
              .andThen(w -> Files.createDirectories(w.path("none"))),
          "warning Z2015  zugabe.yaml:3:24  materials.app.own[1]"),
      Spoilt.row("duplicate", 0, Spoilt::duplicate, "warning Z2010  lib/x.jar  entry a at byte"),
      Spoilt.row("prefix", 0, Spoilt::prefix, "warning Z2011  lib/greeting.jar at byte 0"),
      Spoilt.row(
          "odd name",
          0,
          w -> w.jar("lib/x.jar", Workspace.entries("a//b", "x")),
          "warning Z2012  lib/x.jar  entry a//b at byte 0"),
      Spoilt.row(
          "class that is none",
          0,
          w -> w.write("classes/X.class", "no class"),
          "warning Z2013  classes/X.class"),
      Spoilt.row(
          "library class that is none",
          0,
          w -> w.jar("lib/x.jar", Workspace.entries("X.class", "no")),
          "warning Z2013  lib/x.jar  entry X.class"),
      Spoilt.row(
          "options",
          0,
          Spoilt.addition("programs: {p: {options: -Xmx1g, arguments: [-v]}}\n"),
          "note Z3011  zugabe.yaml:6:25  programs.p.options",
          "note Z3011  zugabe.yaml:6:45"),
      Spoilt.row(
          "options without scripts",
          0,
          Spoilt.addition("programs: {p: {options: -Xmx1g}}\n")
              .andThen(Spoilt.recipe("kind: jar", "kind: jar, scripts: never")),
          "warning Z3005  zugabe.yaml:6:25  programs.p.options",
          "A jar can't carry the option -Xmx1g."),
      Spoilt.row(
          "library",
          0,
          Spoilt.recipe("kind: jar", "kind: jar, materials: app"),
          "note Z3006  zugabe.yaml:5:8"),
      Spoilt.row(
          "options in the manifest",
          0,
          Spoilt.addition(
              "programs: {p: {options: [--add-opens, java.base/java.lang=ALL-UNNAMED]}}\n"),
          "note Z3007  zugabe.yaml:6:26  programs.p.options[0]",
          "carries --add-opens=java.base/java.lang=ALL-UNNAMED."),
      Spoilt.row(
          "libraries of one name",
          0,
          w ->
              w.library("lib/more/greeting.jar", "example.lib.More", "")
                  .replace("zugabe.yaml", "lib/*.jar", "[lib/*.jar, lib/more/*.jar]")
                  .replace("zugabe.yaml", "kind: jar", "kind: jar, libraries: nested"),
          "warning Z4011  zugabe.yaml:5:8",
          "have the same file name; the second goes to 2/greeting.jar."),
      Spoilt.row(
          "manifest end",
          0,
          w ->
              w.write("m.mf", "A: b")
                  .replace("zugabe.yaml", "kind: jar", "kind: jar, manifest: m.mf"),
          "warning Z4002  m.mf"),
      Spoilt.row(
          "clash",
          0,
          w ->
              w.jar("lib/a.jar", Workspace.entries("c.txt", "1"))
                  .jar("lib/b.jar", Workspace.entries("c.txt", "2")),
          "warning Z4004  zugabe.yaml:5:8",
          "a.jar and b.jar bring different bytes for c.txt; those of a.jar are kept."),
      Spoilt.row(
          "left out",
          0,
          w ->
              w.jar(
                  "lib/a.jar",
                  Workspace.entries("META-INF/INDEX.LIST", "x", "module-info.class", "y")),
          "note Z4005  zugabe.yaml:5:8",
          "META-INF/INDEX.LIST of a.jar: left out of tern-1.0.jar."),
      Spoilt.row(
          "signed",
          0,
          w -> w.jar("lib/a.jar", Workspace.entries("META-INF/K.SF", "x", "META-INF/K.RSA", "y")),
          "warning Z4007  lib/a.jar"),
    };
  }

  @Test(dataProvider = "warnings")
  public void thingsThatWork(String what, int exit, Spoilt.Spoiling spoiling, List<String> expected)
      throws Exception {
    Spoilt.judge(exit, spoiling, expected);
  }

  @Test
  public void aHighRatioAloneIsNoFault() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.jar("lib/zeros.jar", Map.of("zeros.bin", new byte[50_000_000]));
      Program.Result r = w.program().with("ZUGABE_JAVA_OPTIONS", "-Xmx64m").zugabe("build");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.err()).startsWith("note Z4033").doesNotContain("warning", "zeros.bin");
    }
  }
}
