package zugabe.formats.dex;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import zugabe.bytes.Access;
import zugabe.bytes.Content;

/**
 * A Dalvik executable with one class, whose one method has the code that is given. Strings: 0 the
 * class, 1 {@code V}, 2 the class that is called, 3 {@code open}, 4 {@code run}, 5 {@code VL}, 6
 * {@code Ljava/lang/String;}, from 7 on those that are given. Methods: 0 {@code LOwn;.run()V}, 1
 * {@code LFiles;.open(String)V}. Field 0 is {@code LFiles;.open} of type {@code V}.
 */
final class DexBytes {
  private static final int SIZE = 4096;
  private static final String[] FIXED = {
    "LOwn;", "V", "LFiles;", "open", "run", "VL", "Ljava/lang/String;"
  };

  private final ByteBuffer out = ByteBuffer.allocate(SIZE).order(ByteOrder.LITTLE_ENDIAN);
  private int end = 112;

  /** Where things lie, for tests that damage them. */
  int classData;

  int codeItem;
  int types;

  private int place(int bytes) {
    int at = end;
    end = (end + bytes + 3) & ~3;
    return at;
  }

  private void section(int field, int count, int at) {
    out.putInt(field, count).putInt(field + 4, at);
  }

  /**
   * @param units of code
   */
  static DexBytes of(String[] more, int... units) {
    DexBytes dex = new DexBytes();
    dex.write(more, units);
    return dex;
  }

  private void write(String[] more, int[] units) {
    out.put("dex\n035\0".getBytes(StandardCharsets.US_ASCII));
    out.putInt(32, SIZE).putInt(36, 112).putInt(40, 0x12345678);
    int strings = place(4 * (FIXED.length + more.length));
    section(56, FIXED.length + more.length, strings);
    for (int i = 0; i < FIXED.length + more.length; i++) {
      byte[] text =
          (i < FIXED.length ? FIXED[i] : more[i - FIXED.length]).getBytes(StandardCharsets.UTF_8);
      int at = place(text.length + 2);
      out.putInt(strings + 4 * i, at).put(at, (byte) text.length);
      for (int k = 0; k < text.length; k++) {
        out.put(at + 1 + k, text[k]);
      }
    }
    // 0 LOwn; 1 V 2 LFiles; 3 String
    int all = place(16);
    section(64, 4, all);
    out.putInt(all, 0).putInt(all + 4, 1).putInt(all + 8, 2).putInt(all + 12, 6);
    types = place(6);
    int list = types;
    out.putInt(list, 1).putShort(list + 4, (short) 3);
    int protos = place(24);
    section(72, 2, protos);
    out.putInt(protos, 1).putInt(protos + 4, 1).putInt(protos + 8, 0);
    out.putInt(protos + 12, 5).putInt(protos + 16, 1).putInt(protos + 20, list);
    int fields = place(8);
    section(80, 1, fields);
    out.putShort(fields, (short) 2).putShort(fields + 2, (short) 1).putInt(fields + 4, 3);
    int methods = place(16);
    section(88, 2, methods);
    out.putShort(methods, (short) 0).putShort(methods + 2, (short) 0).putInt(methods + 4, 4);
    out.putShort(methods + 8, (short) 2).putShort(methods + 10, (short) 1);
    out.putInt(methods + 12, 3);
    codeItem = place(16 + 2 * units.length);
    out.putShort(codeItem, (short) 4).putInt(codeItem + 12, units.length);
    for (int i = 0; i < units.length; i++) {
      out.putShort(codeItem + 16 + 2 * i, (short) units[i]);
    }
    classData = place(16);
    // no fields, one direct method: its number, flags, and the place of its code in three bytes
    byte[] data = {0, 0, 1, 0, 0, 1, 0, 0, 0};
    for (int k = 0; k < 3; k++) {
      int seven = codeItem >> (7 * k) & 0x7F;
      data[6 + k] = (byte) (k < 2 ? seven | 0x80 : seven);
    }
    for (int i = 0; i < data.length; i++) {
      out.put(classData + i, data[i]);
    }
    int classes = place(32);
    section(96, 1, classes);
    out.putInt(classes, 0).putInt(classes + 4, 0x401).putInt(classes + 8, 2);
    out.putInt(classes + 24, classData);
  }

  DexBytes put(int at, int value) {
    out.putInt(at, value);
    return this;
  }

  DexBytes putByte(int at, int value) {
    out.put(at, (byte) value);
    return this;
  }

  Access access() throws java.io.IOException {
    byte[] all = new byte[SIZE];
    out.get(0, all);
    return Content.of(all).access();
  }
}
