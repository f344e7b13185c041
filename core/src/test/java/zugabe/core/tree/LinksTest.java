package zugabe.core.tree;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.bytes.Content;

/** Where symbolic links lead. */
public final class LinksTest {
  @DataProvider
  public Object[][] links() {
    return new Object[][] {
      {"lib/a.so", "a.so.1", "lib/a.so.1"},
      {"lib/a.so", "./x//a.so.1", "lib/x/a.so.1"},
      {"lib/a.so", "../other/a", "other/a"},
      {"lib/deep/a", "../../b", "b"},
      {"lib/a", "..", ""},
      {"a", ".", ""},
      {"a", "../b", null},
      {"lib/a", "../../b", null},
      {"lib/a", "x/../../../b", null},
      {"a", "/usr/lib/a", null},
      {"a", "C:\\a", null},
      {"a", "", null},
    };
  }

  @Test(dataProvider = "links")
  public void textsAreResolved(String path, String target, String wanted) {
    assertThat(Links.resolved(path, target)).isEqualTo(Optional.ofNullable(wanted));
  }

  private static void link(Map<String, Entry> entries, String path, String target) {
    entries.put(path, new Entry.SymbolicLink(path, 0777, Instant.EPOCH, target));
  }

  @Test
  public void chainsAreFollowedToTheirEnd() {
    Map<String, Entry> entries = new HashMap<>();
    entries.put(
        "lib/a.1.2",
        new Entry.RegularFile(
            "lib/a.1.2", 0644, Instant.EPOCH, Entry.Role.NATIVE, Content.of(new byte[0]), "a.1.2"));
    link(entries, "lib/a.1", "a.1.2");
    link(entries, "a", "lib/a.1");
    link(entries, "lost", "nowhere");
    link(entries, "out", "../x");
    link(entries, "one", "two");
    link(entries, "two", "one");
    assertThat(Links.followed("a", entries)).contains("lib/a.1.2");
    assertThat(Links.followed("lost", entries)).isEmpty();
    assertThat(Links.followed("out", entries)).isEmpty();
    assertThat(Links.followed("one", entries)).isEmpty();
    assertThat(Links.followed("not there", entries)).isEmpty();
  }
}
