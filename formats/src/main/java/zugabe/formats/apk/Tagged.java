package zugabe.formats.apk;

import java.util.List;
import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;

/**
 * A value and what it is: a digest or a signature with its algorithm, an attribute with its name.
 *
 * @param id of the algorithm or attribute
 */
@SuppressWarnings("ArrayRecordComponent") // nobody compares them
public record Tagged(long id, byte[] value) {
  private static final int ID_BYTES = 4;

  /** With the value's length, as digests and signatures have it. */
  byte[] measured() {
    return bare(Sequences.prefixed(value));
  }

  /** Without, as attributes have it. */
  byte[] bare() {
    return bare(value);
  }

  private byte[] bare(byte[] bytes) {
    return ByteWriter.ofSize(ID_BYTES + bytes.length).u4("ID", id).bytes(bytes).done();
  }

  static List<Tagged> measured(ByteReader in) {
    return Sequences.elements(in).stream()
        .map(
            one -> {
              ByteReader r = ByteReader.of(one);
              return new Tagged(r.u4(), Sequences.take(r));
            })
        .toList();
  }

  static List<Tagged> bare(ByteReader in) {
    return Sequences.elements(in).stream()
        .map(
            one -> {
              ByteReader r = ByteReader.of(one);
              return new Tagged(r.u4(), r.bytes(r.left()));
            })
        .toList();
  }
}
