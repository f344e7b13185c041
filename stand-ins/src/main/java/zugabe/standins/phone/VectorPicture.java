package zugabe.standins.phone;

import java.awt.AlphaComposite;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import zugabe.bytes.MalformedException;
import zugabe.core.icon.Drawing;
import zugabe.formats.androidxml.XmlElement;
import zugabe.formats.icon.Pixels;

/** Draws a vector drawable: as the drawing (SVG) that says the same. */
final class VectorPicture {
  private final DrawableValues values;

  VectorPicture(DrawableValues values) {
    this.values = values;
  }

  /** The picture; what can't be drawn is left clear. */
  BufferedImage drawn(XmlElement vector, int side) throws IOException {
    BufferedImage image = new BufferedImage(side, side, BufferedImage.TYPE_INT_ARGB);
    double width = values.number(vector, "viewportWidth", 0);
    double height = values.number(vector, "viewportHeight", 0);
    if (width <= 0 || height <= 0) {
      return image;
    }
    String svg = new VectorSvg(values).text(vector, width, height, side);
    Pixels pixels;
    try {
      pixels = Drawing.read(svg.getBytes(StandardCharsets.UTF_8)).pixels(side);
    } catch (MalformedException e) {
      return image;
    }
    image.setRGB(0, 0, side, side, pixels.argb(), 0, side);
    Optional<Integer> tint = values.color(vector, "tint");
    if (tint.isPresent()) {
      Graphics2D g = image.createGraphics();
      g.setComposite(AlphaComposite.SrcIn);
      g.setColor(new Color(tint.get(), true));
      g.fillRect(0, 0, side, side);
      g.dispose();
    }
    return image;
  }
}
