package zugabe.formats.classfile;

import com.google.re2j.Pattern;
import java.util.EnumSet;
import java.util.Set;
import java.util.TreeSet;
import org.objectweb.asm.ClassReader;
import zugabe.bytes.Regex;

/**
 * A class file at a glance: what it says of itself, the classes it names, and what they hint at.
 *
 * @param names classes that it refers to, with slashes, itself and arrays left out
 */
public record ClassSketch(ClassFacts facts, Set<String> names, Set<Hint> hints) {
  private static final int UTF8 = 1;
  private static final int CLASS = 7;

  /** What a class may be there for, by the classes it names (JVM Specification, section 4.4). */
  public enum Hint {
    /** It opens windows. */
    WINDOW("(javax/swing|javafx|org/eclipse/swt)/.*|java/awt/(Frame|Window|Dialog|Toolkit)"),
    /** It waits for connections or for the time to come. */
    SERVICE(
        "com/sun/net/httpserver/.*|java/net/ServerSocket|java/nio/channels/(Asynchronous)?ServerSocketChannel"
            + "|java/util/concurrent/ScheduledExecutorService"),
    /** It answers in a servlet container. */
    SERVLET(
        "(javax|jakarta)/servlet/(http/HttpServlet|annotation/Web.*|ServletContainerInitializer)"),
    /** It tests others. */
    TEST("org/(junit|testng)/.*|junit/framework/.*");

    private final Pattern names;

    Hint(String names) {
      this.names = Pattern.compile(names);
    }
  }

  /**
   * Reads a class file.
   *
   * @throws UnreadableClassException when it isn't one, or is newer than the reader
   */
  public static ClassSketch decode(byte[] bytes) throws UnreadableClassException {
    ClassFacts facts = ClassFacts.decode(bytes);
    Set<String> names = new TreeSet<>();
    try {
      ClassReader reader = new ClassReader(bytes);
      char[] buffer = new char[reader.getMaxStringLength()];
      for (int i = 1; i < reader.getItemCount(); i++) {
        int at = reader.getItem(i);
        // the second half of a long or double is no item
        if (at > 0 && reader.readByte(at - 1) == CLASS) {
          add(reader.readUTF8(at, buffer), names);
        } else if (at > 0 && reader.readByte(at - 1) == UTF8) {
          annotation(reader, at, names);
        }
      }
    } catch (IndexOutOfBoundsException | IllegalArgumentException | NullPointerException e) {
      throw new UnreadableClassException("its structure is damaged");
    }
    names.remove(facts.name().replace('.', '/'));
    return new ClassSketch(facts, names, hints(names));
  }

  private static void add(String name, Set<String> names) {
    String element = Regex.replaceFirst(name, "^\\[+", "");
    if (element.length() == name.length()) {
      names.add(name);
    } else if (element.startsWith("L") && element.endsWith(";")) {
      names.add(element.substring(1, element.length() - 1));
    }
  }

  /** Annotations are named as field types; other types don't make a class be there. */
  private static void annotation(ClassReader reader, int at, Set<String> names) {
    int length = reader.readUnsignedShort(at);
    boolean type =
        length > 3
            && length < 512
            && reader.readByte(at + 2) == 'L'
            && reader.readByte(at + 1 + length) == ';';
    if (!type) {
      return;
    }
    StringBuilder text = new StringBuilder(length);
    for (int i = 1; i < length - 1; i++) {
      text.append((char) reader.readByte(at + 2 + i));
    }
    String name = text.toString();
    if (Hint.TEST.names.matcher(name).matches() || Hint.SERVLET.names.matcher(name).matches()) {
      names.add(name);
    }
  }

  private static Set<Hint> hints(Set<String> names) {
    Set<Hint> hints = EnumSet.noneOf(Hint.class);
    for (Hint hint : Hint.values()) {
      if (names.stream().anyMatch(n -> hint.names.matcher(n).matches())) {
        hints.add(hint);
      }
    }
    return hints;
  }
}
