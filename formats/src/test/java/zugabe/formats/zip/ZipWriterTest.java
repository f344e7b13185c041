package zugabe.formats.zip;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.zip.ZipInputStream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.commons.compress.utils.SeekableInMemoryByteChannel;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.bytes.Content;
import zugabe.bytes.Packing;
import zugabe.formats.deflate.Deflate;

public final class ZipWriterTest {
  private static final Instant TIME = Instant.parse("2026-03-01T12:34:56Z");

  private static ZipMember file(String name, String text) {
    return ZipMember.file(
        name, TIME, Content.of(text.getBytes(StandardCharsets.UTF_8)), new Deflate());
  }

  /** Each field by hand from APPNOTE 4.3.7, 4.3.12 and 4.3.16. */
  @Test
  public void aStoredEntryToTheByte() throws Exception {
    String expected =
        "504b0304 1400 0000 0000 5c64615c d9b25de4 05000000 05000000 0100 0000 61 6872656564" // local header, "a", "hreed"
            + "504b0102 1403 1400 0000 0000 5c64615c d9b25de4 05000000 05000000 0100 0000 0000 0000 0000 0000a481 00000000 61"
            + "504b0506 0000 0000 0100 0100 2f000000 24000000 0000";
    byte[] ours = LayoutBytes.of(ZipWriter.layout(List.of(file("a", "hreed"))));
    java.util.zip.CRC32 crc = new java.util.zip.CRC32();
    crc.update("hreed".getBytes(StandardCharsets.UTF_8));
    String crcField = HexFormat.of().toHexDigits(Integer.reverseBytes((int) crc.getValue()));
    assertThat(HexFormat.of().formatHex(ours))
        .isEqualTo(expected.replace(" ", "").replace("d9b25de4", crcField));
  }

  /**
   * Sizes and places beyond 4 GiB go to the zip64 extra field (4.5.3), in its order; the old fields
   * hold all ones.
   */
  @Test
  public void sizesBeyond4GiBToTheByte() throws Exception {
    Headers.Fields f =
        new Headers.Fields(
            file("a", "x"), Zip.DEFLATED, 0x11223344L, 0x1_0000_0001L, 0x2_0000_0002L);
    String time = "5c64615c";
    String local =
        "504b0304 2d00 0000 0800"
            + time
            + "44332211 ffffffff ffffffff 0100 1400 61 0100 1000 0200000002000000 0100000001000000";
    assertThat(HexFormat.of().formatHex(Headers.local(f, true, 0)))
        .isEqualTo(local.replace(" ", ""));
    String central =
        "504b0102 2d03 2d00 0000 0800"
            + time
            + "44332211 ffffffff ffffffff 0100 1c00 0000 0000 0000 0000a481 ffffffff 61"
            + " 0100 1800 0200000002000000 0100000001000000 0300000003000000";
    byte[] header = Headers.central(f, 0x3_0000_0003L);
    assertThat(HexFormat.of().formatHex(header)).isEqualTo(central.replace(" ", ""));
    zugabe.bytes.ByteReader r = zugabe.bytes.ByteReader.of(header).skip(8);
    CentralHeader back = CentralHeader.decode(r, 0x0300).widened(r.skip(1).bytes(28), "a", 0);
    assertThat(List.of(back.size(), back.packedSize(), back.offset()))
        .containsExactly(0x2_0000_0002L, 0x1_0000_0001L, 0x3_0000_0003L);
  }

  /** The end records of an archive whose directory lies beyond 4 GiB (4.3.14 to 4.3.16). */
  @Test
  public void theEndBeyond4GiBToTheByte() {
    String end =
        "504b0606 2c00000000000000 2d03 2d00 00000000 00000000 0500000000000000 0500000000000000 6400000000000000 0000000001000000"
            + "504b0607 00000000 6400000001000000 01000000"
            + "504b0506 0000 0000 0500 0500 64000000 ffffffff 0000";
    assertThat(HexFormat.of().formatHex(Headers.end(5, 0x1_0000_0000L, 100)))
        .isEqualTo(end.replace(" ", ""));
  }

  @Test
  public void readersAgree() throws Exception {
    Random random = new Random(5);
    for (int round = 0; round < 60; round++) {
      Map<String, byte[]> files = new LinkedHashMap<>();
      List<ZipMember> members = new ArrayList<>();
      for (int i = 0; i < random.nextInt(12); i++) {
        byte[] content = new byte[random.nextInt(3000)];
        if (random.nextBoolean()) {
          random.nextBytes(content);
        }
        String name = "d" + random.nextInt(3) + "/" + (random.nextBoolean() ? "ü€🌊" : "n") + i;
        files.put(name, content);
        Packing packing = random.nextInt(3) == 0 ? Packing.stored() : new Deflate();
        members.add(
            ZipMember.file(name, TIME, Content.of(content), packing)
                .aligned(1 << random.nextInt(8))
                .withMode(random.nextBoolean() ? 0755 : 0644));
      }
      byte[] bytes = LayoutBytes.of(ZipWriter.layout(members));
      assertThat(ours(bytes)).usingRecursiveComparison().isEqualTo(files);
      assertThat(streamed(bytes)).usingRecursiveComparison().isEqualTo(files);
      assertThat(commons(bytes, members)).usingRecursiveComparison().isEqualTo(files);
    }
  }

  private static Map<String, byte[]> ours(byte[] bytes) throws Exception {
    ZipListing listing = ZipReader.read(Content.of(bytes));
    assertThat(listing.irregularities()).isEmpty();
    Map<String, byte[]> files = new LinkedHashMap<>();
    for (ZipEntry e : listing.entries()) {
      try (InputStream in = e.open()) {
        files.put(e.name(), in.readAllBytes());
      }
      assertThat(e.time()).isEqualTo(TIME);
    }
    assertThat(ZipPass.over(listing, Content.of(bytes).open(), e -> null).irregularities())
        .isEmpty();
    return files;
  }

  private static Map<String, byte[]> streamed(byte[] bytes) throws Exception {
    Map<String, byte[]> files = new LinkedHashMap<>();
    try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(bytes))) {
      for (java.util.zip.ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
        files.put(e.getName(), in.readAllBytes());
      }
    }
    return files;
  }

  private static Map<String, byte[]> commons(byte[] bytes, List<ZipMember> members)
      throws Exception {
    Map<String, byte[]> files = new LinkedHashMap<>();
    int i = 0;
    try (ZipFile zip =
        ZipFile.builder().setSeekableByteChannel(new SeekableInMemoryByteChannel(bytes)).get()) {
      for (ZipArchiveEntry e : java.util.Collections.list(zip.getEntries())) {
        files.put(e.getName(), zip.getInputStream(e).readAllBytes());
        ZipMember member = members.get(i++);
        assertThat(e.getUnixMode() & 07777).isEqualTo(member.mode());
        if (e.getMethod() == 0) {
          assertThat(e.getDataOffset() % member.alignment()).isZero();
        }
      }
    }
    return files;
  }

  @Test
  public void contentThatDoesNotShrinkIsStored() throws Exception {
    byte[] noise = new byte[5000];
    new Random(9).nextBytes(noise);
    byte[] bytes =
        LayoutBytes.of(
            ZipWriter.layout(
                List.of(
                    ZipMember.file("noise", TIME, Content.of(noise), new Deflate()),
                    file("text", "a".repeat(500)))));
    List<ZipEntry> entries = ZipReader.read(Content.of(bytes)).entries();
    assertThat(entries.get(0).isDeflated()).isFalse();
    assertThat(entries.get(1).isDeflated()).isTrue();
  }

  /**
   * The packed bytes are copied; what was packed by another engine stays as that engine made it.
   */
  @Test
  public void packedEntriesTravelAsTheyAre() throws Exception {
    Content source =
        Content.of(
            LayoutBytes.of(
                ZipWriter.layout(List.of(file("a", "tide ".repeat(300)), file("empty", "")))));
    ZipListing listing = ZipReader.read(source);
    ZipPass.Result pass = ZipPass.over(listing, source.open(), e -> null);
    List<ZipMember> members = new ArrayList<>();
    pass.contents()
        .forEach(
            c -> members.add(ZipMember.file("lib/" + c.entry().name(), TIME, c, new Deflate())));
    byte[] bytes = LayoutBytes.of(ZipWriter.layout(members));
    ZipEntry before = listing.entries().get(0);
    ZipEntry after = ZipReader.read(Content.of(bytes)).entries().get(0);
    assertThat(after.raw().open().readAllBytes()).isEqualTo(before.raw().open().readAllBytes());
    assertThat(new String(after.open().readAllBytes(), StandardCharsets.UTF_8))
        .startsWith("tide tide");
  }

  @Test
  public void moreEntriesThanTheOldEndRecordCounts() throws Exception {
    List<ZipMember> members = new ArrayList<>();
    for (int i = 0; i < 66_000; i++) {
      members.add(ZipMember.file("f" + i, TIME, Content.of(new byte[0]), Packing.stored()));
    }
    byte[] bytes = LayoutBytes.of(ZipWriter.layout(members));
    assertThat(ZipReader.read(Content.of(bytes)).entries()).hasSize(66_000);
    try (ZipFile zip =
        ZipFile.builder().setSeekableByteChannel(new SeekableInMemoryByteChannel(bytes)).get()) {
      assertThat(java.util.Collections.list(zip.getEntries())).hasSize(66_000);
    }
  }

  @DataProvider
  public Object[][] times() {
    return new Object[][] {
      {"1980-01-01T00:00:00Z", 0x00210000L, "1980-01-01T00:00:00Z"},
      {"1970-01-01T00:00:00Z", 0x00210000L, "1980-01-01T00:00:00Z"},
      {"2026-03-01T12:34:57Z", 0x5C61645CL, "2026-03-01T12:34:56Z"},
      {"2200-01-01T00:00:00Z", 0xFF9FBF7DL, "2107-12-31T23:59:58Z"},
    };
  }

  @Test(dataProvider = "times")
  public void timesAreUtcWithEvenSeconds(String time, long field, String back) {
    assertThat(DosTime.encode(Instant.parse(time))).isEqualTo(field);
    assertThat(DosTime.decode(field)).isEqualTo(Instant.parse(back));
  }
}
