package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.testng.annotations.Test;

/** Checks look at the parts of a deliverable, whatever kind it is: what one gets, all get. */
public final class PartsTest {
  private static final String ARCHIVE =
      """
      app: {name: Tern, version: 1.0}
      materials: {app: {own: classes, libraries: lib/*.jar}}
      programs: {tern: {%s}}
      deliverables:
        set: {kind: archive, programs: [tern]}
      """;

  private static Workspace twoVersions() throws Exception {
    Workspace w = Workspace.withProgram();
    byte[] some = Files.readAllBytes(w.path("classes/example/tern/Main.class"));
    byte[] module = Files.readAllBytes(w.path("classes/example/tern/Main.class"));
    w.jar("lib/level-1.0.jar", Map.of("level/A.class", some));
    w.jar("lib/level-1.1.jar", Map.of("level/A.class", some));
    w.jar("lib/north.jar", Map.of("module-info.class", module, "p/A.class", some));
    w.jar("lib/south.jar", Map.of("module-info.class", module, "p/B.class", some));
    return w;
  }

  private static String check(Workspace w) throws Exception {
    return w.program().zugabe("check").err().replaceAll("\\n {2,9}(?!To do:)", " ");
  }

  @Test
  public void anArchivesProgramsGetTheFindingsOnLibraries() throws Exception {
    try (Workspace w = twoVersions()) {
      w.write("zugabe.yaml", ARCHIVE.formatted(""));
      assertThat(check(w))
          .contains(
              "warning Z4025  lib/level-1.1.jar level is there twice",
              "Z4027  lib/south.jar Package p is in the module lib/north.jar as well.",
              "note Z4033  zugabe.yaml:3:18  programs.tern No licence text ships with");
    }
  }

  @Test
  public void anArchiveDoesNotSilenceAJarOfTheSameGroup() throws Exception {
    try (Workspace w = twoVersions()) {
      w.write("LICENSE.txt", "as you like");
      w.write(
          "zugabe.yaml",
          ARCHIVE
                  .formatted("")
                  .replace("version: 1.0", "version: 1.0, license: {text: LICENSE.txt}")
              + "  jar: {kind: jar, program: tern}\n");
      assertThat(check(w))
          .contains(
              "warning Z4025  lib/level-1.1.jar",
              "note Z4033  zugabe.yaml:6:8  deliverables.jar No licence text ships with")
          .doesNotContain("Z4033  zugabe.yaml:3");
    }
  }

  @Test
  public void theJavaVersionOfAnArchivesProgramIsHeldAgainstItsClasses() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.write("zugabe.yaml", ARCHIVE.formatted("java: 8+"));
      Program.Result r = w.program().zugabe("check");
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.err()).contains("error Z3004  classes/example/tern/Main.class");
    }
  }

  @Test
  public void whatAReleaseShipsIsLookedAt() throws Exception {
    try (Workspace w = ReleaseTest.workspace()) {
      w.write("lib/tide_alarm/priv/id_ec", ShippedTest.pem());
      w.write("lib/tide_alarm/priv/.env", "TIDE_TOKEN=x\n");
      w.write("lib/tide_alarm/src/.env", "stays at home\n");
      Program.Result r = w.program().zugabe("check");
      assertThat(r.exit()).as(r.all()).isEqualTo(1);
      assertThat(r.err())
          .contains(
              "error Z9001  lib/tide_alarm/priv/id_ec", "error Z9003  lib/tide_alarm/priv/.env")
          .doesNotContain("lib/tide_alarm/src/.env");
    }
  }

  @Test
  public void linksThatStayInsideAReleaseAreKept() throws Exception {
    try (Workspace w = ReleaseTest.workspace()) {
      w.write("lib/tide_alarm/priv/tones/low.txt", "dong");
      Files.createDirectories(w.path("lib/tide_alarm/priv/now"));
      Files.createSymbolicLink(
          w.path("lib/tide_alarm/priv/now/tone.txt"),
          w.path("x").getFileSystem().getPath("../tones/low.txt"));
      Program.Result r = w.program().zugabe("build", "tide-alarm");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(w.program().run("tar", "-tvf", "out/tide-alarm-2.4.0.tar.gz").out())
          .contains("priv/now/tone.txt -> ../tones/low.txt");
      Files.createSymbolicLink(
          w.path("lib/tide_alarm/priv/out.txt"),
          w.path("x").getFileSystem().getPath("../../../../../outside.txt"));
      assertThat(check(w))
          .contains("error Z4012", "is a link to ../../../../../outside.txt, which is outside");
    }
  }

  @Test
  public void everyKindIsToldByItsContent() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.write("pages/index.html", "<p>tide</p>");
      w.write(
          "zugabe.yaml",
          """
          app: {name: Tern, version: 1.0}
          materials: {app: {own: classes, libraries: lib/*.jar, web: pages}, page: {web: pages}}
          programs: {tern: {materials: app}}
          deliverables:
            pages: {kind: war, materials: page, file: pages.war}
            jar: {kind: jar, program: tern}
            nested: {kind: jar, program: tern, libraries: nested, file: nested.jar}
            war: {kind: war, program: tern, file: tern.war}
            alone: {kind: war, program: tern, stands-alone: true, file: alone.war}
            set: {kind: archive, programs: [tern], formats: [zip, tar.gz]}
          """);
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).as(r.all()).isZero();
      String[][] rows = {
        {"tern-1.0.jar", "jar"},
        {"nested.jar", "jar"},
        {"tern.war", "war"},
        {"pages.war", "war"},
        {"alone.war", "war"},
        {"tern-1.0.zip", "zip"},
        {"tern-1.0.tar.gz", "tar.gz"}
      };
      for (String[] row : rows) {
        JsonNode told = json(w.program().zugabe("inspect", "--json", "out/" + row[0]));
        assertThat(told.at("/kind").asText()).as(row[0]).isEqualTo(row[1]);
        if (row[0].matches("tern-1.0\\.(zip|tar\\.gz)")) {
          assertThat(told.at("/start/commands").asText()).as(row[0]).isEqualTo("tern");
          assertThat(told.at("/start/installs").asText())
              .as(row[0])
              .isEqualTo("tern-1.0/install.cmd, tern-1.0/install.sh");
        }
      }
    }
    try (Workspace w = ReleaseTest.workspace()) {
      assertThat(w.program().zugabe("build", "tide-alarm", "--quiet").exit()).isZero();
      JsonNode told = json(w.program().zugabe("inspect", "--json", "out/tide-alarm-2.4.0.tar.gz"));
      assertThat(told.at("/kind").asText()).isEqualTo("release");
      assertThat(told.at("/identity/name").asText()).isEqualTo("tide_alarm");
      assertThat(told.at("/identity/version").asText()).isEqualTo("2.4.0");
      assertThat(told.at("/start/commands").asText()).isEqualTo("tide_alarm");
    }
  }

  private static JsonNode json(Program.Result r) throws Exception {
    assertThat(r.exit()).as(r.all()).isZero();
    return new ObjectMapper().readTree(r.out());
  }

  @Test
  public void anArchivesRowInTheReceiptHasTheFindingsAboutItsPrograms() throws Exception {
    try (Workspace w = twoVersions()) {
      w.write("zugabe.yaml", ARCHIVE.formatted("options: [-ea]"));
      assertThat(w.program().zugabe("build", "--quiet").exit()).isZero();
      JsonNode row =
          new ObjectMapper().readTree(w.path("out/receipt.json").toFile()).at("/deliverables/0");
      List<String> codes = new ArrayList<>();
      row.at("/findings").forEach(f -> codes.add(f.at("/code").asText()));
      assertThat(codes).contains("Z4025", "Z4027", "Z4033", "Z3019");
    }
  }
}
