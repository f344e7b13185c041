package zugabe.formats.apk;

import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;

/** Values behind their length in four bytes, the lowest first: all that signers consist of. */
final class Sequences {
  private static final int LENGTH_BYTES = 4;

  private Sequences() {}

  /** A value behind its length. */
  static byte[] prefixed(byte[] value) {
    return ByteWriter.ofSize(LENGTH_BYTES + value.length)
        .u4("length", value.length)
        .bytes(value)
        .done();
  }

  /** A sequence behind its length; each of its elements behind its own. */
  static byte[] sequence(List<byte[]> elements) {
    return prefixed(joined(elements.stream().map(Sequences::prefixed).toList()));
  }

  static byte[] joined(List<byte[]> parts) {
    ByteWriter out = ByteWriter.ofSize(parts.stream().mapToInt(p -> p.length).sum());
    parts.forEach(out::bytes);
    return out.done();
  }

  /** The value behind the length that comes next. */
  static byte[] take(ByteReader in) {
    long length = in.u4();
    if (length > in.left()) {
      throw new IndexOutOfBoundsException(
          "a value of " + length + " bytes where " + in.left() + " are left");
    }
    return in.bytes((int) length);
  }

  /** The elements of the sequence that comes next. */
  static List<byte[]> elements(ByteReader in) {
    ByteReader inner = ByteReader.of(take(in));
    List<byte[]> all = new ArrayList<>();
    while (inner.left() > 0) {
      all.add(take(inner));
    }
    return all;
  }
}
