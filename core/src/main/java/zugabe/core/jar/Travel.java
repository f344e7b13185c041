package zugabe.core.jar;

import java.util.Locale;

/** How a program's libraries travel. */
public enum Travel {
  /** Unpacked into one jar. */
  MERGED,
  /** Jars inside the jar. */
  NESTED,
  /** A folder next to it, named in the manifest's class path. */
  BESIDE;

  /** As recipes and answers have it. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }
}
