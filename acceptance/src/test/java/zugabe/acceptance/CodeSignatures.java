package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;

/** Signatures of code as others see them. */
final class CodeSignatures {
  /** The name of what is signed: a file's digest and form. */
  private static final byte[] INDIRECT = {6, 10, 43, 6, 1, 4, 1, (byte) 0x82, 55, 2, 1, 4};

  private CodeSignatures() {}

  static ByteBuffer in(byte[] bytes) {
    return ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
  }

  static int find(byte[] in, byte[] what, int from) {
    for (int i = from; i <= in.length - what.length; i++) {
      if (Arrays.equals(in, i, i + what.length, what, 0, what.length)) {
        return i;
      }
    }
    return -1;
  }

  /** openssl verifies the signature over the value of what it holds, with {@code desk.pem}. */
  static void opensslVerifies(Workspace w, byte[] signature, byte[] digest) throws Exception {
    int at = find(signature, INDIRECT, 0) + INDIRECT.length;
    // an explicit tag and a sequence, each shorter than 128 bytes (X.690, 8.1.3.4)
    assertThat(signature[at]).isEqualTo((byte) 0xA0);
    assertThat(signature[at + 2]).isEqualTo((byte) 0x30);
    int length = signature[at + 3];
    byte[] content = Arrays.copyOfRange(signature, at + 4, at + 4 + length);
    assertThat(find(content, digest, 0)).isEqualTo(content.length - digest.length);
    Files.write(w.path("content"), content);
    Files.write(w.path("signature.p7"), signature);
    Keys.shell(
        w,
        "openssl smime -verify -binary -inform DER -in signature.p7 -content content"
            + " -purpose any -CAfile desk.pem -out verified");
  }

  /** What our own word on a file of some bytes is. */
  static Program.Result verify(Workspace w, byte[] bytes, String ending) throws Exception {
    Path file = Files.createTempFile(w.folder(), "t", ending);
    try {
      Files.write(file, bytes);
      return Keys.run(w, "verify", file.getFileName().toString());
    } finally {
      Files.delete(file);
    }
  }
}
