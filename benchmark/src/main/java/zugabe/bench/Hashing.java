package zugabe.bench;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import zugabe.core.materials.FileContent;
import zugabe.core.work.Workers;

/** Digests every file of a folder as a build does, on all processors. */
public final class Hashing {
  private Hashing() {}

  /**
   * A process of its own, so that its start counts.
   *
   * @param args the folder
   */
  public static void main(String[] args) throws IOException {
    List<Path> files;
    try (Stream<Path> walk = Files.walk(Path.of(args[0]))) {
      files = walk.filter(Files::isRegularFile).toList();
    }
    try (Workers workers = Workers.of(Runtime.getRuntime().availableProcessors())) {
      List<String> digests = workers.map(files, Hashing::digest);
      System.out.println(digests.size() + " files");
    }
  }

  private static String digest(Path file) throws IOException {
    FileContent content = new FileContent(file, file.toString(), Files.size(file), true);
    try (InputStream in = content.open()) {
      in.transferTo(OutputStream.nullOutputStream());
    }
    return content.sha256().orElseThrow();
  }
}
