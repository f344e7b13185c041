package example.gannet.saltmarsh.desktop;

import example.gannet.saltmarsh.tides.Harbour;
import example.gannet.saltmarsh.tides.Harbours;
import java.awt.BorderLayout;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import javax.swing.JComboBox;
import javax.swing.JFrame;
import javax.swing.SwingUtilities;

/** Shows a window with the tide curve of a harbour. */
public final class Main {
  private Main() {}

  public static void main(String[] args) {
    Harbours harbours = Harbours.load();
    if (List.of(args).contains("--self-test")) {
      selfTest(harbours);
      return;
    }
    SwingUtilities.invokeLater(() -> show(harbours, LocalDate.now(ZoneOffset.UTC)));
  }

  private static void show(Harbours harbours, LocalDate day) {
    JFrame frame = new JFrame("Saltmarsh");
    TidePanel panel = new TidePanel(harbours.all().get(0), day);
    JComboBox<String> choice =
        new JComboBox<>(harbours.all().stream().map(Harbour::name).toArray(String[]::new));
    choice.addActionListener(e -> panel.show(harbours.all().get(choice.getSelectedIndex())));
    frame.add(choice, BorderLayout.NORTH);
    frame.add(panel, BorderLayout.CENTER);
    frame.setDefaultCloseOperation(JFrame.EXIT_ON_CLOSE);
    frame.pack();
    frame.setLocationByPlatform(true);
    frame.setVisible(true);
  }

  /** Draws every harbour's curve without a screen and counts what was painted. */
  private static void selfTest(Harbours harbours) {
    for (Harbour harbour : harbours.all()) {
      BufferedImage picture = new BufferedImage(820, 440, BufferedImage.TYPE_INT_RGB);
      Graphics2D g = picture.createGraphics();
      new TidePanel(harbour, LocalDate.of(2026, 3, 1)).draw(g, 820, 440);
      g.dispose();
      int painted = 0;
      for (int rgb : picture.getRGB(0, 0, 820, 440, null, 0, 820)) {
        painted += (rgb & 0xFFFFFF) == 0x1F6F8B ? 1 : 0;
      }
      System.out.println(harbour.name() + ": curve of " + painted + " points drawn");
    }
    System.out.println("ready");
  }
}
