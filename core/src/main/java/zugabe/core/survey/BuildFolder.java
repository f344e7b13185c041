package zugabe.core.survey;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.Map;
import java.util.Optional;

/**
 * What build tools lay beside the classes that they compile: resources for the class path, which
 * some keep apart, and what is for them alone.
 *
 * @param base the folder with a slash behind it; empty for the one that is looked at
 * @param resources folder of resources for the classes
 */
record BuildFolder(String base, Optional<String> resources) {
  /** {@code target/classes}, {@code build/classes/main}; or {@code classes/java/main} anywhere. */
  private static final Pattern CLASSES =
      Pattern.compile(
          "(?:(.*/)?classes/(?:groovy|java|kotlin|scala)|((?:.*/)?build/)classes)/([^/]+)|((?:.*/)?target/)classes");

  private static final Map<String, String> OTHERS =
      Map.ofEntries(
          Map.entry("antrun", "a build's notes"),
          Map.entry("apidocs", "documentation of sources"),
          Map.entry("archive-tmp", "a build's notes"),
          Map.entry("distributions", "packed by the build"),
          Map.entry("docs", "documentation of sources"),
          Map.entry("generated", "sources"),
          Map.entry("generated-test-sources", "sources"),
          Map.entry("kotlin", "a build's cache"),
          Map.entry("reports", "test reports"),
          Map.entry("site", "documentation of sources"),
          Map.entry("failsafe-reports", "test reports"),
          Map.entry("tmp", "a build's notes"));

  /** Around a folder of classes; empty where it lies as in no build. */
  static Optional<BuildFolder> of(String classes) {
    Matcher m = CLASSES.matcher(classes);
    if (!m.matches()) {
      return Optional.empty();
    }
    if (m.group(4) != null) {
      return Optional.of(new BuildFolder(m.group(4), Optional.empty()));
    }
    String base = m.group(2) != null ? m.group(2) : m.group(1) != null ? m.group(1) : "";
    return Optional.of(new BuildFolder(base, Optional.of(base + "resources/" + m.group(3))));
  }

  /** The folder in it that a file is in and that isn't for users. */
  Optional<Survey.Leftover> leftover(String path) {
    String below = path.startsWith(base) ? path.substring(base.length()) : "";
    String folder = below.substring(0, Math.max(0, below.indexOf('/')));
    return Optional.ofNullable(OTHERS.get(folder))
        .map(why -> new Survey.Leftover(base + folder + "/", why));
  }
}
