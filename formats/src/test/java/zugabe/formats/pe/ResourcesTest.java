package zugabe.formats.pe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.testng.annotations.Test;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.bytes.WordSum;
import zugabe.formats.pe.OptionalHeader.DataDirectory;

public final class ResourcesTest {
  private static final int OPTIONAL_AT = 0x44 + CoffHeader.SIZE;

  /** A program of one section, with room for more lines in its section table. */
  private static byte[] program(int sizeOfHeaders) {
    ByteBuffer out = ByteBuffer.allocate(0x600).order(ByteOrder.LITTLE_ENDIAN);
    out.put("MZ".getBytes(StandardCharsets.US_ASCII)).putInt(0x3C, 0x40);
    out.position(0x40).put("PE\0\0".getBytes(StandardCharsets.US_ASCII));
    List<DataDirectory> none = new ArrayList<>(Collections.nCopies(16, new DataDirectory(0, 0)));
    OptionalHeader optional = new OptionalHeader(OptionalHeader.PE32_PLUS, 6, 2, 3, none);
    CoffHeader coff = new CoffHeader(0x8664, 1, 0, 0, 0, optional.size(), 0x22);
    out.put(coff.encoded(ByteOrder.LITTLE_ENDIAN));
    out.put(optional.encoded(ByteOrder.LITTLE_ENDIAN));
    SectionHeader text = new SectionHeader(".text", 0x123, 0x1000, 0x200, 0x400, 0x60000020L);
    out.put(text.encoded(ByteOrder.LITTLE_ENDIAN));
    out.putInt(OPTIONAL_AT + 32, 0x1000).putInt(OPTIONAL_AT + 36, 0x200);
    out.putInt(OPTIONAL_AT + 60, sizeOfHeaders);
    return out.array();
  }

  @Test
  public void resourcesComeBack() throws Exception {
    Random random = new Random(20261128);
    for (int i = 0; i < 200; i++) {
      Resources resources = new Resources();
      Map<String, byte[]> put = new LinkedHashMap<>();
      for (int n = random.nextInt(30); n >= 0; n--) {
        byte[] data = new byte[random.nextInt(50)];
        random.nextBytes(data);
        int[] key = {random.nextInt(5), random.nextInt(5), random.nextInt(3)};
        resources.put(key[0], key[1], key[2], data);
        put.put(Arrays.toString(key), data);
      }
      byte[] image = ProgramImage.of(program(0x400), resources).bytes();
      assertThat(image.length % 0x200).isZero();
      try (Access access = Content.of(image).access()) {
        Map<String, byte[]> read = new LinkedHashMap<>();
        for (ResourceReader.Item item : ResourceReader.read(access)) {
          String key = Arrays.toString(new int[] {item.type(), item.number(), item.language()});
          read.put(key, access.readFully(item.offset(), (int) item.size()));
        }
        assertThat(read.keySet()).containsExactlyInAnyOrderElementsOf(put.keySet());
        put.forEach((key, data) -> assertThat(read.get(key)).isEqualTo(data));
      }
    }
  }

  /** Everything else stays; what changes is the header's. */
  @Test
  public void theProgramStays() throws Exception {
    byte[] before = program(0x400);
    before[0x450] = 77;
    byte[] after = ProgramImage.of(before, new Resources().put(10, 1, 0, new byte[9])).bytes();
    assertThat(Arrays.copyOfRange(after, 0x400, 0x600))
        .isEqualTo(Arrays.copyOfRange(before, 0x400, 0x600));
    ByteBuffer in = ByteBuffer.wrap(after).order(ByteOrder.LITTLE_ENDIAN);
    assertThat(in.getShort(0x46)).isEqualTo((short) 2);
    // the second section's page, and the table of resources
    assertThat(in.getInt(OPTIONAL_AT + 56)).isEqualTo(0x3000);
    assertThat(in.getInt(OPTIONAL_AT + 112 + 16)).isEqualTo(0x2000);
    assertThatThrownBy(() -> ProgramImage.of(program(0x180), new Resources()))
        .isInstanceOf(MalformedException.class);
  }

  /** Directories that lead to each other, and data in no section. */
  @Test
  public void whatIsNoTreeIsRefused() throws Exception {
    byte[] image =
        ProgramImage.of(program(0x400), new Resources().put(10, 1, 0, new byte[9])).bytes();
    byte[] circle = image.clone();
    // the root's only entry leads to the root again
    ByteBuffer.wrap(circle).order(ByteOrder.LITTLE_ENDIAN).putInt(0x600 + 20, 0x80000000);
    assertRefused(circle);
    byte[] nowhere = image.clone();
    int data = 0x600 + 3 * 24;
    ByteBuffer.wrap(nowhere).order(ByteOrder.LITTLE_ENDIAN).putInt(data, 0x7000000);
    assertRefused(nowhere);
  }

  private static void assertRefused(byte[] image) throws Exception {
    try (Access access = Content.of(image).access()) {
      assertThatThrownBy(() -> ResourceReader.read(access)).isInstanceOf(MalformedException.class);
    }
  }

  /** Words of two bytes, little end first; what overflows comes back at the other end. */
  @Test
  public void theChecksum() {
    WordSum sum = new WordSum();
    sum.update(new byte[] {1, 2, 3}, 0, 3);
    assertThat(sum.getValue()).isEqualTo(0x0201 + 3);
    sum.reset();
    byte[] full = new byte[8];
    Arrays.fill(full, (byte) 0xFF);
    sum.update(full, 0, 8);
    assertThat(sum.getValue()).isEqualTo(0xFFFF);
    sum.update(1);
    assertThat(sum.getValue()).isEqualTo(1);
  }

  /** Lengths as the standard counts them: of structures in bytes, of texts in characters. */
  @Test
  public void theVersion() {
    byte[] bytes =
        new VersionResource(List.of(1, 2, 3, 65535), true, Map.of(0x0409, Map.of("Comments", "é")))
            .encode();
    ByteBuffer in = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    assertThat(in.getShort(0)).isEqualTo((short) bytes.length);
    assertThat(in.getShort(2)).isEqualTo((short) 52);
    assertThat(in.getInt(40)).isEqualTo(0xFEEF04BD);
    assertThat(in.getInt(48)).isEqualTo(1 << 16 | 2);
    assertThat(in.getInt(52)).isEqualTo(3 << 16 | 65535);
    assertThat(in.getInt(40 + 28)).isEqualTo(2);
    assertThat(new String(bytes, StandardCharsets.UTF_16LE))
        .contains("StringFileInfo", "040904B0", "Comments", "VarFileInfo", "Translation");
    assertThatThrownBy(() -> new VersionResource(List.of(1), false, Map.of()))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
