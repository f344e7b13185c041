package zugabe.standins.phone;

import java.awt.geom.Path2D;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Reads a path as SVG has it (SVG 1.1, section 8.3), without arcs and without short curves. */
final class PathText {
  private final Path2D.Double path = new Path2D.Double(Path2D.WIND_NON_ZERO);
  private double x;
  private double y;

  private PathText() {}

  static Path2D read(String text) {
    PathText one = new PathText();
    int at = 0;
    while (at < text.length()) {
      char c = text.charAt(at);
      int end = at + 1;
      while (end < text.length() && "MmLlHhVvCcQqZzSsTtAa".indexOf(text.charAt(end)) < 0) {
        end++;
      }
      if (Character.isLetter(c)) {
        one.command(c, numbers(text.substring(at + 1, end)));
      }
      at = end;
    }
    return one.path;
  }

  private static List<Double> numbers(String text) {
    List<Double> all = new ArrayList<>();
    StringBuilder one = new StringBuilder();
    for (int i = 0; i <= text.length(); i++) {
      char c = i < text.length() ? text.charAt(i) : ' ';
      boolean exponent = one.length() > 0 && (one.charAt(one.length() - 1) | 0x20) == 'e';
      boolean starts = (c == '-' || c == '+') && !exponent;
      boolean second = c == '.' && one.indexOf(".") >= 0;
      if (c == ' ' || c == ',' || c == '\n' || c == '\t' || c == '\r' || starts || second) {
        add(one, all);
      }
      if (c > ' ' && c != ',') {
        one.append(c);
      }
    }
    return all;
  }

  private static void add(StringBuilder one, List<Double> all) {
    if (one.length() > 0) {
      try {
        all.add(Double.parseDouble(one.toString()));
      } catch (NumberFormatException e) {
        all.add(0.0);
      }
      one.setLength(0);
    }
  }

  private void command(char command, List<Double> n) {
    boolean relative = Character.isLowerCase(command);
    char kind = String.valueOf(command).toUpperCase(Locale.ROOT).charAt(0);
    int step =
        switch (kind) {
          case 'M', 'L' -> 2;
          case 'H', 'V' -> 1;
          case 'C' -> 6;
          case 'Q' -> 4;
          default -> 0;
        };
    if (kind == 'Z' && path.getCurrentPoint() != null) {
      path.closePath();
      x = path.getCurrentPoint().getX();
      y = path.getCurrentPoint().getY();
    }
    for (int i = 0; step > 0 && i + step <= n.size(); i += step) {
      double fromX = relative ? x : 0;
      double fromY = relative ? y : 0;
      one(kind == 'M' && i > 0 ? 'L' : kind, n.subList(i, i + step), fromX, fromY);
    }
  }

  private void one(char kind, List<Double> n, double fromX, double fromY) {
    if (kind != 'M' && path.getCurrentPoint() == null) {
      path.moveTo(x, y);
    }
    int last = n.size();
    double toX = kind == 'V' ? x : fromX + n.get(Math.max(0, last - 2));
    double toY = kind == 'H' ? y : fromY + n.get(last - 1);
    switch (kind) {
      case 'M' -> path.moveTo(toX, toY);
      case 'L' -> path.lineTo(toX, toY);
      case 'H', 'V' -> path.lineTo(toX, toY);
      case 'Q' -> path.quadTo(fromX + n.get(0), fromY + n.get(1), toX, toY);
      default ->
          path.curveTo(
              fromX + n.get(0), fromY + n.get(1), fromX + n.get(2), fromY + n.get(3), toX, toY);
    }
    x = toX;
    y = toY;
  }
}
