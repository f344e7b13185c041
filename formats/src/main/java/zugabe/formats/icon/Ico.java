package zugabe.formats.icon;

import zugabe.bytes.ByteWriter;

/**
 * An icon file with one picture.
 *
 * <pre>
 *  0 2 reserved, 0      6 1 width, 0 for 256    14 4 bytes of the picture
 *  2 2 type, 1          7 1 height              18 4 where it starts: 22
 *  4 2 pictures, 1      8 2 colours, reserved
 *                      10 2 planes, 1
 *                      12 2 bits per pixel, 32
 * </pre>
 */
public final class Ico {
  /** The greatest width and height in pixels. */
  public static final int MAX_PIXELS = 256;

  private static final int HEAD_BYTES = 22;

  private Ico() {}

  /**
   * An icon of a PNG picture.
   *
   * @param width in pixels, 1 to 256
   * @param height in pixels, 1 to 256
   */
  public static byte[] ofPng(byte[] png, int width, int height) {
    if (width < 1 || width > MAX_PIXELS || height < 1 || height > MAX_PIXELS) {
      throw new IllegalArgumentException(width + "x" + height + " is no size of an icon");
    }
    return ByteWriter.ofSize(HEAD_BYTES + png.length)
        .u2("reserved", 0)
        .u2("type", 1)
        .u2("count", 1)
        .u2("width and height", (width % MAX_PIXELS) | ((height % MAX_PIXELS) << 8))
        .u2("colours", 0)
        .u2("planes", 1)
        .u2("bits", 32)
        .u4("size", png.length)
        .u4("offset", HEAD_BYTES)
        .bytes(png)
        .done();
  }
}
