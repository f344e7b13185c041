package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** The forms that an application's identity takes in each deliverable, and versions that misfit. */
public final class IdentityTest {
  private static final String RECIPE =
      """
      app: {id: example.gull.tern, name: Arctic Tern, version: "2.4.0", maker: Gull}
      materials:
        app: {own: classes, libraries: lib/*.jar}
        bird: {own: bird}
      programs:
        look: {materials: app, main: example.tern.Main, surface: window}
        tern: {materials: bird, file: tern}
        watch: {materials: bird, file: tern, service: {arguments: [--watch]}}
      deliverables:
        jar: {kind: jar, program: look, attributes: {Implementation-Version: "2.4"}}
        set: {kind: archive, programs: [look, tern, watch]}
      """;

  private static Workspace workspace() throws Exception {
    Workspace w = Workspace.withProgram().write("bird/tern", "#!/bin/sh\n");
    Files.setPosixFilePermissions(
        w.path("bird/tern"), PosixFilePermissions.fromString("rwxr-xr-x"));
    return w.write("zugabe.yaml", RECIPE);
  }

  @Test
  public void eachFormIsShownWithWhatItIsMadeOf() throws Exception {
    try (Workspace w = workspace()) {
      Program.Result r = w.program().zugabe("check", "--identity");
      assertThat(r.exit()).as(r.err()).isZero();
      assertThat(r.out().replaceAll(" {2,}", "  "))
          .contains(
              "Identity of jar:\n  file name  tern-2.4.0.jar  from the last part of app.id, and app.version\n",
              "  manifest, Implementation-Title  Arctic Tern  from app.name\n",
              "  manifest, Implementation-Version  2.4  from attributes\n",
              "Identity of set:\n  top folder  tern-2.4.0  from",
              "  record of what is installed  2.4.0  from app.version, as written\n",
              "  command  tern  from the program's name\n",
              "  menu entry  example.gull.tern.desktop  from app.id\n",
              "  systemd unit  tern-watch.service  from",
              "  launchd label  example.gull.tern.tern-watch  from app.id",
              "  scheduled task  tern\\tern-watch  from")
          .doesNotContain("command  watch");
      assertThat(w.program().zugabe("check").out()).doesNotContain("Identity");
    }
  }

  @Test
  public void theFormsAreThoseOfWhatIsBuilt() throws Exception {
    try (Workspace w = workspace()) {
      Map<String, List<String>> forms = new TreeMap<>();
      String json = w.program().zugabe("check", "--json").out();
      for (JsonNode d : new ObjectMapper().readTree(json).get("deliverables")) {
        for (JsonNode form : d.get("identity")) {
          forms
              .computeIfAbsent(form.get("place").asText(), p -> new ArrayList<>())
              .add(form.get("form").asText());
        }
      }
      assertThat(w.program().zugabe("build").exit()).isZero();
      assertThat(w.path("out").resolve(forms.get("file name").get(0))).exists();
      String manifest =
          w.program().run("unzip", "-p", "out/tern-2.4.0.jar", "META-INF/MANIFEST.MF").out();
      assertThat(manifest)
          .contains(
              "Implementation-Version: "
                  + forms.get("manifest, Implementation-Version").get(0)
                  + "\r\n");
      String top = forms.get("top folder").get(0);
      w.program().run("unzip", "-q", "out/" + top + ".zip");
      String install = top + "/install/";
      assertThat(w.path(install + forms.get("menu entry").get(0))).exists();
      String unit = forms.get("systemd unit").get(0).replace(".service", "");
      assertThat(w.path(install + unit + ".system.service")).exists();
      assertThat(w.path(install + unit + ".plist"))
          .content()
          .contains("<string>" + forms.get("launchd label").get(0) + "</string>");
      Path home = Files.createDirectories(w.path("home"));
      Program.Result r =
          w.program()
              .with("HOME", home.toString())
              .run("sh", w.path(top + "/install.sh").toString(), "--user");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(home.resolve(".local/lib/tern/.installed"))
          .content()
          .contains("\nversion\t" + forms.get("record of what is installed").get(0) + "\n");
    }
  }

  @Test
  public void aDamagedPictureForTheIconIsTold() throws Exception {
    try (Workspace w = workspace()) {
      byte[] start = {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10, 0, 0, 0, 13, 'I', 'H', 'D', 'R'};
      Files.write(w.path("tern.png"), start);
      w.replace("zugabe.yaml", "maker: Gull", "maker: Gull, icon: tern.png");
      assertThat(w.program().zugabe("check", "set").err())
          .contains("warning Z2016  zugabe.yaml:11:8  deliverables.set\n  tern.png is damaged: ");
    }
  }

  @DataProvider
  public Object[][] misread() {
    return new Object[][] {
      {"2.4.0-rc1", "2.4.0-rc1 counts as newer than 2.4.0", "Write 2.4.0~rc1:"},
      {"2.4.0-SNAPSHOT", "2.4.0-SNAPSHOT counts as newer than 2.4.0", "Write 2.4.0~SNAPSHOT:"},
      {"2.4b2", "2.4b2 counts as newer than 2.4,", "Write 2.4~b2:"},
      {"2.4.0.1.7", "On Windows the first four parts of 2.4.0.1.7 are compared", "at most four"},
      {"20261125120000", "On Windows numbers up to 2147483647 are compared", "smaller numbers"},
    };
  }

  @Test(dataProvider = "misread")
  public void versionsThatUpgradesMisread(String version, String what, String fix)
      throws Exception {
    try (Workspace w = workspace()) {
      Program.Result r = w.program().zugabe("check", "set", "--set", "app.version=" + version);
      assertThat(r.exit()).isZero();
      assertThat(r.err().replaceAll("\\s+", " "))
          .contains("warning Z4034 zugabe.yaml:11:8 deliverables.set " + what)
          .contains(fix);
      // a jar isn't upgraded by anybody
      assertThat(w.program().zugabe("check", "jar", "--set", "app.version=" + version).err())
          .doesNotContain("Z4034");
    }
  }

  @DataProvider
  public Object[][] fitting() {
    return new Object[][] {{"2.4.0"}, {"2.4.0~rc1"}, {"2026.08"}, {"2.4.0+g41f"}, {"41"}};
  }

  @Test(dataProvider = "fitting")
  public void versionsThatFit(String version) throws Exception {
    try (Workspace w = workspace()) {
      Program.Result r = w.program().zugabe("check", "set", "--set", "app.version=" + version);
      assertThat(r.err()).doesNotContain("Z4034");
    }
  }

  /** What comes first is older. */
  static final List<String> ORDER =
      List.of("1.9~rc1", "1.9~rc2", "1.9", "1.010", "1.11", "2.0.0.3", "2026.08", "2026.9");

  @Test
  public void theShellScriptTellsOlderFromNewer() throws Exception {
    try (Workspace w = workspace()) {
      w.program().zugabe("build", "set");
      w.program().run("unzip", "-q", "out/tern-2.4.0.zip");
      String script = Files.readString(w.path("tern-2.4.0/install.sh"));
      int from = script.indexOf("\nolder() {") + 1;
      String older = script.substring(from, script.indexOf("\n}\n", from) + 3);
      StringBuilder pairs = new StringBuilder();
      StringBuilder expected = new StringBuilder();
      for (int i = 0; i < ORDER.size(); i++) {
        for (int j = 0; j < ORDER.size(); j++) {
          pairs.append("if older '" + ORDER.get(i) + "' '" + ORDER.get(j) + "'; then echo ");
          pairs.append(i + " " + j + " older; else echo " + i + " " + j + " no; fi\n");
          expected.append(i + " " + j + (i < j ? " older\n" : " no\n"));
        }
      }
      w.write("order.sh", older + pairs);
      for (String shell : List.of("dash", "bash")) {
        assertThat(w.program().run(shell, "order.sh").out()).isEqualTo(expected.toString());
      }
    }
  }
}
