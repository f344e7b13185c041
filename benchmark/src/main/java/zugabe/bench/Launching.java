package zugabe.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * A start program for Windows around a large jar; the anchor copies the jar and digests the copy.
 * The first time nothing is known of the jar, later its entries were checked before. All take
 * turns.
 *
 * @param base folder for files
 * @param zugabe the program
 */
record Launching(Path base, String zugabe, List<Run> copying, List<Run> first, List<Run> again) {
  Launching(Path base, String zugabe) {
    this(base, zugabe, new ArrayList<>(), new ArrayList<>(), new ArrayList<>());
  }

  void run(Path content, int rounds) throws IOException, InterruptedException {
    Path folder = base.resolve("launching");
    Path classes = Files.createDirectories(folder.resolve("classes"));
    Files.writeString(
        folder.resolve("Hello.java"),
        "public class Hello { public static void main(String[] a) { System.out.println(1); } }");
    Run.of(folder, Map.of(), "javac", "-d", classes.toString(), "Hello.java");
    Path jar = folder.resolve("large.jar");
    Files.deleteIfExists(jar);
    Run.of(content, Map.of(), "zip", "-q", "-1", "-r", jar.toString(), ".");
    Files.writeString(
        folder.resolve("zugabe.yaml"),
        """
        app: {name: Bench, version: 1}
        materials: {all: {own: classes, libraries: large.jar}}
        programs: {hello: {materials: all, main: Hello}}
        deliverables: {exe: {kind: windows-launcher, libraries: nested}}
        """);
    Path cache = folder.resolve("cache");
    for (int i = 0; i < rounds; i++) {
      copying.add(Run.of(folder, Map.of(), "sh", "-c", "cp large.jar copy && sha256sum copy"));
      Run.of(folder, Map.of(), "rm", "-rf", "copy", "out", cache.toString());
      first.add(ours(folder, cache));
      Run.of(folder, Map.of(), "rm", "-rf", "out");
      again.add(ours(folder, cache));
      Run.of(folder, Map.of(), "rm", "-rf", "out");
    }
    Files.delete(jar);
  }

  private Run ours(Path folder, Path cache) throws IOException, InterruptedException {
    return Run.of(
        folder,
        Map.of("ZUGABE_JAVA_OPTIONS", "-Xmx256m", "XDG_CACHE_HOME", cache.toString()),
        zugabe,
        "build",
        "-q");
  }
}
