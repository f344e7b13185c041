package zugabe.core;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.MaterialCode;
import zugabe.core.materials.ReadExtent;

/** A file that somebody names on the command line. */
final class NamedFile {
  private NamedFile() {}

  /**
   * Its content; empty when there is none, which is in the findings.
   *
   * @param inFolder what to do when it is a folder
   */
  static Optional<FileContent> content(Path path, String shown, String inFolder, Findings findings)
      throws IOException {
    if (Files.isRegularFile(path)) {
      return Optional.of(new FileContent(path, shown, Files.size(path), ReadExtent.IN_PART));
    }
    boolean folder = Files.isDirectory(path);
    findings.add(
        MaterialCode.Z2003,
        Where.file(shown),
        folder ? "It is a folder." : "There is no such file.",
        folder ? inFolder : "Check the name.");
    return Optional.empty();
  }
}
