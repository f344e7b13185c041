package zugabe.core;

import static org.assertj.core.api.Assertions.assertThat;

import org.testng.annotations.Test;
import zugabe.core.finding.Code;
import zugabe.core.finding.RecipeCode;
import zugabe.kinds.Kinds;
import zugabe.kinds.war.WarCode;

public final class RecipeWordsTest {
  private final RecipeWords words = new RecipeWords(Kinds.registry());

  @Test
  public void codesAreFoundInAnyCaseThoseOfKindsAsWell() {
    assertThat(words.code("z1002")).contains(RecipeCode.Z1002);
    assertThat(words.code("Z4015")).contains(WarCode.Z4015);
    assertThat(words.code("Z9999")).isEmpty();
  }

  @Test
  public void noTwoFindingsHaveOneCode() {
    assertThat(words.codes()).extracting(Code::name).doesNotHaveDuplicates().isSorted();
  }
}
