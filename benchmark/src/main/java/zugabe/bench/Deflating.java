package zugabe.bench;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import zugabe.bytes.Packing;
import zugabe.formats.deflate.Deflate;

/**
 * The deflate engine against the runtime's, one thread each, in turn, best of some rounds: in
 * blocks as archives are packed, and file by file, both in engines that are kept. The last kind of
 * content is one that no constant of the engine was weighed on; the three before it are ones that
 * few were.
 */
final class Deflating {
  private static final int MOST_BYTES = 12_000_000;
  private static final int BLOCK = Packing.BLOCK_BYTES;
  private static final int WINDOW = 32 * 1024;
  private static final int COLD_BYTES = 1 << 20;
  private static final int GROUP_BYTES = 100_000;

  private final int rounds;

  private Deflating(int rounds) {
    this.rounds = rounds;
  }

  /**
   * @param content the made-up corpus
   * @param project the project's folder, for its own sources and classes
   */
  static void run(Path content, Path project, int rounds) throws IOException, InterruptedException {
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
    kinds.put("other Java sources", files(project.resolve("acceptance/src"), ".java"));
    kinds.put("libraries' classes", entries(project.resolve("cli/target/app/lib"), ".class"));
    kinds.put("licence texts", files(runtime.resolveSibling("legal"), ""));
    kinds.put("Perl modules", files(Path.of("/usr/share/perl"), ".pm"));
    Deflating deflating = new Deflating(rounds);
    for (Map.Entry<String, List<byte[]>> kind : kinds.entrySet()) {
      if (!kind.getValue().isEmpty()) {
        deflating.row(kind.getKey(), kind.getValue());
      }
    }
    Cold.row(classes(project.resolve("core/target/classes")), rounds);
  }

  /** Contents, up to so many bytes that a row takes seconds. */
  private static final class Taken {
    private final List<byte[]> all = new ArrayList<>();
    private long bytes;

    void add(InputStream content) throws IOException {
      try (content) {
        byte[] one = content.readNBytes(MOST_BYTES);
        all.add(one);
        bytes += one.length;
      }
    }

    boolean isEnough() {
      return bytes >= MOST_BYTES;
    }
  }

  private static List<byte[]> files(Path folder, String ending) throws IOException {
    Taken taken = new Taken();
    if (Files.isDirectory(folder)) {
      try (Stream<Path> walk = Files.walk(folder)) {
        for (Path file : walk.filter(f -> f.toString().endsWith(ending)).sorted().toList()) {
          if (!taken.isEnough() && Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
            taken.add(Files.newInputStream(file));
          }
        }
      }
    }
    return taken.all;
  }

  /** The same in the jars of a folder. */
  private static List<byte[]> entries(Path folder, String ending) throws IOException {
    Taken taken = new Taken();
    if (Files.isDirectory(folder)) {
      try (Stream<Path> jars = Files.list(folder)) {
        for (Path jar : jars.sorted().toList()) {
          try (ZipFile file = new ZipFile(jar.toFile())) {
            for (ZipEntry e : file.stream().filter(e -> e.getName().endsWith(ending)).toList()) {
              if (!taken.isEnough()) {
                taken.add(file.getInputStream(e));
              }
            }
          }
        }
      }
    }
    return taken.all;
  }

  /** About a megabyte of them. */
  private static List<Path> classes(Path folder) throws IOException {
    List<Path> some = new ArrayList<>();
    long bytes = 0;
    try (Stream<Path> walk = Files.walk(folder)) {
      for (Path file : walk.filter(f -> f.toString().endsWith(".class")).sorted().toList()) {
        if (bytes < COLD_BYTES) {
          some.add(file);
          bytes += Files.size(file);
        }
      }
    }
    return some;
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
    List<Piece> pieces = pieces(files);
    Deflater runtime = new Deflater(level, true);
    double theirs = 0;
    double ours = 0;
    long size = 0;
    long own = 0;
    // in turn, piece by piece, since these machines' speed changes from second to second
    for (int at = 0, to; at < pieces.size(); at = to) {
      to = group(pieces, at);
      List<Piece> some = pieces.subList(at, to);
      double their = Double.MAX_VALUE;
      double our = Double.MAX_VALUE;
      long one = 0;
      long other = 0;
      for (int i = 0; i < rounds + 2; i++) {
        long start = System.nanoTime();
        one = some.stream().mapToLong(p -> p.by(runtime)).sum();
        long between = System.nanoTime();
        other = some.stream().mapToLong(p -> p.by(deflate)).sum();
        their = Math.min(their, (double) (between - start));
        our = Math.min(our, (double) (System.nanoTime() - between));
      }
      theirs += their;
      ours += our;
      size += one;
      own += other;
    }
    runtime.end();
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

  /** Small files together, so that the runtime's clock can tell. */
  private static int group(List<Piece> pieces, int from) {
    int to = from;
    for (int bytes = 0; to < pieces.size() && bytes < GROUP_BYTES; to++) {
      bytes += pieces.get(to).block.length;
    }
    return to;
  }

  private static List<Piece> pieces(List<byte[]> files) {
    List<Piece> pieces = new ArrayList<>();
    for (byte[] file : files) {
      byte[] before = new byte[0];
      for (int at = 0; at < file.length; at += BLOCK) {
        byte[] block = Arrays.copyOfRange(file, at, Math.min(file.length, at + BLOCK));
        pieces.add(new Piece(before, block, at + BLOCK >= file.length));
        before = block;
      }
    }
    return pieces;
  }

  /** What is packed by one call, behind what it may refer to. */
  @SuppressWarnings("ArrayRecordComponent") // nobody compares them
  private record Piece(byte[] before, byte[] block, boolean last) {
    private static final byte[] OUT = new byte[BLOCK + 1024];

    long by(Deflate deflate) {
      return deflate.pack(before, block, block.length, last).length;
    }

    /** One engine for all, as a packer of zip files keeps it. */
    long by(Deflater deflater) {
      deflater.reset();
      if (before.length > 0) {
        deflater.setDictionary(before, before.length - WINDOW, WINDOW);
      }
      deflater.setInput(block);
      if (last) {
        deflater.finish();
      }
      return deflater.deflate(OUT, 0, OUT.length, last ? Deflater.NO_FLUSH : Deflater.SYNC_FLUSH);
    }
  }
}
