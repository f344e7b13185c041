package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Links, records and journals that somebody planted, and folders of other users: nobody's rights
 * are lent.
 */
public final class TrustedInstallTest extends SystemInstall {
  @Test
  public void whatOthersCanChangeIsNoPlaceToInstallTo() throws Exception {
    asRoot();
    Files.createDirectories(root.resolve("opt/petrel"));
    give("opt/petrel");
    refused(install("1"), "/opt/petrel belongs to somebody else");
    ok(w.program().run("chown", "0", root.resolve("opt/petrel").toString()));
    mode("opt/petrel", "rwxrwxrwx");
    refused(install("1"), "others can change it");
    mode("opt/petrel", "rwxr-xr-x");
    give("opt");
    refused(install("1"), "others can change", "/opt, and so");
    ok(w.program().run("chown", "0", root.resolve("opt").toString()));
    ok(install("1"));
    give("opt/petrel");
    refused(remove(), "belongs to somebody else");
    assertThat(root.resolve("opt/petrel/bin/petrel")).exists();
  }

  @DataProvider
  public Object[][] forgeries() {
    return new Object[][] {
      {"outside\t/etc/passwd"},
      {"outside\t/usr/local/bin/../../../etc/passwd"},
      {"inside\t../../etc/passwd"},
      {"inside\t/etc/passwd"},
      {"settings\tetc/../../../etc/passwd\t0-0"},
      {"kept\t/etc/passwd.before-petrel"},
      {"dir\tetc"},
      {"service\t../x y"},
      {"remove\teverything"},
    };
  }

  /** A record with a line that no installation writes; its digest is right. */
  @Test(dataProvider = "forgeries")
  public void aRecordLeadsNowhereElse(String line) throws Exception {
    write("etc/passwd", "theirs");
    write("etc/passwd.before-petrel", "theirs");
    ok(install("1"));
    Path record = root.resolve("opt/petrel/.installed");
    List<String> lines = new ArrayList<>(Files.readAllLines(record));
    lines.set(lines.size() - 1, line);
    Files.write(record, lines);
    String digest = w.program().run("sh", "-c", "cksum <'" + record + "' | tr ' ' -").out();
    Files.writeString(record, Files.readString(record) + "digest\t" + digest);
    Map<String, String> before = FileTree.of(root);
    refused(remove(), "isn't trusted: it has paths outside the installation");
    refused(install("2"), "isn't trusted: it has paths outside the installation");
    assertThat(FileTree.of(root)).isEqualTo(before);
  }

  @Test
  public void aRecordIsTrustedWhenItIsWholeAndOurs() throws Exception {
    ok(install("1"));
    Path record = root.resolve("opt/petrel/.installed");
    String text = Files.readString(record);
    Files.writeString(record, text.replace("v1.txt", "v0.txt"));
    refused(remove(), "isn't trusted: it is damaged");
    refused(install("2"), "isn't trusted: it is damaged");
    Files.writeString(record, text);
    Path elsewhere = root.resolve("record");
    Files.move(record, elsewhere);
    Files.createSymbolicLink(record, elsewhere);
    refused(remove(), "isn't trusted: it belongs to somebody else");
    refused(install("2"), "isn't trusted: it belongs to somebody else");
    Files.delete(record);
    Files.move(elsewhere, record);
    if (System.getProperty("user.name").equals("root")) {
      give("opt/petrel/.installed");
      refused(remove(), "isn't trusted: it belongs to somebody else");
      ok(w.program().run("chown", "0", record.toString()));
    }
    ok(install("2"));
    ok(remove());
  }

  @DataProvider
  public Object[][] journals() {
    return new Object[][] {
      {"moved\t@/etc/passwd\t@/opt/petrel/x\t.\n"},
      {"moved\t@/opt/petrel/x\t@/etc/passwd\t.\n"},
      {"made\t@/etc/passwd\t\t.\n"},
      {"made\t@/opt/petrel/../../etc/passwd\t\t.\n"},
      {"place\t@/etc/..\t\t.\nmade\t@/etc/passwd\t\t.\n"},
      {"rm\t-rf\t/\t.\n"},
      {"torn\nmade\t@/opt/petrel/x\t\t.\n"},
    };
  }

  @Test(dataProvider = "journals")
  public void aJournalLeadsNowhereElse(String journal) throws Exception {
    write("etc/passwd", "theirs");
    write("opt/petrel/x", "x");
    write("opt/petrel/.journal", journal.replace("@", root.toString()));
    Map<String, String> before = FileTree.of(root);
    refused(install("1"), ".journal isn't the journal of an installation");
    assertThat(FileTree.of(root)).isEqualTo(before);
  }

  @Test
  public void nothingIsDoneThroughALink() throws Exception {
    write("etc/petrel", "theirs");
    write("etc/both.txt", "theirs");
    ok(install("1"));
    Path share = root.resolve("opt/petrel/share");
    ok(w.program().run("rm", "-r", share.toString()));
    Files.createSymbolicLink(share, Path.of("../../etc"));
    refused(remove(), "/opt/petrel/share has become a link");
    refused(install("2"), "aren't of an earlier installation", "/opt/petrel/share");
    assertThat(root.resolve("etc/both.txt")).hasContent("theirs");
    ok(install("2", "--force"));
    assertThat(root.resolve("etc/both.txt")).hasContent("theirs");
    assertThat(root.resolve("opt/petrel/share/both.txt")).hasContent("2");
    // a journal, a record and folders for work that are links
    for (String name : List.of(".journal", ".old", ".new", ".lock")) {
      Path link = root.resolve("opt/petrel/" + name);
      Files.createSymbolicLink(link, root.resolve("etc"));
      Program.Result r = install("2");
      if (name.equals(".old") || name.equals(".new")) {
        ok(r);
      } else {
        assertThat(r.exit()).as(name).isEqualTo(1);
        Files.delete(link);
      }
      assertThat(Files.isDirectory(root.resolve("etc"), LinkOption.NOFOLLOW_LINKS)).isTrue();
      assertThat(root.resolve("etc/both.txt")).hasContent("theirs");
    }
  }

  @Test
  public void removalKnowsWhereItWasInstalled() throws Exception {
    ok(install("1"));
    Map<String, String> before = FileTree.of(root);
    // its record names folders of this system, and --root was forgotten
    refused(
        w.program().run("dash", root + "/opt/petrel/uninstall.sh"),
        "it was installed in /opt/petrel",
        "--root");
    assertThat(FileTree.of(root)).isEqualTo(before);
    ok(remove());
    assertThat(root.resolve("opt").toFile()).doesNotExist();
  }
}
