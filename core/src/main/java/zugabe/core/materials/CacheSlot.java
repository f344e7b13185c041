package zugabe.core.materials;

import java.nio.file.Path;
import java.util.Optional;

/**
 * Keeps what a look at one file told for the next look, as long as the file stays as it is.
 *
 * @param stamp the file's state when it was read
 */
public record CacheSlot(UserCache cache, Path file, String stamp) {

  /** What was kept. */
  public Optional<byte[]> get(String kind) {
    return cache.get(kind, stamp);
  }

  /** Keeps it, unless the file changed meanwhile. */
  public void put(String kind, byte[] value) {
    if (cache.stamp(file).filter(stamp::equals).isPresent()) {
      cache.put(kind, stamp, value);
    }
  }
}
