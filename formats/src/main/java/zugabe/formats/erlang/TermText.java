package zugabe.formats.erlang;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.stream.Collectors;
import zugabe.bytes.Regex;

/** Writes terms as text that {@code file:consult/1} reads. */
public final class TermText {
  private TermText() {}

  /** A file of one term: UTF-8, with its encoding said in the first line. */
  public static byte[] file(Term term) {
    return ("%% coding: utf-8\n" + of(term) + ".\n").getBytes(StandardCharsets.UTF_8);
  }

  /** On one line. */
  public static String of(Term term) {
    if (term instanceof Term.Atom atom) {
      return atom(atom.name());
    } else if (term instanceof Term.Int number) {
      return number.value().toString();
    } else if (term instanceof Term.Real real) {
      String text = Double.toString(real.value());
      return text.contains(".") ? text : Regex.replaceFirst(text, "E|$", ".0$0");
    } else if (term instanceof Term.Chars chars) {
      return quoted(chars.text(), '"');
    } else if (term instanceof Term.Bytes bytes) {
      return "<<"
          + bytes.latin1().chars().mapToObj(String::valueOf).collect(Collectors.joining(","))
          + ">>";
    } else if (term instanceof Term.Tuple tuple) {
      return "{" + joined(tuple.items()) + "}";
    } else if (term instanceof Term.Items list) {
      return "[" + joined(list.items()) + "]";
    }
    return "#{"
        + ((Term.Mapping) term)
            .entries().entrySet().stream().map(TermText::entry).collect(Collectors.joining(","))
        + "}";
  }

  private static String entry(Map.Entry<Term, Term> entry) {
    return of(entry.getKey()) + " => " + of(entry.getValue());
  }

  private static String joined(java.util.List<Term> items) {
    return items.stream().map(TermText::of).collect(Collectors.joining(","));
  }

  private static String atom(String name) {
    return Regex.matches(name, "[a-z][a-zA-Z0-9_@]*") && !TermReader.RESERVED.contains(name)
        ? name
        : quoted(name, '\'');
  }

  private static String quoted(String text, char quote) {
    StringBuilder quoted = new StringBuilder().append(quote);
    text.codePoints()
        .forEach(
            c -> {
              if (c == quote || c == '\\') {
                quoted.append('\\').appendCodePoint(c);
              } else if (c < ' ' || c == 127) {
                quoted.append("\\x{").append(Integer.toHexString(c)).append('}');
              } else {
                quoted.appendCodePoint(c);
              }
            });
    return quoted.append(quote).toString();
  }
}
