package zugabe.core.unpacking;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.core.Folders;
import zugabe.formats.tar.TarReader;

/** Tar files that somebody made to do harm are unpacked nowhere. */
public final class UnpackingTest {
  private Path outer;
  private Path folder;

  @BeforeMethod
  public void folder() throws IOException {
    outer = Files.createTempDirectory("unpacking").toRealPath();
    folder = Files.createDirectory(outer.resolve("inside"));
  }

  @AfterMethod
  public void remove() throws IOException {
    Folders.remove(outer);
  }

  /** An entry by name, type and what a link leads to. */
  private record Made(String name, char type, String link) {}

  private static TarReader tar(Made... entries) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (TarArchiveOutputStream out = new TarArchiveOutputStream(bytes)) {
      for (Made made : entries) {
        TarArchiveEntry entry = new TarArchiveEntry(made.name(), (byte) made.type(), true);
        byte[] text = "tide".getBytes(StandardCharsets.UTF_8);
        if (made.type() == '0') {
          entry.setSize(text.length);
          entry.setMode(0100755);
        } else {
          entry.setLinkName(made.link());
        }
        out.putArchiveEntry(entry);
        if (made.type() == '0') {
          out.write(text);
        }
        out.closeArchiveEntry();
      }
    }
    return new TarReader(new ByteArrayInputStream(bytes.toByteArray()));
  }

  @Test
  public void filesLinksAndModesArrive() throws Exception {
    Unpacking.into(
        folder,
        tar(
            new Made("tern/", '5', ""),
            new Made("tern/bin/run", '0', ""),
            new Made("tern/run", '2', "bin/run"),
            new Made("tern/up", '2', "../tern/bin")));
    assertThat(folder.resolve("tern/bin/run")).hasContent("tide").isExecutable();
    assertThat(Files.readSymbolicLink(folder.resolve("tern/run"))).hasToString("bin/run");
    assertThat(folder.resolve("tern/up/run")).hasContent("tide");
  }

  @DataProvider
  public Object[][] hostile() {
    return new Object[][] {
      {new Made[] {new Made("../out", '0', "")}, "would leave the folder"},
      {new Made[] {new Made("/etc/tern", '0', "")}, "would leave the folder"},
      {new Made[] {new Made("a/../../out", '0', "")}, "would leave the folder"},
      {new Made[] {new Made("out", '2', "../../elsewhere")}, "a link that leads outside"},
      {new Made[] {new Made("out", '2', "/etc")}, "a link that leads outside"},
      {new Made[] {new Made("same", '1', "/etc/passwd")}, "neither a file nor a folder nor a link"},
      {new Made[] {new Made("pipe", '6', "")}, "neither a file nor a folder nor a link"},
      {
        new Made[] {new Made("way", '2', "."), new Made("way/file", '0', "")},
        "would leave the folder"
      },
    };
  }

  @Test(dataProvider = "hostile")
  public void nothingLeavesTheFolder(Made[] entries, String why) throws Exception {
    TarReader reader = tar(entries);
    assertThatThrownBy(() -> Unpacking.into(folder, reader))
        .isInstanceOf(IOException.class)
        .hasMessageContaining(why);
    try (Stream<Path> list = Files.list(outer)) {
      assertThat(list).containsExactly(folder);
    }
  }
}
