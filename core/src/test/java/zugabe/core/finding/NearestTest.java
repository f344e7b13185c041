package zugabe.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.testng.annotations.Test;
import zugabe.core.jar.JarContentCode;
import zugabe.core.materials.MaterialCode;

public final class NearestTest {
  @Test
  public void distancesCountSlips() {
    assertThat(Nearest.distance("main", "main")).isZero();
    assertThat(Nearest.distance("mian", "main")).isEqualTo(1);
    assertThat(Nearest.distance("Main", "main")).isZero();
    assertThat(Nearest.distance("", "abc")).isEqualTo(3);
  }

  @Test
  public void theNearestComesFirst() {
    assertThat(Nearest.of("librarys", List.of("own", "libraries", "library"), 2))
        .containsExactly("library", "libraries");
    assertThat(Nearest.hint("xyzzy", List.of("own", "libraries")))
        .isEqualTo("Known: \"libraries\", \"own\".");
    assertThat(Nearest.hint("x", List.of())).isEqualTo("There is none to choose from.");
  }

  @Test
  public void eachFindingIsKeptOnceErrorsFirst() {
    Findings findings = new Findings();
    findings.add(JarContentCode.Z4005, Where.file("b"), "note", "");
    findings.add(MaterialCode.Z2001, Where.file("a"), "error", "");
    findings.add(MaterialCode.Z2001, Where.file("a"), "error", "");
    assertThat(findings.sorted()).extracting(Finding::what).containsExactly("error", "note");
    assertThat(findings.hasErrors()).isTrue();
  }

  @Test
  public void aPlaceIsToldInOneLine() {
    assertThat(Where.recipe("r.yaml", 3, 5, "app.name").text()).isEqualTo("r.yaml:3:5  app.name");
    assertThat(Where.file("a.jar").inside("b.class", 12).text())
        .isEqualTo("a.jar  entry b.class at byte 12");
  }
}
