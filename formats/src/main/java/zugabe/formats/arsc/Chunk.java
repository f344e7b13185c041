package zugabe.formats.arsc;

import java.io.IOException;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/**
 * Where a chunk is ({@code ResChunk_header}).
 *
 * <pre>
 * 0 u2 type    2 u2 headerSize    4 u4 size
 * </pre>
 *
 * @param at in bytes from the file's start
 * @param headerSize of its header, in bytes
 * @param size of the whole, in bytes
 */
public record Chunk(int type, long at, int headerSize, long size) {
  /** {@code RES_STRING_POOL_TYPE}. */
  public static final int STRING_POOL = 0x0001;

  /** {@code RES_TABLE_TYPE}. */
  public static final int TABLE = 0x0002;

  /** {@code RES_XML_TYPE}. */
  public static final int XML = 0x0003;

  /** Bytes of every chunk's start. */
  public static final int START_BYTES = 8;

  /**
   * Reads one.
   *
   * @param end of the chunk around it
   * @throws MalformedException when it doesn't fit into it
   */
  public static Chunk read(Fields in, long at, long end) throws IOException {
    if (at > end - START_BYTES) {
      throw new MalformedException("a chunk starts where none has room", at);
    }
    Chunk chunk = new Chunk(in.u2(at), at, in.u2(at + 2), in.u4(at + 4));
    boolean fits =
        chunk.headerSize >= START_BYTES
            && chunk.size >= chunk.headerSize
            && chunk.size <= end - at
            && chunk.size % 4 == 0;
    if (!fits) {
      throw new MalformedException(
          "a chunk of type 0x%04x is said to take %d bytes".formatted(chunk.type, chunk.size), at);
    }
    return chunk;
  }

  /** The byte behind it. */
  public long end() {
    return at + size;
  }

  /** Where its header ends. */
  public long body() {
    return at + headerSize;
  }

  /** Fails when the header is shorter than its fields. */
  public Chunk header(int least) throws MalformedException {
    if (headerSize < least) {
      throw new MalformedException(
          "a chunk of type 0x%04x has a header of %d bytes".formatted(type, headerSize), at);
    }
    return this;
  }
}
