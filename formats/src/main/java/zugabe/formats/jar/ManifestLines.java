package zugabe.formats.jar;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import zugabe.formats.jar.Manifest.Attribute;

/**
 * A manifest's lines as bytes, since that is what their length counts: 72 at most, with what is
 * longer in continuation lines (specification, "Line length").
 */
public final class ManifestLines extends ByteArrayOutputStream {
  private static final int LINE_BYTES = 72;
  private static final int START_BYTES = 256;

  public ManifestLines() {
    super(START_BYTES);
  }

  /** Adds an attribute. */
  public void add(Attribute attribute) {
    add(attribute.name(), attribute.value());
  }

  /** Adds an attribute. */
  public void add(String name, String value) {
    byte[] text = (name + ": " + value).getBytes(StandardCharsets.UTF_8);
    int at = 0;
    int room = LINE_BYTES;
    while (true) {
      int end = Math.min(text.length, at + room);
      // no line begins within a character
      while (end < text.length && (text[end] & 0xC0) == 0x80) {
        end--;
      }
      write(text, at, end - at);
      blank();
      if (end == text.length) {
        return;
      }
      at = end;
      write(' ');
      room = LINE_BYTES - 1;
    }
  }

  /** Adds a blank line, which ends a section. */
  public void blank() {
    write('\r');
    write('\n');
  }

  /** The digest of what was written from a place on. */
  public byte[] digest(MessageDigest digest, int from) {
    digest.update(buf, from, count - from);
    return digest.digest();
  }
}
