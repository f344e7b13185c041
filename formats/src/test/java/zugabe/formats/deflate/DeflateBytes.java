package zugabe.formats.deflate;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import zugabe.bytes.Digests;

/**
 * What the engine makes of some contents, by names of files; in a process of its own it is told.
 */
final class DeflateBytes {
  private static final int BLOCK_BYTES = 16_000;

  private DeflateBytes() {}

  /** Prints sizes and digests, or writes files into a folder. */
  public static void main(String[] args) throws IOException {
    Map<String, byte[]> made = made();
    if (args.length == 0) {
      System.out.print(told(made));
      return;
    }
    Path folder = Files.createDirectories(Path.of(args[0], "engine-" + Deflate.ENGINE));
    for (Map.Entry<String, byte[]> one : made.entrySet()) {
      Files.write(folder.resolve(one.getKey()), one.getValue());
    }
  }

  static Map<String, byte[]> made() {
    Map<String, byte[]> made = new LinkedHashMap<>();
    Contents.kinds()
        .forEach(
            (kind, content) -> {
              made.put(kind + ".deflated", new Deflate().stream(content, BLOCK_BYTES));
              made.put(kind + ".smallest", Deflate.smallest().stream(content, BLOCK_BYTES));
            });
    return made;
  }

  static String told(Map<String, byte[]> made) {
    StringBuilder all = new StringBuilder();
    made.forEach(
        (name, bytes) ->
            all.append(name).append(' ').append(Digests.sha256Hex(bytes)).append('\n'));
    return all.toString();
  }
}
