package zugabe.formats.jar;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Locale;

/**
 * The order of a jar's entries: {@code META-INF/}, the manifest, signature files, then bytewise by
 * name. Readers that stream a jar find its manifest only when it comes first.
 */
public final class JarOrder {
  private JarOrder() {}

  /** Compares entries' names. */
  public static final Comparator<String> BY_NAME =
      (a, b) -> rank(a) == rank(b) ? bytewise(a, b) : Integer.compare(rank(a), rank(b));

  /** Compares as unsigned UTF-8 bytes, the order that doesn't depend on any language. */
  public static int bytewise(String a, String b) {
    int length = Math.min(a.length(), b.length());
    for (int i = 0; i < length; i++) {
      if (a.charAt(i) != b.charAt(i)) {
        if (a.charAt(i) < 0x80 || b.charAt(i) < 0x80) {
          return a.charAt(i) - b.charAt(i);
        }
        return Arrays.compareUnsigned(
            a.getBytes(StandardCharsets.UTF_8), b.getBytes(StandardCharsets.UTF_8));
      }
    }
    return a.length() - b.length();
  }

  private static int rank(String name) {
    if (name.equals("META-INF/")) {
      return 0;
    }
    if (name.equals(Manifest.PATH)) {
      return 1;
    }
    return isSignatureFile(name) ? 2 : 3;
  }

  /** Signature files and blocks lie right in META-INF (specification, "Signed JAR File"). */
  public static boolean isSignatureFile(String name) {
    if (name.length() < 10
        || (name.charAt(0) != 'M' && name.charAt(0) != 'm')
        || !name.regionMatches(true, 0, "META-INF/", 0, 9)
        || name.indexOf('/', 9) >= 0) {
      return false;
    }
    String file = name.substring(9).toUpperCase(Locale.ROOT);
    return file.startsWith("SIG-")
        || file.endsWith(".SF")
        || file.endsWith(".DSA")
        || file.endsWith(".RSA")
        || file.endsWith(".EC");
  }
}
