package zugabe.formats.icon;

import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.MalformedException;

/**
 * Pictures of Android that stretch in parts. Sources mark on a border of one pixel which columns
 * and rows stretch (top and left) and where content goes (bottom and right); compiled ones have no
 * border, and say it in a chunk {@code npTc} ({@code Res_png_9patch} in {@code ResourceTypes.h}).
 *
 * <pre>
 *  0 u1 wasDeserialized    12 u4 paddingLeft      24 u4 paddingBottom
 *  1 u1 numXDivs           16 u4 paddingRight     32    xDivs, yDivs, colors
 *  2 u1 numYDivs           20 u4 paddingTop
 *  3 u1 numColors
 * </pre>
 */
public final class Stretching {
  private static final int HEADER_BYTES = 32;
  private static final int MOST_DIVS = 254;
  private static final int BLACK = 0xFF00_0000;
  private static final int RED = 0xFFFF_0000;
  private static final int WHITE = 0xFFFF_FFFF;

  /** What says that a part has no single colour. */
  private static final long NO_COLOR = 1;

  private final Pixels source;

  private Stretching(Pixels source) {
    this.source = source;
  }

  /**
   * Compiles one.
   *
   * @return a PNG file
   * @throws MalformedException when its border isn't one
   */
  public static byte[] compiled(Pixels source) throws MalformedException {
    if (source.width() < 3 || source.height() < 3) {
      throw new MalformedException("it has no room for a border of one pixel", 0);
    }
    return new Stretching(source).run();
  }

  private interface Line {
    int pixel(int at);
  }

  private byte[] run() throws MalformedException {
    int width = source.width();
    int height = source.height();
    List<Integer> across = marks(width, x -> source.argb()[x], "top");
    List<Integer> down = marks(height, y -> source.argb()[y * width], "left");
    if (across.isEmpty() || down.isEmpty()) {
      throw new MalformedException("its top or left border marks nothing that stretches", 0);
    }
    List<Integer> right = marks(width, x -> source.argb()[(height - 1) * width + x], "bottom");
    List<Integer> below = marks(height, y -> source.argb()[y * width + width - 1], "right");
    List<Integer> padX = right.isEmpty() ? across : right;
    List<Integer> padY = below.isEmpty() ? down : below;
    int parts = parts(across, width - 2) * parts(down, height - 2);
    if (across.size() > MOST_DIVS || down.size() > MOST_DIVS || parts > 0xFF) {
      throw new MalformedException("it stretches in too many parts", 0);
    }
    ByteWriter out =
        ByteWriter.ofSize(
            HEADER_BYTES + 4 * (across.size() + down.size() + parts), ByteOrder.BIG_ENDIAN);
    out.u1("wasDeserialized", 0).u1("numXDivs", across.size()).u1("numYDivs", down.size());
    out.u1("numColors", parts).zeros(8);
    out.u4("paddingLeft", padX.get(0));
    out.u4("paddingRight", width - 2L - padX.get(padX.size() - 1));
    out.u4("paddingTop", padY.get(0));
    out.u4("paddingBottom", height - 2L - padY.get(padY.size() - 1));
    out.zeros(4);
    across.forEach(x -> out.u4("xDiv", x));
    down.forEach(y -> out.u4("yDiv", y));
    for (int i = 0; i < parts; i++) {
      out.u4("color", NO_COLOR);
    }
    return Icon.png(inner(), List.of(new Icon.Chunk("npTc", out.done())));
  }

  /** Where marked parts start and end, counted without the border. */
  private static List<Integer> marks(int length, Line line, String side) throws MalformedException {
    List<Integer> all = new ArrayList<>();
    boolean marked = false;
    for (int i = 1; i < length - 1; i++) {
      int pixel = line.pixel(i);
      boolean nothing = pixel >>> 24 == 0 || pixel == WHITE || pixel == RED;
      if (!nothing && pixel != BLACK) {
        throw new MalformedException(
            "its " + side + " border has a pixel that is neither black nor clear", 0);
      }
      if (marked == nothing) {
        all.add(i - 1);
        marked = !marked;
      }
    }
    if (marked) {
      all.add(length - 2);
    }
    return all;
  }

  /** Parts that stretch and those between them. */
  private static int parts(List<Integer> divs, int length) {
    int parts = divs.size() + 1;
    parts -= divs.get(0) == 0 ? 1 : 0;
    parts -= divs.get(divs.size() - 1) == length ? 1 : 0;
    return parts;
  }

  private Pixels inner() {
    int width = source.width() - 2;
    int height = source.height() - 2;
    int[] made = new int[width * height];
    for (int y = 0; y < height; y++) {
      System.arraycopy(source.argb(), (y + 1) * source.width() + 1, made, y * width, width);
    }
    return new Pixels(width, height, made);
  }
}
