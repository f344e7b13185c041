package zugabe.formats.zip;

import java.util.Optional;

/** What a path in an archive may look like. */
public final class EntryNames {
  private EntryNames() {}

  /**
   * Whether there is nothing to say about this name, as of almost all: one pass tells, and there
   * are hundreds of thousands in a large application.
   */
  static boolean isPlain(String name) {
    int part = 0;
    for (int i = 0; i < name.length(); i++) {
      char c = name.charAt(i);
      if (c == '/') {
        if (i == part || isDots(name, part, i)) {
          return false;
        }
        part = i + 1;
      } else if (c < 0x20 || c == 0x7F || c == '\\' || c == '\uFFFD' || (c == ':' && i == 1)) {
        return false;
      }
    }
    return !name.isEmpty() && !isDots(name, part, name.length());
  }

  private static boolean isDots(String name, int from, int to) {
    return to - from <= 2 && to > from && name.charAt(from) == '.' && name.charAt(to - 1) == '.';
  }

  /** Why this name would leave the folder it is unpacked into; empty when it doesn't. */
  public static Optional<String> escape(String name) {
    if (name.isEmpty()) {
      return Optional.of("the name is empty");
    }
    if (name.indexOf('\0') >= 0) {
      return Optional.of("the name holds a NUL character");
    }
    if (name.indexOf('\\') >= 0) {
      return Optional.of("the name holds a backslash, which is a folder separator on Windows");
    }
    if (name.startsWith("/")) {
      return Optional.of("the name is an absolute path");
    }
    if (name.length() > 1 && name.charAt(1) == ':' && Character.isLetter(name.charAt(0))) {
      return Optional.of("the name starts with a drive letter");
    }
    if (hasPart(name, "..")) {
      return Optional.of("the name climbs out of its folder with \"..\"");
    }
    return Optional.empty();
  }

  /** Why some systems can't hold this name; empty when all can. */
  static Optional<String> odd(String name) {
    for (int i = 0; i < name.length(); i++) {
      if (name.charAt(i) < 0x20 || name.charAt(i) == 0x7F) {
        return Optional.of("the name holds control characters");
      }
    }
    if (name.indexOf('\uFFFD') >= 0) {
      return Optional.of("the name isn't UTF-8");
    }
    return name.contains("//") || hasPart(name, ".")
        ? Optional.of("the name has an empty or \".\" part")
        : Optional.empty();
  }

  private static boolean hasPart(String name, String part) {
    for (int at = name.indexOf(part); at >= 0; at = name.indexOf(part, at + 1)) {
      int end = at + part.length();
      if ((at == 0 || name.charAt(at - 1) == '/')
          && (end == name.length() || name.charAt(end) == '/')) {
        return true;
      }
    }
    return false;
  }
}
