package zugabe.bench;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;

/**
 * A package for phones of 200 MB, signed again; the anchor digests it once. And 5,000 resources,
 * compiled; the anchor is the start of the program.
 *
 * @param base folder for files
 * @param root the project's
 */
record Packaging(Path base, Path root, List<Run> digest, List<Run> signing, Resources resources) {
  private static final Map<String, String> SECRET = Map.of("KEY_PASSWORD", "forty quiet gulls 1");
  private static final int ASSET_BYTES = 200 << 20;
  private static final int BLOCK = 1 << 16;
  private static final int RESOURCES = 5000;

  /** What was measured of resources. */
  record Resources(List<Run> start, List<Run> compiling) {}

  Packaging(Path base, Path root) {
    this(
        base,
        root,
        new ArrayList<>(),
        new ArrayList<>(),
        new Resources(new ArrayList<>(), new ArrayList<>()));
  }

  void run(int rounds) throws IOException, InterruptedException {
    Path folder = Files.createDirectories(base.resolve("phone"));
    write(folder);
    ours(
        folder,
        "key new bench --for android --algorithm ec-p256 --subject CN=Bench --password env:KEY_PASSWORD");
    ours(folder, "build large -q");
    Path apk = folder.resolve("out/large.apk");
    for (int i = 0; i < rounds; i++) {
      digest.add(Run.of(folder, Map.of(), "openssl", "dgst", "-sha256", apk.toString()));
      Files.deleteIfExists(folder.resolve("signed.apk"));
      signing.add(ours(folder, "sign -q " + apk + " --key bench --to signed.apk"));
      resources.start().add(ours(folder, "--version"));
      resources.compiling().add(ours(folder, "build many -q --out many"));
    }
  }

  private void write(Path folder) throws IOException {
    Files.createDirectories(folder.resolve("assets"));
    Random random = new Random(7);
    try (OutputStream out = Files.newOutputStream(folder.resolve("assets/content.bin"))) {
      byte[] block = new byte[BLOCK];
      for (int done = 0; done < ASSET_BYTES; done += BLOCK) {
        random.nextBytes(block);
        out.write(block);
      }
    }
    StringBuilder values = new StringBuilder("<resources>\n");
    for (int i = 0; i < RESOURCES; i++) {
      values
          .append("<string name=\"text_")
          .append(i)
          .append("\">Text ")
          .append(i)
          .append("</string>\n");
    }
    Files.createDirectories(folder.resolve("res/values"));
    Files.writeString(folder.resolve("res/values/texts.xml"), values.append("</resources>\n"));
    Files.copy(
        root.resolve("cli/target/app/demo/build/phone/classes.dex"),
        folder.resolve("classes.dex"),
        java.nio.file.StandardCopyOption.REPLACE_EXISTING);
    String common =
        "code: classes.dex, activities: {example.gannet.saltmarsh.phone.TideActivity: {}}}\n";
    Files.writeString(
        folder.resolve("zugabe.yaml"),
        "app: {id: example.gannet.bench, name: Bench, version: 1.0.0}\ndeliverables:\n"
            + "  large: {kind: apk, file: large.apk, assets: assets, "
            + common
            + "  many: {kind: apk, file: many.apk, resources: res, "
            + common);
    Files.deleteIfExists(folder.resolve("keys/bench.p12"));
  }

  private Run ours(Path folder, String line) throws IOException, InterruptedException {
    List<String> command = new ArrayList<>(List.of(root.resolve("zugabe").toString()));
    command.addAll(List.of(line.split(" ", -1)));
    return Run.of(folder, SECRET, command.toArray(String[]::new));
  }
}
