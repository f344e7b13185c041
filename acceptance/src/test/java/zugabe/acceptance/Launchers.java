package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.imageio.ImageIO;

/** Start programs for Windows that tests make for themselves. */
final class Launchers {
  private Launchers() {}

  static byte[] png(int width, int height) throws Exception {
    BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        image.setRGB(x, y, (x * 255 / width) << 16 | (y * 255 / height) | 0x80 << 8 | 0xFF << 24);
      }
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(image, "png", out);
    return out.toByteArray();
  }

  /** A recipe with a start program in place of the jar. */
  static Workspace workspace(String program, String launcher) throws Exception {
    Workspace w = Workspace.withProgram();
    Files.write(w.path("icon.png"), png(256, 256));
    w.write(
        "zugabe.yaml",
        """
        app: {id: example.gannet.tern, name: Tern, version: 2.4.1, maker: Gannet Harbour Works, summary: Tide tables, icon: icon.png}
        materials:
          app: {own: classes, libraries: lib/*.jar}
        programs:
          tern: {materials: app, main: example.tern.Main, surface: console%s}
        deliverables:
          exe: {kind: windows-launcher, file: tern.exe%s}
        """
            .formatted(program, launcher));
    return w;
  }

  /** A start program in a folder of its own. */
  static Path built(String program, String launcher, Path folder) throws Exception {
    try (Workspace w = workspace(program, launcher)) {
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).as(r.all()).isZero();
      Path into = Files.createTempDirectory(folder, "start");
      return Files.copy(w.path("out/tern.exe"), into.resolve("tern.exe"));
    }
  }
}
