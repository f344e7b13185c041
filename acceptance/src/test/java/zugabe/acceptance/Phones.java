package zugabe.acceptance;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.imageio.ImageIO;
import javax.tools.ToolProvider;

/** An application for phones that isn't the demonstration's: counts boats. */
final class Phones {
  static final String FRAMEWORK = "usr/share/android-framework-res/framework-res.apk";

  private static Path resources;

  private Phones() {}

  /** The package of resources that Debian has of the platform; verify unpacks it. */
  static Path framework() {
    return shipped(FRAMEWORK);
  }

  /** A file of those that verify unpacks. */
  static Path shipped(String path) {
    String cache = System.getenv("XDG_CACHE_HOME");
    Path base = cache == null ? Path.of(System.getProperty("user.home"), ".cache") : Path.of(cache);
    return base.resolve("zugabe-tests/signed").resolve(path);
  }

  /** A recipe whose package says more. */
  static String recipe(String more) {
    return """
        app: {id: example.gannet.tally, name: Tally, version: 1.2.3, icon: icon.png}
        deliverables:
          phone:
            kind: apk
            code: classes.dex
            resources: res
            activities: {.TallyActivity: {}}
        """
        + more.indent(4);
  }

  /** With byte code, an icon, a few resources, and the recipe. */
  static Workspace workspace(String more) throws Exception {
    Workspace w = Workspace.create();
    w.write("zugabe.yaml", recipe(more));
    dex(w, "classes.dex", "example.gannet.tally.TallyActivity");
    icon(w.path("icon.png"), 256, 256);
    w.write("res/values/texts.xml", "<resources><string name=\"hello\">Hello</string></resources>");
    return w;
  }

  /** A picture with a disc. */
  static void icon(Path file, int width, int height) throws Exception {
    BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
    Graphics2D g = image.createGraphics();
    g.setColor(new Color(0x2a, 0x6f, 0x97));
    g.fillOval(0, 0, width, height);
    g.dispose();
    ImageIO.write(image, "png", file.toFile());
  }

  /** Classes of the platform, as far as tests extend them. */
  private static final Map<String, String> PLATFORM =
      Map.of(
          "android.app.Activity", "",
          "android.app.Application", "",
          "android.app.Service", "",
          "android.content.BroadcastReceiver", "",
          "android.content.ContentProvider", "",
          "android.content.Context", "",
          "android.util.AttributeSet", "",
          "android.view.View",
              "public View(android.content.Context c, android.util.AttributeSet a) {}");

  /**
   * Byte code by the platform's own compiler. Classes whose names end in Activity are activities,
   * and the platform's own aren't in it.
   *
   * @param classes names, each with what it extends, and behind a colon its members, if any
   */
  static void dex(Workspace w, String file, String... classes) throws Exception {
    dexOf(w, file, "", classes);
  }

  /** The same of one package only, though all were compiled together. */
  static void dexOf(Workspace w, String file, String only, String... classes) throws Exception {
    Path sources = Files.createTempDirectory(w.folder(), "sources");
    Path compiled = Files.createTempDirectory(w.folder(), "compiled");
    List<String> line = new ArrayList<>(List.of("--release", "8", "-Xlint:-options", "-d"));
    line.add(compiled.toString());
    Set<String> given = new HashSet<>();
    for (String one : classes) {
      String[] words = one.split(":", 2);
      String[] head = words[0].split(" ", 2);
      boolean screen = head[0].endsWith("Activity") && !head[0].startsWith("android.");
      String above = head.length > 1 ? head[1] : screen ? "extends android.app.Activity" : "";
      given.add(head[0]);
      line.add(source(sources, head[0], above, words.length > 1 ? words[1] : ""));
    }
    for (Map.Entry<String, String> one : PLATFORM.entrySet()) {
      if (!given.contains(one.getKey())) {
        line.add(source(sources, one.getKey(), "", one.getValue()));
      }
    }
    ToolProvider.getSystemJavaCompiler()
        .run(null, null, new ByteArrayOutputStream(), line.toArray(String[]::new));
    try (var all = Files.walk(compiled)) {
      for (Path c : all.filter(Files::isRegularFile).toList()) {
        Path path = compiled.relativize(c);
        if (only.isEmpty() ? path.startsWith("android") : !path.startsWith(only)) {
          Files.delete(c);
        }
      }
    }
    Files.createDirectories(w.path(file).getParent());
    com.android.dx.command.dexer.Main.main(
        new String[] {"--min-sdk-version=21", "--output=" + w.path(file), compiled.toString()});
  }

  private static String source(Path sources, String name, String above, String members)
      throws Exception {
    int dot = name.lastIndexOf('.');
    String simple = name.substring(dot + 1);
    Path source = sources.resolve(name + "/" + simple + ".java");
    Files.createDirectories(source.getParent());
    Files.writeString(
        source,
        "package %s; public %s %s %s {%s}"
            .formatted(
                name.substring(0, dot),
                above.startsWith("abstract ") ? "abstract class" : "class",
                simple,
                above.replace("abstract ", ""),
                members));
    return source.toString();
  }

  /**
   * A library that needs others, for pages of some size, by this machine's linker, told to be for
   * another processor.
   */
  static void linked(Workspace w, String file, int pages, int machine, String... needed)
      throws Exception {
    Files.createDirectories(w.path(file).getParent());
    StringBuilder line = new StringBuilder("set -e; echo 'int x(void){return 1;}' > x.c; ");
    for (String one : needed) {
      line.append("gcc -shared -nostdlib -o ")
          .append(one)
          .append(" x.c -Wl,-soname,")
          .append(one)
          .append("; ");
    }
    line.append("gcc -shared -nostdlib -Wl,--no-as-needed -Wl,-z,max-page-size=").append(pages);
    line.append(" -o '").append(file).append("' x.c");
    for (String one : needed) {
      line.append(" ./").append(one);
    }
    Program.Result r = w.program().run("sh", "-c", line.toString());
    if (r.exit() != 0) {
      throw new IllegalStateException(r.all());
    }
    byte[] elf = Files.readAllBytes(w.path(file));
    elf[18] = (byte) machine;
    Files.write(w.path(file), elf);
  }

  /** A library that does nothing, as a linker would leave its header. */
  static byte[] library(int machine) {
    byte[] elf = new byte[64];
    byte[] start = {0x7f, 'E', 'L', 'F', 2, 1, 1};
    System.arraycopy(start, 0, elf, 0, start.length);
    elf[16] = 3;
    elf[18] = (byte) machine;
    elf[20] = 1;
    elf[52] = 64;
    elf[54] = 56;
    elf[58] = 64;
    return elf;
  }

  /**
   * What the platform's own resource runtime makes of a package's resources, a line to each.
   *
   * @param names such as {@code string/hello}
   */
  static synchronized String resolved(
      Workspace w, String apk, String locale, int density, boolean night, String... names)
      throws Exception {
    if (resources == null) {
      resources =
          Files.createDirectories(Program.ROOT.resolve("acceptance/target")).resolve("resources");
      String place = "/usr/lib/x86_64-linux-gnu/android";
      Program.Result built =
          w.program()
              .run(
                  "sh",
                  "-c",
                  "g++ -std=c++17 -w -O0 -I/usr/include/android -o '"
                      + resources
                      + "' '"
                      + Path.of("src/test/native/resources.cpp").toAbsolutePath()
                      + "' -L"
                      + place
                      + " -landroidfw -lutils -lbase -lcutils -llog -Wl,-rpath,"
                      + place);
      if (built.exit() != 0) {
        throw new IllegalStateException(built.all());
      }
    }
    List<String> line = new ArrayList<>();
    line.addAll(List.of(resources.toString(), framework().toString(), w.path(apk).toString()));
    line.addAll(List.of(locale, String.valueOf(density), night ? "1" : "0"));
    line.add("example.gannet.tally");
    line.addAll(List.of(names));
    return w.program().run(line.toArray(String[]::new)).out();
  }
}
