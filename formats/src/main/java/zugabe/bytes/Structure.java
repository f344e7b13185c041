package zugabe.bytes;

import java.nio.ByteOrder;

/**
 * A structure of a file format: a record whose components are named as the standard names its
 * fields. Beside {@link #encode} it has a static {@code decode(ByteReader)}, so that the two stand
 * together; {@code decode(encode(s))} is {@code s}.
 */
public interface Structure {
  /** What it takes in a file, in bytes. */
  int size();

  /** Writes {@link #size} bytes. */
  void encode(ByteWriter out);

  /** By itself. */
  default byte[] encoded(ByteOrder order) {
    ByteWriter out = ByteWriter.ofSize(size(), order);
    encode(out);
    return out.done();
  }
}
