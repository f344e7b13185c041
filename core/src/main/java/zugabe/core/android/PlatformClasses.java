package zugabe.core.android;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The platform's classes that applications extend, or name in layouts and manifests. Made from the
 * platform's own classes by {@code core/src/main/platform/make-classes}.
 */
public final class PlatformClasses {
  private static final String TABLE = "/zugabe/platform/classes.txt";

  /** Where the platform looks for a view that a layout names without its package, in that order. */
  private static final List<String> VIEWS =
      List.of("android.widget.", "android.webkit.", "android.app.", "android.view.");

  private static final class Holder {
    private static final PlatformClasses KNOWN = new PlatformClasses();
  }

  private final Map<String, Part> parts = new HashMap<>();

  private PlatformClasses() {
    for (String line : TableLines.of(TABLE)) {
      int blank = line.indexOf(' ');
      Part.of(line.substring(0, blank)).ifPresent(p -> parts.put(line.substring(blank + 1), p));
    }
  }

  /** The table. */
  public static PlatformClasses known() {
    return Holder.KNOWN;
  }

  /** What a class of the platform makes of those that extend it; empty for nothing of these. */
  public Optional<Part> part(String name) {
    return Optional.ofNullable(parts.get(name));
  }

  /** The names without packages that layouts may use. */
  public List<String> views() {
    return parts.keySet().stream()
        .filter(name -> parts.get(name) == Part.VIEW)
        .filter(name -> VIEWS.contains(name.substring(0, name.lastIndexOf('.') + 1)))
        .map(name -> name.substring(name.lastIndexOf('.') + 1))
        .sorted()
        .toList();
  }
}
