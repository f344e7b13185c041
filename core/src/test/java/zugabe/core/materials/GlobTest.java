package zugabe.core.materials;

import static org.assertj.core.api.Assertions.assertThat;

import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public final class GlobTest {
  @DataProvider
  public Object[][] patterns() {
    return new Object[][] {
      {"lib/*.jar", "lib", "a.jar", true},
      {"lib/*.jar", "lib", "sub/a.jar", false},
      {"lib/**/*.jar", "lib", "a.jar", true},
      {"lib/**/*.jar", "lib", "sub/deep/a.jar", true},
      {"lib/**", "lib", "sub/deep/a.jar", true},
      {"lib/?.jar", "lib", "ab.jar", false},
      {"*/classes/a+b.txt", "", "x/classes/a+b.txt", true},
      {"LIB/*.jar", "LIB", "a.JAR", false},
    };
  }

  @Test(dataProvider = "patterns")
  public void wildcardsMatch(String pattern, String prefix, String path, boolean matches) {
    Glob glob = Glob.of(pattern);
    assertThat(glob.prefix()).isEqualTo(prefix);
    assertThat(glob.rest().matcher(path).matches()).isEqualTo(matches);
  }

  @Test
  public void withoutWildcardsThePatternIsAPath() {
    assertThat(Glob.of("build/classes")).isEqualTo(new Glob("build/classes", null));
  }
}
