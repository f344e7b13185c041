package zugabe.core.making;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import zugabe.bytes.Content;
import zugabe.core.kind.Output;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.ReadExtent;

/** Files that are laid out into a deliverable, and don't go out themselves. */
final class PartFiles {
  private final Builder.Means means;
  private final List<String> names = new ArrayList<>();

  PartFiles(Builder.Means means) {
    this.means = means;
  }

  /** Writes them; contents by their file names. */
  Map<String, Content> make(OutputFolder folder, String deliverable, List<Output> parts)
      throws IOException {
    Map<String, Content> made = new LinkedHashMap<>();
    for (Output part : parts) {
      // a name that no deliverable can have
      String name = "." + deliverable + "." + part.file();
      names.add(name);
      Path path = folder.prepare(name);
      try (FileChannel file = HalfFiles.create(means.disk(), path)) {
        Spool.write(part.layout(), file, part.file(), means.workers(), means.progress());
      }
      made.put(
          part.file(), new FileContent(path, part.file(), Files.size(path), ReadExtent.IN_PART));
    }
    return made;
  }

  void remove(OutputFolder folder) throws IOException {
    for (String name : names) {
      Files.deleteIfExists(folder.part(name));
    }
  }
}
