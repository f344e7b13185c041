package zugabe.core.materials;

import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Where;
import zugabe.formats.jar.Manifest;
import zugabe.formats.zip.ArchivedContent;
import zugabe.formats.zip.ZipListing;

/**
 * A library jar, read once from end to end.
 *
 * @param name its file name
 * @param version from its own metadata; empty when it has none
 * @param rawCrc32 CRC-32 of each entry's packed bytes, in the listing's order
 * @param highestMajor highest class-file version in it, versioned classes aside; 0 without classes
 * @param highestClass an entry of that version
 * @param where where the recipe names it
 */
public record Library(
    String name,
    Optional<String> version,
    FileContent file,
    ZipListing listing,
    long[] rawCrc32,
    Optional<Manifest> manifest,
    int highestMajor,
    String highestClass,
    Where where) {

  /** The content of the entry at an index of the listing. */
  public ArchivedContent content(int index) {
    return new ArchivedContent(listing.entries().get(index), rawCrc32[index]);
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

  /** Names of its entries that are files. */
  public List<String> files() {
    return listing.entries().stream().filter(e -> !e.isFolder()).map(e -> e.name()).toList();
  }
}
