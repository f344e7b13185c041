package zugabe.core.resources;

import java.util.Optional;
import zugabe.bytes.Regex;

/**
 * A resource that is named in a text: {@code @type/name}, {@code @+id/name}, {@code
 * @package:type/name}, {@code ?type/name} or {@code ?name}.
 *
 * @param attribute whether a theme's attribute is asked for its value
 * @param made whether it is made where it is named
 * @param pack whose it is; empty for the own package
 */
record Reference(boolean attribute, boolean made, String pack, String type, String name) {
  static final String PLATFORM = "android";

  private static final String FORM =
      "@\\+?(\\*?[a-zA-Z0-9_.]+:)?[a-z]+/[^\\s/:]+|\\?(\\*?[a-zA-Z0-9_.]+:)?([a-z]+/)?[^\\s/:@]+";

  /** Whether a text means to be one. */
  static boolean isMeant(String text) {
    return text.length() > 1 && (text.charAt(0) == '@' || text.charAt(0) == '?');
  }

  /** Reads one; empty when it hasn't the form. */
  static Optional<Reference> parse(String text) {
    if (!Regex.matches(text, FORM)) {
      return Optional.empty();
    }
    boolean attribute = text.charAt(0) == '?';
    boolean made = text.startsWith("@+");
    String rest = text.substring(made ? 2 : 1);
    int colon = rest.indexOf(':');
    String pack = colon < 0 ? "" : Regex.replaceFirst(rest.substring(0, colon), "^\\*", "");
    String name = rest.substring(colon + 1);
    int slash = name.indexOf('/');
    return Optional.of(
        new Reference(
            attribute,
            made,
            pack,
            slash < 0 ? "attr" : name.substring(0, slash),
            name.substring(slash + 1)));
  }

  /** A style's parent may stand there without an at sign. */
  static Optional<Reference> parent(String text) {
    if (isMeant(text)) {
      return parse(text.replace('?', '@'));
    }
    int colon = text.indexOf(':');
    String name = text.substring(colon + 1);
    return parse(
        "@" + text.substring(0, colon + 1) + (name.startsWith("style/") ? name : "style/" + name));
  }

  /** As it is written. */
  String text() {
    return (attribute ? "?" : "@") + (pack.isEmpty() ? "" : pack + ":") + type + "/" + name;
  }
}
