package zugabe.kinds.release;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import zugabe.core.inspect.Inspection;

/** What the names in an archive tell of a release. */
final class ReleaseContents {
  private static final Pattern RELEASE =
      Pattern.compile("(?:[^/]+/)?releases/([^/]+)/([a-z][A-Za-z0-9_]*)\\.rel");
  private static final Pattern RUNTIME = Pattern.compile("(?:[^/]+/)?erts-([0-9.]+)/bin/.*");

  private ReleaseContents() {}

  /** The same archive, taken for a release; empty when it is none. */
  static Optional<Inspection> of(Inspection archive) {
    Map<String, String> identity = new LinkedHashMap<>();
    Map<String, String> start = new LinkedHashMap<>(archive.start());
    for (Inspection.Item item : archive.holds().entries()) {
      Matcher release = RELEASE.matcher(item.path());
      if (release.matches()) {
        identity.put("name", release.group(2));
        identity.put("version", release.group(1));
      }
      Matcher runtime = RUNTIME.matcher(item.path());
      if (runtime.matches()) {
        start.put("runtime", "erts " + runtime.group(1) + ", carried");
      }
    }
    return identity.isEmpty()
        ? Optional.empty()
        : Optional.of(archive.withKind("release", identity, start));
  }
}
