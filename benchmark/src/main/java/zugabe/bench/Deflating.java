package zugabe.bench;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.Deflater;
import zugabe.bytes.Packing;
import zugabe.formats.deflate.Deflate;

/**
 * The deflate engine against the runtime's, one thread each, in turn, best of some rounds: in
 * blocks as archives are packed, and file by file. The last kinds of content are ones that the
 * engine's constants weren't weighed on.
 */
final class Deflating {
  private static final int MOST_BYTES = 12_000_000;
  private static final int BLOCK = Packing.BLOCK_BYTES;
  private static final int WINDOW = 32 * 1024;

  private final int rounds;

  private Deflating(int rounds) {
    this.rounds = rounds;
  }

  /**
   * @param content the made-up corpus
   * @param project the project's folder, for its own sources and classes
   */
  static void run(Path content, Path project, int rounds) throws IOException {
    Path runtime = Path.of(System.getProperty("java.home"), "lib");
    Map<String, List<byte[]>> kinds = new LinkedHashMap<>();
    kinds.put("made-up classes", files(content.resolve("small/classes"), ".class"));
    kinds.put("made-up texts", files(content.resolve("small/text"), ".txt"));
    kinds.put("made-up records", files(content.resolve("large"), "b7.bin"));
    kinds.put("packed already", files(content.resolve("large"), "b1.bin"));
    kinds.put("class files", files(project.resolve("core/target/classes"), ".class"));
    kinds.put("Java sources", files(project.resolve("core/src"), ".java"));
    kinds.put("Markdown", files(project.resolve("docs"), ".md"));
    kinds.put("native code", files(runtime.resolve("server"), "libjvm.so"));
    kinds.put("the runtime's classes", files(runtime, "modules"));
    Deflating deflating = new Deflating(rounds);
    for (Map.Entry<String, List<byte[]>> kind : kinds.entrySet()) {
      if (!kind.getValue().isEmpty()) {
        deflating.row(kind.getKey(), kind.getValue());
      }
    }
  }

  private static List<byte[]> files(Path folder, String ending) throws IOException {
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    long bytes = 0;
    List<byte[]> all = new ArrayList<>();
    try (Stream<Path> walk = Files.walk(folder)) {
      for (Path file : walk.filter(f -> f.toString().endsWith(ending)).sorted().toList()) {
        if (bytes < MOST_BYTES && Files.isRegularFile(file)) {
          byte[] one = start(file);
          all.add(one);
          bytes += one.length;
        }
      }
    }
    return all;
  }

  private static byte[] start(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      return in.readNBytes(MOST_BYTES);
    }
  }

  private void row(String kind, List<byte[]> files) {
    ByteArrayOutputStream joined = new ByteArrayOutputStream();
    files.forEach(joined::writeBytes);
    compare("deflate: " + kind, List.of(joined.toByteArray()), new Deflate(), 6, "1.70");
    if (files.size() > 1) {
      compare("  file by file", files, new Deflate(), 6, "1.50");
    }
    compare("  smallest, level 9", List.of(joined.toByteArray()), Deflate.smallest(), 9, "");
  }

  private void compare(String title, List<byte[]> files, Deflate deflate, int level, String goal) {
    double theirs = Double.MAX_VALUE;
    double ours = Double.MAX_VALUE;
    long size = 0;
    long own = 0;
    for (int i = 0; i < rounds; i++) {
      long start = System.nanoTime();
      size = files.stream().mapToLong(f -> runtime(f, level)).sum();
      theirs = Math.min(theirs, (double) (System.nanoTime() - start));
      start = System.nanoTime();
      own = files.stream().mapToLong(f -> deflate.stream(f, BLOCK).length).sum();
      ours = Math.min(ours, (double) (System.nanoTime() - start));
    }
    double bytes = (double) files.stream().mapToLong(f -> f.length).sum();
    System.out.printf(
        Locale.ROOT,
        "%-33s %6.1f and %6.1f MB/s: %5.2f times as fast (goal %s), size %.4f and %.4f: %.4f%n",
        title,
        bytes * 1000 / theirs,
        bytes * 1000 / ours,
        theirs / ours,
        goal.isEmpty() ? "none" : goal,
        size / bytes,
        own / bytes,
        (double) own / size);
  }

  /** In blocks as well, each with the end of the one before it as dictionary. */
  private static long runtime(byte[] content, int level) {
    Deflater deflater = new Deflater(level, true);
    byte[] out = new byte[BLOCK + 1024];
    long size = 0;
    for (int at = 0; at < content.length; at += BLOCK) {
      deflater.reset();
      if (at > 0) {
        deflater.setDictionary(content, at - WINDOW, WINDOW);
      }
      int length = Math.min(BLOCK, content.length - at);
      deflater.setInput(content, at, length);
      boolean last = at + length == content.length;
      if (last) {
        deflater.finish();
      }
      size += deflater.deflate(out, 0, out.length, last ? Deflater.NO_FLUSH : Deflater.SYNC_FLUSH);
    }
    deflater.end();
    return size;
  }
}
