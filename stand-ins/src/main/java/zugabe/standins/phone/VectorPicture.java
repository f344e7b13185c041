package zugabe.standins.phone;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.util.Optional;
import zugabe.core.android.Platform;
import zugabe.formats.androidxml.XmlAttribute;
import zugabe.formats.androidxml.XmlElement;
import zugabe.formats.arsc.Device;
import zugabe.formats.arsc.Value;

/**
 * Draws the filled paths of a vector drawable; strokes, gradients and groups' moves aren't drawn.
 */
final class VectorPicture {
  private final AppPackage apk;
  private final Device device;

  VectorPicture(AppPackage apk, Device device) {
    this.apk = apk;
    this.device = device;
  }

  BufferedImage drawn(XmlElement vector, int side) throws IOException {
    BufferedImage image = new BufferedImage(side, side, BufferedImage.TYPE_INT_ARGB);
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    double width = number(vector, "viewportWidth");
    double height = number(vector, "viewportHeight");
    if (width > 0 && height > 0) {
      g.scale(side / width, side / height);
      paths(vector, g);
    }
    g.dispose();
    return image;
  }

  private void paths(XmlElement in, Graphics2D g) throws IOException {
    for (XmlElement one : in.children()) {
      if (one.name().equals("group")) {
        paths(one, g);
      } else if (one.name().equals("path")) {
        Optional<Value> fill = value(one, "fillColor");
        Optional<Value> data = value(one, "pathData");
        if (fill.isPresent() && data.isPresent()) {
          g.setColor(new Color(fill.get().number(), true));
          g.fill(PathText.read(data.get().text()));
        }
      }
    }
  }

  private Optional<Value> value(XmlElement in, String name) throws IOException {
    Optional<XmlAttribute> said = in.android(name, Platform.known().attributeNumber(name));
    return said.isEmpty() ? Optional.empty() : apk.resolved(said.get().value(), device);
  }

  private double number(XmlElement in, String name) throws IOException {
    Optional<Value> value = value(in, name);
    if (value.isEmpty()) {
      return 0;
    }
    return value.get().type() == Value.FLOAT
        ? Float.intBitsToFloat(value.get().number())
        : value.get().number();
  }
}
