package zugabe.bytes;

/**
 * A way to compress content in blocks of constant size, each by itself, that joined form one
 * stream: so blocks can be compressed in parallel and the bytes don't depend on how many threads
 * there are.
 */
public interface Packing {
  /** Bytes of content in each block but the last, unless a packing says otherwise: constant. */
  int BLOCK_BYTES = 512 * 1024;

  /**
   * Blocks at the start of a long content that decide whether it is packed at all. When they don't
   * shrink, the whole is stored.
   */
  int DECIDING_BLOCKS = 2;

  /**
   * Packs one block.
   *
   * @param previous the block before this one, whose end may serve as dictionary; empty at the
   *     start
   * @param block the content
   * @param length how many bytes of {@code block} count
   * @param last whether the stream ends here
   */
  byte[] pack(byte[] previous, byte[] block, int length, boolean last);

  /** Bytes of content in each block but the last. */
  default int blockBytes() {
    return BLOCK_BYTES;
  }

  /** Whether content is packed even when that doesn't make it smaller. */
  default boolean packsAlways() {
    return false;
  }

  /** Bytes of memory that packing one block takes, for formats whose engines are large. */
  default long engineBytes() {
    return 1 << 20;
  }

  /**
   * Bytes of a packed block that count where a format lists its blocks: without padding behind
   * them.
   */
  default long countedBytes(byte[] packed) {
    return packed.length;
  }

  /** Whether content is to be stored whatever its size. */
  default boolean stores() {
    return false;
  }

  /** The packing that doesn't pack. */
  static Packing stored() {
    return new Packing() {
      @Override
      public byte[] pack(byte[] previous, byte[] block, int length, boolean last) {
        throw new IllegalStateException("stored content isn't packed");
      }

      @Override
      public boolean stores() {
        return true;
      }
    };
  }
}
