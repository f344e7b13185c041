package zugabe.core.making;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.github.luben.zstd.ZstdInputStream;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Random;
import java.util.zip.GZIPInputStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import org.tukaani.xz.SeekableFileInputStream;
import org.tukaani.xz.SeekableXZInputStream;
import org.tukaani.xz.XZInputStream;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.ContentChangedException;
import zugabe.bytes.Digests;
import zugabe.bytes.Layout;
import zugabe.bytes.Packing;
import zugabe.core.work.Progress;
import zugabe.core.work.Workers;
import zugabe.formats.gzip.Gzip;
import zugabe.formats.tar.TarContent;
import zugabe.formats.tar.TarLayout;
import zugabe.formats.tar.TarMember;
import zugabe.formats.xz.Xz;
import zugabe.formats.zip.ZipMember;
import zugabe.formats.zip.ZipReader;
import zugabe.formats.zip.ZipWriter;
import zugabe.formats.zstd.Zstd;

/**
 * Layouts that are compressed in blocks or lie within each other, written and read back by other
 * readers.
 */
public final class CompressedTest {
  /** Text and noise, as files have both. */
  private static byte[] content(int size) {
    byte[] bytes = new byte[size];
    Random random = new Random(size);
    for (int at = 0; at < size; at++) {
      boolean noise = at / 100_000 % 3 == 2;
      bytes[at] = (byte) (noise ? random.nextInt() : "spring tide ".charAt(at % 12) + at / 50_000);
    }
    return bytes;
  }

  private static byte[] written(Layout layout, int jobs) throws IOException {
    Path file = Files.createTempFile("layout", ".part");
    try (Workers workers = Workers.of(jobs);
        FileChannel out = Disk.REAL.create(file)) {
      Spool.Written written = Spool.write(layout, out, "test", workers, Progress.NONE);
      byte[] bytes = Files.readAllBytes(file);
      assertThat(written.size())
          .isEqualTo(bytes.length)
          .isBetween(layout.leastSize(), layout.mostSize());
      assertThat(written.sha256()).isEqualTo(Digests.sha256Hex(bytes));
      return bytes;
    } finally {
      Files.delete(file);
    }
  }

  @DataProvider
  public Object[][] sizes() {
    return new Object[][] {
      {0},
      {1},
      {1000},
      {Packing.BLOCK_BYTES - 1},
      {Packing.BLOCK_BYTES},
      {Packing.BLOCK_BYTES + 1},
      {5_000_000},
    };
  }

  @Test(dataProvider = "sizes")
  public void gzipIsReadByTheRuntime(int size) throws IOException {
    byte[] content = content(size);
    byte[] file = written(new Gzip("x", Content.of(content)), 3);
    try (InputStream in = new GZIPInputStream(new ByteArrayInputStream(file))) {
      assertThat(in.readAllBytes()).isEqualTo(content);
    }
    assertThat(written(new Gzip("x", Content.of(content)), 1)).isEqualTo(file);
  }

  @Test(dataProvider = "sizes")
  public void zstandardIsReadByItsLibrary(int size) throws IOException {
    byte[] content = content(size);
    byte[] file = written(new Zstd("x", Content.of(content)), 3);
    try (ZstdInputStream in =
        new ZstdInputStream(new ByteArrayInputStream(file)).setContinuous(false)) {
      assertThat(in.readAllBytes()).isEqualTo(content);
    }
    assertThat(written(new Zstd("x", Content.of(content)), 1)).isEqualTo(file);
  }

  @Test(dataProvider = "sizes")
  public void xzIsReadByItsLibrary(int size) throws IOException {
    byte[] content = content(size);
    byte[] file = written(new Xz("x", Content.of(content)), 2);
    try (InputStream in = new XZInputStream(new ByteArrayInputStream(file))) {
      assertThat(in.readAllBytes()).isEqualTo(content);
    }
  }

  /** The index tells blocks apart: a reader that jumps finds each. */
  @Test
  public void theIndexOfXzLeadsToItsBlocks() throws IOException {
    byte[] content = new byte[(24 << 20) + 100_000];
    content[content.length - 5] = 7;
    Path file = Files.createTempFile("two", ".xz");
    Files.write(file, written(new Xz("x", Content.of(content)), 2));
    try (SeekableXZInputStream in =
        new SeekableXZInputStream(new SeekableFileInputStream(file.toFile()))) {
      assertThat(in.getBlockCount()).isEqualTo(2);
      assertThat(in.length()).isEqualTo(content.length);
      in.seek(content.length - 5);
      assertThat(in.read()).isEqualTo(7);
    } finally {
      Files.delete(file);
    }
  }

  /** Bytes of the format's own document: The .xz File Format, 2.1.1 and 2.1.2. */
  @Test
  public void anEmptyXzIsToTheLetter() throws IOException {
    byte[] file = written(new Xz("x", Content.of(new byte[0])), 1);
    assertThat(HexFormat.of().formatHex(file))
        .isEqualTo(
            "fd377a585a00"
                + "0001"
                + "6922de36" // stream header: magic, CRC-32, CRC-32 of the flags
                + "00000000"
                + "1cdf4421" // index: indicator, no records, padding, CRC-32
                + "9042990d"
                + "01000000"
                + "0001"
                + "595a"); // footer: CRC-32, backward size, flags, magic
  }

  @Test
  public void bothFormsOfATarFileAreTheSame() throws IOException {
    Instant time = Instant.ofEpochSecond(1_700_000_000);
    List<TarMember> members =
        List.of(
            TarMember.folder("quay", time, 0755),
            TarMember.file("quay/empty", time, 0644, Content.of(new byte[0])),
            TarMember.file("quay/small", time, 0644, Content.of(content(700))),
            TarMember.file("quay/large", time, 0755, Content.of(content(1_500_001))),
            TarMember.link("quay/link", time, "small"));
    try (InputStream in = new TarContent(members).open()) {
      assertThat(written(new TarLayout(members), 3)).isEqualTo(in.readAllBytes());
    }
  }

  @Test
  public void aZipInsideAZipIsWhole() throws IOException {
    Instant time = Instant.parse("2026-01-01T00:00:00Z");
    byte[] long1 = content(2_000_000);
    List<ZipMember> inner =
        List.of(
            ZipMember.file(
                "a.txt", time, Content.of(content(5000)), new zugabe.formats.deflate.Deflate()),
            ZipMember.file("large.bin", time, Content.of(long1), Packing.stored()).aligned(4096));
    List<ZipMember> outer =
        List.of(
            ZipMember.file(
                "first.txt",
                time,
                Content.of("x".getBytes(StandardCharsets.UTF_8)),
                Packing.stored()),
            ZipMember.inside("inner.jar", time, ZipWriter.layout(inner)),
            ZipMember.file("last.txt", time, Content.of(content(300)), Packing.stored()));
    byte[] file = written(ZipWriter.layout(outer), 2);
    var listing = ZipReader.read(Content.of(file));
    assertThat(listing.isSound()).isTrue();
    byte[] within;
    try (InputStream in = listing.entry("inner.jar").orElseThrow().open()) {
      within = in.readAllBytes();
    }
    assertThat(within)
        .as("as if it had been written alone")
        .isEqualTo(written(ZipWriter.layout(inner), 1));
    try (InputStream in =
        ZipReader.read(Content.of(within)).entry("large.bin").orElseThrow().open()) {
      assertThat(in.readAllBytes()).isEqualTo(long1);
    }
  }

  /** A file that grows or shrinks while it is read is told, whatever the format. */
  @Test
  public void aContentThatChangesIsRefused() {
    Content shrunk =
        new Content() {
          @Override
          public long size() {
            return 2_000_000;
          }

          @Override
          public InputStream open() {
            return new ByteArrayInputStream(new byte[1_999_999]);
          }

          @Override
          public Access access() {
            throw new UnsupportedOperationException("only streamed");
          }
        };
    for (Layout layout :
        List.of(new Gzip("x", shrunk), new Zstd("x", shrunk), new Xz("x", shrunk))) {
      assertThatThrownBy(() -> written(layout, 2)).isInstanceOf(ContentChangedException.class);
    }
  }
}
