package example.gannet.saltmarsh.web;

import example.gannet.saltmarsh.tides.Harbour;
import example.gannet.saltmarsh.tides.Turn;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Locale;

/** A harbour's tide over one day, as a picture (SVG 1.1). */
final class TideCurve {
  private static final int WIDTH = 820;
  private static final int HEIGHT = 360;
  private static final int MARGIN = 40;
  private static final int MINUTES_OF_DAY = 24 * 60;
  private static final int STEP_MINUTES = 10;

  private TideCurve() {}

  static String svg(Harbour harbour, LocalDate day) {
    Instant start = day.atStartOfDay().toInstant(ZoneOffset.UTC);
    double top = Math.ceil(highest(harbour, start));
    StringBuilder curve = new StringBuilder();
    for (int minute = 0; minute <= MINUTES_OF_DAY; minute += STEP_MINUTES) {
      double metres = harbour.heightMetres(start.plus(Duration.ofMinutes(minute)));
      curve.append(String.format(Locale.ROOT, " %.1f,%.1f", x(minute), y(metres, top)));
    }
    StringBuilder turns = new StringBuilder();
    for (Turn t : harbour.turns(day)) {
      double x = x(Duration.between(start, t.time()).toMinutes());
      double y = y(t.heightMetres(), top);
      turns.append(
          String.format(
              Locale.ROOT,
              "  <circle cx=\"%.1f\" cy=\"%.1f\" r=\"4\"/><text x=\"%.1f\" y=\"%.1f\">%s  %.1f m</text>%n",
              x,
              y,
              Math.min(x - 34, WIDTH - 110),
              t.high() ? y - 10 : y + 22,
              t.time().toString().substring(11, 16),
              t.heightMetres()));
    }
    return "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 %d %d\" font-family=\"sans-serif\" font-size=\"14\" fill=\"#1f6f8b\">%n  <rect width=\"100%%\" height=\"100%%\" fill=\"#ffffff\"/>%n  <text x=\"%d\" y=\"24\" font-size=\"18\">%s, %s (UTC)</text>%n  <polyline fill=\"none\" stroke=\"#1f6f8b\" stroke-width=\"2.5\" points=\"%s\"/>%n%s</svg>%n"
        .formatted(WIDTH, HEIGHT, MARGIN, harbour.name(), day, curve.toString().strip(), turns);
  }

  private static double highest(Harbour harbour, Instant start) {
    double highest = 1;
    for (int minute = 0; minute <= MINUTES_OF_DAY; minute += STEP_MINUTES) {
      highest = Math.max(highest, harbour.heightMetres(start.plus(Duration.ofMinutes(minute))));
    }
    return highest;
  }

  private static double x(long minute) {
    return MARGIN + minute * (WIDTH - 2.0 * MARGIN) / MINUTES_OF_DAY;
  }

  private static double y(double metres, double top) {
    return HEIGHT - MARGIN - metres * (HEIGHT - 2.5 * MARGIN) / top;
  }
}
