package zugabe.formats.zip;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.bytes.Content;
import zugabe.bytes.Packing;
import zugabe.formats.deflate.Deflate;

public final class ZipReaderTest {
  private static final Instant TIME = Instant.parse("1980-01-01T00:00:00Z");

  private static byte[] archive(ZipMember... members) throws IOException {
    return LayoutBytes.of(ZipWriter.layout(List.of(members)));
  }

  private static ZipMember stored(String name, String text) {
    return ZipMember.file(
        name, TIME, Content.of(text.getBytes(StandardCharsets.UTF_8)), Packing.stored());
  }

  private static ZipMember deflated(String name, String text) {
    return ZipMember.file(
        name, TIME, Content.of(text.getBytes(StandardCharsets.UTF_8)), new Deflate());
  }

  /** Everything that directory and contents have to say. */
  private static List<ZipIrregularity> judge(byte[] bytes) throws IOException {
    Content content = Content.of(bytes);
    ZipListing listing = ZipReader.read(content);
    List<ZipIrregularity> all = new ArrayList<>(listing.irregularities());
    if (listing.isSound()) {
      try (InputStream whole = content.open()) {
        all.addAll(ZipPass.over(listing, whole, e -> null).irregularities());
      }
    }
    return all;
  }

  @DataProvider
  public Object[][] names() {
    return new Object[][] {
      {"../evil", ZipFault.ESCAPE},
      {"a/../../evil", ZipFault.ESCAPE},
      {"a/..", ZipFault.ESCAPE},
      {"/etc/passwd", ZipFault.ESCAPE},
      {"C:/x", ZipFault.ESCAPE},
      {"c:x", ZipFault.ESCAPE},
      {"a\\b", ZipFault.ESCAPE},
      {"a\0b", ZipFault.ESCAPE},
      {"a//b", ZipFault.ODD_NAME},
      {"./a", ZipFault.ODD_NAME},
      {"a\nb", ZipFault.ODD_NAME},
      {"a/./b", ZipFault.ODD_NAME}
    };
  }

  @Test(dataProvider = "names")
  public void namesThatEscapeAreSevereOddOnesAreNot(String name, ZipFault fault)
      throws IOException {
    assertThat(judge(archive(stored("ok", "1"), stored(name, "2"))))
        .singleElement()
        .satisfies(
            i -> {
              assertThat(i.fault()).isEqualTo(fault);
              assertThat(i.entry()).isEqualTo(name);
              assertThat(i.offset()).isEqualTo(33);
            });
  }

  @Test
  public void namesThatOnlyLookLikeEscapesAreGood() throws IOException {
    assertThat(
            judge(archive(stored("a..b/..c/d..", "1"), stored("...", "2"), stored(".hidden", "3"))))
        .isEmpty();
  }

  @Test
  public void duplicatesAndPrefixesAreOddities() throws IOException {
    byte[] twice = archive(stored("a", "1"), stored("a", "2"));
    assertThat(judge(twice)).extracting(ZipIrregularity::fault).containsExactly(ZipFault.DUPLICATE);
    ByteArrayOutputStream prefixed = new ByteArrayOutputStream();
    prefixed.write("#!/bin/sh\n".getBytes(StandardCharsets.UTF_8));
    prefixed.write(archive(stored("a", "1")));
    assertThat(judge(prefixed.toByteArray()))
        .extracting(ZipIrregularity::fault)
        .containsExactly(ZipFault.PREFIX);
    assertThat(
            ZipReader.read(Content.of(prefixed.toByteArray()))
                .entries()
                .get(0)
                .open()
                .readAllBytes())
        .containsExactly('1');
  }

  @Test
  public void trailingBytesAreSevere() throws IOException {
    byte[] good = archive(stored("a", "1"));
    byte[] longer = Arrays.copyOf(good, good.length + 3);
    assertThatThrownBy(() -> ZipReader.read(Content.of(longer)))
        .hasMessageContaining("3 bytes follow the end");
  }

  @Test
  public void entriesThatOverlapAreFound() throws IOException {
    byte[] bytes = archive(stored("a", "first content"), stored("b", "second content"));
    // the second central header (46 + 1 bytes behind the first) now points at the first entry
    int central =
        ZipReader.read(Content.of(bytes)).entries().size() == 2 ? indexOf(bytes, "PK\1\2") + 47 : 0;
    bytes[central + 42] = 0;
    assertThat(judge(bytes)).extracting(ZipIrregularity::fault).contains(ZipFault.OVERLAP);
  }

  @Test
  public void lyingSizesAndChecksumsAreFound() throws IOException {
    byte[] crc = archive(deflated("a", "tide ".repeat(100)));
    crc[14] ^= 1;
    crc[indexOf(crc, "PK\1\2") + 16] ^= 1;
    assertThat(judge(crc)).singleElement().satisfies(i -> assertThat(i.what()).contains("CRC-32"));
    for (int smaller : new int[] {100, 900}) {
      byte[] size = archive(deflated("a", "tide ".repeat(100)));
      putSize(size, 22, smaller);
      putSize(size, indexOf(size, "PK\1\2") + 24, smaller);
      assertThat(judge(size))
          .singleElement()
          .satisfies(i -> assertThat(i.fault()).isEqualTo(ZipFault.LIE));
    }
    byte[] onlyLocal = archive(stored("a", "tide"));
    putSize(onlyLocal, 22, 3);
    assertThat(judge(onlyLocal))
        .singleElement()
        .satisfies(i -> assertThat(i.what()).contains("different sizes"));
  }

  @Test
  public void encryptionAndOtherMethodsAreNamed() throws IOException {
    byte[] encrypted = archive(stored("a", "tide"));
    encrypted[indexOf(encrypted, "PK\1\2") + 8] |= 1;
    assertThat(judge(encrypted))
        .singleElement()
        .satisfies(i -> assertThat(i.what()).contains("encrypted"));
    byte[] method = archive(stored("a", "tide"));
    method[8] = 12;
    method[indexOf(method, "PK\1\2") + 10] = 12;
    assertThat(judge(method))
        .singleElement()
        .satisfies(i -> assertThat(i.what()).contains("method 12"));
  }

  @Test
  public void aHighRatioIsNoFault() throws IOException {
    byte[] bytes =
        archive(ZipMember.file("zeros", TIME, Content.of(new byte[20_000_000]), new Deflate()));
    assertThat(bytes.length).isLessThan(50_000);
    assertThat(judge(bytes)).isEmpty();
  }

  /**
   * Every cut and every flipped bit gives a typed error or a value: no crash, no hang, no huge
   * allocation.
   */
  @Test
  public void damageGivesATypedErrorOrAValue() throws IOException {
    byte[] good =
        archive(
            stored("META-INF/MANIFEST.MF", "A: b\n"),
            deflated("a/b.txt", "tide ".repeat(60)),
            ZipMember.folder("a", TIME),
            stored("z", ""));
    for (int cut = 0; cut < good.length; cut++) {
      byte[] shorter = Arrays.copyOf(good, cut);
      assertThatThrownBy(() -> judge(shorter)).isInstanceOf(ZipFaultException.class);
    }
    for (int bit = 0; bit < good.length * 8; bit++) {
      byte[] flipped = good.clone();
      flipped[bit / 8] ^= (byte) (1 << (bit % 8));
      try {
        ZipListing listing = ZipReader.read(Content.of(flipped));
        for (ZipEntry e : listing.entries()) {
          readAll(e);
        }
        judge(flipped);
      } catch (ZipFaultException e) {
        assertThat(e.irregularity().what()).isNotEmpty();
      }
    }
  }

  private static void readAll(ZipEntry e) throws IOException {
    if (e.method() != 0 && e.method() != 8) {
      return;
    }
    try (InputStream in = e.open()) {
      in.transferTo(OutputStream.nullOutputStream());
    } catch (ZipFaultException | java.io.EOFException fault) {
      assertThat(fault).isNotNull();
    }
  }

  private static void putSize(byte[] bytes, int at, int value) {
    bytes[at] = (byte) value;
    bytes[at + 1] = (byte) (value >>> 8);
  }

  private static int indexOf(byte[] bytes, String text) {
    return new String(bytes, StandardCharsets.ISO_8859_1).indexOf(text);
  }
}
