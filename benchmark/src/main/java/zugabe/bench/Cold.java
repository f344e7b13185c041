package zugabe.bench;

import java.io.ByteArrayOutputStream;
import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.zip.Deflater;
import zugabe.formats.deflate.Deflate;

/**
 * The first bytes that a process packs, while the runtime still interprets or compiles: file by
 * file, by our engine or by the runtime's, in a new process each time.
 */
public final class Cold {
  private static final int LEAST_ROUNDS = 7;

  private Cold() {}

  /**
   * Prints how long it took, in milliseconds.
   *
   * @param args whose engine, ours or theirs, and a file with one file's path a line
   */
  public static void main(String[] args) throws IOException {
    boolean ours = args[0].equals("ours");
    List<Path> files = Files.readAllLines(Path.of(args[1])).stream().map(Path::of).toList();
    byte[][] contents = new byte[files.size()][];
    for (int i = 0; i < contents.length; i++) {
      contents[i] = Files.readAllBytes(files.get(i));
    }
    byte[] out = new byte[1 << 20];
    Deflater runtime = new Deflater(6, true);
    Deflate deflate = new Deflate();
    long start = System.nanoTime();
    for (byte[] content : contents) {
      if (ours) {
        deflate.pack(new byte[0], content, content.length, true);
      } else {
        runtime.reset();
        runtime.setInput(content);
        runtime.finish();
        runtime.deflate(out);
      }
    }
    System.out.println((System.nanoTime() - start) / 1_000_000);
  }

  /** In turn; prints medians. */
  static void row(List<Path> files, int rounds) throws IOException, InterruptedException {
    Path list = Files.createTempFile("files", ".txt");
    try {
      Files.write(list, files.stream().map(Path::toString).toList());
      int count = Math.max(rounds, LEAST_ROUNDS);
      long[] theirs = new long[count];
      long[] ours = new long[count];
      for (int i = 0; i < count; i++) {
        theirs[i] = once("theirs", list);
        ours[i] = once("ours", list);
      }
      Arrays.sort(theirs);
      Arrays.sort(ours);
      long bytes = 0;
      for (Path file : files) {
        bytes += Files.size(file);
      }
      System.out.printf(
          Locale.ROOT,
          "  cold, the first %.2f MB           %d and %d ms%n",
          bytes / 1e6,
          theirs[count / 2],
          ours[count / 2]);
    } finally {
      Files.delete(list);
    }
  }

  private static long once(String whose, Path list) throws IOException, InterruptedException {
    Process process =
        new ProcessBuilder(
                System.getProperty("java.home") + File.separator + "bin" + File.separator + "java",
                "-XX:+UseSerialGC",
                "-cp",
                System.getProperty("java.class.path"),
                Cold.class.getName(),
                whose,
                list.toString())
            .redirectError(ProcessBuilder.Redirect.INHERIT)
            .start();
    ByteArrayOutputStream said = new ByteArrayOutputStream();
    process.getInputStream().transferTo(said);
    if (process.waitFor() != 0) {
      throw new IOException("packing in a new process failed");
    }
    return Long.parseLong(said.toString(StandardCharsets.UTF_8).strip());
  }
}
