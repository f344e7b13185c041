package zugabe.core.making;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Iterator;
import java.util.List;
import java.util.Random;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Supplier;
import java.util.zip.CRC32;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.bytes.Content;
import zugabe.bytes.ContentChangedException;
import zugabe.bytes.Layout;
import zugabe.bytes.RangeContent;
import zugabe.bytes.RangeDigest;
import zugabe.bytes.Segment;
import zugabe.core.work.Progress;
import zugabe.core.work.Workers;
import zugabe.formats.deflate.Deflate;

/** Digests of ranges that a layout declares, written into slots in front of them. */
public final class RangeDigestTest {
  private record Segments(Supplier<List<Segment>> all) implements Layout {
    @Override
    public Iterator<Segment> segments() {
      return all.get().iterator();
    }

    @Override
    public long leastSize() {
      return 0;
    }

    @Override
    public long mostSize() {
      return Long.MAX_VALUE;
    }
  }

  private static Segment.Encoded bytes(byte[] bytes) {
    return new Segment.Encoded("bytes", position -> bytes);
  }

  private static byte[] noise(int size, int seed) {
    byte[] bytes = new byte[size];
    new Random(seed).nextBytes(bytes);
    return bytes;
  }

  private static byte[] write(Layout layout) throws IOException {
    Path file = Files.createTempFile("ranges", ".bin");
    try (Workers workers = Workers.of(2);
        FileChannel out =
            FileChannel.open(file, StandardOpenOption.READ, StandardOpenOption.WRITE)) {
      Spool.Written written = Spool.write(layout, out, "ranges", workers, Progress.NONE);
      byte[] bytes = Files.readAllBytes(file);
      assertThat(written.size()).isEqualTo(bytes.length);
      assertThat(written.sha256()).isEqualTo(HexFormat.of().formatHex(digest("SHA-256", bytes)));
      return bytes;
    } finally {
      Files.delete(file);
    }
  }

  private static byte[] digest(String algorithm, byte[] bytes) {
    try {
      return MessageDigest.getInstance(algorithm).digest(bytes);
    } catch (java.security.NoSuchAlgorithmException e) {
      throw new AssertionError(e);
    }
  }

  @DataProvider
  public Object[][] sizes() {
    return new Object[][] {{0}, {1}, {70_000}, {3_000_000}};
  }

  /** A signature block in front, as packages with a header have it. */
  @Test(dataProvider = "sizes")
  public void aDigestStandsInFrontOfItsRange(int size) throws Exception {
    byte[] payload = noise(size, 1);
    byte[] file =
        write(
            new Segments(
                () -> {
                  RangeDigest digest = RangeDigest.of("SHA-256");
                  Segment.Slot slot = new Segment.Slot("digest", 32);
                  return List.of(
                      bytes("head".getBytes(java.nio.charset.StandardCharsets.US_ASCII)),
                      slot,
                      new Segment.RangeStart("payload", digest),
                      bytes(payload),
                      new Segment.RangeEnd("payload", digest, true),
                      new Segment.Fill("digest", slot, position -> digest.value()));
                }));
    assertThat(Arrays.copyOfRange(file, 4, 36)).isEqualTo(digest("SHA-256", payload));
    assertThat(Arrays.copyOfRange(file, 36, file.length)).isEqualTo(payload);
  }

  @DataProvider
  public Object[][] partSizes() {
    return new Object[][] {{0}, {1}, {999}, {1_000}, {1_001}, {2_500}, {17_000_000}};
  }

  /** Parts are digested as soon as they are whole, whichever is done first, and stand in order. */
  @Test(dataProvider = "partSizes")
  public void aRangeInPartsIsDigestedPartByPart(int size) throws Exception {
    byte[] payload = noise(size, 6);
    CRC32 crc = new CRC32();
    crc.update(payload);
    int partBytes = size > 10_000 ? 70_000 : 1_000;
    ByteArrayOutputStream values = new ByteArrayOutputStream();
    for (int at = 0; at < size; at += partBytes) {
      values.write(digest("MD5", Arrays.copyOfRange(payload, at, Math.min(size, at + partBytes))));
    }
    RangeDigest.Parts parts =
        new RangeDigest.Parts() {
          @Override
          public int bytes() {
            return partBytes;
          }

          @Override
          public RangeDigest.Engine start(int bytes) {
            assertThat(bytes).isBetween(1, partBytes);
            return RangeDigest.engine(md5());
          }
        };
    byte[] file =
        write(
            new Segments(
                () -> {
                  RangeDigest digest = RangeDigest.inParts("MD5 in parts", parts);
                  return List.of(
                      bytes(new byte[7]),
                      new Segment.RangeStart("payload", digest),
                      new Segment.Copy(
                          "payload",
                          position -> new byte[0],
                          new RangeContent(Content.of(payload), 0, size),
                          crc.getValue()),
                      new Segment.RangeEnd("payload", digest, true),
                      new Segment.Encoded("digests", position -> digest.value()));
                }));
    assertThat(Arrays.copyOfRange(file, 7 + size, file.length)).isEqualTo(values.toByteArray());
  }

  private static MessageDigest md5() {
    try {
      return MessageDigest.getInstance("MD5");
    } catch (java.security.NoSuchAlgorithmException e) {
      throw new AssertionError(e);
    }
  }

  /** Compressed entries, whose heads are filled later, are digested as they finally are. */
  @Test
  public void headsThatAreFilledLaterAreDigestedAsTheyAre() throws Exception {
    byte[] large = new byte[5 << 20];
    byte[] file =
        write(
            new Segments(
                () -> {
                  RangeDigest digest = RangeDigest.of("SHA-1");
                  Segment.Slot slot = new Segment.Slot("digest", 20);
                  return List.of(
                      slot,
                      new Segment.RangeStart("all", digest),
                      new Segment.Compressed("large", Content.of(large), new Deflate(), head()),
                      new Segment.Compressed(
                          "noise", Content.of(noise(2 << 20, 2)), new Deflate(), head()),
                      new Segment.RangeEnd("all", digest, true),
                      new Segment.Fill("digest", slot, position -> digest.value()));
                }));
    assertThat(Arrays.copyOf(file, 20))
        .isEqualTo(digest("SHA-1", Arrays.copyOfRange(file, 20, file.length)));
  }

  private static Segment.Head head() {
    return new Segment.Head() {
      @Override
      public int width(long position) {
        return 8;
      }

      @Override
      public byte[] encode(long position, Segment.Outcome outcome) {
        return java.nio.ByteBuffer.allocate(8).putLong(outcome.packedSize()).array();
      }
    };
  }

  /** Two digests that overlap; one leaves a field out, as checksums of images do. */
  @Test
  public void rangesOverlapAndLeaveFieldsOut() throws Exception {
    byte[] a = noise(100_000, 3);
    byte[] b = noise(50_000, 4);
    byte[] c = noise(10, 5);
    List<byte[]> values = new ArrayList<>();
    byte[] file =
        write(
            new Segments(
                () -> {
                  RangeDigest md5 = RangeDigest.of("MD5");
                  RangeDigest crc = RangeDigest.crc32();
                  Segment.Slot field = new Segment.Slot("field", 16);
                  return List.of(
                      new Segment.RangeStart("a", md5),
                      bytes(a),
                      new Segment.RangeEnd("a", md5, false),
                      field,
                      new Segment.RangeStart("b", crc),
                      new Segment.RangeStart("b", md5),
                      bytes(b),
                      new Segment.RangeEnd("b", md5, true),
                      bytes(c),
                      new Segment.RangeEnd("b", crc, true),
                      new Segment.Fill(
                          "field",
                          field,
                          position -> {
                            values.add(crc.value());
                            return md5.value();
                          }));
                }));
    byte[] ab = Arrays.copyOf(a, a.length + b.length);
    System.arraycopy(b, 0, ab, a.length, b.length);
    assertThat(Arrays.copyOfRange(file, a.length, a.length + 16)).isEqualTo(digest("MD5", ab));
    CRC32 expected = new CRC32();
    expected.update(b);
    expected.update(c);
    assertThat(values.get(0))
        .isEqualTo(java.nio.ByteBuffer.allocate(4).putInt((int) expected.getValue()).array());
  }

  @Test
  public void aLayoutThatForgetsSomethingIsOurFault() {
    Segment.Slot slot = new Segment.Slot("lost", 4);
    assertThatThrownBy(() -> write(new Segments(() -> List.of(slot))))
        .hasMessageContaining("isn't filled");
    assertThatThrownBy(
            () ->
                write(
                    new Segments(
                        () -> List.of(slot, new Segment.Fill("short", slot, p -> new byte[3])))))
        .hasMessageContaining("3 bytes for 4");
    RangeDigest digest = RangeDigest.of("SHA-256");
    assertThatThrownBy(digest::value).hasMessageContaining("haven't ended");
    assertThatThrownBy(
            () ->
                write(
                    new Segments(
                        () ->
                            List.of(
                                new Segment.RangeStart("r", digest),
                                slot,
                                new Segment.RangeEnd("r", digest, true)))))
        .hasMessageContaining("a slot in the range r isn't filled");
    assertThatThrownBy(() -> RangeDigest.of("MD17")).hasMessageContaining("has no MD17");
  }

  /** Nobody is asked to sign for a content that isn't what was looked at, long ones included. */
  @Test
  public void whatChangedIsToldBeforeItIsSignedFor() {
    byte[] content = noise(17_000_000, 5);
    CRC32 crc = new CRC32();
    crc.update(content);
    AtomicBoolean asked = new AtomicBoolean();
    for (int wrong : new int[] {0, 1}) {
      asked.set(false);
      Layout layout =
          new Segments(
              () -> {
                RangeDigest digest = RangeDigest.of("SHA-256");
                return List.of(
                    new Segment.RangeStart("signed", digest),
                    new Segment.Copy(
                        "tide.bin",
                        position -> new byte[3],
                        new RangeContent(Content.of(content), 0, content.length),
                        crc.getValue() ^ wrong),
                    new Segment.RangeEnd("signed", digest, true),
                    new Segment.Encoded(
                        "signature",
                        position -> {
                          asked.set(true);
                          return digest.value();
                        }));
              });
      if (wrong == 0) {
        assertThatCode(() -> write(layout)).doesNotThrowAnyException();
      } else {
        assertThatThrownBy(() -> write(layout))
            .isInstanceOf(ContentChangedException.class)
            .hasMessageContaining("tide.bin");
      }
      assertThat(asked.get()).isEqualTo(wrong == 0);
    }
  }
}
