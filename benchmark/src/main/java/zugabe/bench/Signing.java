package zugabe.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * A jar signed and verified; the anchor inflates and digests every entry once, on all processors.
 * All take turns.
 *
 * @param base folder for files
 * @param zugabe the program
 * @param path class path of the anchor
 */
record Signing(
    Path base, String zugabe, String path, List<Run> bare, List<Run> signing, List<Run> verifying) {
  private static final Map<String, String> SECRET = Map.of("KEY_PASSWORD", "forty quiet gulls 1");

  Signing(Path base, String zugabe, String path) {
    this(base, zugabe, path, new ArrayList<>(), new ArrayList<>(), new ArrayList<>());
  }

  /** A jar of more than 1 GB of content, of which each file is in it twice, by another program. */
  static Path jar(Path base, Path content) throws IOException, InterruptedException {
    Path jar = base.resolve("unsigned.jar");
    Files.deleteIfExists(jar);
    Path manifest = base.resolve("META-INF/MANIFEST.MF");
    Files.createDirectories(manifest.getParent());
    Files.writeString(manifest, "Manifest-Version: 1.0\r\n\r\n");
    Path again = base.resolve("again");
    Files.deleteIfExists(again);
    Files.createSymbolicLink(again, content.getFileName());
    Run.of(
        base,
        Map.of(),
        "zip",
        "-q",
        "-1",
        "-r",
        jar.toString(),
        "META-INF",
        content.getFileName().toString(),
        "again");
    return jar;
  }

  void run(Path jar, int rounds) throws IOException, InterruptedException {
    Path signed = base.resolve("signed.jar");
    Files.deleteIfExists(base.resolve("keys/bench.p12"));
    ours(
        "key new bench --for java --algorithm ec-p256 --subject CN=Bench --password env:KEY_PASSWORD");
    for (int i = 0; i < rounds; i++) {
      bare.add(
          Run.of(
              base,
              Map.of(),
              "java",
              "-Xmx256m",
              "-XX:+UseSerialGC",
              "-cp",
              path,
              Inflating.class.getName(),
              jar.toString()));
      // the system takes a while to let go of a large file's memory
      Files.deleteIfExists(signed);
      signing.add(ours("sign -q " + jar + " --key bench --to " + signed));
      verifying.add(ours("verify -q " + signed));
    }
    Files.delete(signed);
  }

  private Run ours(String line) throws IOException, InterruptedException {
    List<String> command = new ArrayList<>(List.of(zugabe));
    command.addAll(List.of(line.split(" ", -1)));
    return Run.of(base, SECRET, command.toArray(String[]::new));
  }
}
