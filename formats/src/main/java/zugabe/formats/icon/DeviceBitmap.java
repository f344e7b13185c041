package zugabe.formats.icon;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import zugabe.bytes.MalformedException;

/**
 * A bitmap in an icon: without a file header, of twice its height, the lowest row first; behind the
 * colours is a mask of what is seen through ("DIB", BITMAPINFOHEADER).
 */
final class DeviceBitmap {
  private static final int HEADER = 40;
  private static final int ROW_ALIGNMENT = 32;
  private static final int OPAQUE = 0xFF00_0000;

  private final ByteBuffer in;
  private final int width;
  private final int height;
  private final int bits;
  private final int colours;

  DeviceBitmap(byte[] bytes) throws MalformedException {
    if (bytes.length < HEADER) {
      throw new MalformedException("a bitmap of it is cut off", 0);
    }
    this.in = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    this.width = in.getInt(4);
    this.height = in.getInt(8) / 2;
    this.bits = in.getShort(14);
    int said = in.getInt(32);
    this.colours = bits > 8 ? 0 : said == 0 ? 1 << bits : said;
    boolean known = bits == 1 || bits == 4 || bits == 8 || bits == 24 || bits == 32;
    if (in.getInt(0) != HEADER || !known || in.getInt(16) != 0) {
      throw new MalformedException("a bitmap of it is of a kind that icons don't have", 0);
    }
    if (width < 1 || width > Icon.MAX_PIXELS || height < 1 || height > Icon.MAX_PIXELS) {
      throw new MalformedException("a bitmap of it has no size of an icon", 4);
    }
    long size = HEADER + 4L * colours + (long) row(bits) * height;
    if (colours < 0 || colours > 256 || size > bytes.length) {
      throw new MalformedException("a bitmap of it is cut off", bytes.length);
    }
  }

  private int row(int perPixel) {
    return (width * perPixel + ROW_ALIGNMENT - 1) / ROW_ALIGNMENT * (ROW_ALIGNMENT / Byte.SIZE);
  }

  Pixels pixels() {
    int[] argb = new int[width * height];
    int data = HEADER + 4 * colours;
    int mask = data + row(bits) * height;
    boolean hasOpacity = false;
    for (int y = 0; y < height; y++) {
      int from = data + row(bits) * (height - 1 - y);
      for (int x = 0; x < width; x++) {
        argb[y * width + x] = pixel(from, x);
        hasOpacity |= bits == 32 && argb[y * width + x] >>> 24 != 0;
      }
    }
    for (int y = 0; y < height && !hasOpacity; y++) {
      int from = mask + row(1) * (height - 1 - y);
      for (int x = 0; x < width; x++) {
        int at = from + x / Byte.SIZE;
        boolean clear = at < in.capacity() && (in.get(at) >> (7 - x % Byte.SIZE) & 1) != 0;
        argb[y * width + x] = clear ? 0 : argb[y * width + x] | OPAQUE;
      }
    }
    return new Pixels(width, height, argb);
  }

  private int pixel(int from, int x) {
    if (bits == 32) {
      return in.getInt(from + 4 * x);
    }
    if (bits == 24) {
      int at = from + 3 * x;
      return (in.get(at + 2) & 0xFF) << 16 | (in.get(at + 1) & 0xFF) << 8 | (in.get(at) & 0xFF);
    }
    int one = in.get(from + x * bits / Byte.SIZE) & 0xFF;
    int index = (one >> (Byte.SIZE - bits - x * bits % Byte.SIZE)) & ((1 << bits) - 1);
    return index < colours ? in.getInt(HEADER + 4 * index) & 0xFFFFFF : 0;
  }
}
