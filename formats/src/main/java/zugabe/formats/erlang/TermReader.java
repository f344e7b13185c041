package zugabe.formats.erlang;

import java.math.BigInteger;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import zugabe.bytes.Regex;

/** Reads terms from text, as {@code file:consult/1} does. */
public final class TermReader {
  /** More than this isn't read, in bytes. */
  public static final int MAX_BYTES = 8 << 20;

  /** Words that are no atoms without quotation marks (Reference Manual, "Reserved Words"). */
  static final Set<String> RESERVED =
      Set.of(
          "after", "and", "andalso", "band", "begin", "bnot", "bor", "bsl", "bsr", "bxor", "case",
          "catch", "cond", "div", "else", "end", "fun", "if", "let", "maybe", "not", "of", "or",
          "orelse", "receive", "rem", "try", "when", "xor");

  private static final int MAX_DEPTH = 200;

  private final String text;
  private int at;
  private int depth;

  private TermReader(String text) {
    this.text = text;
  }

  /** The terms of a file, each with a full stop behind it. */
  public static List<Term> read(byte[] bytes) throws TermFaultException {
    if (bytes.length > MAX_BYTES) {
      throw new TermFaultException("it has more than " + MAX_BYTES + " bytes", 1, 1);
    }
    String text = new String(bytes, StandardCharsets.UTF_8);
    String head = text.lines().limit(2).reduce("", (a, b) -> a + b);
    if (text.indexOf('\uFFFD') >= 0 || Regex.matches(head, "(?i).*coding[:=]\\s*latin-?1.*")) {
      text = new String(bytes, StandardCharsets.ISO_8859_1);
    }
    TermReader reader = new TermReader(text);
    List<Term> terms = new ArrayList<>();
    for (reader.space(); reader.at < text.length(); reader.space()) {
      terms.add(reader.term());
      reader.space();
      reader.expect('.');
    }
    return terms;
  }

  private TermFaultException fault(String message) {
    int line = 1;
    int column = 1;
    for (int i = 0; i < Math.min(at, text.length()); i++) {
      column = text.charAt(i) == '\n' ? 1 : column + 1;
      line += text.charAt(i) == '\n' ? 1 : 0;
    }
    return new TermFaultException(message, line, column);
  }

  private char peek() {
    return at < text.length() ? text.charAt(at) : '\0';
  }

  private void expect(char c) throws TermFaultException {
    space();
    if (peek() != c) {
      throw fault(
          at >= text.length()
              ? "the end comes where \"" + c + "\" is wanted"
              : "\"" + c + "\" is wanted, not \"" + peek() + "\"");
    }
    at++;
  }

  private boolean take(String wanted) {
    space();
    if (text.startsWith(wanted, at)) {
      at += wanted.length();
      return true;
    }
    return false;
  }

  /** White space and comments. */
  private void space() {
    while (at < text.length()) {
      char c = text.charAt(at);
      if (c == '%') {
        int end = text.indexOf('\n', at);
        at = end < 0 ? text.length() : end;
      } else if (c <= ' ' || c == '\u00A0' || c == '\uFEFF') {
        at++;
      } else {
        return;
      }
    }
  }

  private Term term() throws TermFaultException {
    if (++depth > MAX_DEPTH) {
      throw fault("it is nested more than " + MAX_DEPTH + " deep");
    }
    space();
    Term term = one();
    depth--;
    return term;
  }

  private Term one() throws TermFaultException {
    char c = peek();
    if (take("<<")) {
      return bytes();
    }
    if (take("#{")) {
      return mapping();
    }
    if (c == '{' || c == '[') {
      at++;
      List<Term> items = items(c == '{' ? '}' : ']');
      return c == '{' ? new Term.Tuple(items) : new Term.Items(items);
    }
    if (c == '"') {
      StringBuilder all = new StringBuilder(quoted('"'));
      for (space(); peek() == '"'; space()) {
        all.append(quoted('"'));
      }
      return new Term.Chars(all.toString());
    }
    if (c == '\'') {
      return new Term.Atom(quoted('\''));
    }
    if (c == '$' || c == '-' || c == '+' || Character.isDigit(c)) {
      return number();
    }
    if (Character.isLowerCase(c)) {
      return atom();
    }
    throw fault(
        at >= text.length() ? "the end comes too early" : "no term starts with \"" + c + "\"");
  }

  private List<Term> items(char end) throws TermFaultException {
    List<Term> items = new ArrayList<>();
    space();
    if (peek() == end) {
      at++;
      return items;
    }
    do {
      items.add(term());
    } while (take(","));
    expect(end);
    return items;
  }

  private Term mapping() throws TermFaultException {
    Map<Term, Term> entries = new LinkedHashMap<>();
    if (take("}")) {
      return new Term.Mapping(entries);
    }
    do {
      Term key = term();
      if (!take("=>")) {
        throw fault("\"=>\" is wanted");
      }
      entries.put(key, term());
    } while (take(","));
    expect('}');
    return new Term.Mapping(entries);
  }

  private Term bytes() throws TermFaultException {
    StringBuilder bytes = new StringBuilder();
    if (take(">>")) {
      return new Term.Bytes("");
    }
    do {
      Term part = term();
      boolean utf8 = take("/utf8");
      if (part instanceof Term.Int number
          && number.value().signum() >= 0
          && number.value().bitLength() <= 8) {
        bytes.append((char) number.value().intValue());
      } else if (part instanceof Term.Chars chars) {
        bytes.append(
            new String(
                chars.text().getBytes(utf8 ? StandardCharsets.UTF_8 : StandardCharsets.ISO_8859_1),
                StandardCharsets.ISO_8859_1));
      } else {
        throw fault("a binary holds bytes and strings here");
      }
    } while (take(","));
    if (!take(">>")) {
      throw fault("\">>\" is wanted");
    }
    return new Term.Bytes(bytes.toString());
  }

  private Term atom() {
    int start = at;
    while (Character.isLetterOrDigit(peek()) || peek() == '_' || peek() == '@') {
      at++;
    }
    return new Term.Atom(text.substring(start, at));
  }

  private Term number() throws TermFaultException {
    if (peek() == '$') {
      at++;
      if (at >= text.length()) {
        throw fault("the end comes where a character is wanted");
      }
      if (peek() == '\\') {
        return new Term.Int(BigInteger.valueOf(escape()));
      }
      int c = text.codePointAt(at);
      at += Character.charCount(c);
      return new Term.Int(BigInteger.valueOf(c));
    }
    int start = at;
    if (peek() == '-' || peek() == '+') {
      at++;
    }
    digits();
    if (peek() == '#') {
      return radix(start);
    }
    boolean real =
        peek() == '.' && at + 1 < text.length() && Character.isDigit(text.charAt(at + 1));
    if (real) {
      at++;
      digits();
      if (peek() == 'e' || peek() == 'E') {
        at++;
        if (peek() == '-' || peek() == '+') {
          at++;
        }
        digits();
      }
    }
    String number = text.substring(start, at).replace("_", "").replace("+", "");
    try {
      return real
          ? new Term.Real(Double.parseDouble(number))
          : new Term.Int(new BigInteger(number));
    } catch (NumberFormatException e) {
      throw fault("\"" + number + "\" is no number");
    }
  }

  private void digits() {
    while (Character.isDigit(peek()) || peek() == '_') {
      at++;
    }
  }

  private Term radix(int start) throws TermFaultException {
    String base = text.substring(start, at);
    int from = ++at;
    while (Character.isLetterOrDigit(peek())) {
      at++;
    }
    try {
      BigInteger value =
          new BigInteger(
              text.substring(from, at), Integer.parseInt(Regex.replaceAll(base, "[-+]", "")));
      return new Term.Int(base.startsWith("-") ? value.negate() : value);
    } catch (NumberFormatException e) {
      throw fault("it is no number to the base " + base);
    }
  }

  private String quoted(char quote) throws TermFaultException {
    at++;
    StringBuilder inside = new StringBuilder();
    while (peek() != quote) {
      if (at >= text.length()) {
        throw fault("the end comes inside quotation marks");
      }
      if (peek() == '\\') {
        inside.appendCodePoint(escape());
      } else {
        inside.append(text.charAt(at++));
      }
    }
    at++;
    return inside.toString();
  }

  /** Escape sequences (Reference Manual, "Escape Sequences"). */
  private int escape() throws TermFaultException {
    at++;
    char c = peek();
    at++;
    return switch (c) {
      case 'n' -> '\n';
      case 't' -> '\t';
      case 'r' -> '\r';
      case 's' -> ' ';
      case 'b' -> '\b';
      case 'd' -> 127;
      case 'e' -> 27;
      case 'f' -> '\f';
      case 'v' -> 11;
      case '^' -> text.charAt(Math.min(at++, text.length() - 1)) & 31;
      case 'x' -> hexadecimal();
      default -> c >= '0' && c <= '7' ? octal(c - '0') : c;
    };
  }

  private int octal(int first) {
    int value = first;
    for (int i = 0; i < 2 && peek() >= '0' && peek() <= '7'; i++) {
      value = value * 8 + (text.charAt(at++) - '0');
    }
    return value;
  }

  private int hexadecimal() throws TermFaultException {
    int end = peek() == '{' ? text.indexOf('}', at) : at + 2;
    String digits =
        end < 0 || end > text.length() ? "" : text.substring(peek() == '{' ? at + 1 : at, end);
    if (!Regex.matches(digits, "[0-9A-Fa-f]{1,6}")
        || !Character.isValidCodePoint(Integer.parseInt(digits, 16))) {
      throw fault("\\x wants two digits, or some between braces");
    }
    at = peek() == '{' ? end + 1 : end;
    return Integer.parseInt(digits, 16);
  }
}
