package zugabe.formats.apk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.testng.annotations.Test;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;

/** The signing block and what lies in it, by bytes that the description gives. */
public final class SigningBlockTest {
  private static byte[] hex(String text) {
    return HexFormat.of().parseHex(text.replaceAll("#.*|\\s", ""));
  }

  private static Optional<SigningBlock> find(byte[] bytes) throws IOException {
    return SigningBlock.find(Content.of(bytes).access(), bytes.length);
  }

  @Test
  public void aBlockIsLaidOutAsDescribed() throws Exception {
    byte[] block =
        SigningBlock.encode(List.of(new SigningBlock.Pair(0x7109871aL, 0, new byte[] {1, 2, 3})));
    assertThat(block)
        .isEqualTo(
            hex(
                """
                27 00 00 00 00 00 00 00 # what follows
                07 00 00 00 00 00 00 00 # ID and value
                1a 87 09 71 01 02 03
                27 00 00 00 00 00 00 00
                41 50 4b 20 53 69 67 20 42 6c 6f 63 6b 20 34 32 # APK Sig Block 42
                """));
    SigningBlock read = find(block).orElseThrow();
    assertThat(read.at()).isZero();
    assertThat(read.of(Scheme.V2).orElseThrow().value()).containsExactly(1, 2, 3);
    assertThat(read.of(Scheme.V3)).isEmpty();
    assertThat(find(new byte[100])).isEmpty();
  }

  private static byte[] signers() {
    SignedData data =
        new SignedData(
            List.of(new Tagged(0x103, new byte[32])),
            List.of(new byte[] {9}),
            Optional.of(new Levels(28, Levels.UNBOUNDED)),
            List.of(new Tagged(SignedData.ROTATED_FROM, new byte[4])));
    PackageSigner one =
        new PackageSigner(
            data.encode(), data.levels(), List.of(new Tagged(0x103, new byte[8])), new byte[5]);
    return PackageSigner.encodeAll(List.of(one));
  }

  @Test
  public void signersAreReadAsTheyWereWritten() throws Exception {
    List<PackageSigner> read =
        PackageSigner.decodeAll(Scheme.V3, new SigningBlock.Pair(Scheme.V3.id(), 0, signers()));
    assertThat(read).hasSize(1);
    SignedData data = read.get(0).data();
    assertThat(data.levels()).contains(new Levels(28, Levels.UNBOUNDED));
    assertThat(data.digests().get(0).id()).isEqualTo(0x103);
    assertThat(data.attribute(SignedData.ROTATED_FROM)).isPresent();
    assertThat(data.levels().get()).hasToString("28+");
  }

  /** Cut off anywhere, or with any bit another one, it is read or refused, and nothing else. */
  @Test
  public void damagedOnesAreRefused() throws Exception {
    byte[] whole =
        SigningBlock.encode(List.of(new SigningBlock.Pair(Scheme.V3.id(), 0, signers())));
    for (int i = 0; i < whole.length * 8; i++) {
      byte[] spoilt = whole.clone();
      spoilt[i / 8] ^= (byte) (1 << i % 8);
      isTyped(spoilt);
      isTyped(Arrays.copyOfRange(whole, i / 8, whole.length));
    }
    byte[] differing = whole.clone();
    differing[0]++;
    assertThatThrownBy(() -> find(differing))
        .isInstanceOf(MalformedException.class)
        .hasMessageContaining("the two sizes of its signing block differ");
  }

  private static void isTyped(byte[] bytes) throws IOException {
    try {
      Optional<SigningBlock> block = find(bytes);
      if (block.isPresent() && block.get().of(Scheme.V3).isPresent()) {
        PackageSigner.decodeAll(Scheme.V3, block.get().of(Scheme.V3).get()).get(0).data();
      }
    } catch (MalformedException | IndexOutOfBoundsException e) {
      assertThat(e).as("a signer that isn't there, or a fault").isNotNull();
    }
  }

  @Test
  public void rotationsAreReadAsTheyWereWritten() throws Exception {
    Rotation.Level first = new Rotation.Level(new byte[] {1}, 0, 23, 0x103, new byte[0]);
    Rotation.Level second = new Rotation.Level(new byte[] {2}, 0x103, 23, 0, new byte[] {7, 7});
    byte[] value = new Rotation(List.of(first, second)).encode();
    Rotation read = Rotation.decode(value);
    assertThat(read.levels()).hasSize(2);
    assertThat(read.levels().get(1).signature()).containsExactly(7, 7);
    assertThat(read.levels().get(1).signed()).isEqualTo(hex("01000000 02 03010000"));
    assertThatThrownBy(() -> Rotation.decode(Arrays.copyOf(value, value.length - 1)))
        .isInstanceOf(MalformedException.class);
    byte[] other = value.clone();
    other[0] = 2;
    assertThatThrownBy(() -> Rotation.decode(other)).hasMessageContaining("version 2");
  }

  /** By the description: a chunk is digested behind 0xa5 and its length, all behind 0x5a. */
  @Test
  public void contentIsDigestedInChunks() throws Exception {
    byte[] chunk = ContentDigest.chunk("SHA-256", new byte[] {'a', 'b', 'c'}, 0, 3);
    assertThat(chunk)
        .isEqualTo(
            java.security.MessageDigest.getInstance("SHA-256").digest(hex("a5 03000000 616263")));
    byte[] two = ContentDigest.section("SHA-256", new byte[(1 << 20) + 1]);
    assertThat(two).hasSize(64);
    byte[] prefixed = new byte[5 + 64];
    prefixed[0] = 0x5a;
    prefixed[1] = 2;
    System.arraycopy(two, 0, prefixed, 5, 64);
    assertThat(ContentDigest.whole("SHA-256", two))
        .isEqualTo(java.security.MessageDigest.getInstance("SHA-256").digest(prefixed));
  }

  /** One page: the root is the digest of the salt and a page that starts with the page's digest. */
  @Test
  public void treesOfPagesHaveARoot() throws Exception {
    java.security.MessageDigest digest = java.security.MessageDigest.getInstance("SHA-256");
    byte[] page = new byte[8 + 4096];
    page[8] = 5;
    byte[] level = new byte[8 + 4096];
    System.arraycopy(digest.digest(page), 0, level, 8, 32);
    byte[] made = TreeDigest.of(new ByteArrayInputStream(new byte[] {5}), 1);
    assertThat(made).startsWith(digest.digest(level)).endsWith(1, 0, 0, 0, 0, 0, 0, 0);
  }
}
