package zugabe.formats.icon;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import zugabe.bytes.MalformedException;

/**
 * Icon files of macOS: a header, then pictures one after the other, each behind its type and
 * length. Sides of 16 and 32 are runs of one colour after the other with a mask of their own, since
 * systems show PNG in them wrongly; larger ones are PNG.
 */
public final class Icns {
  private static final int HEADER = 8;
  private static final String SIGNATURE = "icns";

  /** Sides of pictures that are PNG, by type; some are for screens with twice the points. */
  private static final Map<String, Integer> PNG =
      new TreeMap<>(
          Map.of(
              "icp4", 16, "icp5", 32, "icp6", 64, "ic07", 128, "ic08", 256, "ic09", 512, "ic10",
              1024, "ic11", 32, "ic12", 64, "ic13", 256));

  private static final String LARGE = "ic14";

  /** What is written, the smallest first. */
  private static final List<String> WRITTEN =
      List.of("ic11", "ic12", "ic07", "ic13", "ic08", LARGE, "ic09", "ic10");

  private static final int RUN = 128;
  private static final int LEAST_RUN = 3;
  private static final int LONGEST_RUN = 130;

  private Icns() {}

  /**
   * One picture.
   *
   * @param type of four letters
   * @param side in pixels; 0 when the type isn't one of a picture
   */
  @SuppressWarnings("ArrayRecordComponent") // nobody compares them
  public record Entry(String type, int side, byte[] bytes) {
    public boolean isPng() {
      return IcoReader.isPng(bytes);
    }
  }

  /** Whether a file starts like an icon of macOS. */
  public static boolean mayBe(byte[] start) {
    return start.length >= HEADER
        && new String(start, 0, 4, StandardCharsets.ISO_8859_1).equals(SIGNATURE);
  }

  private static int side(String type) {
    return switch (type) {
      case LARGE -> 512;
      case "is32", "s8mk", "ic04" -> 16;
      case "il32", "l8mk", "ic05" -> 32;
      case "ih32", "h8mk" -> 48;
      case "it32", "t8mk" -> 128;
      default -> PNG.getOrDefault(type, 0);
    };
  }

  /**
   * Its pictures, in their order.
   *
   * @throws MalformedException when it is damaged
   */
  public static List<Entry> read(byte[] file) throws MalformedException {
    if (!mayBe(file)) {
      throw new MalformedException("it doesn't start like an icon", 0);
    }
    List<Entry> entries = new ArrayList<>();
    ByteBuffer in = ByteBuffer.wrap(file);
    int at = HEADER;
    while (at + HEADER <= file.length) {
      String type = new String(file, at, 4, StandardCharsets.ISO_8859_1);
      int length = in.getInt(at + 4);
      if (length < HEADER || length > file.length - at) {
        throw new MalformedException("a picture of it is out of its bounds", at);
      }
      byte[] bytes = java.util.Arrays.copyOfRange(file, at + HEADER, at + length);
      entries.add(new Entry(type, side(type), bytes));
      at += length;
    }
    return List.copyOf(entries);
  }

  /** A file with all sizes of a picture; larger ones than it has are left out. */
  public static byte[] file(Pixels any) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    Pixels picture = any.squared();
    int most = picture.width();
    coloured(out, "is32", "s8mk", picture.scaled(16, 16));
    coloured(out, "il32", "l8mk", picture.scaled(32, 32));
    for (String type : WRITTEN) {
      int side = side(type);
      if (side <= most) {
        entry(out, type, Icon.png(picture.scaled(side, side)));
      }
    }
    byte[] body = out.toByteArray();
    return ByteBuffer.allocate(HEADER + body.length)
        .put(SIGNATURE.getBytes(StandardCharsets.US_ASCII))
        .putInt(HEADER + body.length)
        .put(body)
        .array();
  }

  private static void entry(ByteArrayOutputStream out, String type, byte[] bytes) {
    out.writeBytes(type.getBytes(StandardCharsets.US_ASCII));
    out.writeBytes(ByteBuffer.allocate(4).putInt(HEADER + bytes.length).array());
    out.writeBytes(bytes);
  }

  private static void coloured(
      ByteArrayOutputStream out, String colours, String mask, Pixels pixels) {
    ByteArrayOutputStream runs = new ByteArrayOutputStream();
    for (int shift : new int[] {16, 8, 0}) {
      packed(runs, plane(pixels, shift));
    }
    entry(out, colours, runs.toByteArray());
    entry(out, mask, plane(pixels, 24));
  }

  private static byte[] plane(Pixels pixels, int shift) {
    byte[] plane = new byte[pixels.argb().length];
    for (int i = 0; i < plane.length; i++) {
      plane[i] = (byte) (pixels.argb()[i] >> shift);
    }
    return plane;
  }

  /** A byte of 128 and more is a run of 3 to 130 equal ones, others are 1 to 128 as they are. */
  private static void packed(ByteArrayOutputStream out, byte[] plane) {
    int at = 0;
    while (at < plane.length) {
      int run = run(plane, at);
      if (run >= LEAST_RUN) {
        out.write(RUN + run - LEAST_RUN);
        out.write(plane[at]);
        at += run;
      } else {
        int end = at;
        while (end < plane.length && end - at < RUN && run(plane, end) < LEAST_RUN) {
          end++;
        }
        out.write(end - at - 1);
        out.write(plane, at, end - at);
        at = end;
      }
    }
  }

  private static int run(byte[] plane, int from) {
    int to = from;
    while (to < plane.length && to - from < LONGEST_RUN && plane[to] == plane[from]) {
      to++;
    }
    return to - from;
  }
}
