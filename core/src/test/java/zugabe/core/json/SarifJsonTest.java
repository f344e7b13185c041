package zugabe.core.json;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.testng.annotations.Test;
import zugabe.core.finding.Code;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Where;
import zugabe.core.materials.MaterialCode;

/** Findings with places of each kind, as SARIF tells them. */
public final class SarifJsonTest {
  private static Finding finding(Where where) {
    Code code = MaterialCode.Z2005;
    return new Finding(code, code.severity(), where, "It is damaged.", code.why(), "Nothing.");
  }

  private static String flat(Finding... findings) {
    return SarifJson.write(List.of(findings)).replaceAll("\\s+", "");
  }

  @Test
  public void placesInRecipesArchivesAndFiles() {
    assertThat(flat(finding(Where.recipe("zugabe.yaml", 7, 3, "programs.tides"))))
        .contains("\"startLine\":7,\"startColumn\":3", "\"fullyQualifiedName\":\"programs.tides\"");
    assertThat(flat(finding(Where.file("lib/a.jar").inside("quay/Level.class", 12))))
        .contains("\"fullyQualifiedName\":\"quay/Level.class\"")
        .doesNotContain("byteOffset", "region");
    assertThat(flat(finding(Where.file("lib/a.jar").inside("", 12))))
        .contains("\"region\":{\"byteOffset\":12}");
    assertThat(flat(finding(Where.file("")))).doesNotContain("locations");
  }

  @Test
  public void namesBecomeAddresses() {
    assertThat(flat(finding(Where.file("lib\\tide calc.jar")))).contains("\"lib/tide%20calc.jar\"");
    assertThat(flat(finding(Where.file("build:lib/a.jar")))).contains("\"./build:lib/a.jar\"");
    assertThat(flat(finding(Where.file("höhe/100%.jar")))).contains("h%C3%B6he/100%25.jar");
  }

  @Test
  public void aCodeIsOneRuleAndTheSameFindingHasTheSameFingerprint() {
    Finding first = finding(Where.recipe("zugabe.yaml", 7, 3, "programs.tides"));
    Finding moved = finding(Where.recipe("zugabe.yaml", 9, 3, "programs.tides"));
    String both = flat(first, moved);
    assertThat(both.split("\"id\":\"Z2005\"", -1)).hasSize(2);
    String print = both.replaceAll(".*?\"zugabe/1\":\"([0-9a-f]{32})\".*", "$1");
    assertThat(both.split(print, -1)).hasSize(3);
    assertThat(flat(first.accepted("until later"))).contains("\"justification\":\"untillater\"");
    assertThat(flat(first)).contains("\"suppressions\":[]").doesNotContain("Todo");
    assertThat(flat()).contains("\"results\":[]", "\"rules\":[]");
  }
}
