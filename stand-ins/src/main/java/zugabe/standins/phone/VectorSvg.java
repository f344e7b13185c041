package zugabe.standins.phone;

import java.io.IOException;
import java.util.Locale;
import java.util.Optional;
import zugabe.core.icon.Drawing;
import zugabe.formats.androidxml.XmlElement;

/**
 * Writes a vector drawable as a drawing (SVG 1.1). Gradients around a point are drawn in their
 * first colour, and paths that are trimmed are drawn whole.
 */
final class VectorSvg {
  private static final int MOST_DEEP = 50;

  private static final String[] RULES = {"nonzero", "evenodd"};
  private static final String[] CAPS = {"butt", "round", "square"};
  private static final String[] JOINS = {"miter", "round", "bevel"};
  private static final String[] SPREADS = {"pad", "repeat", "reflect"};
  private static final int RADIAL = 1;
  private static final int SWEEP = 2;

  private final DrawableValues values;
  private final StringBuilder out = new StringBuilder();
  private int names;

  VectorSvg(DrawableValues values) {
    this.values = values;
  }

  /**
   * The drawing, which fills a square whatever the drawable's proportions are.
   *
   * @param width of the drawable's own units
   */
  String text(XmlElement vector, double width, double height, int side) throws IOException {
    out.append("<svg xmlns=\"http://www.w3.org/2000/svg\" preserveAspectRatio=\"none\"");
    put("width", side);
    put("height", side);
    out.append(" viewBox=\"0 0 ").append(width).append(' ').append(height).append("\"><g");
    put("opacity", values.number(vector, "alpha", 1));
    out.append('>');
    group(vector, 0);
    out.append("</g></svg>");
    return out.toString();
  }

  private void put(String name, double value) {
    out.append(' ').append(name).append("=\"").append(value).append('"');
  }

  private void put(String name, String value) {
    out.append(' ').append(name).append("=\"");
    out.append(value.replace("&", "&amp;").replace("<", "&lt;").replace("\"", "&quot;"));
    out.append('"');
  }

  private void group(XmlElement group, int depth) throws IOException {
    int open = 0;
    for (XmlElement one : group.children()) {
      if (one.name().equals("group") && depth < MOST_DEEP) {
        out.append("<g");
        moved(one);
        out.append('>');
        group(one, depth + 1);
        out.append("</g>");
      } else if (one.name().equals("clip-path") && isPath(one)) {
        // it holds for all that follows it in its group
        String name = name();
        out.append("<clipPath id=\"").append(name).append("\"><path");
        put("d", values.text(one, "pathData"));
        out.append("/></clipPath><g clip-path=\"url(#").append(name).append(")\">");
        open++;
      } else if (one.name().equals("path") && isPath(one)) {
        path(one);
      }
    }
    out.append("</g>".repeat(open));
  }

  private boolean isPath(XmlElement path) throws IOException {
    return Drawing.isPath(values.text(path, "pathData"));
  }

  private String name() {
    return "n" + names++;
  }

  private void moved(XmlElement group) throws IOException {
    double x = values.number(group, "pivotX", 0);
    double y = values.number(group, "pivotY", 0);
    put(
        "transform",
        String.format(
            Locale.ROOT,
            "translate(%f,%f) rotate(%f) scale(%f,%f) translate(%f,%f)",
            x + values.number(group, "translateX", 0),
            y + values.number(group, "translateY", 0),
            values.number(group, "rotation", 0),
            values.number(group, "scaleX", 1),
            values.number(group, "scaleY", 1),
            -x,
            -y));
  }

  private void path(XmlElement path) throws IOException {
    String fill = paint(path, "fillColor");
    String stroke = paint(path, "strokeColor");
    out.append("<path");
    put("d", values.text(path, "pathData"));
    put("fill-rule", choice(path, "fillType", RULES));
    painted(path, "fill", fill);
    painted(path, "stroke", stroke);
    put("stroke-width", values.number(path, "strokeWidth", 0));
    put("stroke-linecap", choice(path, "strokeLineCap", CAPS));
    put("stroke-linejoin", choice(path, "strokeLineJoin", JOINS));
    put("stroke-miterlimit", values.number(path, "strokeMiterLimit", 4));
    out.append("/>");
  }

  private void painted(XmlElement path, String what, String gradient) throws IOException {
    Optional<Integer> color = values.color(path, what + "Color");
    double opacity = values.number(path, what + "Alpha", 1);
    if (gradient.isEmpty()) {
      put(what, color.map(VectorSvg::rgb).orElse("none"));
      put(what + "-opacity", opacity * color.map(VectorSvg::opacity).orElse(1.0));
    } else {
      put(what, gradient);
      put(what + "-opacity", opacity);
    }
  }

  private String choice(XmlElement in, String name, String[] of) throws IOException {
    int at = (int) values.number(in, name, 0);
    return of[at < 0 || at >= of.length ? 0 : at];
  }

  private static String rgb(int argb) {
    return String.format(Locale.ROOT, "#%06x", argb & 0xFFFFFF);
  }

  private static double opacity(int argb) {
    return (argb >>> 24) / 255.0;
  }

  /** Writes the gradient that an attribute names, if it does, and how it is named here. */
  private String paint(XmlElement path, String name) throws IOException {
    Optional<XmlElement> found =
        values.document(path, name).filter(d -> d.name().equals("gradient"));
    if (found.isEmpty()) {
      return "";
    }
    XmlElement gradient = found.get();
    int type = (int) values.number(gradient, "type", 0);
    String id = name();
    String element = type == RADIAL ? "radialGradient" : "linearGradient";
    out.append('<').append(element);
    put("id", id);
    put("gradientUnits", "userSpaceOnUse");
    put("spreadMethod", choice(gradient, "tileMode", SPREADS));
    if (type == RADIAL) {
      put("cx", values.number(gradient, "centerX", 0));
      put("cy", values.number(gradient, "centerY", 0));
      put("r", values.number(gradient, "gradientRadius", 0));
    } else {
      put("x1", values.number(gradient, "startX", 0));
      put("y1", values.number(gradient, "startY", 0));
      put("x2", values.number(gradient, "endX", 0));
      put("y2", values.number(gradient, "endY", 0));
    }
    out.append('>');
    stops(gradient, type == SWEEP ? 1 : Integer.MAX_VALUE);
    out.append("</").append(element).append('>');
    return "url(#" + id + ")";
  }

  private void stops(XmlElement gradient, int most) throws IOException {
    int written = 0;
    for (XmlElement item : gradient.children("item")) {
      if (written < most && stop(item, "color", values.number(item, "offset", 0))) {
        written++;
      }
    }
    if (written > 0) {
      return;
    }
    if (stop(gradient, "startColor", 0) && most == 1) {
      return;
    }
    stop(gradient, "centerColor", 0.5);
    stop(gradient, "endColor", 1);
  }

  private boolean stop(XmlElement in, String name, double offset) throws IOException {
    Optional<Integer> color = values.color(in, name);
    if (color.isEmpty()) {
      return false;
    }
    out.append("<stop");
    put("offset", offset);
    put("stop-color", rgb(color.get()));
    put("stop-opacity", opacity(color.get()));
    out.append("/>");
    return true;
  }
}
