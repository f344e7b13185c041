package zugabe.formats.zip;

import java.util.List;
import java.util.Optional;

/**
 * What an archive's directory says, and what was noticed about it.
 *
 * @param entries in the order of the directory
 * @param irregularities severe ones first found, in the order of their finding
 * @param directory where the directory is
 */
public record ZipListing(
    List<ZipEntry> entries, List<ZipIrregularity> irregularities, Directory directory) {
  /**
   * The central directory's place.
   *
   * @param at in bytes from the file's start
   * @param end the byte behind it, where the end records start
   */
  public record Directory(long at, long end) {}

  public ZipListing {
    entries = List.copyOf(entries);
    irregularities = List.copyOf(irregularities);
  }

  /** Whether nothing severe was noticed. */
  public boolean isSound() {
    return irregularities.stream().noneMatch(i -> i.fault().severe());
  }

  /** The first entry of this name. */
  public Optional<ZipEntry> entry(String name) {
    return entries.stream().filter(e -> e.name().equals(name)).findFirst();
  }
}
