package zugabe.formats.tar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveInputStream;
import org.testng.annotations.Test;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.ContentChangedException;

/** tar files, held against the standard and against another reader. */
public final class TarTest {
  private static final Instant TIME = Instant.ofEpochSecond(1_700_000_000);

  private static byte[] bytes(TarMember... members) throws IOException {
    try (InputStream in = new TarContent(List.of(members)).open()) {
      return in.readAllBytes();
    }
  }

  private static Content content(String text) {
    return Content.of(text.getBytes(StandardCharsets.UTF_8));
  }

  /** Fields at the offsets of the standard's table (ustar Interchange Format). */
  @Test
  public void aHeaderIsToTheLetter() throws IOException {
    byte[] file = bytes(TarMember.file("quay/tide.txt", TIME, 0640, content("high")));
    String text = new String(file, StandardCharsets.ISO_8859_1);
    assertThat(file).hasSize(10240);
    assertThat(text.substring(0, 100)).isEqualTo("quay/tide.txt" + "\0".repeat(87));
    assertThat(text.substring(100, 108)).isEqualTo("0000640\0");
    assertThat(text.substring(108, 124)).isEqualTo("0000000\0" + "0000000\0");
    assertThat(text.substring(124, 136)).isEqualTo("00000000004\0");
    assertThat(text.substring(136, 148)).isEqualTo("14524770400\0");
    int sum = 0;
    for (int i = 0; i < 512; i++) {
      sum += i >= 148 && i < 156 ? ' ' : file[i] & 0xFF;
    }
    assertThat(text.substring(148, 156)).isEqualTo(String.format("%06o\0 ", sum));
    assertThat(text.substring(156, 157)).isEqualTo("0");
    assertThat(text.substring(257, 265)).isEqualTo("ustar\00000");
    assertThat(text.substring(512, 516)).isEqualTo("high");
    assertThat(text.substring(516)).isEqualTo("\0".repeat(10240 - 516));
  }

  @Test
  public void anExtendedHeaderCountsItself() throws IOException {
    String text = new String(bytes(TarMember.link("ü", TIME, "x")), StandardCharsets.UTF_8);
    assertThat(text).contains("11 path=ü\n");
    String name = "n".repeat(95) + "ü";
    assertThat(new String(bytes(TarMember.folder(name, TIME, 0755)), StandardCharsets.UTF_8))
        .contains("108 path=" + name + "/\n");
  }

  @Test
  public void anotherReaderSeesWhatWasWritten() throws IOException {
    Random random = new Random(5);
    for (int round = 0; round < 40; round++) {
      List<TarMember> members = new ArrayList<>();
      for (int i = random.nextInt(6); i >= 0; i--) {
        members.add(member(random, i));
      }
      TarContent tar = new TarContent(members);
      byte[] file;
      try (InputStream in = tar.open()) {
        file = in.readAllBytes();
      }
      assertThat(file.length).isEqualTo((int) tar.size());
      try (TarArchiveInputStream in =
          new TarArchiveInputStream(new ByteArrayInputStream(file), "UTF-8")) {
        for (TarMember m : members) {
          TarArchiveEntry entry = in.getNextEntry();
          assertThat(entry.getName()).isEqualTo(m.name());
          assertThat(entry.getMode() & 07777).isEqualTo(m.mode());
          assertThat(entry.getLastModifiedTime().toInstant()).isEqualTo(TIME);
          assertThat(entry.getLinkName()).isEqualTo(m.link().orElse(""));
          assertThat(entry.isDirectory()).isEqualTo(m.name().endsWith("/"));
          assertThat(in.readAllBytes()).hasSize((int) m.size());
        }
        assertThat(in.getNextEntry()).isNull();
      }
    }
  }

  private static TarMember member(Random random, int i) {
    StringBuilder name = new StringBuilder(i + "/");
    String alphabet = "abc/def-ghi/jklü水🌊 ";
    int points = alphabet.codePointCount(0, alphabet.length());
    boolean ascii = random.nextBoolean();
    for (int n = random.nextInt(300); n >= 0; n--) {
      int at = random.nextInt(ascii ? 15 : points);
      name.appendCodePoint(alphabet.codePointAt(alphabet.offsetByCodePoints(0, at)));
    }
    String clean = name.append('z').toString().replaceAll("/+", "/");
    return switch (random.nextInt(3)) {
      case 0 -> TarMember.folder(clean, TIME, 0755);
      case 1 -> TarMember.link(clean, TIME, "../" + clean);
      default -> TarMember.file(clean, TIME, 0600, content("x".repeat(random.nextInt(2000))));
    };
  }

  @Test
  public void aSizeBeyondTheFieldIsInTheExtendedHeader() throws IOException {
    long size = 9L << 30;
    TarMember huge =
        TarMember.file(
            "huge",
            TIME,
            0644,
            new Content() {
              @Override
              public long size() {
                return size;
              }

              @Override
              public InputStream open() {
                return InputStream.nullInputStream();
              }

              @Override
              public Access access() {
                throw new UnsupportedOperationException("only streamed");
              }
            });
    assertThat(new String(TarHeader.encode(huge), StandardCharsets.UTF_8))
        .contains("19 size=" + size + "\n");
    assertThatThrownBy(() -> bytes(huge)).isInstanceOf(ContentChangedException.class);
  }
}
