package zugabe.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/** What programs link to. */
final class Linking {
  private Linking() {}

  /**
   * No anchor: 300,000 classes in a heap of 512 MB, the first time in less than 30 s, the second in
   * less than 2 s.
   */
  static void run(Path base, String zugabe) throws IOException, InterruptedException {
    Path folder = Libraries.make(base);
    Path recipe =
        Files.writeString(
            folder.resolve("zugabe.yaml"),
            """
            app: {name: Bench, version: 1}
            materials: {all: {own: classes, libraries: lib/*.jar}}
            deliverables: {jar: {kind: jar, libraries: beside}}
            """);
    Path cache = Files.createTempDirectory(base, "cache");
    for (String title : List.of("30 s: links, first time", " 2 s: links, second time")) {
      Run ours =
          Run.of(
              folder,
              Map.of("ZUGABE_JAVA_OPTIONS", "-Xmx512m", "XDG_CACHE_HOME", cache.toString()),
              zugabe,
              "check",
              "-q",
              "-r",
              recipe.toString());
      Bench.start("< " + title, ours, ours, "");
    }
  }
}
