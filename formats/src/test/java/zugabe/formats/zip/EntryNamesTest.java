package zugabe.formats.zip;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public final class EntryNamesTest {
  @DataProvider
  public Object[][] names() {
    return new Object[][] {
      {"a", true},
      {"META-INF/", true},
      {"a/b.class", true},
      {"a/...", true},
      {".a/..b/c.", true},
      {"水/ü", true},
      {"", false},
      {"/a", false},
      {"a//b", false},
      {"a/./b", false},
      {".", false},
      {"a/..", false},
      {"../a", false},
      {"a\\b", false},
      {"C:a", false},
      {"a\tb", false},
      {"a\0b", false},
      {"\uFFFD", false},
    };
  }

  @Test(dataProvider = "names")
  public void theShortLookSaysTheSame(String name, boolean plain) {
    assertThat(EntryNames.isPlain(name)).isEqualTo(plain);
    assertThat(isPlain(name)).isEqualTo(plain);
  }

  private static boolean isPlain(String name) {
    return EntryNames.escape(name).isEmpty() && EntryNames.odd(name).isEmpty();
  }

  /** A name that it lets pass has nothing odd in it. */
  @Test
  public void nothingOddPassesTheShortLook() {
    Random random = new Random(3);
    String alphabet = "aC:./..//\\\0\t\u007F\uFFFD";
    for (int n = 0; n < 200_000; n++) {
      StringBuilder name = new StringBuilder();
      for (int i = random.nextInt(8); i >= 0; i--) {
        name.append(alphabet.charAt(random.nextInt(alphabet.length())));
      }
      if (EntryNames.isPlain(name.toString())) {
        assertThat(isPlain(name.toString())).as(name.toString()).isTrue();
      }
    }
  }
}
