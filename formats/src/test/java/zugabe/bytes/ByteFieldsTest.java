package zugabe.bytes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.Random;
import org.testng.annotations.Test;

public final class ByteFieldsTest {
  @Test
  public void fieldsAreLittleEndian() {
    byte[] bytes =
        ByteWriter.ofSize(14)
            .u2("a", 0x0102)
            .u4("b", 0x03040506L)
            .u8("c", 0x0708090A0B0C0D0EL)
            .done();
    assertThat(HexFormat.of().formatHex(bytes)).isEqualTo("0201" + "06050403" + "0e0d0c0b0a090807");
  }

  @Test
  public void whatIsWrittenIsRead() {
    Random random = new Random(7);
    for (int i = 0; i < 200; i++) {
      int a = random.nextInt(1 << 16);
      long b = random.nextLong() & 0xFFFF_FFFFL;
      long c = random.nextLong() & Long.MAX_VALUE;
      ByteReader r =
          ByteReader.of(ByteWriter.ofSize(16).u2("a", a).u4("b", b).zeros(2).u8("c", c).done());
      assertThat(r.u2()).isEqualTo(a);
      assertThat(r.u4()).isEqualTo(b);
      assertThat(r.skip(2).u8()).isEqualTo(c);
      assertThat(r.left()).isZero();
    }
  }

  @Test
  public void aValueTooLargeNamesFieldValueAndRoom() {
    assertThatThrownBy(() -> ByteWriter.ofSize(2).u2("name length", 65536))
        .isInstanceOf(FieldOverflowException.class)
        .hasMessage("name length is 65536, which doesn't fit 2 bytes");
    assertThatThrownBy(() -> ByteWriter.ofSize(8).u4("size", -1))
        .isInstanceOf(FieldOverflowException.class);
    assertThatThrownBy(() -> ByteWriter.ofSize(8).u8("size", -1))
        .isInstanceOf(FieldOverflowException.class);
  }

  @Test
  public void aBufferThatIsNotFullIsOurFault() {
    assertThatThrownBy(() -> ByteWriter.ofSize(4).u2("a", 1).done())
        .hasMessage("wrote 2 of 4 bytes");
  }

  @Test
  public void readingStopsAtTheEnd() {
    assertThatThrownBy(() -> ByteReader.of(new byte[3]).u4())
        .isInstanceOf(IndexOutOfBoundsException.class);
    assertThatThrownBy(() -> ByteReader.of(new byte[3]).bytes(-1))
        .isInstanceOf(IndexOutOfBoundsException.class);
  }

  @Test
  public void aDigestSeesEveryByteThatPasses() throws Exception {
    byte[] bytes = "salt marsh".repeat(5000).getBytes(StandardCharsets.UTF_8);
    MessageDigest digest = Digests.sha256();
    try (InputStream in = Digests.feeding(Content.of(bytes).open(), digest)) {
      in.skipNBytes(17);
      in.read();
      in.transferTo(OutputStream.nullOutputStream());
    }
    assertThat(HexFormat.of().formatHex(digest.digest())).isEqualTo(Digests.sha256Hex(bytes));
  }

  @Test
  public void accessReadsRanges() throws Exception {
    try (Access access = Content.of(new byte[] {1, 2, 3, 4, 5}).access()) {
      assertThat(access.readFully(1, 3)).containsExactly(2, 3, 4);
      assertThat(access.stream(3, 9).readAllBytes()).containsExactly(4, 5);
      assertThatThrownBy(() -> access.readFully(3, 3)).isInstanceOf(java.io.EOFException.class);
    }
  }
}
