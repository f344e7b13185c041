package zugabe.bytes;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import java.util.zip.CRC32;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** The runtime's CRC-32 of two contents together is what is joined from both. */
public final class JoinedCrc32Test {
  private static long of(byte[] bytes, int from, int to) {
    CRC32 crc = new CRC32();
    crc.update(bytes, from, to - from);
    return crc.getValue();
  }

  @DataProvider
  public Object[][] sizes() {
    return new Object[][] {
      {0, 0}, {0, 1}, {1, 0}, {1, 1}, {7, 9}, {1000, 1}, {1, 65_537}, {4 << 20, 1 << 20}
    };
  }

  @Test(dataProvider = "sizes")
  public void bothTogether(int first, int second) {
    byte[] bytes = new byte[first + second];
    new Random(first * 31L + second).nextBytes(bytes);
    long joined = JoinedCrc32.of(of(bytes, 0, first), of(bytes, first, bytes.length), second);
    assertThat(joined).isEqualTo(of(bytes, 0, bytes.length));
  }

  /** So many bytes that their bits are more than an int holds, by the runtime's word. */
  @Test
  public void moreBitsThanAnIntHolds() {
    byte[] bytes = new byte[1 << 20];
    new Random(3).nextBytes(bytes);
    CRC32 crc = new CRC32();
    crc.update(7);
    long joined = crc.getValue();
    long one = of(bytes, 0, bytes.length);
    long rest = one;
    crc.update(bytes);
    for (int i = 1; i < 300; i++) {
      crc.update(bytes);
      rest = JoinedCrc32.of(rest, one, bytes.length);
    }
    assertThat(JoinedCrc32.of(joined, rest, 300L << 20)).isEqualTo(crc.getValue());
  }

  /** Zeros leave nothing but the shift; more of them than an array holds, in two ways. */
  @Test
  public void longOnes() {
    byte[] zeros = new byte[1 << 20];
    long one = of(zeros, 0, zeros.length);
    long all = of(new byte[] {5}, 0, 1);
    for (int i = 0; i < 4097; i++) {
      all = JoinedCrc32.of(all, one, zeros.length);
    }
    long half = one;
    for (int i = 0; i < 12; i++) {
      half = JoinedCrc32.of(half, half, (long) zeros.length << i);
    }
    half = JoinedCrc32.of(half, one, zeros.length);
    assertThat(JoinedCrc32.of(of(new byte[] {5}, 0, 1), half, 4097L << 20)).isEqualTo(all);
  }
}
