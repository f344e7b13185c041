package zugabe.core.phone;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.materials.DrawingAdvice;
import zugabe.core.materials.FileContent;
import zugabe.core.resources.ResourceCompiler;
import zugabe.core.resources.ResourceFile;
import zugabe.formats.icon.Icon;
import zugabe.formats.icon.Pixels;

/**
 * An application's icons from one picture: for each density, round, and one in layers that phones
 * cut to the form of all icons (Android developers, "Adaptive icons").
 */
final class AppIcons {
  static final String NAME = "app_icon";
  private static final Map<String, Double> DENSITIES = new LinkedHashMap<>();

  /** Sides in units that are independent of density. */
  private static final int PLAIN = 48;

  private static final int LAYER = 108;

  /** The greatest side that phones show, in pixels; and that of a layer. */
  private static final int SIDE = 192;

  private static final int LAYER_SIDE = 432;

  /** What no form cuts away: a circle of this diameter; the picture's square lies in it. */
  private static final double SAFE = 66;

  /** More of a picture than this, in percent, and people see that it was cut. */
  private static final int MOST_CUT = 2;

  static {
    DENSITIES.put("mdpi", 1.0);
    DENSITIES.put("hdpi", 1.5);
    DENSITIES.put("xhdpi", 2.0);
    DENSITIES.put("xxhdpi", 3.0);
    DENSITIES.put("xxxhdpi", 4.0);
  }

  private final Sources.Icons icons;
  private final Findings findings;
  private final Map<String, byte[]> files = new LinkedHashMap<>();

  private AppIcons(Sources.Icons icons, Findings findings) {
    this.icons = icons;
    this.findings = findings;
  }

  /** Adds the icons of an application's picture; whether there is one. */
  static boolean add(
      Sources sources, Shown shown, ResourceCompiler compiler, Where where, Findings findings)
      throws IOException {
    Sources.Single single = sources.single();
    if (single.icon().isEmpty()) {
      if (single.manifest().isEmpty() && single.base().isEmpty()) {
        findings.add(
            PhoneCode.Z5306,
            where,
            "It has no icon: phones show their own one for applications.",
            "Name a PNG picture of " + SIDE + " pixels or more by app.icon, or by icon:.");
      }
      return false;
    }
    FileContent file = single.icon().get();
    Optional<Pixels> whole = new AppIcons(single.icons(), findings).read(file, SIDE);
    if (whole.isEmpty()) {
      return false;
    }
    AppIcons made = new AppIcons(single.icons(), findings);
    made.of(whole.get(), shown.background().map(Located::value).orElse("#ffffff"));
    for (Map.Entry<String, byte[]> one : made.files.entrySet()) {
      compiler.add(
          new ResourceFile(one.getKey(), Content.of(one.getValue()), Where.file(file.name())));
    }
    return true;
  }

  /** A picture that is square and large enough, or is told. */
  private Optional<Pixels> read(FileContent file, int side) throws IOException {
    Where at = Where.file(file.name());
    Pixels picture;
    try {
      picture = Pixels.decode(PhoneApp.bytes(file));
    } catch (MalformedException e) {
      findings.add(
          PhoneCode.Z5307,
          at,
          "It can't be an icon: " + e.getMessage() + ".",
          DrawingAdvice.of(file.name(), "Name a PNG file of at most 4096 pixels on each side."));
      return Optional.empty();
    }
    if (picture.width() < side || picture.width() != picture.height()) {
      findings.add(
          PhoneCode.Z5306,
          at,
          picture.width() != picture.height()
              ? "It isn't square."
              : "It has " + picture.width() + " pixels, and phones show " + side + ".",
          "Draw it square, with " + side + " pixels or more on each side.");
    }
    return Optional.of(picture.squared());
  }

  /** The same for a layer, of which the edges may be cut away. */
  private Optional<Pixels> layer(Optional<FileContent> file, boolean safe) throws IOException {
    if (file.isEmpty()) {
      return Optional.empty();
    }
    Optional<Pixels> picture = read(file.get(), LAYER_SIDE);
    int cut = picture.isPresent() && safe ? outside(picture.get()) : 0;
    if (cut > MOST_CUT) {
      findings.add(
          PhoneCode.Z5306,
          Where.file(file.get().name()),
          cut + " % of what it shows lie outside of the circle that no phone cuts away.",
          "Draw it within the middle 66 of 108 parts of each side.");
    }
    return picture;
  }

  /** Percent of the pixels that are there which lie outside of the safe circle. */
  private static int outside(Pixels picture) {
    double radius = picture.width() * SAFE / LAYER / 2;
    double centre = picture.width() / 2.0;
    long all = 0;
    long out = 0;
    for (int y = 0; y < picture.height(); y++) {
      for (int x = 0; x < picture.width(); x++) {
        if (picture.argb()[y * picture.width() + x] >>> 24 > 0x7F) {
          double right = x + 0.5 - centre;
          double down = y + 0.5 - centre;
          all++;
          out += right * right + down * down > radius * radius ? 1 : 0;
        }
      }
    }
    return all == 0 ? 0 : (int) (100 * out / all);
  }

  private void of(Pixels whole, String background) throws IOException {
    Optional<Pixels> front = layer(icons.front(), true);
    Optional<Pixels> back = layer(icons.back(), false);
    Optional<Pixels> plain = layer(icons.plain(), true);
    DENSITIES.forEach(
        (density, factor) -> {
          int side = (int) Math.round(PLAIN * factor);
          int layer = (int) Math.round(LAYER * factor);
          // the corners of a square touch the circle
          int inner = (int) Math.round(SAFE * factor / Math.sqrt(2));
          String folder = "mipmap-" + density + "/" + NAME;
          files.put(folder + ".png", Icon.png(whole.scaled(side, side)));
          files.put(folder + "_round.png", Icon.png(round(whole, side, background)));
          files.put(
              folder + "_front.png",
              Icon.png(
                  front
                      .map(f -> f.scaled(layer, layer))
                      .orElseGet(() -> centred(whole.scaled(inner, inner), layer))));
          back.ifPresent(b -> files.put(folder + "_back.png", Icon.png(b.scaled(layer, layer))));
          plain.ifPresent(p -> files.put(folder + "_plain.png", Icon.png(p.scaled(layer, layer))));
        });
    String behind = (back.isPresent() ? "@mipmap/" : "@color/") + NAME + "_back";
    String layers =
        "<adaptive-icon xmlns:android=\"http://schemas.android.com/apk/res/android\">"
            + element("background", behind)
            + element("foreground", "@mipmap/" + NAME + "_front")
            + (plain.isPresent() ? element("monochrome", "@mipmap/" + NAME + "_plain") : "")
            + "</adaptive-icon>";
    text("mipmap-anydpi-v26/" + NAME + ".xml", layers);
    text("mipmap-anydpi-v26/" + NAME + "_round.xml", layers);
    if (back.isEmpty()) {
      text(
          "values/" + NAME + ".xml",
          "<resources><color name=\"" + NAME + "_back\">" + background + "</color></resources>");
    }
  }

  private static String element(String name, String drawable) {
    return "<" + name + " android:drawable=\"" + drawable + "\"/>";
  }

  private void text(String path, String text) {
    files.put(path, text.getBytes(StandardCharsets.UTF_8));
  }

  private static Pixels centred(Pixels inner, int side) {
    int[] made = new int[side * side];
    int at = (side - inner.width()) / 2;
    for (int y = 0; y < inner.height(); y++) {
      System.arraycopy(inner.argb(), y * inner.width(), made, (at + y) * side + at, inner.width());
    }
    return new Pixels(side, side, made);
  }

  /** The picture on a disc of the background's colour. */
  private static Pixels round(Pixels square, int side, String background) {
    int inner = (int) Math.round(side / Math.sqrt(2));
    Pixels front = centred(square.scaled(inner, inner), side);
    int colour = Integer.parseInt(background.substring(1), 16);
    int[] made = new int[side * side];
    double centre = side / 2.0;
    for (int y = 0; y < side; y++) {
      for (int x = 0; x < side; x++) {
        double right = x + 0.5 - centre;
        double down = y + 0.5 - centre;
        double distance = Math.sqrt(right * right + down * down);
        // one pixel of the edge is half there
        double cover = Math.max(0, Math.min(1, centre - distance + 0.5));
        int disc = ((int) Math.round(255 * cover) << 24) | colour;
        made[y * side + x] = over(front.argb()[y * side + x], disc);
      }
    }
    return new Pixels(side, side, made);
  }

  private static int over(int front, int back) {
    int alpha = front >>> 24;
    int out = 0;
    for (int shift = 0; shift < 24; shift += 8) {
      int mixed = ((front >> shift & 0xFF) * alpha + (back >> shift & 0xFF) * (255 - alpha)) / 255;
      out |= mixed << shift;
    }
    return alpha == 0 ? back : (Math.max(alpha, back >>> 24) << 24) | out;
  }
}
