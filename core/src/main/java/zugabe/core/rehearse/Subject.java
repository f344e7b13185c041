package zugabe.core.rehearse;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Regex;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.ReadExtent;
import zugabe.core.unpacking.Unpacking;

/**
 * What is rehearsed: files that belong together.
 *
 * @param folder that they lie in
 * @param files their paths in it; a single one that ends with {@code .zip} is unpacked
 * @param program name of the program, when it is known
 * @param arguments that it gets besides those of a trial
 */
public record Subject(
    Path folder, List<String> files, Optional<String> program, List<String> arguments) {

  /** Without arguments. */
  public Subject(Path folder, List<String> files, Optional<String> program) {
    this(folder, files, program, List.of());
  }

  void putInto(Path place) throws IOException {
    if (files.size() == 1
        && Regex.matches(files.get(0), ".*\\.(zip|tar|tar\\.gz|tar\\.xz|tar\\.zst|tgz)")) {
      unpack(folder.resolve(files.get(0)), place);
      return;
    }
    for (String file : files) {
      Path to = place.resolve(file);
      Files.createDirectories(to.getParent());
      Files.copy(folder.resolve(file), to, StandardCopyOption.COPY_ATTRIBUTES);
    }
  }

  private static void unpack(Path file, Path place) throws IOException {
    String name = file.getFileName().toString();
    FileContent content = new FileContent(file, name, Files.size(file), ReadExtent.IN_PART);
    if (!Unpacking.into(place, content)) {
      throw new IOException(name + " is neither a zip nor a tar file");
    }
  }
}
