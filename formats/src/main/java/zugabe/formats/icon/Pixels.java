package zugabe.formats.icon;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Optional;
import javax.imageio.ImageIO;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.formats.picture.Picture;

/**
 * A picture's pixels, row by row from the top: opacity, red, green, blue in eight bits each (sRGB,
 * not multiplied).
 */
@SuppressWarnings("ArrayRecordComponent") // nobody compares them
public record Pixels(int width, int height, int[] argb) {
  /** Sides of a picture that is read, at most: 16 million pixels take 64 MB, twice. */
  public static final int MOST_SIDE = 4096;

  private static final double[] LINEAR = new double[256];

  static {
    for (int i = 0; i < LINEAR.length; i++) {
      double c = i / 255.0;
      // IEC 61966-2-1
      LINEAR[i] = c <= 0.04045 ? c / 12.92 : StrictMath.pow((c + 0.055) / 1.055, 2.4);
    }
  }

  /**
   * Reads a picture.
   *
   * @throws MalformedException when it can't be read, or has more than 4096 pixels on a side
   */
  public static Pixels decode(byte[] picture) throws MalformedException {
    BufferedImage image;
    try {
      Optional<Picture.Size> size;
      try (Access access = Content.of(picture).access()) {
        // other formats say their size more than once
        size = Picture.read(access).filter(p -> p.format().equals("PNG")).flatMap(Picture::largest);
      }
      if (size.filter(s -> s.width() <= MOST_SIDE && s.height() <= MOST_SIDE).isEmpty()) {
        throw new MalformedException("it isn't a PNG, or has more than 4096 pixels on a side", 0);
      }
      ImageIO.setUseCache(false);
      image = ImageIO.read(new ByteArrayInputStream(picture));
    } catch (MalformedException e) {
      throw e;
    } catch (IOException | IllegalArgumentException | IndexOutOfBoundsException e) {
      throw new MalformedException("it can't be read as a picture: " + e.getMessage(), 0);
    }
    if (image == null) {
      throw new MalformedException("it can't be read as a picture", 0);
    }
    int width = image.getWidth();
    int height = image.getHeight();
    return new Pixels(width, height, image.getRGB(0, 0, width, height, null, 0, width));
  }

  /** The same in the middle of a square, with nothing around it. */
  public Pixels squared() {
    if (width == height) {
      return this;
    }
    int side = Math.max(width, height);
    int[] made = new int[side * side];
    int left = (side - width) / 2;
    int top = (side - height) / 2;
    for (int y = 0; y < height; y++) {
      System.arraycopy(argb, y * width, made, (top + y) * side + left, width);
    }
    return new Pixels(side, side, made);
  }

  /** The same in another size: each new pixel is the mean of what it covers. */
  public Pixels scaled(int toWidth, int toHeight) {
    if (toWidth == width && toHeight == height) {
      return this;
    }
    int[] made = new int[toWidth * toHeight];
    double[] sum = new double[4];
    for (int y = 0; y < toHeight; y++) {
      for (int x = 0; x < toWidth; x++) {
        cover(
            new double[] {
              (double) x * width / toWidth,
              (double) (x + 1) * width / toWidth,
              (double) y * height / toHeight,
              (double) (y + 1) * height / toHeight
            },
            sum);
        made[y * toWidth + x] = pixel(sum);
      }
    }
    return new Pixels(toWidth, toHeight, made);
  }

  /** Sums opacity, and light multiplied by it, over a rectangle; then divides by its area. */
  private void cover(double[] at, double[] sum) {
    java.util.Arrays.fill(sum, 0);
    double area = 0;
    for (int y = (int) at[2]; y < Math.min(height, (int) StrictMath.ceil(at[3])); y++) {
      double high = Math.min(y + 1, at[3]) - Math.max(y, at[2]);
      for (int x = (int) at[0]; x < Math.min(width, (int) StrictMath.ceil(at[1])); x++) {
        double part = high * (Math.min(x + 1, at[1]) - Math.max(x, at[0]));
        int p = argb[y * width + x];
        double opacity = (p >>> 24) / 255.0 * part;
        sum[0] += opacity;
        sum[1] += LINEAR[p >> 16 & 0xFF] * opacity;
        sum[2] += LINEAR[p >> 8 & 0xFF] * opacity;
        sum[3] += LINEAR[p & 0xFF] * opacity;
        area += part;
      }
    }
    double opaque = sum[0];
    sum[0] = area == 0 ? 0 : opaque / area;
    for (int i = 1; i < 4; i++) {
      sum[i] = opaque == 0 ? 0 : sum[i] / opaque;
    }
  }

  private static int pixel(double[] sum) {
    return eight(sum[0]) << 24 | light(sum[1]) << 16 | light(sum[2]) << 8 | light(sum[3]);
  }

  private static int eight(double value) {
    return Math.max(0, Math.min(255, (int) StrictMath.floor(value * 255 + 0.5)));
  }

  private static int light(double value) {
    return eight(
        value <= 0.0031308 ? value * 12.92 : 1.055 * StrictMath.pow(value, 1 / 2.4) - 0.055);
  }
}
