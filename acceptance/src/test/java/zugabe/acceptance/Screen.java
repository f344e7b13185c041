package zugabe.acceptance;

import java.awt.image.BufferedImage;
import java.io.BufferedReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import javax.imageio.ImageIO;

/** A screen that nobody sees, of a number that is free, with a keyboard. */
final class Screen implements AutoCloseable {
  private final Process server;
  private final String display;

  private Screen(Process server, String display) {
    this.server = server;
    this.display = display;
  }

  static Screen open() throws IOException {
    Process server =
        new ProcessBuilder("Xvfb", "-displayfd", "1", "-screen", "0", "1280x800x24")
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .start();
    BufferedReader said = server.inputReader();
    return new Screen(server, ":" + said.readLine());
  }

  Map<String, String> environment() {
    return Map.of("DISPLAY", display);
  }

  private Program.Result run(String... command) throws Exception {
    return Program.in(Path.of("/")).with("DISPLAY", display).run(command);
  }

  /** Whether a window of a name comes up, or goes away, within half a minute. */
  boolean shows(String name, boolean wanted) throws Exception {
    for (int i = 0; i < 150; i++) {
      if ((run("xdotool", "search", "--onlyvisible", "--name", name).exit() == 0) == wanted) {
        return true;
      }
      Thread.sleep(200);
    }
    return false;
  }

  void key(String key) throws Exception {
    run("xdotool", "key", key);
  }

  BufferedImage picture() throws Exception {
    Path file = Files.createTempFile("screen", ".png");
    try {
      run("import", "-window", "root", file.toString());
      return ImageIO.read(file.toFile());
    } finally {
      Files.delete(file);
    }
  }

  @Override
  public void close() {
    server.destroy();
  }
}
