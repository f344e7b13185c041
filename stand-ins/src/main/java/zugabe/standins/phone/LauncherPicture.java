package zugabe.standins.phone;

import java.awt.Color;
import java.awt.Font;
import java.awt.FontMetrics;
import java.awt.GradientPaint;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.imageio.ImageIO;

/** The screen of a phone's launcher: an icon with its label for each application. */
final class LauncherPicture {
  private static final int WIDTH = 720;
  private static final int HEIGHT = 1280;
  private static final int COLUMNS = 4;
  private static final int TOP = 120;
  private static final int ROW = 220;
  private static final int TEXT = 24;

  private final Profile profile;
  private final List<Shown> all = new ArrayList<>();

  private record Shown(String label, Optional<BufferedImage> icon) {}

  LauncherPicture(Profile profile) {
    this.profile = profile;
  }

  void add(String label, Optional<BufferedImage> icon) {
    all.add(new Shown(label, icon));
  }

  byte[] png() throws IOException {
    BufferedImage image = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setRenderingHint(
        RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
    Color top = profile.night() ? new Color(0x10202c) : new Color(0xdfe9ee);
    Color bottom = profile.night() ? new Color(0x05090c) : new Color(0xa9c4d0);
    g.setPaint(new GradientPaint(0, 0, top, 0, HEIGHT, bottom));
    g.fillRect(0, 0, WIDTH, HEIGHT);
    g.setColor(profile.night() ? Color.WHITE : new Color(0x1c2a33));
    g.setFont(new Font(Font.SANS_SERIF, Font.PLAIN, TEXT));
    g.drawString("simulated phone, platform " + profile.platform(), 32, 56);
    int cell = WIDTH / COLUMNS;
    for (int i = 0; i < all.size(); i++) {
      one(g, all.get(i), i % COLUMNS * cell, TOP + i / COLUMNS * ROW, cell);
    }
    g.dispose();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(image, "png", out);
    return out.toByteArray();
  }

  private static void one(Graphics2D g, Shown app, int x, int y, int cell) {
    int left = x + (cell - AppIcon.SIDE) / 2;
    if (app.icon().isPresent()) {
      g.drawImage(app.icon().get(), left, y, null);
    } else {
      // what phones show for want of a picture
      g.drawRoundRect(left, y, AppIcon.SIDE, AppIcon.SIDE, TEXT, TEXT);
    }
    FontMetrics metrics = g.getFontMetrics();
    String label = app.label();
    while (label.length() > 1 && metrics.stringWidth(label) > cell - 8) {
      label = label.substring(0, label.length() - 2).stripTrailing() + "…";
    }
    g.drawString(label, x + (cell - metrics.stringWidth(label)) / 2, y + AppIcon.SIDE + TEXT + 12);
  }
}
