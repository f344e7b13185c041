package zugabe.core.materials;

import java.util.List;
import java.util.Optional;
import zugabe.formats.jar.JarOrder;
import zugabe.formats.jar.Manifest;
import zugabe.formats.zip.ArchivedContent;

/**
 * A library jar, read once from end to end.
 *
 * @param name its file name
 * @param version from its own metadata; empty when it has none
 * @param contents of its entries, in the order of its directory, folders included
 * @param highestMajor highest class-file version in it, versioned classes aside; 0 without classes
 * @param highestClass an entry of that version
 * @param kept where what is found out about it is kept; empty when nothing may be
 */
public record Library(
    String name,
    Optional<String> version,
    FileContent file,
    List<ArchivedContent> contents,
    Optional<Manifest> manifest,
    int highestMajor,
    String highestClass,
    Optional<CacheSlot> kept) {

  /** The entry of this name. */
  public Optional<ArchivedContent> content(String name) {
    // asked of each of a thousand libraries, where a stream would show
    for (ArchivedContent content : contents) {
      if (content.entry().name().equals(name)) {
        return Optional.of(content);
      }
    }
    return Optional.empty();
  }

  /** Whether somebody signed it. */
  public boolean isSigned() {
    return contents.stream().anyMatch(c -> JarOrder.isSignatureFile(c.entry().name()));
  }

  /** Whether its manifest says that it holds classes for several Java versions. */
  public boolean isMultiRelease() {
    return manifest
        .flatMap(m -> m.value("Multi-Release"))
        .map(v -> v.equalsIgnoreCase("true"))
        .orElse(false);
  }

  /** Name and version as a user would say them. */
  public String title() {
    return version.filter(v -> !name.contains(v)).map(v -> name + " (" + v + ")").orElse(name);
  }
}
