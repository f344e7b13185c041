package zugabe.shortstart;

import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Signatures of libraries' jars. A runtime verifies them whenever it loads the first class, reads a
 * digest of every entry for that, and keeps no such class in a class-data archive.
 */
final class Signatures {
  private static final String MANIFEST = "META-INF/MANIFEST.MF";
  private static final Pattern PART = Pattern.compile("META-INF/[^/]+\\.(SF|RSA|DSA|EC)");

  /** Behind the main section of a manifest come those of single entries. */
  private static final Pattern MAIN_END = Pattern.compile("(\\r\\n|\\n|\\r)\\1");

  private Signatures() {}

  /** The entries without signatures; themselves when there are none. */
  static Map<String, byte[]> removed(Map<String, byte[]> entries) {
    if (entries.keySet().stream().noneMatch(n -> PART.matcher(n).matches())) {
      return entries;
    }
    Map<String, byte[]> kept = new LinkedHashMap<>(entries);
    kept.keySet().removeIf(n -> PART.matcher(n).matches());
    kept.computeIfPresent(MANIFEST, (name, bytes) -> main(bytes));
    return kept;
  }

  private static byte[] main(byte[] manifest) {
    String text = new String(manifest, StandardCharsets.UTF_8);
    Matcher end = MAIN_END.matcher(text);
    return end.find() ? text.substring(0, end.end()).getBytes(StandardCharsets.UTF_8) : manifest;
  }
}
