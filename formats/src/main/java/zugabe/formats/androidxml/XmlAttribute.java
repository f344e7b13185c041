package zugabe.formats.androidxml;

import zugabe.formats.arsc.Value;

/**
 * An attribute.
 *
 * @param namespace its address, or nothing
 * @param resource number of the attribute's resource; 0 when it has none
 * @param raw the text as it was written; empty where only the value is kept
 */
public record XmlAttribute(String namespace, String name, long resource, String raw, Value value) {
  /** The namespace of the platform's attributes. */
  public static final String ANDROID = "http://schemas.android.com/apk/res/android";

  /** One of the platform's. */
  public static XmlAttribute android(String name, long resource, Value value) {
    return new XmlAttribute(ANDROID, name, resource, "", value);
  }

  /** One without a namespace, with text. */
  public static XmlAttribute plain(String name, String text) {
    return new XmlAttribute("", name, 0, text, Value.string(text));
  }

  /** What it says, as text. */
  public String shown() {
    return value.type() == Value.STRING || raw.isEmpty() ? value.shown() : raw;
  }
}
