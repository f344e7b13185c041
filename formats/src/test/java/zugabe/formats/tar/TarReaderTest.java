package zugabe.formats.tar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.bytes.Content;
import zugabe.formats.unix.Owner;

/** Tar files of our own and of an independent writer, whole and damaged. */
public final class TarReaderTest {
  private static final Instant TIME = Instant.parse("2026-03-01T12:00:00Z");

  /** Reads to the end, as "type mode size name link content". */
  private static List<String> read(byte[] bytes) throws IOException {
    TarReader reader = new TarReader(new ByteArrayInputStream(bytes));
    List<String> lines = new ArrayList<>();
    for (Optional<TarReader.Entry> e = reader.next(); e.isPresent(); e = reader.next()) {
      TarReader.Entry entry = e.get();
      String text = new String(reader.content().readAllBytes(), StandardCharsets.UTF_8);
      assertThat(text.getBytes(StandardCharsets.UTF_8)).hasSize((int) entry.size());
      lines.add(
          String.format(
              "%c %o %s %s %s", entry.type(), entry.mode(), entry.name(), entry.link(), text));
    }
    return lines;
  }

  private static byte[] ours() throws IOException {
    List<TarMember> members =
        List.of(
            TarMember.folder("tern", TIME, 0755),
            TarMember.file(
                "tern/ü 水".repeat(30),
                TIME,
                0755,
                Content.of("deep".getBytes(StandardCharsets.UTF_8))),
            TarMember.file("tern/empty", TIME, 0644, Content.of(new byte[0])),
            TarMember.link("tern/link", TIME, "empty"));
    return new TarContent(members).open().readAllBytes();
  }

  @Test
  public void whatIsWrittenIsReadBack() throws Exception {
    assertThat(read(ours()))
        .containsExactly(
            "5 755 tern/  ",
            "0 755 " + "tern/ü 水".repeat(30) + "  deep",
            "0 644 tern/empty  ",
            "2 777 tern/link empty ");
  }

  @DataProvider
  public Object[][] owners() {
    return new Object[][] {
      {new Owner("root", 0, "root", 0)},
      {new Owner("saltmarsh", 990, "adm", 4)},
      {new Owner("", 1001, "", 1002)},
      // more than seven octal digits, as directory services give them
      {new Owner("terns", 2_097_152, "terns", 4_294_967_294L)},
      // longer than the field, and beyond ASCII
      {new Owner("keeper-of-the-saltmarsh-tide-table", 7, "flußseeschwalbe", 8)},
    };
  }

  @Test(dataProvider = "owners")
  public void ownersAreReadBackHereAndByAnotherReader(Owner owner) throws Exception {
    Content text = Content.of("deep".getBytes(StandardCharsets.UTF_8));
    List<TarMember> members =
        List.of(
            TarMember.folder("tern", TIME, 0750).ownedBy(owner),
            TarMember.file("tern/log", TIME, 0640, text).ownedBy(owner),
            TarMember.link("tern/link", TIME, "log").ownedBy(owner));
    TarContent tar = new TarContent(members);
    byte[] bytes = tar.open().readAllBytes();
    assertThat(bytes).hasSize((int) tar.size());

    TarReader reader = new TarReader(new ByteArrayInputStream(bytes));
    for (int i = 0; i < members.size(); i++) {
      assertThat(reader.next().orElseThrow().owner()).isEqualTo(owner);
    }
    try (var other = new TarArchiveInputStream(new ByteArrayInputStream(bytes), "UTF-8")) {
      for (int i = 0; i < members.size(); i++) {
        TarArchiveEntry e = other.getNextEntry();
        assertThat(
                new Owner(e.getUserName(), e.getLongUserId(), e.getGroupName(), e.getLongGroupId()))
            .isEqualTo(owner);
      }
    }
  }

  @Test
  public void anOwnerThatIsNoNumberIsATypedError() throws Exception {
    Owner big = new Owner("terns", 9_999_999, "terns", 1);
    byte[] bytes =
        new TarContent(List.of(TarMember.folder("tern", TIME, 0755).ownedBy(big)))
            .open()
            .readAllBytes();
    int at = new String(bytes, StandardCharsets.ISO_8859_1).indexOf("uid=9999999");
    bytes[at + 4] = '-';
    assertThatThrownBy(() -> read(bytes))
        .isInstanceOf(TarFaultException.class)
        .hasMessageContaining("an extended header is damaged");
  }

  @DataProvider
  public Object[][] longNames() {
    return new Object[][] {
      {TarArchiveOutputStream.LONGFILE_GNU}, {TarArchiveOutputStream.LONGFILE_POSIX}
    };
  }

  @Test(dataProvider = "longNames")
  public void filesOfAnotherWriterAreRead(int mode) throws Exception {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (TarArchiveOutputStream out = new TarArchiveOutputStream(bytes, "UTF-8")) {
      out.setLongFileMode(mode);
      out.setBigNumberMode(TarArchiveOutputStream.BIGNUMBER_POSIX);
      out.setAddPaxHeadersForNonAsciiNames(true);
      TarArchiveEntry file = new TarArchiveEntry("a/" + "ä".repeat(200));
      file.setSize(5);
      out.putArchiveEntry(file);
      out.write("hello".getBytes(StandardCharsets.UTF_8));
      out.closeArchiveEntry();
      TarArchiveEntry link = new TarArchiveEntry("b", (byte) '2');
      link.setLinkName("x".repeat(150));
      out.putArchiveEntry(link);
      out.closeArchiveEntry();
    }
    assertThat(read(bytes.toByteArray()))
        .containsExactly(
            "0 644 a/" + "ä".repeat(200) + "  hello", "2 644 b " + "x".repeat(150) + " ");
  }

  @Test
  public void damageIsATypedError() throws Exception {
    byte[] good = ours();
    int last = good.length - 1;
    while (good[last] == 0) {
      last--;
    }
    int whole = (last / 512 + 1) * 512;
    for (int end = 0; end < whole; end += 97) {
      byte[] cut = Arrays.copyOf(good, end);
      assertThatThrownBy(() -> read(cut)).isInstanceOf(TarFaultException.class);
    }
    int refused = 0;
    for (int bit = 0; bit < 2048 * 8; bit += 11) {
      byte[] bad = good.clone();
      bad[bit / 8] ^= (byte) (1 << (bit % 8));
      try {
        read(bad);
      } catch (TarFaultException e) {
        assertThat(e.getMessage()).contains("at byte " + e.offset());
        refused++;
      }
    }
    assertThat(refused).isGreaterThan(100);
  }
}
