package zugabe.core.jar;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.util.List;
import org.testng.annotations.Test;

/** Addresses in the manifest's class path. */
public final class ClassPathTest {
  @Test
  public void namesAreAddresses() {
    assertThat(ClassPath.of(List.of("lib/a.jar", "lib/b c.jar", "lib/ü+%#?.jar")))
        .isEqualTo("lib/a.jar lib/b%20c.jar lib/%C3%BC+%25%23%3F.jar");
    for (String name : List.of("a b", "ü水🌊", "x%20y", "a:b;c", "[1]{2}")) {
      URI address = URI.create("file:/lib/").resolve(ClassPath.encode(name).replace(":", "%3A"));
      assertThat(address.getPath()).isEqualTo("/lib/" + name);
    }
  }
}
