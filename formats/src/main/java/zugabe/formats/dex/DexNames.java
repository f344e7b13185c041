package zugabe.formats.dex;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import zugabe.bytes.Access;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/**
 * The classes that a Dalvik executable defines.
 *
 * <pre>
 * 56 4 string_ids_size    64 4 type_ids_size     96 4 class_defs_size
 * 60 4 string_ids_off     68 4 type_ids_off     100 4 class_defs_off
 * </pre>
 */
public final class DexNames {
  private static final int CLASS_BYTES = 32;
  private static final int ID_BYTES = 4;
  private static final int MOST_NAME = 4096;

  /** A number of variable length takes five bytes at most (ULEB128). */
  private static final int MOST_LENGTH = 5;

  private final Fields in;
  private final long strings;
  private final long stringCount;
  private final long types;
  private final long typeCount;

  DexNames(Fields in) throws IOException {
    this.in = in;
    this.stringCount = in.u4(56);
    this.strings = in.u4(60);
    this.typeCount = in.u4(64);
    this.types = in.u4(68);
  }

  /**
   * Their names as sources have them, with dots.
   *
   * @throws MalformedException when it is damaged
   */
  public static List<String> defined(Access access) throws IOException {
    Fields in = new Fields(access, false);
    DexNames names = new DexNames(in);
    long count = in.u4(96);
    long at = in.u4(100);
    if (count > in.size() / CLASS_BYTES) {
      throw new MalformedException("it claims " + count + " classes", 96);
    }
    List<String> all = new ArrayList<>();
    for (long i = 0; i < count; i++) {
      all.add(names.type(in.u4(at + CLASS_BYTES * i)));
    }
    return all;
  }

  /** Which of some texts it holds. */
  public static List<String> texts(Access access, Set<String> wanted) throws IOException {
    DexNames names = new DexNames(new Fields(access, false));
    if (names.stringCount > names.in.size() / ID_BYTES) {
      throw new MalformedException("it claims " + names.stringCount + " strings", 56);
    }
    List<String> found = new ArrayList<>();
    for (long i = 0; i < names.stringCount; i++) {
      String text = names.string(i);
      if (wanted.contains(text)) {
        found.add(text);
      }
    }
    return found;
  }

  String string(long index) throws IOException {
    if (index >= stringCount) {
      throw new MalformedException("there is no string " + index, strings);
    }
    long at = in.u4(strings + ID_BYTES * index);
    for (int i = 0; i < MOST_LENGTH && (in.u1(at) & 0x80) != 0; i++) {
      at++;
    }
    return in.text(at + 1, MOST_NAME);
  }

  /** A type as byte code writes it, such as {@code La/B;} or {@code [I}. */
  String descriptor(long index) throws IOException {
    if (index >= typeCount) {
      throw new MalformedException("there is no type " + index, types);
    }
    return string(in.u4(types + ID_BYTES * index));
  }

  private String type(long index) throws IOException {
    String descriptor = descriptor(index);
    boolean named = descriptor.length() > 2 && descriptor.charAt(0) == 'L';
    return named ? descriptor.substring(1, descriptor.length() - 1).replace('/', '.') : descriptor;
  }
}
