package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.contrastsecurity.sarif.Result;
import com.contrastsecurity.sarif.SarifSchema210;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.InputStream;
import java.nio.file.Files;
import org.testng.annotations.Test;

/** Findings that a recipe accepts for some time, and the form for systems for code review. */
public final class AcceptTest {
  private static final String RECIPE =
      """
      app: {name: Tern, version: 1.0}
      materials:
        app: {own: classes}
      programs:
        tern: {main: a.Main}
      deliverables:
        tern: {kind: jar}
      """;
  private static final String MAIN =
      "public static void main(String[] a) { System.loadLibrary(\"tidecalc\"); }";

  private static Workspace workspace(String accept) throws Exception {
    Workspace w = Workspace.create();
    w.compile("classes", "a.Main", MAIN);
    return w.write("zugabe.yaml", RECIPE + accept);
  }

  @Test
  public void anAcceptedFindingIsANoteWithItsReason() throws Exception {
    String accept =
        "accept:\n  - {finding: Z8006, at: programs.*, because: only on tablets, until: 2999-12-31}\n";
    try (Workspace w = workspace("")) {
      assertThat(w.program().zugabe("check").err()).startsWith("warning Z8006");
      w.write("zugabe.yaml", RECIPE + accept);
      Program.Result r = w.program().zugabe("check");
      assertThat(r.err())
          .startsWith("note Z8006")
          .contains("Accepted: only on tablets (until 2999-12-31)")
          .doesNotContain("To do");
      assertThat(r.out()).contains("Tern 1.0, 1 note.");
      JsonNode json = new ObjectMapper().readTree(w.program().zugabe("check", "--json").out());
      assertThat(json.at("/findings/0/accepted").asText()).startsWith("only on tablets");
      // what isn't there any more is told, unless only a part was looked at
      w.compile("classes", "a.Main", "public static void main(String[] a) { }");
      assertThat(w.program().zugabe("check").err())
          .startsWith("note Z1020  zugabe.yaml:9:5  accept[0]")
          .contains("Z8006 is accepted at \"programs.*\" and doesn't occur.");
      assertThat(w.program().zugabe("check", "tern").err()).isEmpty();
    }
  }

  @Test
  public void anErrorThatIsAnOpinionCanBeAcceptedAndTheBuildGoesOn() throws Exception {
    String accept = "accept: [{finding: Z9003, because: a sample, until: 2999-12-31}]\n";
    try (Workspace w = workspace(accept)) {
      w.compile("classes", "a.Main", "public static void main(String[] a) { }");
      w.write("classes/.env", "A=1\n");
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).isZero();
      assertThat(r.err()).startsWith("note Z9003");
      w.replace("zugabe.yaml", "2999-12-31", "2020-02-29");
      r = w.program().zugabe("build");
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.err())
          .contains("error Z9003", "warning Z1019", "was accepted until 2020-02-29: a sample");
    }
  }

  @Test
  public void faultyAcceptances() throws Exception {
    try (Workspace w =
        workspace("accept:\n  - {finding: Z2001, because: x, until: 2999-12-31}\n")) {
      Program.Result r = w.program().zugabe("check");
      assertThat(r.err()).contains("error Z1018", "Z2001 (Nothing matches) isn't one that can be");
      w.replace("zugabe.yaml", "Z2001, because: x, until: 2999-12-31", "Z9999, until: 2999-02-30");
      r = w.program().zugabe("check");
      assertThat(r.exit()).isEqualTo(2);
      assertThat(r.err())
          .contains("Z1008", "a finding's code", "a day such as", "Z1004", "because");
    }
  }

  /** By the standard's own schema, and read by a reader that isn't ours. */
  private static void assertStandard(String sarif) throws Exception {
    try (InputStream schema =
        SarifSchema210.class.getResourceAsStream("/schema/sarif-schema-2.1.0.json")) {
      assertThat(
              JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V7)
                  .getSchema(schema)
                  .validate(new ObjectMapper().readTree(sarif)))
          .isEmpty();
    }
    SarifSchema210 log =
        new ObjectMapper()
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .readValue(sarif, SarifSchema210.class);
    for (Result result : log.getRuns().get(0).getResults()) {
      assertThat(result.getMessage().getText()).isNotBlank();
      assertThat(result.getLevel()).isNotNull();
    }
  }

  @Test
  public void sarifOfEveryKindOfPlaceIsOfTheStandard() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      assertStandard(w.program().zugabe("check", "--sarif").out());
      w.write("classes/höhe 100%/empty.properties", "").write("classes/key", "{");
      w.jar("lib/two.jar", Workspace.entries("a/b.class", "", "META-INF/MANIFEST.MF", "x"));
      Files.write(w.path("lib/spoilt.jar"), new byte[] {'P', 'K', 3, 4, 9});
      assertStandard(w.program().zugabe("check", "--sarif").out());
      w.write("zugabe.yaml", "app: [\n");
      assertStandard(w.program().zugabe("check", "--sarif").out());
      Files.delete(w.path("zugabe.yaml"));
      assertStandard(w.program().zugabe("check", "--sarif").out());
    }
  }

  @Test
  public void sarifSaysTheSame() throws Exception {
    String accept = "accept: [{finding: Z8006, because: tablets, until: 2999-12-31}]\n";
    try (Workspace w = workspace(accept)) {
      w.write("classes/.env", "A=1\n").write("classes/b c/.env", "A=1\n");
      Program.Result r = w.program().zugabe("check", "--sarif");
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.err()).isEmpty();
      assertStandard(r.out());
      JsonNode log = new ObjectMapper().readTree(r.out());
      assertThat(log.at("/version").asText()).isEqualTo("2.1.0");
      JsonNode run = log.at("/runs/0");
      assertThat(run.at("/tool/driver/name").asText()).isEqualTo("Zugabe");
      assertThat(run.at("/results")).hasSize(3);
      for (JsonNode result : run.at("/results")) {
        JsonNode rule = run.at("/tool/driver/rules/" + result.get("ruleIndex").asInt());
        assertThat(rule.get("id")).isEqualTo(result.get("ruleId"));
        assertThat(result.at("/message/text").asText()).isNotBlank();
        assertThat(result.at("/partialFingerprints")).isNotEmpty();
        assertThat(result.at("/locations/0/physicalLocation/artifactLocation/uri").asText())
            .isNotEmpty()
            .doesNotContain(" ");
      }
      assertThat(run.at("/results/0/level").asText()).isEqualTo("error");
      assertThat(run.findValuesAsText("uri")).contains("classes/b%20c/.env", "zugabe.yaml");
      JsonNode known = run.at("/results/2");
      assertThat(known.at("/suppressions/0/justification").asText()).startsWith("tablets");
      assertThat(known.at("/locations/0/physicalLocation/region/startLine").asInt()).isEqualTo(5);
      assertThat(w.program().zugabe("check", "--sarif", "--json").exit()).isEqualTo(2);
    }
  }
}
