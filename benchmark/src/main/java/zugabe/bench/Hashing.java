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
import zugabe.core.materials.ReadExtent;
import zugabe.core.work.Workers;

/** Digests every file of a folder as a build does, on all processors. */
public final class Hashing extends SimpleFileVisitor<Path> {
  private static final int GROUP = 32;
  private static final long GROUP_BYTES = 1 << 20;

  private final Workers workers;
  private final List<Future<Integer>> work = new ArrayList<>();
  private List<FileContent> group = new ArrayList<>();
  private long bytes;

  private Hashing(Workers workers) {
    this.workers = workers;
  }

  /**
   * A process of its own, so that its start counts.
   *
   * @param args the folder
   */
  public static void main(String[] args) throws IOException {
    Thread warmUp = new Thread(Digests::warmUp);
    warmUp.setDaemon(true);
    warmUp.start();
    try (Workers workers = Workers.of(Runtime.getRuntime().availableProcessors())) {
      Hashing hashing = new Hashing(workers);
      Files.walkFileTree(Path.of(args[0]), hashing);
      System.out.println(hashing.done() + " files");
    }
  }

  @Override
  public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
    group.add(new FileContent(file, file.toString(), attributes.size(), ReadExtent.WHOLE));
    bytes += attributes.size();
    if (group.size() == GROUP || bytes > GROUP_BYTES) {
      submit();
    }
    return FileVisitResult.CONTINUE;
  }

  /** Several files are one piece of work: handing them over one by one costs more than it helps. */
  private void submit() {
    List<FileContent> files = group;
    group = new ArrayList<>();
    bytes = 0;
    work.add(
        workers.submit(
            () -> {
              for (FileContent file : files) {
                file.digest();
              }
              return files.size();
            }));
  }

  private int done() throws IOException {
    submit();
    int files = 0;
    for (Future<Integer> part : work) {
      files += Workers.take(part);
    }
    return files;
  }
}
