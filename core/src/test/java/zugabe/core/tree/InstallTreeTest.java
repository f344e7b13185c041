package zugabe.core.tree;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.testng.annotations.Test;
import zugabe.bytes.Content;

/** Trees are the same, in the same order, however their files come. */
public final class InstallTreeTest {
  private static final Instant TIME = Instant.parse("2026-03-01T12:00:00Z");
  private static final String[] PARTS = {
    "a", "b", "lib", "lib-2", "lib.d", "ä", "Z", "quay", "x y"
  };

  private static Entry file(String path) {
    return new Entry.RegularFile(
        path, 0644, TIME, Entry.Role.OWN, Content.of(new byte[0]), "tides/" + path);
  }

  private static List<String> paths(InstallTree tree) {
    return tree.entries().stream()
        .map(e -> e instanceof Entry.Directory ? e.path() + "/" : e.path())
        .toList();
  }

  private static String path(Random random) {
    StringBuilder path = new StringBuilder();
    for (int depth = random.nextInt(4); depth > 0; depth--) {
      path.append(PARTS[random.nextInt(PARTS.length)]).append('/');
    }
    return path.append(PARTS[random.nextInt(PARTS.length)]).append(random.nextInt(20)).toString();
  }

  @Test
  public void everyFolderOnceAndInOrder() {
    Random random = new Random(20261125);
    for (int round = 0; round < 200; round++) {
      List<String> files = new ArrayList<>();
      for (int i = random.nextInt(60); i > 0; i--) {
        files.add(path(random));
      }
      Map<String, Boolean> expected = new TreeMap<>();
      for (String f : files) {
        expected.put(f, true);
        for (int slash = f.indexOf('/'); slash > 0; slash = f.indexOf('/', slash + 1)) {
          expected.put(f.substring(0, slash + 1), false);
        }
      }
      Collections.shuffle(files, random);
      InstallTree.Builder builder = InstallTree.builder(TIME);
      files.forEach(f -> builder.put(file(f)));
      assertThat(paths(builder.sorted(Comparator.naturalOrder())))
          .containsExactlyElementsOf(expected.keySet());
      List<String> backwards = new ArrayList<>(expected.keySet());
      Collections.reverse(backwards);
      assertThat(paths(builder.sorted(Comparator.reverseOrder())))
          .containsExactlyElementsOf(backwards);
    }
  }

  @Test
  public void theFirstFileOfAPlaceStays() {
    InstallTree.Builder builder = InstallTree.builder(TIME);
    assertThat(builder.put(file("lib/a"))).isEmpty();
    assertThat(builder.put(file("lib/a"))).isPresent();
    assertThat(builder.put(file("lib"))).isEmpty();
    assertThat(builder.filesAsFolders()).containsExactly("lib");
  }
}
