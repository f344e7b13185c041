package zugabe.core.materials;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import zugabe.bytes.Access;
import zugabe.formats.erlang.Term;
import zugabe.formats.erlang.TermFaultException;
import zugabe.formats.erlang.TermReader;

/**
 * Texts: scripts, licences, web content, descriptors. Where two kinds look alike, the name tells.
 */
final class TextLook {
  private static final int MAX_BYTES = 1 << 18;
  private static final Pattern ROOT =
      Pattern.compile(
          "(?s)^(?:<\\?xml.*?\\?>|<!--.*?-->|<!DOCTYPE[^>]*>|\\s)*<([A-Za-z_][\\w.:-]*).*");
  private static final Map<String, String> WEB =
      Map.of(
          "html",
          "HTML",
          "htm",
          "HTML",
          "css",
          "CSS",
          "js",
          "JavaScript",
          "mjs",
          "JavaScript",
          "jsp",
          "JSP",
          "xhtml",
          "HTML",
          "map",
          "source map",
          "wasm",
          "WebAssembly");
  private static final Map<String, String> SOURCES =
      Map.of(
          "java",
          "Java",
          "kt",
          "Kotlin",
          "scala",
          "Scala",
          "groovy",
          "Groovy",
          "c",
          "C",
          "h",
          "C",
          "erl",
          "Erlang",
          "hrl",
          "Erlang",
          "ts",
          "TypeScript");

  private TextLook() {}

  /**
   * Looks at a text.
   *
   * @param thorough whether it is read whole to see whether it is a licence
   */
  static Recognition of(String path, byte[] start, Access access, boolean thorough)
      throws IOException {
    if (start.length >= 8 && Recogniser.starts(start, "bplist0")) {
      return Recognition.of(Nature.PROPERTY_LIST, "binary");
    }
    if (Recogniser.starts(start, "\0asm")) {
      return Recognition.of(Nature.WEB, "WebAssembly");
    }
    Optional<String> decoded = text(start);
    if (decoded.isEmpty()) {
      return Recognition.of(Nature.DATA, "");
    }
    String head = decoded.get();
    String ending = path.substring(path.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    if (head.startsWith("#!")) {
      String interpreter = head.lines().findFirst().orElse("").substring(2).strip();
      return ends(
          Recognition.of(Nature.SCRIPT, shell(interpreter)).with("interpreter", interpreter), head);
    }
    if (head.toLowerCase(Locale.ROOT).startsWith("@echo off")
        || List.of("cmd", "bat").contains(ending)) {
      return ends(Recognition.of(Nature.SCRIPT, "Windows command processor"), head);
    }
    if (SOURCES.containsKey(ending)) {
      return Recognition.of(Nature.SOURCE, SOURCES.get(ending));
    }
    Optional<Recognition> markup = markup(head);
    if (markup.isPresent()) {
      return markup.get();
    }
    if (ending.equals("app") || head.stripLeading().startsWith("{application,")) {
      return application(access);
    }
    Optional<String> licence = thorough ? LicenceTexts.spdx(whole(access)) : Optional.empty();
    if (licence.isPresent()) {
      return Recognition.of(Nature.LICENCE, licence.get());
    }
    return WEB.containsKey(ending)
        ? Recognition.of(Nature.WEB, WEB.get(ending))
        : ends(Recognition.of(Nature.TEXT, ""), head);
  }

  private static String shell(String interpreter) {
    Matcher name = Pattern.compile("(?:\\S*/env\\s+(?:-\\S+\\s+)*)?(\\S+).*").matcher(interpreter);
    return name.matches() ? name.group(1).substring(name.group(1).lastIndexOf('/') + 1) : "";
  }

  /** Line ends matter to those that run it. */
  private static Recognition ends(Recognition known, String head) {
    return known.with("line ends", head.contains("\r\n") ? "CRLF" : "");
  }

  private static Optional<Recognition> markup(String head) {
    String text = head.startsWith("\uFEFF") ? head.substring(1) : head;
    if (!text.startsWith("<")) {
      return Optional.empty();
    }
    if (text.regionMatches(true, 0, "<!doctype html", 0, 14)) {
      return Optional.of(Recognition.of(Nature.WEB, "HTML"));
    }
    Matcher root = ROOT.matcher(text);
    if (!root.matches()) {
      return Optional.empty();
    }
    return switch (root.group(1).toLowerCase(Locale.ROOT)) {
      case "html" -> Optional.of(Recognition.of(Nature.WEB, "HTML"));
      case "plist" -> Optional.of(Recognition.of(Nature.PROPERTY_LIST, "XML"));
      case "web-app" -> Optional.of(Recognition.of(Nature.WEB, "descriptor"));
      default -> Optional.of(Recognition.of(Nature.TEXT, "XML").with("root", root.group(1)));
    };
  }

  /** {@code {application, Name, [{vsn, "1.0"}, …]}.} */
  private static Recognition application(Access access) throws IOException {
    try {
      List<Term> terms =
          TermReader.read(access.readFully(0, (int) Math.min(MAX_BYTES, access.size())));
      if (terms.size() == 1
          && terms.get(0) instanceof Term.Tuple t
          && t.items().size() == 3
          && t.items().get(0) instanceof Term.Atom a
          && a.name().equals("application")
          && t.items().get(1) instanceof Term.Atom name) {
        return Recognition.of(Nature.APPLICATION, "")
            .with("name", name.name())
            .with("version", version(t.items().get(2)))
            .with("applications", needed(t.items().get(2)));
      }
      return Recognition.of(Nature.TEXT, "");
    } catch (TermFaultException e) {
      return Recognition.damaged(Nature.APPLICATION, "", e.getMessage());
    }
  }

  private static String version(Term properties) {
    return property(properties, "vsn")
        .filter(Term.Chars.class::isInstance)
        .map(v -> ((Term.Chars) v).text())
        .orElse("");
  }

  /** Names of the applications that have to be started before. */
  private static String needed(Term properties) {
    return property(properties, "applications")
        .filter(Term.Items.class::isInstance)
        .map(
            all ->
                ((Term.Items) all)
                    .items().stream()
                        .filter(Term.Atom.class::isInstance)
                        .map(one -> ((Term.Atom) one).name())
                        .collect(Collectors.joining(" ")))
        .orElse("");
  }

  private static Optional<Term> property(Term properties, String wanted) {
    if (properties instanceof Term.Items all) {
      for (Term one : all.items()) {
        if (one instanceof Term.Tuple pair
            && pair.items().size() == 2
            && pair.items().get(0) instanceof Term.Atom key
            && key.name().equals(wanted)) {
          return Optional.of(pair.items().get(1));
        }
      }
    }
    return Optional.empty();
  }

  private static String whole(Access access) throws IOException {
    byte[] bytes = access.readFully(0, (int) Math.min(MAX_BYTES, access.size()));
    return new String(bytes, StandardCharsets.UTF_8);
  }

  /** The text, or empty when these bytes aren't one. */
  private static Optional<String> text(byte[] start) {
    if (isPlainAscii(start)) {
      return Optional.of(new String(start, StandardCharsets.US_ASCII));
    }
    // a character may be cut at the end
    Optional<String> text = Optional.empty();
    for (int cut = 0; cut < 4 && cut < start.length && text.isEmpty(); cut++) {
      text = decoded(ByteBuffer.wrap(start, 0, start.length - cut));
    }
    return text.filter(TextLook::isPlain);
  }

  private static boolean isPlainAscii(byte[] start) {
    for (byte b : start) {
      if (b < ' ' && (b < 0 || isControl(b))) {
        return false;
      }
    }
    return true;
  }

  private static boolean isPlain(String text) {
    for (int i = 0; i < text.length(); i++) {
      if (isControl(text.charAt(i))) {
        return false;
      }
    }
    return true;
  }

  private static Optional<String> decoded(ByteBuffer bytes) {
    try {
      return Optional.of(
          StandardCharsets.UTF_8
              .newDecoder()
              .onMalformedInput(CodingErrorAction.REPORT)
              .decode(bytes)
              .toString());
    } catch (CharacterCodingException e) {
      return Optional.empty();
    }
  }

  private static boolean isControl(int c) {
    return c < ' ' && "\t\n\f\r\033".indexOf(c) < 0;
  }
}
