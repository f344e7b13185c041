package example.gannet.saltmarsh.desktop;

import example.gannet.saltmarsh.tides.Harbour;
import example.gannet.saltmarsh.tides.Turn;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Dimension;
import java.awt.Graphics;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Path2D;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Locale;
import javax.swing.JPanel;

/** Draws a harbour's tide over one day. */
final class TidePanel extends JPanel {
  private static final long serialVersionUID = 1;
  private static final int MARGIN = 48;
  private static final int MINUTES_OF_DAY = 24 * 60;

  private transient Harbour harbour;
  private final LocalDate day;

  TidePanel(Harbour harbour, LocalDate day) {
    this.harbour = harbour;
    this.day = day;
    setPreferredSize(new Dimension(820, 440));
    setBackground(Color.WHITE);
  }

  void show(Harbour other) {
    harbour = other;
    repaint();
  }

  @Override
  protected void paintComponent(Graphics graphics) {
    super.paintComponent(graphics);
    draw((Graphics2D) graphics, getWidth(), getHeight());
  }

  /** Draws into any graphics, so that it can be tried without a screen. */
  void draw(Graphics2D g, int width, int height) {
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    Instant start = day.atStartOfDay().toInstant(ZoneOffset.UTC);
    double top = highest();
    double perMetre = (height - 2.0 * MARGIN) / top;
    double perMinute = (width - 2.0 * MARGIN) / MINUTES_OF_DAY;
    grid(g, width, height, top, perMetre, perMinute);
    Path2D curve = new Path2D.Double();
    for (int minute = 0; minute <= MINUTES_OF_DAY; minute += 10) {
      double x = MARGIN + minute * perMinute;
      double y =
          height - MARGIN - harbour.heightMetres(start.plus(Duration.ofMinutes(minute))) * perMetre;
      if (minute == 0) {
        curve.moveTo(x, y);
      } else {
        curve.lineTo(x, y);
      }
    }
    g.setColor(new Color(0x1F6F8B));
    g.setStroke(new BasicStroke(2.5f));
    g.draw(curve);
    for (Turn t : harbour.turns(day)) {
      int x = (int) (MARGIN + Duration.between(start, t.time()).toMinutes() * perMinute);
      int y = (int) (height - MARGIN - t.heightMetres() * perMetre);
      g.fillOval(x - 4, y - 4, 8, 8);
      String label =
          String.format(
              Locale.ROOT, "%s  %.1f m", t.time().toString().substring(11, 16), t.heightMetres());
      g.drawString(label, Math.min(x - 34, width - 2 * MARGIN), t.high() ? y - 12 : y + 22);
    }
  }

  private double highest() {
    return Math.ceil(
            harbour.meanLevelMetres()
                + harbour.constituents().stream().mapToDouble(c -> c.amplitudeMetres()).sum())
        + 0.5;
  }

  private void grid(
      Graphics2D g, int width, int height, double top, double perMetre, double perMinute) {
    for (int metre = 0; metre <= top; metre++) {
      int y = (int) (height - MARGIN - metre * perMetre);
      g.setColor(new Color(0xDDE5E8));
      g.drawLine(MARGIN, y, width - MARGIN, y);
      g.setColor(Color.DARK_GRAY);
      g.drawString(metre + " m", 12, y + 4);
    }
    for (int hour = 0; hour <= 24; hour += 3) {
      int x = (int) (MARGIN + hour * 60 * perMinute);
      g.setColor(new Color(0xDDE5E8));
      g.drawLine(x, MARGIN, x, height - MARGIN);
      g.setColor(Color.DARK_GRAY);
      g.drawString(String.format(Locale.ROOT, "%02d:00", hour), x - 16, height - MARGIN + 20);
    }
    g.drawString(harbour.name() + ", " + day + " (UTC)", MARGIN, 26);
  }
}
