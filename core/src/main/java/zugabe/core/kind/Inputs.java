package zugabe.core.kind;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Library;
import zugabe.core.materials.Materials;
import zugabe.core.materials.OwnFile;

/** Gathers what went into an output, for the receipt. */
public final class Inputs {
  private final List<Input> inputs = new ArrayList<>();

  /** All that was gathered. */
  public List<Input> list() {
    return List.copyOf(inputs);
  }

  /** Files that are told together; links aren't among them. */
  public Inputs together(String name, List<OwnFile> own) {
    List<FileContent> files =
        own.stream().filter(o -> o.link().isEmpty()).map(OwnFile::file).toList();
    if (!files.isEmpty()) {
      inputs.add(new Input(name, files, false));
    }
    return this;
  }

  /** A file by itself. */
  public Inputs file(FileContent file) {
    inputs.add(new Input(file.name(), List.of(file), true));
    return this;
  }

  public Inputs file(Optional<FileContent> file) {
    file.ifPresent(this::file);
    return this;
  }

  public Inputs libraries(List<Library> libraries) {
    libraries.forEach(l -> file(l.file()));
    return this;
  }

  /** A group of materials, but for web content: one line for the own files of each platform. */
  public Inputs materials(Materials materials) {
    together("own files of " + materials.name(), materials.own());
    materials
        .ownFor()
        .forEach(
            (platform, own) ->
                together("own files of " + materials.name() + " for " + platform, own));
    libraries(materials.libraries());
    materials.natives().values().forEach(files -> files.forEach(this::file));
    return this;
  }
}
