package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.concurrent.TimeUnit;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Windows of start programs for Windows: under Wine, on a screen that nobody sees. */
public final class LauncherWindowTest {
  private Wine wine;
  private Screen screen;

  @BeforeClass
  public void system() throws Exception {
    wine = Wine.create();
    screen = Screen.open();
  }

  @AfterClass(alwaysRun = true)
  public void end() throws Exception {
    if (wine != null) {
      wine.close();
    }
    if (screen != null) {
      screen.close();
    }
  }

  private Path built(String launcher) throws Exception {
    try (Workspace w = Launchers.workspace("", launcher)) {
      w.replace("zugabe.yaml", "surface: console", "surface: window");
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).as(r.all()).isZero();
      Path into = Files.createTempDirectory(wine.folder(), "start");
      return Files.copy(w.path("out/tern.exe"), into.resolve("tern.exe"));
    }
  }

  private Process started(Path exe, String language, String... more) throws Exception {
    Program program = wine.program(exe.getParent());
    screen.environment().forEach(program::with);
    program.with("ZUGABE_LAUNCH_LANGUAGE", language).with("JAVA_HOME", "");
    for (int i = 0; i < more.length; i += 2) {
      program.with(more[i], more[i + 1]);
    }
    return program
        .builder("timeout", "60", "wine", exe.toString())
        .redirectErrorStream(true)
        .redirectOutput(exe.resolveSibling("out.txt").toFile())
        .start();
  }

  private static int exit(Process process) throws Exception {
    assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
    return process.exitValue();
  }

  /** How many points of the screen aren't of the background. */
  private static long drawn(BufferedImage picture) {
    long count = 0;
    for (int y = 0; y < picture.getHeight(); y++) {
      for (int x = 0; x < picture.getWidth(); x++) {
        count += (picture.getRGB(x, y) & 0xFFFFFF) == 0 ? 0 : 1;
      }
    }
    return count;
  }

  @DataProvider
  public Object[][] languages() {
    return new Object[][] {{"en"}, {"de"}};
  }

  /** Without a runtime a window says so, and Escape closes it. */
  @Test(dataProvider = "languages")
  public void whatIsMissingIsSaidInAWindow(String language) throws Exception {
    Process process = started(built(", address: \"https://java.gannet.example/\""), language);
    try {
      assertThat(screen.shows("Tern", true)).isTrue();
      Thread.sleep(500);
      assertThat(drawn(screen.picture())).isGreaterThan(50_000);
      screen.key("Escape");
      assertThat(exit(process)).isEqualTo(241);
      assertThat(screen.shows("Tern", false)).isTrue();
    } finally {
      process.destroy();
    }
  }

  /** Return presses its button, which opens the page in the user's browser. */
  @Test
  public void theButtonOpensThePage() throws Exception {
    Path opened = wine.folder().resolve("opened.txt");
    Path browser = wine.folder().resolve("browser");
    Files.writeString(browser, "#!/bin/sh\nprintf %s \"$1\" >'" + opened + "'\n");
    Files.setPosixFilePermissions(browser, PosixFilePermissions.fromString("rwxr-xr-x"));
    Program.Result told =
        wine.program(wine.folder())
            .run(
                "wine",
                "reg",
                "add",
                "HKCU\\Software\\Wine\\WineBrowser",
                "/v",
                "Browsers",
                "/d",
                browser.toString(),
                "/f");
    assertThat(told.exit()).as(told.all()).isZero();
    Process process = started(built(", address: \"https://java.gannet.example/\""), "en");
    try {
      assertThat(screen.shows("Tern", true)).isTrue();
      Thread.sleep(500);
      // a window that has only just come may not have the keyboard yet, and the page can be opened
      // again
      for (int i = 0; i < 100 && (!Files.exists(opened) || Files.size(opened) == 0); i++) {
        if (i % 10 == 0) {
          screen.key("Return");
        }
        Thread.sleep(200);
      }
      assertThat(Files.readString(opened)).isEqualTo("https://java.gannet.example/");
      // it stays, so that one can read it beside the page
      screen.key("Escape");
      assertThat(exit(process)).isEqualTo(241);
    } finally {
      process.destroy();
    }
  }

  /** It is shown in the middle, and goes when its time is over, while the program runs. */
  @Test
  public void aPictureIsShownWhileTheProgramStarts() throws Exception {
    Path exe = built(", opening: {picture: icon.png, seconds: 3}");
    Path bin = Files.createDirectories(exe.resolveSibling("runtime/bin"));
    byte[] java = Files.readAllBytes(wine.runtime().resolve("bin/java.exe"));
    Files.write(bin.resolve("java.exe"), java);
    // the same without a console ("PE Format", "Windows Subsystem")
    java[ByteBuffer.wrap(java).order(ByteOrder.LITTLE_ENDIAN).getInt(0x3C) + 24 + 68] = 2;
    Files.write(bin.resolve("javaw.exe"), java);
    Files.writeString(exe.resolveSibling("runtime/release"), "JAVA_VERSION=\"17\"\n");
    Path record = exe.resolveSibling("record");
    Process process =
        started(exe, "en", "RECORD", Wine.named(record), "RECORD_WAIT", "9000", "RECORD_EXIT", "5");
    try {
      BufferedImage seen = screen.picture();
      for (int i = 0; i < 150 && drawn(seen) < 10_000; i++) {
        Thread.sleep(100);
        seen = screen.picture();
      }
      // the middle of a picture that gets redder to the right and greener to the bottom
      int rgb = seen.getRGB(640, 400);
      assertThat(rgb >> 16 & 0xFF).isBetween(110, 140);
      assertThat(rgb & 0xFF).isBetween(110, 140);
      for (int i = 0; i < 100 && drawn(seen) > 1000; i++) {
        Thread.sleep(100);
        seen = screen.picture();
      }
      assertThat(drawn(seen)).isLessThan(1000);
      assertThat(process.isAlive()).isTrue();
      assertThat(exit(process)).isEqualTo(5);
    } finally {
      process.destroy();
    }
  }
}
