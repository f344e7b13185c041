package zugabe.bench;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Future;
import zugabe.bytes.Digests;
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
    Thread warmUp = new Thread(Digests::warmUp);
    warmUp.setDaemon(true);
    warmUp.start();
    List<Future<String>> digests = new ArrayList<>();
    try (Workers workers = Workers.of(Runtime.getRuntime().availableProcessors())) {
      Files.walkFileTree(
          Path.of(args[0]),
          new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
              FileContent content = new FileContent(file, file.toString(), attributes.size(), true);
              digests.add(workers.submit(content::digest));
              return FileVisitResult.CONTINUE;
            }
          });
      for (Future<String> digest : digests) {
        Workers.take(digest);
      }
      System.out.println(digests.size() + " files");
    }
  }
}
