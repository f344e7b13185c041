package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Install scripts where others are: folders of the system, two installations at once, files of
 * others in between. Nothing of others is moved.
 */
public final class ContestedInstallTest extends SystemInstall {
  @DataProvider
  public Object[][] shells() {
    return new Object[][] {{"dash"}, {"bash"}, {"busybox sh"}};
  }

  @DataProvider
  public Object[][] sharedFolders() {
    return new Object[][] {
      {"/"},
      {"//"},
      {"/usr"},
      {"/./usr//"},
      {"/bin"},
      {"/usr/local/bin"},
      {"/opt"},
      {"/home"},
      {"/home/kim"},
      {"/var/lib"},
    };
  }

  @Test(dataProvider = "sharedFolders")
  public void foldersOfTheSystemAreNeverTheApplicationsOwn(String prefix) throws Exception {
    for (String folder : List.of("usr/bin", "usr/local/bin", "opt", "home/kim", "bin", "var/lib")) {
      Files.createDirectories(root.resolve(folder));
    }
    write("usr/bin/mv", "theirs");
    Map<String, String> before = FileTree.of(root);
    for (String force : List.of("--no-menu", "--force")) {
      refused(
          install("1", "--prefix", prefix, force),
          "isn't a folder of one application",
          "/opt/petrel");
    }
    assertThat(FileTree.of(root)).isEqualTo(before);
    ok(install("1", "--prefix", "/usr//lib/petrel/"));
    assertThat(root.resolve("usr/lib/petrel/.installed")).exists();
  }

  @Test
  public void aFolderOfOthersIsLeftAlone() throws Exception {
    write("srv/site/page", "theirs");
    Map<String, String> before = FileTree.of(root);
    refused(install("1", "--prefix", "/srv/site"), "isn't empty", "page is in it");
    refused(install("1", "--prefix", "/srv/site", "--force"), "isn't empty");
    refused(install("1", "--prefix", "/srv/site/page"), "is no folder");
    assertThat(FileTree.of(root)).isEqualTo(before);
    Files.createSymbolicLink(root.resolve("srv/link"), Path.of("/usr"));
    refused(install("1", "--prefix", "/srv/link"), "is a link");
  }

  /** The whole script with the real programs of a system, in a system of its own. */
  @Test
  public void aSystemStaysUsable() throws Exception {
    asRoot();
    String programs =
        "sh cp mv ln readlink rm mkdir rmdir find sort sed awk grep cksum cut head tr id uname cat chmod ls tar env";
    ok(
        w.program()
            .run(
                "sh",
                "-c",
                "set -e; mkdir '"
                    + root
                    + "/dev'; touch '"
                    + root
                    + "/dev/null'; cd '"
                    + root
                    + "'; mkdir -p usr/bin app tmp; for p in "
                    + programs
                    + "; do f=$(command -v $p); "
                    + "f=$(readlink -f \"$f\"); cp \"$f\" usr/bin/$p; ldd \"$f\" 2>/dev/null | grep -o '/[^ ]*' | "
                    + "while read -r l; do mkdir -p \".${l%/*}\"; cp -L \"$l\" \".$l\"; done; done; ln -s usr/bin bin; cp -r '"
                    + w.path("petrel-1")
                    + "/.' app"));
    Map<String, String> before = names();
    for (String prefix : List.of("/usr", "//", "/usr/bin", "/usr/")) {
      Program.Result r = inside("/bin/sh", "/app/install.sh", "--system", "--prefix", prefix);
      refused(r, "isn't a folder of one application");
      assertThat(names()).isEqualTo(before);
    }
    ok(inside("/bin/sh", "/app/install.sh", "--system", "--prefix", "/usr/lib/petrel"));
    assertThat(inside("/usr/local/bin/petrel").out()).isEqualTo("petrel 1\n");
    ok(inside("/bin/sh", "/usr/lib/petrel/uninstall.sh"));
    assertThat(names()).isEqualTo(before);
  }

  /** A command of the system that stands in the root. */
  private Program.Result inside(String... command) throws Exception {
    List<String> all = new ArrayList<>(List.of("chroot", root.toString()));
    all.addAll(List.of(command));
    return w.program().run(all.toArray(String[]::new));
  }

  private Map<String, String> names() throws Exception {
    return Map.of("", w.program().run("find", root.toString(), "-print").out());
  }

  @Test(dataProvider = "shells")
  public void ofSeveralInstallationsAtOnceNoneIsMixed(String shell) throws Exception {
    List<Map<String, String>> whole = new ArrayList<>();
    for (String version : List.of("1", "2")) {
      empty();
      ok(install(version));
      whole.add(FileTree.of(root));
    }
    int lost = 0;
    for (int race = 0; race < 25; race++) {
      empty();
      boolean upgrade = race % 3 == 0;
      if (upgrade) {
        ok(install("1"));
      }
      List<Process> installations = new ArrayList<>();
      for (int i = 0; i < 2 + race % 2; i++) {
        String[] command =
            command(shell, i % 2 == 0 ? "1" : "2", "--downgrade").toArray(String[]::new);
        File said = w.path("said" + i).toFile();
        installations.add(
            w.program().builder(command).redirectErrorStream(true).redirectOutput(said).start());
      }
      int done = 0;
      for (int i = 0; i < installations.size(); i++) {
        assertThat(installations.get(i).waitFor(60, TimeUnit.SECONDS)).isTrue();
        String said = Files.readString(w.path("said" + i));
        if (installations.get(i).exitValue() == 0) {
          done++;
        } else {
          lost++;
          assertThat(said).contains("another installation is going on in /opt/petrel: process ");
        }
      }
      assertThat(done).isPositive();
      Map<String, String> tree = FileTree.of(root);
      // the folders' first maker may have lost the race to write them down
      assertThat(whole.stream().map(ContestedInstallTest::withoutRecord))
          .contains(withoutRecord(tree));
    }
    assertThat(lost).isPositive();
  }

  private static Map<String, String> withoutRecord(Map<String, String> tree) {
    Map<String, String> copy = new java.util.TreeMap<>(tree);
    copy.remove("opt/petrel/.installed");
    return copy;
  }

  @Test
  public void whoeverComesSecondIsToldWhoIsThere() throws Exception {
    Path home = Files.createDirectories(root.resolve("home"));
    List<String> command =
        List.of(
            "dash",
            w.path("petrel-1/install.sh").toString(),
            "--prefix",
            home + "/p",
            "--commands",
            home + "/b",
            "--user");
    Program program = w.program().with("HOME", home.toString());
    Process first =
        w.program()
            .with("HOME", home.toString())
            .with("PAUSE", "sleep 5")
            .builder(command.toArray(String[]::new))
            .redirectOutput(w.path("first").toFile())
            .start();
    Path lock = home.resolve("p/.lock");
    for (int i = 0; i < 500 && !Files.exists(home.resolve("p/bin/petrel")); i++) {
      Thread.sleep(10);
    }
    assertThat(lock).isSymbolicLink();
    Program.Result second = program.run(command.toArray(String[]::new));
    refused(second, "another installation is going on", "process " + first.pid() + " on ");
    refused(program.run("dash", home + "/p/uninstall.sh"), "there is no record of an installation");
    assertThat(first.waitFor(60, TimeUnit.SECONDS)).isTrue();
    assertThat(first.exitValue()).isZero();
    assertThat(lock.toFile()).doesNotExist();
    // one that was killed is seen through, a process of the same number too
    Files.createSymbolicLink(
        lock, Path.of(host() + ":" + ProcessHandle.current().pid() + ":install.sh"));
    ok(program.run(command.toArray(String[]::new)));
    Files.createSymbolicLink(lock, Path.of("another-machine:1:install.sh"));
    refused(
        program.run("dash", home + "/p/uninstall.sh"), "process 1 on another-machine", "/p/.lock");
    Files.delete(lock);
    ok(program.run("dash", home + "/p/uninstall.sh"));
    assertThat(home.resolve("p").toFile()).doesNotExist();
  }

  private String host() throws Exception {
    return w.program().run("sh", "-c", "uname -n | tr -cd 'A-Za-z0-9.-'").out();
  }

  @Test
  public void modesAreThoseThatWereMeantHoweverItWasUnpacked() throws Exception {
    ok(install("1"));
    for (Map.Entry<String, String> e : FileTree.of(root.resolve("opt/petrel")).entrySet()) {
      String path = e.getKey();
      if (!path.startsWith(".")) {
        boolean runs =
            path.startsWith("bin/petrel") || path.endsWith(".sh") || path.startsWith("lib/");
        runs = runs || path.startsWith("bin/watch");
        String mode = runs && !path.endsWith(".cmd") ? "rwxr-xr-x" : "rw-r--r--";
        assertThat(e.getValue())
            .as(path)
            .startsWith(e.getValue().startsWith("folder") ? "folder rwxr-xr-x" : mode);
      }
    }
  }

  @Test
  public void filesOfOthersAmongOursStayWhereTheyAre() throws Exception {
    ok(install("1"));
    write("opt/petrel/share/theirs\nshare/both.txt", "a name of two lines");
    write("opt/petrel/share/deep/theirs", "theirs");
    Files.createDirectories(root.resolve("opt/petrel/lib/empty"));
    ok(install("2"));
    Path share = root.resolve("opt/petrel/share");
    assertThat(share.resolve("both.txt")).hasContent("2");
    assertThat(share.resolve("v1.txt")).doesNotExist();
    assertThat(share.resolve("theirs\nshare/both.txt")).exists();
    assertThat(share.resolve("deep/theirs")).exists();
    assertThat(root.resolve("opt/petrel/lib/empty")).isDirectory();
    ok(remove());
    assertThat(share.resolve("both.txt")).doesNotExist();
    assertThat(share.resolve("deep/theirs")).exists();
    ok(install("1"));
    assertThat(share.resolve("v1.txt")).exists();
  }

  @Test
  public void undoneIsSaidOnlyWhenItIs() throws Exception {
    ok(install("1"));
    Map<String, String> whole = FileTree.of(root);
    Path folder = Files.createDirectories(w.path("saboteur"));
    Path calls = w.path("calls");
    Path mv = folder.resolve("mv");
    Files.writeString(
        mv,
        "#!/bin/sh\necho >>'"
            + calls
            + "'\n[ $(wc -l <'"
            + calls
            + "') -lt 4 ] || exit 1\nexec /bin/mv \"$@\"\n");
    Files.setPosixFilePermissions(mv, PosixFilePermissions.fromString("rwxr-xr-x"));
    Program.Result r =
        w.program()
            .with("PATH", folder + ":" + System.getenv("PATH"))
            .run(command("dash", "2").toArray(String[]::new));
    refused(r, "It could not be undone", "/.old", "run install.sh again");
    assertThat(r.err()).doesNotContain("verything is as it was");
    Files.delete(mv);
    ok(install("2"));
    ok(install("1", "--downgrade"));
    assertThat(FileTree.of(root)).isEqualTo(whole);
  }
}
