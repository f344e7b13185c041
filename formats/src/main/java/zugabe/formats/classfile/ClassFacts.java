package zugabe.formats.classfile;

import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

/**
 * What a class file says of itself.
 *
 * @param name with dots
 * @param major class-file version; 61 is Java 17
 * @param main what its {@code main} method is like
 * @param superName with dots; empty for {@code java.lang.Object} and modules
 */
public record ClassFacts(String name, int major, Main main, String superName) {
  /** The first four bytes of every class file. */
  public static final int MAGIC = 0xCAFEBABE;

  /** No compiler makes larger ones; a file of that name that is larger is something else. */
  public static final long MAX_BYTES = 16 << 20;

  /** The header in bytes: magic, minor and major version. */
  public static final int HEADER_BYTES = 8;

  /** Whether a class can be started by its name. */
  public enum Main {
    /** {@code public static void main(String[])}. */
    USABLE,
    /** Not public. */
    NOT_PUBLIC,
    /** Not static. */
    NOT_STATIC,
    /** Takes or returns something else. */
    OTHER_SIGNATURE,
    /** No method of that name. */
    ABSENT
  }

  /**
   * Reads a class file.
   *
   * @throws UnreadableClassException when it isn't one, or is newer than the reader
   */
  public static ClassFacts decode(byte[] bytes) throws UnreadableClassException {
    checkHeader(bytes);
    try {
      Finder finder = new Finder();
      new ClassReader(bytes)
          .accept(finder, ClassReader.SKIP_CODE | ClassReader.SKIP_DEBUG | ClassReader.SKIP_FRAMES);
      return new ClassFacts(finder.name, major(bytes), finder.main, finder.superName);
    } catch (IllegalArgumentException e) {
      throw new UnreadableClassException(
          "its version " + major(bytes) + " is newer than this program can read");
    } catch (IndexOutOfBoundsException
        | NegativeArraySizeException
        | ClassCastException
        | NullPointerException
        | TypeNotPresentException e) {
      throw new UnreadableClassException("its structure is damaged");
    }
  }

  static void checkHeader(byte[] bytes) throws UnreadableClassException {
    if (!isClass(bytes)) {
      throw new UnreadableClassException("it doesn't start like a class file");
    }
  }

  /** Whether these first bytes are a class file's. */
  public static boolean isClass(byte[] header) {
    return header.length >= HEADER_BYTES
        && header[0] == (byte) 0xCA
        && header[1] == (byte) 0xFE
        && header[2] == (byte) 0xBA
        && header[3] == (byte) 0xBE;
  }

  /** The class-file version in a header. */
  public static int major(byte[] header) {
    return ((header[6] & 0xFF) << 8) | (header[7] & 0xFF);
  }

  /** The Java version that a class-file version belongs to; 1 to 4 are all called 4 and lower. */
  public static int javaVersion(int major) {
    return Math.max(1, major - 44);
  }

  private static final class Finder extends ClassVisitor {
    private String name = "";
    private String superName = "";
    private Main main = Main.ABSENT;

    Finder() {
      super(Opcodes.ASM9);
    }

    @Override
    public void visit(
        int version,
        int access,
        String name,
        String signature,
        String superName,
        String[] interfaces) {
      this.name = name.replace('/', '.');
      this.superName = superName == null ? "" : superName.replace('/', '.');
    }

    @Override
    public MethodVisitor visitMethod(
        int access, String name, String descriptor, String signature, String[] exceptions) {
      if (name.equals("main")) {
        Main found = judge(access, descriptor);
        if (found.compareTo(main) < 0) {
          main = found;
        }
      }
      return null;
    }

    private static Main judge(int access, String descriptor) {
      if (!descriptor.equals("([Ljava/lang/String;)V")) {
        return Main.OTHER_SIGNATURE;
      }
      if ((access & Opcodes.ACC_STATIC) == 0) {
        return Main.NOT_STATIC;
      }
      return (access & Opcodes.ACC_PUBLIC) == 0 ? Main.NOT_PUBLIC : Main.USABLE;
    }
  }
}
