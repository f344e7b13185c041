package zugabe.core.resources;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import zugabe.formats.arsc.StringPool;
import zugabe.formats.arsc.Value;

/**
 * Reads the text of a string resource (Android developers, "String resources"): white space outside
 * of quotation marks counts once, a backslash keeps the next character or names one, elements are
 * styles.
 */
final class StringText {
  private static final String PLACEHOLDERS = "urn:oasis:names:tc:xliff:document:1.2";
  private static final int HEX_DIGITS = 4;

  private final StringBuilder out = new StringBuilder();
  private final List<StringPool.Span> spans = new ArrayList<>();
  private boolean quoted;
  private boolean space;
  private String fault = "";

  private StringText() {}

  /**
   * What was read.
   *
   * @param value empty when there is a fault
   * @param fault why it can't be, as a clause; else empty
   */
  record Result(Optional<Value> value, String fault) {}

  static Result read(SourceElement element) {
    StringText text = new StringText();
    text.nodes(element);
    if (text.quoted && text.fault.isEmpty()) {
      text.fault = "a quotation mark has no second one";
    }
    if (!text.fault.isEmpty()) {
      return new Result(Optional.empty(), text.fault);
    }
    // spans of an inner element end first but are told later
    text.spans.sort(Comparator.comparingLong(StringPool.Span::first));
    return new Result(Optional.of(Value.string(text.out.toString(), text.spans)), "");
  }

  /** Reads an attribute's text: white space counts as it is, and quotation marks are themselves. */
  static Result attribute(String written) {
    StringText text = new StringText();
    for (int i = 0; i < written.length() && text.fault.isEmpty(); i++) {
      if (written.charAt(i) == '\\') {
        i = text.escape(written, i + 1);
      } else {
        text.out.append(written.charAt(i));
      }
    }
    return text.fault.isEmpty()
        ? new Result(Optional.of(Value.string(text.out.toString())), "")
        : new Result(Optional.empty(), text.fault);
  }

  private void nodes(SourceElement element) {
    for (SourceElement.Node node : element.nodes()) {
      if (node instanceof SourceElement.Text text) {
        characters(text.text());
      } else if (node instanceof SourceElement.Inner inner) {
        inner(inner.element());
      }
    }
  }

  private void inner(SourceElement element) {
    flushSpace();
    int start = out.length();
    nodes(element);
    if (!element.namespace().equals(PLACEHOLDERS) && out.length() > start) {
      String attributes =
          element.attributes().stream()
              .map(a -> ";" + a.name() + "=" + a.value())
              .collect(Collectors.joining());
      spans.add(new StringPool.Span(element.name() + attributes, start, out.length() - 1L));
    }
  }

  private void characters(String text) {
    for (int i = 0; i < text.length() && fault.isEmpty(); i++) {
      char c = text.charAt(i);
      if (c == '\\') {
        i = escape(text, i + 1);
      } else if (c == '"') {
        flushSpace();
        quoted = !quoted;
      } else if (c == '\'' && !quoted) {
        fault = "an apostrophe needs a backslash in front of it";
      } else if (!quoted && (c == ' ' || c == '\n' || c == '\t' || c == '\r')) {
        space = true;
      } else {
        flushSpace();
        out.append(c);
      }
    }
  }

  private void flushSpace() {
    if (space && out.length() > 0) {
      out.append(' ');
    }
    space = false;
  }

  /** Takes what follows a backslash; returns the index of its last character. */
  private int escape(String text, int at) {
    flushSpace();
    if (at >= text.length()) {
      fault = "a backslash stands at its end";
      return at;
    }
    char c = text.charAt(at);
    switch (c) {
      case 'n' -> out.append('\n');
      case 't' -> out.append('\t');
      case 'u' -> {
        return unicode(text, at + 1);
      }
      default -> out.append(c);
    }
    return at;
  }

  private int unicode(String text, int at) {
    if (at + HEX_DIGITS > text.length()) {
      fault = "\\u needs four digits";
      return at;
    }
    try {
      out.append((char) Integer.parseInt(text.substring(at, at + HEX_DIGITS), 16));
    } catch (NumberFormatException e) {
      fault = "\\u needs four digits";
    }
    return at + HEX_DIGITS - 1;
  }
}
