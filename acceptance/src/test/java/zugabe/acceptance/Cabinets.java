package zugabe.acceptance;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/** Cabinets that tests make for themselves ([MS-CAB], section 2). */
final class Cabinets {
  private Cabinets() {}

  /** With one stored file. */
  static byte[] one() {
    byte[] content = "high water at nine".getBytes(StandardCharsets.US_ASCII);
    ByteBuffer out = ByteBuffer.allocate(128).order(ByteOrder.LITTLE_ENDIAN);
    int files = 36 + 8;
    int data = files + 16 + 6;
    out.put(ascii("MSCF")).putInt(0).putInt(data + 8 + content.length).putInt(0).putInt(files);
    out.putInt(0).put((byte) 3).put((byte) 1).putShort((short) 1).putShort((short) 1);
    out.putShort((short) 0).putShort((short) 7).putShort((short) 0);
    out.putInt(data).putShort((short) 1).putShort((short) 0);
    out.putInt(content.length).putInt(0).putShort((short) 0).putShort((short) 0x5B21);
    out.putShort((short) 0).putShort((short) 0x20).put(ascii("a.txt\0"));
    out.putInt(0).putShort((short) content.length).putShort((short) content.length).put(content);
    return Arrays.copyOf(out.array(), out.position());
  }

  private static byte[] ascii(String text) {
    return text.getBytes(StandardCharsets.US_ASCII);
  }
}
