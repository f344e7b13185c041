package zugabe.formats.icon;

import java.io.ByteArrayOutputStream;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.CRC32;
import zugabe.bytes.ByteWriter;
import zugabe.formats.deflate.Deflate;

/**
 * The pictures of an icon, the smallest first.
 *
 * @param images each as it lies in a file or in a resource
 */
public record Icon(List<Image> images) {
  /** The greatest width and height in pixels. */
  public static final int MAX_PIXELS = 256;

  /** Sides that the system shows, by its settings for tiny, small, large and huge ones. */
  private static final int[] SIDES = {16, 20, 24, 32, 40, 48, 64, 128, 256};

  /** From here on PNG is smaller, and known to all who show it. */
  private static final int PNG_SIDE = 64;

  private static final int DIRECTORY = 6;
  private static final int GROUP_ENTRY = 14;
  private static final int FILE_ENTRY = 16;
  private static final int BITMAP_HEADER = 40;

  public Icon {
    images = List.copyOf(images);
  }

  /** One picture. */
  @SuppressWarnings("ArrayRecordComponent") // nobody compares them
  public record Image(int width, int height, byte[] bytes) {}

  /** All sizes of a picture; larger ones than it has are left out, but for the smallest. */
  public static Icon of(Pixels any) {
    Pixels picture = any.squared();
    List<Image> images = new ArrayList<>();
    for (int side : SIDES) {
      if (side <= Math.max(SIDES[0], picture.width())) {
        Pixels pixels = picture.scaled(side, side);
        images.add(new Image(side, side, side < PNG_SIDE ? bitmap(pixels) : png(pixels)));
      }
    }
    return new Icon(images);
  }

  /**
   * The directory of a group in resources: each picture is a resource of its own.
   *
   * @param first number of the first one's
   */
  public byte[] group(int first) {
    ByteWriter out =
        ByteWriter.ofSize(DIRECTORY + GROUP_ENTRY * images.size(), ByteOrder.LITTLE_ENDIAN);
    head(out);
    int number = first;
    for (Image image : images) {
      entry(out, image);
      out.u2("nID", number++);
    }
    return out.done();
  }

  /** A file. */
  public byte[] file() {
    int at = DIRECTORY + FILE_ENTRY * images.size();
    int size = at + images.stream().mapToInt(i -> i.bytes().length).sum();
    ByteWriter out = ByteWriter.ofSize(size, ByteOrder.LITTLE_ENDIAN);
    head(out);
    for (Image image : images) {
      entry(out, image);
      out.u4("dwImageOffset", at);
      at += image.bytes().length;
    }
    images.forEach(i -> out.bytes(i.bytes()));
    return out.done();
  }

  private void head(ByteWriter out) {
    out.u2("idReserved", 0).u2("idType", 1).u2("idCount", images.size());
  }

  private static void entry(ByteWriter out, Image image) {
    // 256 is written as 0
    out.u1("bWidth", image.width() % MAX_PIXELS).u1("bHeight", image.height() % MAX_PIXELS);
    out.u1("bColorCount", 0).u1("bReserved", 0).u2("wPlanes", 1).u2("wBitCount", 32);
    out.u4("dwBytesInRes", image.bytes().length);
  }

  /** A bitmap without its file header, the lowest row first, and a mask that hides nothing. */
  private static byte[] bitmap(Pixels p) {
    int maskRow = (p.width() + 31) / 32 * 4;
    int size = BITMAP_HEADER + p.width() * p.height() * 4 + maskRow * p.height();
    ByteWriter out = ByteWriter.ofSize(size, ByteOrder.LITTLE_ENDIAN);
    out.u4("biSize", BITMAP_HEADER).u4("biWidth", p.width()).u4("biHeight", p.height() * 2L);
    out.u2("biPlanes", 1).u2("biBitCount", 32).zeros(24);
    for (int y = p.height() - 1; y >= 0; y--) {
      for (int x = 0; x < p.width(); x++) {
        out.u4("pixel", p.argb()[y * p.width() + x] & 0xFFFFFFFFL);
      }
    }
    return out.zeros(maskRow * p.height()).done();
  }

  /** A chunk of a PNG file. */
  @SuppressWarnings("ArrayRecordComponent") // nobody compares them
  record Chunk(String type, byte[] data) {}

  /** Truecolour with opacity; every row is the difference from the one above. */
  public static byte[] png(Pixels p) {
    return png(p, List.of());
  }

  /** The same with more chunks in front of the pixels. */
  static byte[] png(Pixels p, List<Chunk> more) {
    ByteWriter head = ByteWriter.ofSize(13, ByteOrder.BIG_ENDIAN);
    head.u4("Width", p.width()).u4("Height", p.height()).u1("Bit depth", 8).u1("Colour type", 6);
    head.zeros(3);
    byte[] rows = new byte[(1 + p.width() * 4) * p.height()];
    int at = 0;
    for (int y = 0; y < p.height(); y++) {
      rows[at++] = 2;
      for (int x = 0; x < p.width(); x++) {
        int one = p.argb()[y * p.width() + x];
        int above = y == 0 ? 0 : p.argb()[(y - 1) * p.width() + x];
        for (int shift : new int[] {16, 8, 0, 24}) {
          rows[at++] = (byte) ((one >> shift & 0xFF) - (above >> shift & 0xFF));
        }
      }
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.writeBytes(new byte[] {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1A, '\n'});
    chunk(out, "IHDR", head.done());
    more.forEach(c -> chunk(out, c.type(), c.data()));
    chunk(out, "IDAT", zlib(rows));
    chunk(out, "IEND", new byte[0]);
    return out.toByteArray();
  }

  private static void chunk(ByteArrayOutputStream out, String type, byte[] data) {
    byte[] name = type.getBytes(StandardCharsets.US_ASCII);
    CRC32 crc = new CRC32();
    crc.update(name);
    crc.update(data);
    out.writeBytes(ByteWriter.ofSize(4, ByteOrder.BIG_ENDIAN).u4("Length", data.length).done());
    out.writeBytes(name);
    out.writeBytes(data);
    out.writeBytes(ByteWriter.ofSize(4, ByteOrder.BIG_ENDIAN).u4("CRC", crc.getValue()).done());
  }

  /** RFC 1950. */
  private static byte[] zlib(byte[] content) {
    java.util.zip.Adler32 adler = new java.util.zip.Adler32();
    adler.update(content);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.writeBytes(new byte[] {0x78, (byte) 0x9C});
    out.writeBytes(new Deflate().pack(new byte[0], content, content.length, true));
    out.writeBytes(
        ByteWriter.ofSize(4, ByteOrder.BIG_ENDIAN).u4("ADLER32", adler.getValue()).done());
    return out.toByteArray();
  }
}
