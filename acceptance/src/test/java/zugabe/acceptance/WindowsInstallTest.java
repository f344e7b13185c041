package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** Scripts that install an archive on Windows, under Wine's command processor. */
public final class WindowsInstallTest {
  private static final String RECIPE =
      """
      app:
        id: example.tern
        name: Arctic Tern
        version: "1.9"
        contact: 100% Tern & Desk <desk@tern.example>
        icon: tern.png
      materials:
        bird: {own: bird}
        data: {own: data}
      programs:
        tern: {materials: bird, file: tern, first-run: {arguments: [--first, "a b"]}}
        look: {materials: bird, file: tern, surface: window}
        watch: {materials: bird, file: tern, service: {arguments: [--watch, 'x y']}}
      deliverables:
        set: {kind: archive, programs: [tern, watch, look], materials: data, platforms: windows-x64, formats: zip}
      """;

  private static final String BIRD =
      """
      @echo off
      if not "%~1" == "--first" goto say
      if exist "%TEMP%\\fails" exit /b 9
      echo once>>"%TEMP%\\first"
      :say
      echo tern 1.9: %*
      """
          .replace("\n", "\r\n");

  private Wine wine;
  private Workspace w;
  private Path prefix;
  private Path temp;

  @BeforeClass
  public void build() throws Exception {
    wine = Wine.create();
    w = Workspace.create();
    ImageIO.write(
        new BufferedImage(48, 32, BufferedImage.TYPE_INT_ARGB), "png", w.path("tern.png").toFile());
    w.write("bird/tern.cmd", BIRD).write("data/share/one & two.txt", "1");
    w.write("data/share/gone.txt", "").write("zugabe.yaml", RECIPE);
    ok(w.program().zugabe("build"));
    w.write("bird/tern.cmd", BIRD.replace("1.9", "1.10")).write("data/share/one & two.txt", "2");
    Files.delete(w.path("data/share/gone.txt"));
    w.write("data/new.txt", "").write("zugabe.yaml", RECIPE.replace("1.9", "1.10"));
    ok(w.program().zugabe("build"));
    ok(w.program().run("unzip", "-q", "out/tern-1.9-windows-x64.zip"));
    ok(w.program().run("unzip", "-q", "out/tern-1.10-windows-x64.zip"));
    Path users = wine.folder().resolve("prefix/drive_c/users");
    try (Stream<Path> list = Files.list(users)) {
      Path user = list.filter(p -> !p.endsWith("Public")).findFirst().orElseThrow();
      prefix = user.resolve("AppData/Local/Programs/tern");
      temp = user.resolve("Temp");
    }
  }

  @AfterClass(alwaysRun = true)
  public void close() throws Exception {
    wine.close();
    w.close();
  }

  @BeforeMethod
  public void fresh() throws Exception {
    ok(w.program().run("rm", "-rf", prefix.toString()));
    Files.deleteIfExists(temp.resolve("fails"));
    Files.deleteIfExists(temp.resolve("first"));
    Files.deleteIfExists(entry());
  }

  private static Program.Result ok(Program.Result r) {
    assertThat(r.exit()).as(r.all()).isZero();
    return r;
  }

  private Program.Result run(Path script, String... arguments) throws Exception {
    List<String> command = new ArrayList<>(wine.script(script));
    command.addAll(List.of(arguments));
    String[] words = command.toArray(String[]::new);
    Program.Result r = wine.program(w.folder()).run(words);
    // nothing was started: Wine gives up now and then on a busy machine
    for (int again = 0; again < 4 && r.all().contains("ShellExecuteEx failed"); again++) {
      r = wine.program(w.folder()).run(words);
    }
    return Wine.told(r);
  }

  private Path entry() {
    return prefix
        .resolve("../../../Roaming/Microsoft/Windows/Start Menu/Programs/Arctic Tern.url")
        .normalize();
  }

  @Test
  public void windowsGetAnEntryInTheStartMenu() throws Exception {
    assertThat(install("1.9", "--dry-run").out()).contains("Start Menu\\Programs\\Arctic Tern.url");
    assertThat(install("1.9").out()).contains("In the start menu: Arctic Tern.");
    assertThat(Files.readString(entry()))
        .startsWith("[InternetShortcut]\r\nURL=file:///C:/")
        .contains("/Programs/tern/bin/look.cmd\r\n", "\\share\\icons\\tern.ico\r\nIconIndex=0");
    assertThat(w.program().run("file", prefix.resolve("share/icons/tern.ico").toString()).out())
        .contains("6 icons, 16x16");
    assertThat(install("1.10", "--no-menu").out()).contains("1.10 replaces 1.9");
    assertThat(entry()).doesNotExist();
    Files.writeString(entry(), "theirs");
    assertThat(fails(1, install("1.10")).all())
        .contains("Arctic Tern.url is there already", "--no-menu leaves it");
    assertThat(Files.readString(entry())).isEqualTo("theirs");
    assertThat(install("1.10", "--force").out()).contains("In the start menu");
    ok(run(prefix.resolve("uninstall.cmd")));
    assertThat(entry()).doesNotExist();
  }

  private static Program.Result fails(int exit, Program.Result r) {
    assertThat(r.exit()).as(r.all()).isEqualTo(exit);
    return r;
  }

  private Program.Result install(String version, String... arguments) throws Exception {
    return run(w.path("tern-" + version + "-windows-x64/install.cmd"), arguments);
  }

  private List<String> files() throws Exception {
    if (!Files.exists(prefix)) {
      return List.of();
    }
    try (Stream<Path> walk = Files.walk(prefix)) {
      return walk.filter(Files::isRegularFile)
          .map(p -> prefix.relativize(p).toString())
          .sorted()
          .toList();
    }
  }

  private String path() throws Exception {
    return wine.program(w.folder())
        .run("timeout", "60", "wine", "reg", "query", "HKCU\\Environment")
        .out();
  }

  @Test
  public void installsUpgradesAndRemoves() throws Exception {
    Program.Result told = install("1.9", "--dry-run");
    assertThat(told.out()).contains("Would install Arctic Tern 1.9", "share\\one & two.txt");
    assertThat(files()).isEmpty();

    Program.Result first = install("1.9");
    assertThat(first.out())
        .contains("Arctic Tern 1.9 is installed in C:\\", "tern 1.9: \"--first\" \"a b\"")
        .contains("schtasks /run /tn tern\\tern-watch", "tern-watch.log");
    assertThat(files()).contains("bin/tern.cmd", "share/one & two.txt", ".installed");
    assertThat(path()).contains("Programs\\tern\\bin");
    Files.writeString(prefix.resolve("etc/tern.settings"), "argument = loud\r\n");
    Files.writeString(prefix.resolve("share/theirs.txt"), "");

    Program.Result upgrade = install("1.10", "--log", "C:\\log.txt");
    assertThat(upgrade.out()).contains("1.10 replaces 1.9 in ");
    assertThat(Files.readString(wine.folder().resolve("prefix/drive_c/log.txt")))
        .contains("replaces 1.9");
    assertThat(files())
        .contains("new.txt", "share/theirs.txt", "etc/tern.settings.new")
        .doesNotContain("share/gone.txt", "etc/watch.settings.new");
    assertThat(Files.readString(temp.resolve("first"))).isEqualTo("once\r\n");
    assertThat(run(prefix.resolve("bin/tern.cmd"), "x").out()).contains("tern 1.10:", "\"loud\" x");

    Program.Result older = fails(1, install("1.9"));
    assertThat(older.all()).contains("version 1.10 is installed", "--downgrade");
    assertThat(install("1.9", "--downgrade").out()).contains("1.9 replaces 1.10");

    Program.Result removed = run(prefix.resolve("uninstall.cmd"));
    assertThat(removed.out()).contains("etc\\tern.settings", "Arctic Tern 1.9 is removed.");
    assertThat(files()).containsExactly(".installed", "etc/tern.settings", "share/theirs.txt");
    assertThat(path()).doesNotContain("Programs\\tern\\bin");
  }

  @Test
  public void olderIsToldFromNewer() throws Exception {
    String script = Files.readString(w.path("tern-1.9-windows-x64/install.cmd"));
    StringBuilder pairs = new StringBuilder("@echo off\r\n");
    StringBuilder expected = new StringBuilder();
    List<String> order = IdentityTest.ORDER;
    for (int i = 0; i < order.size(); i++) {
      for (int j = 0; j < order.size(); j++) {
        pairs.append("call :older \"" + order.get(i) + "\" \"" + order.get(j) + "\"\r\n");
        pairs.append("echo " + i + " " + j + " %OLDER%.\r\n");
        expected.append(i + " " + j + (i < j ? " yes.\r\n" : " .\r\n"));
      }
    }
    String part = script.substring(script.indexOf("\n:older") + 1);
    w.write("order.cmd", pairs + "exit /b 0\r\n" + part);
    assertThat(run(w.path("order.cmd")).out()).isEqualTo(expected.toString());
  }

  @Test
  public void aFailedFirstRunLeavesNothing() throws Exception {
    Files.writeString(temp.resolve("fails"), "");
    Program.Result failed = fails(1, install("1.9"));
    assertThat(failed.all()).contains("the first-run step failed. Everything is as it was");
    assertThat(prefix).doesNotExist();
    Files.delete(temp.resolve("fails"));
    assertThat(install("1.9").out()).contains("is installed in");
    Files.delete(prefix.resolve(".first-run"));
    List<String> before = files();
    Files.writeString(temp.resolve("fails"), "");
    assertThat(install("1.10").all()).contains("Everything is as it was");
    assertThat(files()).isEqualTo(before);
    assertThat(Files.readString(prefix.resolve("share/one & two.txt"))).isEqualTo("1");
  }

  @Test
  public void filesOfOthersAndWrongCommandLinesAreRefused() throws Exception {
    Files.createDirectories(prefix.resolve("bin"));
    Files.writeString(prefix.resolve("bin/tern.cmd"), "theirs");
    Program.Result refused = fails(1, install("1.9", "--force"));
    assertThat(refused.all()).contains("isn't empty, and no installation is recorded there");
    assertThat(files()).containsExactly("bin/tern.cmd");
    Files.delete(prefix.resolve("bin/tern.cmd"));
    Files.delete(prefix.resolve("bin"));
    ok(install("1.9"));
    Files.writeString(prefix.resolve("new.txt"), "theirs");
    assertThat(fails(1, install("1.10")).all()).contains("new.txt is there already");
    ok(install("1.10", "--force"));
    assertThat(prefix.resolve("new.txt")).hasContent("");
    ok(run(prefix.resolve("uninstall.cmd")));
    assertThat(prefix.resolve("new.txt")).hasContent("theirs");
    assertThat(fails(2, install("1.9", "--prefx")).all()).contains("no option --prefx");
    assertThat(fails(2, install("1.9", "--prefix")).all()).contains("--prefix needs a value");
    assertThat(fails(0, install("1.9", "--help")).out())
        .contains("Example:", "Questions: 100  Tern   Desk (desk@tern.example)");
    Path torn = w.path("torn");
    ok(w.program().run("cp", "-r", "tern-1.9-windows-x64", torn.toString()));
    Files.delete(torn.resolve("bin/watch.cmd"));
    assertThat(fails(1, run(torn.resolve("install.cmd"))).all())
        .contains("bin\\watch.cmd is missing here; unpack the archive again");
  }

  @Test
  public void aBrokenOffInstallationIsUndoneFirst() throws Exception {
    assertThat(install("1.9").out()).contains("is installed in");
    // as if the power had failed after the first two moves
    Files.createDirectories(prefix.resolve(".old/bin"));
    Files.createDirectories(prefix.resolve(".new/share"));
    Files.copy(prefix.resolve(".installed"), prefix.resolve(".old/.installed"));
    Files.move(prefix.resolve("bin/tern.cmd"), prefix.resolve(".old/bin/tern.cmd"));
    Files.move(prefix.resolve("bin/watch.cmd"), prefix.resolve(".old/bin/watch.cmd"));
    // its lock, whose file nobody holds any more
    Files.createDirectories(prefix.resolve(".lock"));
    Files.writeString(prefix.resolve(".lock/name"), ".lock-123\r\n");
    Files.writeString(prefix.resolve(".lock-123"), "kim\r\n");
    Program.Result again = install("1.10");
    assertThat(again.out()).contains("was broken off; undoing it", "1.10 replaces 1.9");
    assertThat(files()).contains("bin/tern.cmd", "etc/tern.settings", "new.txt");
    assertThat(prefix.resolve(".old")).doesNotExist();
    assertThat(prefix.resolve(".lock")).doesNotExist();
    Files.createDirectories(prefix.resolve(".lock"));
    assertThat(fails(1, run(prefix.resolve("uninstall.cmd"))).all()).contains("is going on in");
    Files.writeString(prefix.resolve(".lock/name"), ".lock-123\r\n");
    Files.writeString(prefix.resolve(".lock-123"), "kim\r\n");
    ok(run(prefix.resolve("uninstall.cmd")));
    assertThat(files()).isEmpty();
  }

  @Test
  public void foldersOfTheSystemAndRecordsOfOthersAreRefused() throws Exception {
    for (String shared :
        List.of(
            "C:\\",
            "c:\\windows",
            "C:\\Windows\\System32\\",
            "C:\\Program Files",
            "C:\\users\\..")) {
      assertThat(fails(1, install("1.9", "--prefix", shared)).all())
          .containsAnyOf("isn't a folder of one application", "isn't empty, and no installation");
    }
    ok(install("1.9"));
    Path record = prefix.resolve(".installed");
    String text = Files.readString(record);
    for (String line :
        List.of(
            "inside=..\\..\\other.txt:",
            "inside=C:\\other.txt:",
            "inside=\\other.txt:",
            "kept=a\\..\\..\\b:")) {
      Files.writeString(record, text.replaceFirst("inside=[^\r]*", line.replace("\\", "\\\\")));
      List<String> before = files();
      assertThat(fails(1, install("1.10")).all()).contains("isn't trusted: it has paths outside");
      assertThat(fails(1, run(prefix.resolve("uninstall.cmd"))).all())
          .contains("isn't trusted: it has paths outside");
      assertThat(files()).isEqualTo(before);
    }
    Files.writeString(record, text.replaceFirst("inside=[^\r]*\r\n", ""));
    assertThat(fails(1, run(prefix.resolve("uninstall.cmd"))).all())
        .contains("isn't trusted: it is damaged");
    Files.writeString(record, text.replace("name=tern\r", "name=other\r"));
    assertThat(fails(1, install("1.10")).all())
        .contains("isn't trusted: it is of another application");
    Files.writeString(record, text);
    ok(run(prefix.resolve("uninstall.cmd")));
    assertThat(files()).isEmpty();
  }

  /** Several at once: one is done at a time, and what is there afterwards is one version, whole. */
  @Test
  public void ofSeveralInstallationsAtOnceNoneIsMixed() throws Exception {
    ok(install("1.9"));
    List<String> one = files();
    ok(install("1.10"));
    List<String> two = files();
    int lost = 0;
    for (int race = 0; race < 6; race++) {
      ok(run(prefix.resolve("uninstall.cmd")));
      List<CompletableFuture<Program.Result>> results = new ArrayList<>();
      for (String version : List.of("1.9", "1.10", "1.9").subList(0, 2 + race % 2)) {
        results.add(
            CompletableFuture.supplyAsync(
                () -> {
                  try {
                    return install(version, "--downgrade");
                  } catch (Exception e) {
                    throw new IllegalStateException(e);
                  }
                }));
      }
      int done = 0;
      for (CompletableFuture<Program.Result> result : results) {
        if (result.get().exit() == 0) {
          done++;
        } else {
          lost++;
          assertThat(result.get().all()).contains("another installation is going on in ");
        }
      }
      assertThat(done).isPositive();
      assertThat(files()).isIn(one, two);
      boolean newer = files().equals(two);
      assertThat(Files.readString(prefix.resolve("share/one & two.txt")))
          .isEqualTo(newer ? "2" : "1");
      assertThat(Files.readString(prefix.resolve(".installed")))
          .contains(newer ? "version=1.10" : "version=1.9");
    }
    assertThat(lost).isPositive();
  }

  /** A folder whose name a command processor would take for two commands, and half of a block. */
  @Test
  public void foldersWithSignsOfTheCommandProcessorAreTold() throws Exception {
    Path odd = wine.folder().resolve("prefix/drive_c/R & D (new)");
    String named = "C:\\R & D (new)\\tern";
    String[] there = {"--prefix", named, "--log", "C:\\R & D (new)\\log.txt"};
    assertThat(install("1.9", "--dry-run", "--prefix", named).out())
        .contains("in " + named + ":", named + "\\share\\one & two.txt");
    Files.createDirectories(odd.resolve("tern"));
    Files.writeString(odd.resolve("tern/one & two.txt"), "theirs");
    assertThat(fails(1, install("1.9", there)).all())
        .contains("install.cmd: " + named + " isn't empty", "(one & two.txt is in it)");
    Files.delete(odd.resolve("tern/one & two.txt"));

    assertThat(ok(install("1.9", there)).out()).contains("is installed in " + named + ".");
    assertThat(Files.readString(odd.resolve("tern/.installed")))
        .contains("path=" + named + "\\bin\r\n", "inside=share\\one & two.txt:\r\n");
    assertThat(path()).contains(named + "\\bin");
    assertThat(Files.readString(entry())).contains("URL=file:///C:/R & D (new)/tern/bin/look.cmd");
    assertThat(ok(install("1.10", there)).out()).contains("1.10 replaces 1.9 in " + named);
    assertThat(fails(1, install("1.9", there)).all()).contains("in " + named + ", and this is 1.9");
    assertThat(Files.readString(odd.resolve("log.txt")))
        .contains("one & two.txt is in it", "replaces 1.9", "which is older");

    Files.writeString(odd.resolve("tern/etc/tern.settings"), "argument = loud\r\n");
    assertThat(ok(run(odd.resolve("tern/uninstall.cmd"))).out())
        .contains("kept; --purge removes them: ", "R & D (new)\\tern\\etc\\tern.settings");
    assertThat(path()).doesNotContain("R & D");
    assertThat(entry()).doesNotExist();
    assertThat(odd.resolve("tern/bin")).doesNotExist();
    ok(w.program().run("rm", "-r", odd.toString()));
  }
}
