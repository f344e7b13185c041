package zugabe.formats.picture;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Access;
import zugabe.bytes.Fields;
import zugabe.bytes.Regex;

/**
 * A picture's format and sizes.
 *
 * @param format such as {@code PNG}
 * @param sizes in pixels; several for icons, none when the format has none
 */
public record Picture(String format, List<Size> sizes) {
  private static final int MAX_SIZES = 64;
  private static final int MAX_MARKERS = 512;

  /** Width and height in pixels. */
  public record Size(long width, long height) {
    @Override
    public String toString() {
      return width + "x" + height;
    }

    boolean isPlausible() {
      return width > 0 && height > 0 && width < 1 << 24 && height < 1 << 24;
    }
  }

  /** The largest size; empty when the format has none. */
  public Optional<Size> largest() {
    return sizes.stream().max(java.util.Comparator.comparingLong(Size::width));
  }

  /** Reads the header; empty when it isn't a picture of a known format. */
  public static Optional<Picture> read(Access access) throws IOException {
    Fields in = new Fields(access, true);
    if (in.starts(0, "\u0089PNG\r\n\u001a\n") && in.starts(12, "IHDR")) {
      return picture("PNG", List.of(new Size(in.u4(16), in.u4(20))));
    }
    if (in.starts(0, "\u00ff\u00d8\u00ff")) {
      return jpeg(in);
    }
    Fields little = in.withByteOrder(false);
    if ((in.starts(0, "GIF87a") || in.starts(0, "GIF89a")) && in.size() > 10) {
      return picture("GIF", List.of(new Size(little.u2(6), little.u2(8))));
    }
    if (in.starts(0, "RIFF") && in.starts(8, "WEBP")) {
      return Optional.of(new Picture("WebP", List.of()));
    }
    if (in.starts(0, "BM") && in.size() > 30 && little.u4(2) == in.size()) {
      return picture("BMP", List.of(new Size(little.u4(18), little.u4(22))));
    }
    if (in.starts(0, "\0\0\1\0") && in.size() > 22) {
      return ico(little);
    }
    if (in.starts(0, "icns") && in.size() > 16 && in.u4(4) == in.size()) {
      return icns(in);
    }
    return svg(in);
  }

  private static Optional<Picture> picture(String format, List<Size> sizes) {
    return sizes.stream().allMatch(Size::isPlausible)
        ? Optional.of(new Picture(format, List.copyOf(sizes)))
        : Optional.empty();
  }

  private static Optional<Picture> jpeg(Fields in) throws IOException {
    long at = 2;
    for (int i = 0; i < MAX_MARKERS && at + 9 < in.size() && in.u1(at) == 0xFF; i++) {
      int marker = in.u1(at + 1);
      // start of frame, of all kinds; DHT, JPG and DAC lie between them
      if (marker >= 0xC0 && marker <= 0xCF && marker != 0xC4 && marker != 0xC8 && marker != 0xCC) {
        return picture("JPEG", List.of(new Size(in.u2(at + 7), in.u2(at + 5))));
      }
      at += marker == 0xFF ? 1 : 2 + in.u2(at + 2);
    }
    return Optional.of(new Picture("JPEG", List.of()));
  }

  private static Optional<Picture> ico(Fields in) throws IOException {
    int count = in.u2(4);
    if (count == 0 || count > MAX_SIZES || 6 + 16L * count > in.size()) {
      return Optional.empty();
    }
    List<Size> sizes = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      long at = 6 + 16L * i;
      if (in.u4(at + 12) + in.u4(at + 8) > in.size()) {
        return Optional.empty();
      }
      // 0 stands for 256
      sizes.add(new Size((in.u1(at) + 255) % 256 + 1, (in.u1(at + 1) + 255) % 256 + 1));
    }
    return picture("ICO", sizes);
  }

  private static Optional<Picture> icns(Fields in) throws IOException {
    List<Size> sizes = new ArrayList<>();
    long at = 8;
    for (int i = 0; i < MAX_SIZES && at + 8 <= in.size(); i++) {
      int pixels =
          switch (in.text(at, 4)) {
            case "icp4", "is32" -> 16;
            case "icp5", "il32", "ic11" -> 32;
            case "icp6", "ic12" -> 64;
            case "ic07", "it32" -> 128;
            case "ic08", "ic13" -> 256;
            case "ic09", "ic14" -> 512;
            case "ic10" -> 1024;
            default -> 0;
          };
      if (pixels > 0) {
        sizes.add(new Size(pixels, pixels));
      }
      long bytes = in.u4(at + 4);
      if (bytes < 8) {
        return Optional.empty();
      }
      at += bytes;
    }
    return picture("ICNS", sizes);
  }

  private static Optional<Picture> svg(Fields in) throws IOException {
    int most = (int) Math.min(in.size(), 1024);
    String start = new String(in.bytes(0, most), StandardCharsets.UTF_8);
    boolean xml = start.startsWith("<") || start.startsWith("\uFEFF<");
    return xml && Regex.matches(start, "(?s).*<svg[\\s>].*")
        ? Optional.of(new Picture("SVG", List.of()))
        : Optional.empty();
  }
}
