package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.util.LinkedHashMap;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Drafts of programs that are there as jars, with what starts them today. */
public final class JarDraftTest {
  private static final String WINDOW =
      "public static void main(String[] a) { new javax.swing.JFrame(\"Tide\").setVisible(true); }";
  private static final String CONSOLE =
      "public static void main(String[] a) { System.out.println(a.length); }";

  /** A jar with a main class that calls one in the package beside it. */
  private static Workspace withJar(String body, boolean apart) throws Exception {
    Workspace w = Workspace.create();
    String main =
        apart ? "public static void main(String[] a) { org.tide.ui.Show.main(a); }" : body;
    w.compile("c", apart ? "org.tide.ui.Show" : "org.tide.ui.Other", apart ? body : "");
    if (apart) {
      w.jar("lib/show.jar", Map.of("org/tide/ui/Show.class", bytes(w, "org/tide/ui/Show.class")));
    }
    w.compile("c", "org.tide.start.Main", main);
    Map<String, byte[]> entries = new LinkedHashMap<>();
    entries.putAll(
        Workspace.entries(
            "META-INF/MANIFEST.MF",
            "Manifest-Version: 1.0\nMain-Class: org.tide.start.Main\nImplementation-Title: Tide\n\n"));
    entries.put("org/tide/start/Main.class", bytes(w, "org/tide/start/Main.class"));
    if (apart) {
      entries.put("org/tide/ui/Show.class", bytes(w, "org/tide/ui/Show.class"));
    }
    w.jar("tide.jar", entries);
    w.program().run("rm", "-r", w.path("c").toString());
    if (apart) {
      w.program().run("rm", "-r", w.path("lib").toString());
    }
    return w;
  }

  private static byte[] bytes(Workspace w, String path) throws Exception {
    return Files.readAllBytes(w.path("c/" + path));
  }

  private static String draft(Workspace w) throws Exception {
    Program.Result r = w.program().zugabe("survey", "--draft");
    assertThat(r.exit()).as(r.all()).isZero();
    return Files.readString(w.path("zugabe.yaml"));
  }

  @DataProvider
  public Object[][] programs() {
    return new Object[][] {
      {WINDOW, false, "window"}, {WINDOW, true, "window"}, {CONSOLE, false, "console"},
    };
  }

  /** What shows windows may lie in a package beside the main class's. */
  @Test(dataProvider = "programs")
  public void windowsAreKnownByTheByteCode(String body, boolean apart, String surface)
      throws Exception {
    try (Workspace w = withJar(body, apart)) {
      assertThat(draft(w)).contains("main: org.tide.start.Main", "surface: " + surface);
      assertThat(w.program().zugabe("build").exit()).isZero();
    }
  }

  @DataProvider
  public Object[][] lines() {
    return new Object[][] {
      {"tide.bat", "start javaw -Xmx700m -jar \"%~dp0tide.jar\" %*"},
      {"tide.bat", "set HERE=%~dp0\r\nstart javaw -Xmx700m -jar %HERE%tide.jar %*"},
      {"tide.bat", "javaw -Xmx700m -jar \"%~dp0\\tide.jar\" %*"},
      {"tide.sh", "exec java -Xmx700m -jar \"${HERE}tide.jar\" \"$@\""},
      {"tide.sh", "exec java -Xmx700m -jar \"$(dirname \"$0\")/tide.jar\" \"$@\""},
    };
  }

  /** A script names the folder that it lies in by a variable, which ends in a slash on Windows. */
  @Test(dataProvider = "lines")
  public void whatAScriptStartsIsFoundBesideIt(String file, String line) throws Exception {
    try (Workspace w = withJar(CONSOLE, false)) {
      String first = file.endsWith(".sh") ? "#!/bin/sh\n" : "@echo off\r\n";
      w.write(file, first + line + "\n");
      assertThat(draft(w))
          .contains(
              "-Xmx700m", "as in " + file, "starts the program today; its options are taken over")
          .doesNotContain("which isn't here");
    }
  }
}
