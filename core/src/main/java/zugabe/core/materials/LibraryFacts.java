package zugabe.core.materials;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/**
 * What reading a whole library without fault told, as it is kept for the next look at it.
 *
 * @param manifest its bytes, each as a character; none when it has none
 */
record LibraryFacts(
    Optional<String> version, String manifest, int highestMajor, String highestClass) {
  private static final String KIND = "library 1";

  static Optional<LibraryFacts> kept(CacheSlot kept) {
    return kept.get(KIND).flatMap(LibraryFacts::decode);
  }

  private static Optional<LibraryFacts> decode(byte[] bytes) {
    try (DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes))) {
      Optional<String> version = in.readBoolean() ? Optional.of(in.readUTF()) : Optional.empty();
      int major = in.readUnsignedShort();
      String example = in.readUTF();
      String manifest = new String(in.readAllBytes(), StandardCharsets.ISO_8859_1);
      return Optional.of(new LibraryFacts(version, manifest, major, example));
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  void keep(CacheSlot kept) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    DataOutputStream out = new DataOutputStream(bytes);
    out.writeBoolean(version.isPresent());
    if (version.isPresent()) {
      out.writeUTF(version.get());
    }
    out.writeShort(highestMajor);
    out.writeUTF(highestClass);
    out.write(manifest.getBytes(StandardCharsets.ISO_8859_1));
    kept.put(KIND, bytes.toByteArray());
  }
}
