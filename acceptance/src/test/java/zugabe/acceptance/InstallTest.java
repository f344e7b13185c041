package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Scripts that install an archive, upgrade and remove it, in three shells, by root and by an
 * ordinary user; whatever fails, the trees before and after are the same.
 */
public final class InstallTest {
  private static final String RECIPE =
      """
      app: {id: example.tern, name: Arctic O'Tern & Sons, version: "1.9", contact: O'Tern's $desk <desk@tern.example>}
      materials:
        bird: {own: bird}
        data: {own: data}
      programs:
        tern:
          materials: bird
          file: tern
          first-run: {arguments: [--first, "it's $HOME"]}
        watch:
          materials: bird
          file: tern
          surface: window
          service: {arguments: [--watch, '50% of $x \\ y']}
      deliverables:
        set: {kind: archive, programs: [tern, watch], materials: data, formats: tar.gz}
      """;

  private static final String BIRD =
      """
      #!/bin/sh
      if [ "$1" = --first ]; then
        [ ! -e "$HOME/fails" ] || exit 9
        echo once >>"$HOME/first"
      fi
      echo "tern 1.9:" "$@"
      """;

  /** A few for each run of the tests; {@code -Dzugabe.kills=54} and more by hand. */
  private static final int KILLS = Integer.getInteger("zugabe.kills", 6);

  private Workspace w;
  private Path home;

  @DataProvider
  public Object[][] shells() {
    return new Object[][] {{"dash"}, {"bash"}, {"busybox sh"}};
  }

  @BeforeClass
  public void build() throws Exception {
    w = Workspace.create();
    w.write("bird/tern", BIRD).write("data/share/one.txt", "1").write("data/share/gone.txt", "");
    w.write("zugabe.yaml", RECIPE);
    ok(w.program().zugabe("build", "--out", "old"));
    w.write("bird/tern", BIRD.replace("1.9:", "1.10:")).write("data/share/one.txt", "2");
    Files.delete(w.path("data/share/gone.txt"));
    w.write("data/new/two.txt", "");
    w.write("zugabe.yaml", RECIPE.replace("1.9", "1.10").replace("tern:\n    m", "tern:\n    m"));
    ok(w.program().zugabe("build", "--out", "new"));
    ok(w.program().run("tar", "-xf", "old/tern-1.9.tar.gz"));
    ok(w.program().run("tar", "-xf", "new/tern-1.10.tar.gz"));
    ok(w.program().run("chmod", "-R", "a+rX", "."));
  }

  @AfterClass(alwaysRun = true)
  public void close() throws Exception {
    w.close();
  }

  @BeforeMethod
  public void home() throws Exception {
    home = w.path("ho me ü");
    if (Files.exists(home)) {
      ok(w.program().run("rm", "-rf", home.toString()));
    }
    Files.createDirectories(home);
    // as /tmp is: everybody may write in it, and nobody may take away what others put there
    ok(w.program().run("chmod", "1777", home.toString()));
  }

  private static void ok(Program.Result r) {
    assertThat(r.exit()).as(r.all()).isZero();
  }

  private Program.Result install(String shell, String version, String... options) throws Exception {
    return script(shell, w.path("tern-" + version + "/install.sh"), options);
  }

  private Program.Result remove(String shell, String... options) throws Exception {
    return script(shell, home.resolve(".local/lib/tern/uninstall.sh"), options);
  }

  private Program.Result script(String shell, Path script, String... options) throws Exception {
    List<String> command = new ArrayList<>(List.of(shell.split(" ", -1)));
    command.add(script.toString());
    command.add("--user");
    if (script.endsWith("uninstall.sh")) {
      command.remove("--user");
    }
    command.addAll(Arrays.asList(options));
    return w.program().with("HOME", home.toString()).run(command.toArray(String[]::new));
  }

  private static Map<String, String> tree(Path folder) throws Exception {
    return FileTree.of(folder);
  }

  @Test(dataProvider = "shells")
  public void installsUpgradesAndRemoves(String shell) throws Exception {
    Files.writeString(home.resolve("mine"), "");
    Map<String, String> before = tree(home);
    Program.Result first = install(shell, "1.9");
    ok(first);
    assertThat(first.out())
        .contains("Arctic O'Tern & Sons 1.9 is installed in " + home + "/.local/lib/tern.")
        .contains("start:  systemctl --user start tern-watch", "log:    journalctl --user -u");
    String command = home.resolve(".local/bin/tern").toString();
    assertThat(w.program().with("HOME", home.toString()).run(command, "a b").out())
        .isEqualTo("tern 1.9: a b\n");
    assertThat(Files.readString(home.resolve("first"))).isEqualTo("once\n");
    assertThat(home.resolve(".local/bin/watch")).doesNotExist();
    Path settings = home.resolve(".local/lib/tern/etc/tern.settings");
    Files.writeString(settings, "argument = --loud\n");
    Files.writeString(home.resolve(".local/lib/tern/share/theirs"), "");

    Program.Result upgrade = install(shell, "1.10");
    ok(upgrade);
    assertThat(upgrade.out()).contains("1.10 replaces 1.9 in ");
    assertThat(w.program().with("HOME", home.toString()).run(command, "a").out())
        .isEqualTo("tern 1.10: --loud a\n");
    assertThat(Files.readString(home.resolve("first"))).isEqualTo("once\n");
    Path lib = home.resolve(".local/lib/tern");
    assertThat(lib.resolve("share/gone.txt")).doesNotExist();
    assertThat(lib.resolve("share/theirs")).exists();
    assertThat(lib.resolve("new/two.txt")).exists();

    Program.Result older = install(shell, "1.9");
    assertThat(older.exit()).isEqualTo(1);
    assertThat(older.err()).contains("version 1.10 is installed", "--downgrade");
    ok(install(shell, "1.9", "--downgrade"));
    assertThat(Files.readString(settings)).isEqualTo("argument = --loud\n");

    Program.Result removed = remove(shell);
    ok(removed);
    assertThat(removed.out()).contains("--purge removes them").contains("tern.settings");
    Files.delete(settings);
    Files.delete(settings.getParent());
    Files.delete(lib.resolve(".installed"));
    Files.delete(lib.resolve("share/theirs"));
    Files.delete(lib.resolve("share"));
    Files.delete(lib);
    Files.delete(lib.getParent());
    Files.delete(lib.getParent().getParent());
    Files.delete(home.resolve("first"));
    assertThat(tree(home)).isEqualTo(before);
  }

  @Test(dataProvider = "shells")
  public void aFailedFirstRunLeavesNothingAndIsRepeated(String shell) throws Exception {
    Files.writeString(home.resolve("fails"), "");
    Map<String, String> before = tree(home);
    Program.Result failed = install(shell, "1.9");
    assertThat(failed.exit()).isEqualTo(1);
    assertThat(failed.err())
        .contains("the first-run step ended with exit code 9")
        .contains("nothing is installed");
    assertThat(tree(home)).isEqualTo(before);
    Files.delete(home.resolve("fails"));
    ok(install(shell, "1.9"));
    ok(install(shell, "1.9"));
    assertThat(Files.readString(home.resolve("first"))).isEqualTo("once\n");
    Files.delete(home.resolve("first"));
    ok(remove(shell));
    before.remove("fails");
    assertThat(tree(home)).isEqualTo(before);
  }

  @Test(dataProvider = "shells")
  public void filesOfOthersAreRefusedOrComeBack(String shell) throws Exception {
    Files.createDirectories(home.resolve(".local/bin"));
    Files.createDirectories(home.resolve(".local/lib"));
    Files.writeString(home.resolve(".local/bin/tern"), "theirs");
    Map<String, String> before = tree(home);
    Program.Result refused = install(shell, "1.9");
    assertThat(refused.exit()).isEqualTo(1);
    assertThat(refused.err()).contains("aren't of an earlier installation", ".local/bin/tern");
    assertThat(tree(home)).isEqualTo(before);
    ok(install(shell, "1.9", "--force", "--no-first-run"));
    assertThat(home.resolve(".local/bin/tern")).isSymbolicLink();
    Path lib = home.resolve(".local/lib/tern");
    Files.createDirectories(lib.resolve("new"));
    Files.writeString(lib.resolve("new/two.txt"), "theirs");
    refused = install(shell, "1.10", "--no-first-run");
    assertThat(refused.exit()).isEqualTo(1);
    assertThat(refused.err()).contains("aren't of an earlier installation", "lib/tern/new/two.txt");
    ok(install(shell, "1.10", "--force", "--no-first-run"));
    assertThat(lib.resolve("new/two.txt")).hasContent("");
    ok(remove(shell));
    assertThat(lib.resolve("new/two.txt")).hasContent("theirs");
    ok(w.program().run("rm", "-r", lib.toString()));
    assertThat(tree(home)).isEqualTo(before);
  }

  @Test(dataProvider = "shells")
  public void aDryRunOnlyTells(String shell) throws Exception {
    Map<String, String> before = tree(home);
    Program.Result told = install(shell, "1.9", "--dry-run");
    ok(told);
    assertThat(told.out())
        .contains("Would install", "lib/tern/bin/tern\n", ".local/bin/tern\n", "first-run step");
    assertThat(tree(home)).isEqualTo(before);
    ok(install(shell, "1.9", "--log", home.resolve("log").toString()));
    assertThat(Files.readString(home.resolve("log"))).contains("  ln -s ", "is installed in");
    before = tree(home);
    assertThat(remove(shell, "--dry-run").out()).contains("Would remove version 1.9");
    assertThat(tree(home)).isEqualTo(before);
  }

  /** A command in front of the path that fails, or kills the script, at its nth call. */
  private Path saboteur(String command, int nth, String deed) throws Exception {
    Path folder = Files.createDirectories(w.path("saboteur"));
    Files.deleteIfExists(w.path("calls"));
    Path file = folder.resolve(command);
    Files.writeString(
        file,
        "#!/bin/sh\necho >>'%s'\nif [ $(wc -l <'%s') = %d ]; then %s; fi\nexec /bin/%s \"$@\"\n"
            .formatted(w.path("calls"), w.path("calls"), nth, deed, command));
    Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rwxr-xr-x"));
    return folder;
  }

  @DataProvider
  public Object[][] mishaps() {
    return new Object[][] {
      {"mv", "exit 1"},
      {"cp", "exit 1"},
      {"ln", "exit 1"},
      {"mv", "kill -9 $PPID"},
      {"cp", "kill -9 $PPID"},
      {"mv", "kill -TERM $PPID"},
    };
  }

  @Test(dataProvider = "mishaps")
  public void whateverFailsTheOldVersionIsWhole(String command, String deed) throws Exception {
    ok(install("dash", "1.9"));
    Map<String, String> old = tree(home);
    ok(w.program().run("cp", "-a", home.toString(), "kept"));
    ok(install("dash", "1.10"));
    Map<String, String> wanted = tree(home);
    int failures = 0;
    for (int nth = 1; nth < 40; nth++) {
      ok(w.program().run("rm", "-rf", home.toString()));
      ok(w.program().run("cp", "-a", "kept", home.toString()));
      Path folder = saboteur(command, nth, deed);
      Program.Result r =
          w.program()
              .with("HOME", home.toString())
              .with("PATH", folder + ":" + System.getenv("PATH"))
              .run("dash", w.path("tern-1.10/install.sh").toString(), "--user");
      ok(w.program().run("rm", "-r", folder.toString()));
      if (Files.readAllLines(w.path("calls")).size() < nth) {
        break;
      }
      failures++;
      // what can be tried again is
      if (r.exit() != 0 && !deed.contains("-9")) {
        assertThat(tree(home)).as(command + " " + nth + r.all()).isEqualTo(old);
        assertThat(r.err()).contains("verything is as it was");
      }
      ok(install("dash", "1.10"));
      assertThat(tree(home)).as(command + " " + nth).isEqualTo(wanted);
    }
    assertThat(failures).isPositive();
    ok(w.program().run("rm", "-r", "kept"));
  }

  /**
   * Without what the record tells of folders: a removal that is killed behind its last file leaves
   * empty ones, which then are nobody's.
   */
  private static Map<String, String> withoutFolders(Map<String, String> tree) {
    tree.computeIfPresent(
        ".local/lib/tern/.installed",
        (path, text) -> text.replaceAll("(?m)^(dir|digest)\t.*\n", ""));
    return tree;
  }

  /** Killed with all that it started, at any moment; the same for removal. */
  @Test(dataProvider = "shells")
  public void killedAtAnyMomentItIsDoneOverOnTheNextRun(String shell) throws Exception {
    ok(install(shell, "1.9", "--no-first-run"));
    long begin = System.nanoTime();
    ok(install(shell, "1.10", "--no-first-run"));
    long whole = System.nanoTime() - begin;
    Map<String, String> wanted = withoutFolders(tree(home));
    Random random = new Random(5);
    for (int i = 0, killed = 0; killed < KILLS; i++) {
      assertThat(i).as("runs for %d kills", killed).isLessThan(20 * KILLS);
      boolean removal = i % 3 == 2;
      Path script =
          removal
              ? home.resolve(".local/lib/tern/uninstall.sh")
              : w.path("tern-" + (i % 3 == 0 ? "1.10" : "1.9") + "/install.sh");
      List<String> command = new ArrayList<>(List.of("setsid"));
      command.addAll(List.of(shell.split(" ", -1)));
      command.addAll(
          removal
              ? List.of(script.toString(), "--purge")
              : List.of(script.toString(), "--user", "--downgrade", "--no-first-run"));
      Process p =
          w.program()
              .with("HOME", home.toString())
              .builder(command.toArray(String[]::new))
              .redirectErrorStream(true)
              .redirectOutput(ProcessBuilder.Redirect.DISCARD)
              .start();
      if (!p.waitFor((long) (random.nextDouble() * whole), TimeUnit.NANOSECONDS)) {
        w.program().run("kill", "-9", "--", "-" + p.pid());
        killed += p.waitFor() == 137 ? 1 : 0;
      }
      Program.Result again = install(shell, "1.10", "--downgrade", "--no-first-run");
      assertThat(again.exit()).as("%d %s %s", i, removal, again.all()).isZero();
      assertThat(FileTree.differences(wanted, withoutFolders(tree(home))))
          .as("%d %s", i, removal)
          .isEmpty();
    }
  }

  @Test(dataProvider = "shells")
  public void rootInstallsIntoAnotherRoot(String shell) throws Exception {
    Path root = Files.createDirectories(home.resolve("root"));
    Map<String, String> before = tree(root);
    String path = w.path("tern-1.9/install.sh").toString();
    Program p = w.program();
    List<String> command = new ArrayList<>(List.of(shell.split(" ", -1)));
    command.addAll(List.of(path, "--system", "--root", root.toString()));
    Program.Result r = p.run(command.toArray(String[]::new));
    ok(r);
    assertThat(r.out()).contains("installed in /opt/tern").contains("left out because of --root");
    assertThat(Files.readSymbolicLink(root.resolve("usr/local/bin/tern")).toString())
        .isEqualTo("/opt/tern/bin/tern");
    Path unit = root.resolve("etc/systemd/system/tern-watch.service");
    assertThat(Files.readString(unit))
        .contains("ExecStart=\"/opt/tern/bin/watch\" \"--watch\" \"50%% of $$x \\\\ y\"");
    Program.Result verified =
        p.run(
            "systemd-analyze",
            "verify",
            "--recursive-errors=no",
            "--root=" + root,
            unit.toString());
    assertThat(verified.all()).isEmpty();
    ok(verified);
    Program.Result entry =
        p.run(
            "desktop-file-validate",
            root.resolve("usr/local/share/applications/example.tern.desktop").toString());
    assertThat(entry.all()).isEmpty();
    ok(p.run(root.resolve("opt/tern/uninstall.sh").toString(), "--root", root.toString()));
    assertThat(tree(root)).isEqualTo(before);
  }

  @Test(dataProvider = "shells")
  public void anOrdinaryUserInstallsAndMayNotTouchOthers(String shell) throws Exception {
    List<String> user =
        System.getProperty("user.name").equals("root")
            ? List.of("setpriv", "--reuid=65534", "--regid=65534", "--clear-groups")
            : List.of("env");
    List<String> command = new ArrayList<>(user);
    command.addAll(List.of(shell.split(" ", -1)));
    command.add(w.path("tern-1.9/install.sh").toString());
    Program p = w.program().with("HOME", home.toString());
    Map<String, String> before = tree(home);
    ok(p.run(command.toArray(String[]::new)));
    assertThat(p.run(home.resolve(".local/bin/tern").toString(), "x").out())
        .isEqualTo("tern 1.9: x\n");
    List<String> removal = new ArrayList<>(user);
    removal.addAll(List.of(shell.split(" ", -1)));
    removal.add(home.resolve(".local/lib/tern/uninstall.sh").toString());
    ok(p.run(removal.toArray(String[]::new)));
    Files.delete(home.resolve("first"));
    assertThat(tree(home)).isEqualTo(before);

    Path closed = Files.createDirectories(home.resolve("closed"));
    Files.setPosixFilePermissions(closed, PosixFilePermissions.fromString("r-xr-xr-x"));
    command.addAll(List.of("--prefix", closed + "/deep/tern"));
    Program.Result refused = p.run(command.toArray(String[]::new));
    assertThat(refused.exit()).isEqualTo(1);
    assertThat(refused.err()).contains("can't make the folder");
    Files.delete(closed);
    assertThat(tree(home)).isEqualTo(before);
  }

  @Test
  public void commandLinesAndDamageAreRefusedPlainly() throws Exception {
    assertThat(install("dash", "1.9", "--prefx", "x").exit()).isEqualTo(2);
    assertThat(install("dash", "1.9", "--prefix").err()).contains("--prefix needs a value");
    assertThat(install("dash", "1.9", "--prefix", "relative").err()).contains("absolute path");
    assertThat(install("dash", "1.9", "--prefix", "/tmp/a\"b").exit()).isEqualTo(2);
    assertThat(install("dash", "1.9", "--help").out())
        .startsWith("Example:")
        .endsWith("Questions: O'Tern's $desk <desk@tern.example>\n");
    ok(w.program().run("cp", "-r", "tern-1.9", "torn"));
    Files.delete(w.path("torn/share/one.txt"));
    Program.Result torn = script("dash", w.path("torn/install.sh"));
    assertThat(torn.exit()).isEqualTo(1);
    assertThat(torn.err()).contains("share/one.txt is missing here; unpack the archive again");
    assertThat(tree(home)).hasSize(1);
  }

  @Test
  public void scriptsPassTheLinterAndNameNoPlaceOfTheBuild() throws Exception {
    for (String script : List.of("install.sh", "uninstall.sh", "bin/tern", "bin/watch")) {
      Path path = w.path("tern-1.9/" + script);
      Program.Result lint = w.program().run("shellcheck", "-s", "sh", path.toString());
      assertThat(lint.all()).isEmpty();
      assertThat(Files.readString(path, StandardCharsets.UTF_8))
          .doesNotContain(w.path("").toString());
    }
    ok(
        w.program()
            .run(
                "python3",
                "-c",
                "import plistlib;d=plistlib.load(open('tern-1.9/install/tern-watch.plist','rb'));"
                    + "assert d['ProgramArguments'][2]=='50% of $x \\\\ y',d"));
  }
}
