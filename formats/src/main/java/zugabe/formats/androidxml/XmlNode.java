package zugabe.formats.androidxml;

/** An element, or text between elements. */
public sealed interface XmlNode {
  /** The line it stood in, 1 and up; 0 when nobody knows. */
  int line();

  /** Text. */
  record Text(String text, int line) implements XmlNode {}

  /** An element of a document. */
  record Child(XmlElement element) implements XmlNode {
    @Override
    public int line() {
      return element.line();
    }
  }
}
