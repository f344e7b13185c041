package zugabe.bytes;

import java.io.IOException;
import java.util.List;

/**
 * One piece of a file to be written. Labels name it in messages: an entry's path, or a structure's
 * name.
 */
public sealed interface Segment {
  /** From this size on, a content is worth the work of several. */
  int LONG_BYTES = 16 << 20;

  /** Of a long content, what one worker takes at once; a last part may be shorter. */
  int PART_BYTES = 4 << 20;

  /** What this is, for messages. */
  String label();

  /** Bytes that are encoded when their turn comes, from what was written before them. */
  record Encoded(String label, Encoder encoder) implements Segment {}

  /**
   * Content copied as it is, behind its header.
   *
   * @param crc32 CRC-32 of the copied bytes as they were when first read; a difference is a changed
   *     file
   */
  record Copy(String label, Encoder header, Content content, long crc32) implements Segment {
    /** Whether several workers copy it. */
    public boolean isLong() {
      return content.size() >= LONG_BYTES;
    }
  }

  /**
   * Content that is looked at before what comes behind this is written, part by part and by several
   * at once; takes no room itself.
   */
  record Look(String label, Content content, Reader reader) implements Segment {}

  /**
   * Content that is compressed on the way, behind a header of fixed width that is filled in once
   * the result is known.
   */
  record Compressed(String label, Content content, Packing packing, Head head, Tail tail)
      implements Segment {

    /** With nothing behind it. */
    public Compressed(String label, Content content, Packing packing, Head head) {
      this(label, content, packing, head, Tail.NOTHING);
    }
  }

  /**
   * A whole file of its own, behind a header of fixed width; places in it are counted from its
   * start.
   */
  record Inside(String label, Layout layout, Head head) implements Segment {}

  /**
   * A slot of fixed width that one {@link Fill} further on fills by a positional write. Until then
   * it is zeros.
   */
  record Slot(String label, int width) implements Segment {}

  /**
   * Fills a slot that stands further to the front; takes no room itself. Every range that ended
   * before is digested when the encoder is asked.
   */
  record Fill(String label, Slot slot, Encoder encoder) implements Segment {}

  /**
   * A range of a digest starts here. Ranges of one digest follow each other; those of several may
   * overlap in any way. A slot inside has to be filled before the range's end.
   */
  record RangeStart(String label, RangeDigest digest) implements Segment {}

  /**
   * A range of a digest ends here.
   *
   * @param last whether the digest has no further range
   */
  record RangeEnd(String label, RangeDigest digest, boolean last) implements Segment {}

  /** Looks at a part of a content; called by several threads, for parts in any order. */
  interface Reader {
    void read(Access part) throws IOException;
  }

  /** Encodes a structure at its place. */
  interface Encoder {
    /** The bytes for {@code position}, the offset from the file's start in bytes. */
    byte[] encode(long position) throws IOException;
  }

  /**
   * A header in front of a payload: a slot that is declared by its width and filled by one
   * positional write.
   */
  interface Head {
    /** No header. */
    Head NOTHING =
        new Head() {
          @Override
          public int width(long position) {
            return 0;
          }

          @Override
          public byte[] encode(long position, Outcome outcome) {
            return new byte[0];
          }
        };

    /** Width in bytes at this position; the same in every call. */
    int width(long position);

    /** The header's bytes, {@link #width} of them. */
    byte[] encode(long position, Outcome outcome);
  }

  /** What stands behind a payload. */
  interface Tail {
    /** No bytes. */
    Tail NOTHING = (outcome, blocks) -> new byte[0];

    /**
     * The bytes.
     *
     * @param blocks of the payload, in their order
     */
    byte[] encode(Outcome outcome, List<Block> blocks);
  }

  /**
   * One block that was packed by itself.
   *
   * @param packedSize bytes written, without padding
   * @param size bytes of the content
   */
  record Block(long packedSize, long size) {}

  /**
   * What became of a payload.
   *
   * @param packed false when it was stored because packing didn't make it smaller
   * @param crc32 CRC-32 of the content
   * @param packedSize bytes written
   * @param size bytes of the content
   */
  record Outcome(boolean packed, long crc32, long packedSize, long size) {}
}
