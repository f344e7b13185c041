package zugabe.formats.classfile;

import java.io.ByteArrayInputStream;
import java.io.DataInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;

/**
 * The constants of a class file (JVM Specification, section 4.4). Indexes that lead nowhere throw
 * {@link IndexOutOfBoundsException} or {@link IllegalArgumentException}, whatever the file says.
 */
final class ConstantPool {
  static final int UTF8 = 1;
  static final int CLASS = 7;
  static final int STRING = 8;
  static final int METHOD_HANDLE = 15;

  /** Where the first constant stands. */
  private static final int START = 10;

  private final byte[] bytes;
  private final int[] places;
  private final String[] texts;
  private final int end;

  ConstantPool(byte[] bytes) {
    this.bytes = bytes;
    int count = u2(START - 2);
    this.places = new int[count];
    this.texts = new String[count];
    int at = START;
    for (int i = 1; i < count; i++) {
      places[i] = at;
      int tag = u1(at);
      switch (tag) {
        case UTF8 -> at += 3 + u2(at + 1);
        case CLASS, STRING, 16, 19, 20 -> at += 3;
        case METHOD_HANDLE -> at += 4;
        case 3, 4, 9, 10, 11, 12, 17, 18 -> at += 5;
        case 5, 6 -> {
          at += 9;
          // a long or double takes two places (section 4.4.5)
          i++;
        }
        default -> throw new IllegalArgumentException("constant of unknown kind " + tag);
      }
    }
    this.end = at;
  }

  /** Where the constants end. */
  int end() {
    return end;
  }

  int count() {
    return places.length;
  }

  int u1(int at) {
    return bytes[at] & 0xFF;
  }

  int u2(int at) {
    return (u1(at) << 8) | u1(at + 1);
  }

  int u4(int at) {
    return (u2(at) << 16) | u2(at + 2);
  }

  private int place(int index) {
    int place = places[index];
    if (place == 0) {
      throw new IllegalArgumentException("no constant " + index);
    }
    return place;
  }

  int tag(int index) {
    return u1(place(index));
  }

  /** The text of a UTF-8 constant. */
  String text(int index) {
    if (texts[index] == null) {
      int place = place(index);
      if (u1(place) != UTF8) {
        throw new IllegalArgumentException("constant " + index + " is no text");
      }
      texts[index] = decode(place + 1);
    }
    return texts[index];
  }

  private String decode(int at) {
    int length = u2(at);
    for (int i = at + 2; i < at + 2 + length; i++) {
      if (bytes[i] < 0) {
        return modified(at, length);
      }
    }
    return new String(bytes, at + 2, length, StandardCharsets.ISO_8859_1);
  }

  /** Class files have a UTF-8 of their own (section 4.4.7); the runtime reads it. */
  private String modified(int at, int length) {
    try (DataInputStream in =
        new DataInputStream(new ByteArrayInputStream(bytes, at, 2 + length))) {
      return in.readUTF();
    } catch (IOException e) {
      throw new IllegalArgumentException("a text that can't be decoded", e);
    }
  }

  /** The text that a class, string, module or package constant leads to. */
  String named(int index) {
    return text(u2(place(index) + 1));
  }

  /** The class of a field or method. */
  String owner(int member) {
    return named(u2(place(member) + 1));
  }

  /** Name and descriptor of a field, method or call site, with something between. */
  String member(int index, String between) {
    int both = place(u2(place(index) + 3));
    return text(u2(both + 1)) + between + text(u2(both + 3));
  }

  String memberName(int index) {
    return text(u2(place(u2(place(index) + 3)) + 1));
  }

  /** The descriptor of a field or method. */
  String memberType(int index) {
    return text(u2(place(u2(place(index) + 3)) + 3));
  }

  /** The kind of a method handle (section 4.4.8). */
  int handleKind(int index) {
    return u1(place(index) + 1);
  }

  int handleMember(int index) {
    return u2(place(index) + 2);
  }

  /** The bootstrap method of a call site. */
  int bootstrap(int index) {
    return u2(place(index) + 1);
  }
}
