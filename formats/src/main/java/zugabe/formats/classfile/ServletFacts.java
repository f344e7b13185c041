package zugabe.formats.classfile;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.objectweb.asm.AnnotationVisitor;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.Opcodes;
import zugabe.bytes.Regex;

/**
 * What a class has to do with a servlet container (Jakarta Servlet 6.0, section 8.1; Jakarta
 * WebSocket 2.1, section 4).
 *
 * @param name with dots
 * @param namespaces of the servlet interfaces that it refers to: {@code javax}, {@code jakarta}
 * @param registers what it registers itself as, by its annotations: {@code servlet}, {@code
 *     filter}, {@code listener}, {@code endpoint}
 * @param servletName the name it registers, when its annotation says one
 * @param patterns addresses that it answers, of a servlet
 */
public record ServletFacts(
    String name,
    Set<String> namespaces,
    Set<String> registers,
    Optional<String> servletName,
    List<String> patterns) {

  private static final List<String> NAMESPACES = List.of("javax", "jakarta");
  private static final List<String> PACKAGES = List.of("/servlet/", "/websocket/");
  private static final int UTF8 = 1;

  /**
   * Reads a class file.
   *
   * @throws UnreadableClassException when it isn't one, or is newer than the reader
   */
  public static ServletFacts decode(byte[] bytes) throws UnreadableClassException {
    ClassFacts facts = ClassFacts.decode(bytes);
    try {
      return decode(facts, new ClassReader(bytes));
    } catch (RuntimeException e) {
      // whatever the library stumbles over
      throw new UnreadableClassException("it is damaged", e);
    }
  }

  private static ServletFacts decode(ClassFacts facts, ClassReader reader) {
    Set<String> namespaces = namespaces(reader);
    Annotations annotations = new Annotations();
    if (!namespaces.isEmpty()) {
      reader.accept(
          annotations, ClassReader.SKIP_CODE | ClassReader.SKIP_DEBUG | ClassReader.SKIP_FRAMES);
    }
    return new ServletFacts(
        facts.name(),
        namespaces,
        annotations.registers,
        Optional.ofNullable(annotations.servletName),
        annotations.patterns);
  }

  /**
   * Whether a class file's bytes have the name of such a package at all. Few do, and reading the
   * others costs much more than looking for it.
   */
  public static boolean mayConcern(byte[] bytes) {
    for (int i = 1; i < bytes.length; i++) {
      if (bytes[i] == '/'
          // of javax and jakarta
          && (bytes[i - 1] == 'x' || bytes[i - 1] == 'a')
          && (isAt(bytes, i, PACKAGES.get(0)) || isAt(bytes, i, PACKAGES.get(1)))) {
        return true;
      }
    }
    return false;
  }

  private static boolean isAt(byte[] bytes, int at, String text) {
    int i = 0;
    while (i < text.length() && at + i < bytes.length && bytes[at + i] == text.charAt(i)) {
      i++;
    }
    return i == text.length();
  }

  /** From the constant pool (JVM Specification, section 4.4): every type's name is in it. */
  private static Set<String> namespaces(ClassReader reader) {
    Set<String> found = new TreeSet<>();
    char[] buffer = new char[reader.getMaxStringLength()];
    for (int i = 1; i < reader.getItemCount(); i++) {
      int at = reader.getItem(i);
      // the second half of a long or double is no item
      if (at > 0 && reader.readByte(at - 1) == UTF8) {
        String text = utf8(reader, at, buffer);
        for (String namespace : NAMESPACES) {
          if (PACKAGES.stream().anyMatch(p -> text.contains(namespace + p))) {
            found.add(namespace);
          }
        }
      }
    }
    return found;
  }

  /** Types are ASCII mostly; other bytes don't matter here. */
  private static String utf8(ClassReader reader, int at, char[] buffer) {
    int length = Math.min(reader.readUnsignedShort(at), buffer.length);
    for (int i = 0; i < length; i++) {
      buffer[i] = (char) reader.readByte(at + 2 + i);
    }
    return new String(buffer, 0, length);
  }

  private static final class Annotations extends ClassVisitor {
    private final Set<String> registers = new TreeSet<>();
    private final List<String> patterns = new ArrayList<>();
    private String servletName;

    Annotations() {
      super(Opcodes.ASM9);
    }

    @Override
    public AnnotationVisitor visitAnnotation(String descriptor, boolean visible) {
      if (Regex.matches(
          descriptor, "L(javax|jakarta)/servlet/annotation/Web(Servlet|Filter|Listener);")) {
        String what = descriptor.substring(descriptor.lastIndexOf("/Web") + 4);
        registers.add(what.substring(0, what.length() - 1).toLowerCase(Locale.ROOT));
        return descriptor.endsWith("WebServlet;") ? new Values() : null;
      }
      if (Regex.matches(descriptor, "L(javax|jakarta)/websocket/server/ServerEndpoint;")) {
        registers.add("endpoint");
      }
      return null;
    }

    private final class Values extends AnnotationVisitor {
      Values() {
        super(Opcodes.ASM9);
      }

      @Override
      public void visit(String name, Object value) {
        if ("name".equals(name)) {
          servletName = String.valueOf(value);
        } else if (name == null) {
          patterns.add(String.valueOf(value));
        }
      }

      @Override
      public AnnotationVisitor visitArray(String name) {
        return name.equals("value") || name.equals("urlPatterns") ? this : null;
      }
    }
  }
}
