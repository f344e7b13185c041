package zugabe.formats.zip;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.Iterator;
import java.util.zip.CRC32;
import zugabe.bytes.Layout;
import zugabe.bytes.Segment;

/** Writes a layout into memory in the plainest way there is: the model for whoever streams one. */
final class LayoutBytes {
  private LayoutBytes() {}

  static byte[] of(Layout layout) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    for (Iterator<Segment> i = layout.segments(); i.hasNext(); ) {
      Segment segment = i.next();
      if (segment instanceof Segment.Encoded e) {
        out.write(e.encoder().encode(out.size()));
      } else if (segment instanceof Segment.Copy c) {
        out.write(c.header().encode(out.size()));
        try (InputStream in = c.content().open()) {
          in.transferTo(out);
        }
      } else if (segment instanceof Segment.Compressed p) {
        packed(p, out);
      }
    }
    return out.toByteArray();
  }

  private static void packed(Segment.Compressed p, ByteArrayOutputStream out) throws IOException {
    byte[] content;
    try (InputStream in = p.content().open()) {
      content = in.readAllBytes();
    }
    CRC32 crc = new CRC32();
    crc.update(content);
    byte[] result =
        p.packing().stores()
            ? content
            : p.packing().pack(new byte[0], content, content.length, true);
    boolean shrinks = result.length < content.length;
    byte[] payload = shrinks ? result : content;
    byte[] head =
        p.head()
            .encode(
                out.size(),
                new Segment.Outcome(shrinks, crc.getValue(), payload.length, content.length));
    if (head.length != p.head().width(out.size())) {
      throw new IllegalStateException(p.label() + ": the header isn't as wide as declared");
    }
    out.write(head);
    out.write(payload);
  }
}
