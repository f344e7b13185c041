package zugabe.standins.phone;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Ellipse2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Optional;
import javax.imageio.ImageIO;
import zugabe.bytes.Content;
import zugabe.core.android.Platform;
import zugabe.formats.androidxml.XmlAttribute;
import zugabe.formats.androidxml.XmlElement;
import zugabe.formats.androidxml.XmlReader;
import zugabe.formats.arsc.Device;
import zugabe.formats.arsc.Value;

/** An application's icon as a launcher draws it. */
final class AppIcon {
  /** Pixels on each side. */
  static final int SIDE = 128;

  /** Units of a layer, and of what is seen of it. */
  private static final double LAYER = 108;

  private static final double SEEN = 72;
  private static final int MOST_DEEP = 8;

  private final AppPackage apk;
  private final Device device;

  AppIcon(AppPackage apk, Device device) {
    this.apk = apk;
    this.device = device;
  }

  /** The picture; empty when there is none that can be drawn. */
  Optional<BufferedImage> picture(int side) throws IOException {
    Optional<Value> icon = apk.manifest().icon();
    return icon.isEmpty() ? Optional.empty() : drawn(icon.get(), side, 0);
  }

  private Optional<BufferedImage> drawn(Value value, int side, int depth) throws IOException {
    Optional<Value> shown = apk.resolved(value, device);
    if (shown.isEmpty() || depth > MOST_DEEP) {
      return Optional.empty();
    }
    if (shown.get().type() >= Value.COLOR_ARGB8 && shown.get().type() <= Value.COLOR_RGB4) {
      return Optional.of(filled(shown.get().number(), side));
    }
    String path = shown.get().text();
    Optional<byte[]> file = apk.file(path);
    if (file.isEmpty()) {
      return Optional.empty();
    }
    return path.endsWith(".xml")
        ? document(XmlReader.read(Content.of(file.get()).access()), side, depth)
        : bitmap(file.get(), side);
  }

  private static BufferedImage filled(int argb, int side) {
    BufferedImage image = new BufferedImage(side, side, BufferedImage.TYPE_INT_ARGB);
    Graphics2D g = image.createGraphics();
    g.setColor(new Color(argb, true));
    g.fillRect(0, 0, side, side);
    g.dispose();
    return image;
  }

  private static Optional<BufferedImage> bitmap(byte[] bytes, int side) throws IOException {
    BufferedImage read = ImageIO.read(new ByteArrayInputStream(bytes));
    if (read == null) {
      return Optional.empty();
    }
    BufferedImage image = new BufferedImage(side, side, BufferedImage.TYPE_INT_ARGB);
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(
        RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
    g.drawImage(read, 0, 0, side, side, null);
    g.dispose();
    return Optional.of(image);
  }

  private Optional<BufferedImage> document(XmlElement root, int side, int depth)
      throws IOException {
    if (root.name().equals("vector")) {
      return Optional.of(new VectorPicture(new DrawableValues(apk, device)).drawn(root, side));
    }
    if (!root.name().equals("adaptive-icon")) {
      return Optional.empty();
    }
    // a layer is larger than what is seen of it
    int layer = (int) Math.round(side * LAYER / SEEN);
    BufferedImage both = new BufferedImage(layer, layer, BufferedImage.TYPE_INT_ARGB);
    Graphics2D g = both.createGraphics();
    for (String name : new String[] {"background", "foreground"}) {
      Optional<XmlElement> element = root.child(name);
      if (element.isPresent()) {
        layer(element.get(), layer, depth).ifPresent(i -> g.drawImage(i, 0, 0, null));
      }
    }
    g.dispose();
    return Optional.of(
        round(both.getSubimage((layer - side) / 2, (layer - side) / 2, side, side), side));
  }

  private Optional<BufferedImage> layer(XmlElement element, int side, int depth)
      throws IOException {
    Optional<XmlAttribute> named =
        element.android("drawable", Platform.known().attributeNumber("drawable"));
    if (named.isPresent()) {
      return drawn(named.get().value(), side, depth + 1);
    }
    return element.children().isEmpty()
        ? Optional.empty()
        : document(element.children().get(0), side, depth + 1);
  }

  private static BufferedImage round(BufferedImage square, int side) {
    BufferedImage image = new BufferedImage(side, side, BufferedImage.TYPE_INT_ARGB);
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setPaint(new java.awt.TexturePaint(square, new java.awt.Rectangle(0, 0, side, side)));
    g.fill(new Ellipse2D.Double(0, 0, side, side));
    g.dispose();
    return image;
  }
}
