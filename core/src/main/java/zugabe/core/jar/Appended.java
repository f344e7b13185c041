package zugabe.core.jar;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import zugabe.bytes.Content;

/** One text behind the other; a missing last line end is added. */
final class Appended implements Joint {
  private final ByteArrayOutputStream text = new ByteArrayOutputStream();
  private byte last = '\n';

  @Override
  public void add(Content content) throws IOException {
    byte[] bytes;
    try (InputStream in = content.open()) {
      bytes = in.readAllBytes();
    }
    if (last != '\n') {
      text.write('\n');
    }
    text.writeBytes(bytes);
    last = bytes.length == 0 ? last : bytes[bytes.length - 1];
  }

  @Override
  public byte[] encode() {
    return text.toByteArray();
  }
}
