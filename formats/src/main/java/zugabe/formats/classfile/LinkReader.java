package zugabe.formats.classfile;

import java.util.ArrayList;
import java.util.List;
import zugabe.formats.classfile.ClassLinks.Kind;

/**
 * Reads what a class links to (JVM Specification, sections 4.7.3, 5.4.3 and 6.5). Hundreds of
 * thousands of classes may have to be read, so this looks at what it needs and at nothing else.
 */
public final class LinkReader {
  private static final int ATTRIBUTE_HEADER = 6;
  private static final int MEMBER_HEADER = 8;

  /** Where the class-file version stands. */
  private static final int MAJOR = 6;

  private final ConstantPool pool;
  private final LinkTable table;
  private final List<String> fields = new ArrayList<>();
  private int at;

  private LinkReader(byte[] bytes) {
    this.pool = new ConstantPool(bytes);
    this.table = new LinkTable(pool);
  }

  /**
   * Reads a class file.
   *
   * @throws UnreadableClassException when it isn't one
   */
  public static ClassLinks read(byte[] bytes) throws UnreadableClassException {
    ClassFacts.checkHeader(bytes);
    try {
      return new LinkReader(bytes).read();
    } catch (IndexOutOfBoundsException | IllegalArgumentException e) {
      throw new UnreadableClassException("its structure is damaged");
    }
  }

  private ClassLinks read() {
    at = pool.end();
    int access = u2();
    String name = pool.named(u2());
    int above = u2();
    String superName = above == 0 ? "" : pool.named(above);
    List<String> interfaces = new ArrayList<>();
    for (int left = u2(); left > 0; left--) {
      interfaces.add(pool.named(u2()));
    }
    for (int left = u2(); left > 0; left--) {
      fields.add(pool.text(pool.u2(at + 2)) + " " + pool.text(pool.u2(at + 4)));
      skipMember();
    }
    int count = u2();
    int start = at;
    for (int left = count; left > 0; left--) {
      skipMember();
    }
    // lambdas are told among the attributes of the class, which follow the methods
    findBootstraps();
    at = start;
    List<ClassLinks.Method> methods = new ArrayList<>();
    for (int left = count; left > 0; left--) {
      methods.add(method());
    }
    return new ClassLinks(
        name, pool.u2(MAJOR), access, superName, interfaces, fields, methods, table.links());
  }

  private int u2() {
    at += 2;
    return pool.u2(at - 2);
  }

  /** The length of the attribute here; it can't be longer than a file. */
  private int attributeLength() {
    int length = pool.u4(at + 2);
    if (length < 0) {
      throw new IllegalArgumentException("an attribute of more than 2 GiB");
    }
    return ATTRIBUTE_HEADER + length;
  }

  private void skipMember() {
    int attributes = pool.u2(at + 6);
    at += MEMBER_HEADER;
    for (; attributes > 0; attributes--) {
      at = Math.addExact(at, attributeLength());
    }
  }

  private void findBootstraps() {
    for (int left = u2(); left > 0; left--) {
      if (pool.text(pool.u2(at)).equals("BootstrapMethods")) {
        int next = at + ATTRIBUTE_HEADER + 2;
        for (int methods = pool.u2(at + ATTRIBUTE_HEADER); methods > 0; methods--) {
          table.bootstrap(next);
          next += 4 + 2 * pool.u2(next + 2);
        }
      }
      at = Math.addExact(at, attributeLength());
    }
  }

  private ClassLinks.Method method() {
    int access = pool.u2(at);
    String selector = pool.text(pool.u2(at + 2)) + pool.text(pool.u2(at + 4));
    int attributes = pool.u2(at + 6);
    at += MEMBER_HEADER;
    table.begin();
    LoaderUse loaders = new LoaderUse(pool.text(pool.u2(at - MEMBER_HEADER + 2)), selector);
    for (; attributes > 0; attributes--) {
      if (pool.text(pool.u2(at)).equals("Code")) {
        code(at + ATTRIBUTE_HEADER, loaders);
      }
      at += attributeLength();
    }
    return new ClassLinks.Method(selector, access, table.end());
  }

  private void code(int attribute, LoaderUse loaders) {
    int length = pool.u4(attribute + 4);
    int start = attribute + 8;
    if (length < 0 || length > 65_535) {
      throw new IllegalArgumentException("code of " + length + " bytes");
    }
    Guards guards = new Guards(pool, start, length);
    guards.caught().forEach(caught -> table.add(Kind.CLASS, caught, Guard.NARROW));
    CodeReader code = new CodeReader(pool, table, guards, loaders);
    for (int i = start; i < start + length; i += Instructions.length(pool, i, start)) {
      code.instruction(i, i - start);
    }
    code.end();
  }
}
