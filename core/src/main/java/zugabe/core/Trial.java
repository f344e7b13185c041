package zugabe.core;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Where;
import zugabe.core.unpacking.FolderTree;

/** A throw-away output folder. */
record Trial(Path folder) implements Closeable {
  static Trial create() throws IOException {
    return new Trial(Files.createTempDirectory("zugabe-trial").toRealPath());
  }

  /**
   * Findings that name files in it by what they are called there: soon it is gone.
   *
   * @param shown the folder as findings have it
   */
  List<Finding> plain(String shown, List<Finding> findings) {
    String prefix = shown + "/";
    return findings.stream()
        .map(
            f -> {
              String file = f.where().file();
              return file.startsWith(prefix)
                  ? f.at(Where.file(file.substring(prefix.length())))
                  : f;
            })
        .toList();
  }

  @Override
  public void close() throws IOException {
    FolderTree.remove(folder);
  }
}
