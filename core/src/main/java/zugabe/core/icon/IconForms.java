package zugabe.core.icon;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.MalformedException;
import zugabe.formats.icon.Icns;
import zugabe.formats.icon.Icon;
import zugabe.formats.icon.Pixels;

/** The forms in which systems want an icon. */
public final class IconForms {
  /** The side of a picture that isn't given one. */
  private static final int SIDE = 256;

  /** The largest side of an icon of macOS. */
  private static final int LARGEST = 1024;

  /** Sides of the freedesktop.org icon theme "hicolor". */
  private static final int[] DESKTOP = {16, 22, 24, 32, 36, 48, 64, 72, 96, 128, 192, 256, 512};

  /** Sides of Android's launcher icons, by density. */
  private static final Map<String, Integer> DENSITIES = new LinkedHashMap<>();

  /** The side that Android's store shows. */
  private static final int ANDROID_STORE = 512;

  /** Sides that iOS, its settings and its store show. */
  private static final int[] IOS = {20, 29, 40, 58, 60, 76, 80, 87, 120, 152, 167, 180, 1024};

  static {
    DENSITIES.put("mdpi", 48);
    DENSITIES.put("hdpi", 72);
    DENSITIES.put("xhdpi", 96);
    DENSITIES.put("xxhdpi", 144);
    DENSITIES.put("xxxhdpi", 192);
  }

  private IconForms() {}

  /** Sets of pictures. */
  public enum Whole {
    DESKTOP,
    PHONE
  }

  /** The largest side that is made of it; 0 where larger ones than the picture are left out. */
  public static int largest(String ending, int side, Optional<Whole> set) {
    if (set.isPresent()) {
      return Collections.max(sides(set.get()).values());
    }
    return ending.equals("png") ? (side == 0 ? SIDE : side) : 0;
  }

  /** A file of a form that its ending names: {@code .ico}, {@code .icns} or {@code .png}. */
  public static byte[] file(IconFile icon, String ending, int side) throws MalformedException {
    return switch (ending) {
      case "ico" -> Icon.of(icon.source().pixels(SIDE)).file();
      case "icns" -> Icns.file(icon.source().pixels(LARGEST));
      default -> png(icon, side == 0 ? SIDE : side);
    };
  }

  private static byte[] png(IconFile icon, int side) throws MalformedException {
    Pixels pixels = icon.source().pixels(side).squared();
    return Icon.png(pixels.scaled(side, side));
  }

  /** Pictures of all sizes, by their path. */
  public static Map<String, byte[]> all(IconFile icon, Whole set) throws MalformedException {
    Map<String, byte[]> files = new LinkedHashMap<>();
    for (Map.Entry<String, Integer> one : sides(set).entrySet()) {
      files.put(one.getKey(), png(icon, one.getValue()));
    }
    return files;
  }

  private static Map<String, Integer> sides(Whole set) {
    Map<String, Integer> sides = new LinkedHashMap<>();
    if (set == Whole.DESKTOP) {
      for (int side : DESKTOP) {
        sides.put(side + "x" + side + "/icon.png", side);
      }
      return sides;
    }
    DENSITIES.forEach((name, side) -> sides.put("android/mipmap-" + name + "/icon.png", side));
    sides.put("android/store.png", ANDROID_STORE);
    for (int side : IOS) {
      sides.put("ios/icon-" + side + ".png", side);
    }
    return sides;
  }
}
