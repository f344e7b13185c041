package zugabe.core.making;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.Future;
import java.util.zip.CRC32;
import zugabe.bytes.ContentChangedException;
import zugabe.bytes.Packing;
import zugabe.bytes.Segment;
import zugabe.core.work.Workers;

/**
 * Writes one long content in blocks: read in order, packed on all workers, written in order.
 * Whether it is packed at all is decided by its first {@link Packing#DECIDING_BLOCKS} blocks.
 */
final class BlockWriter {
  /** For blocks that are being packed: half of what the runtime may take. */
  private static final long MEMORY_BYTES = Runtime.getRuntime().maxMemory() / 2;

  private final Segment.Compressed segment;
  private final Workers workers;
  private final Sink sink;
  private final Runnable tick;
  private final CRC32 crc = new CRC32();
  private final Deque<Future<byte[]>> inWork = new ArrayDeque<>();
  private byte[] previous = new byte[0];
  private final Deque<Integer> lengths = new ArrayDeque<>();
  private final List<Segment.Block> blocks = new ArrayList<>();
  private final int blockBytes;
  private long read;
  private long written;

  BlockWriter(Segment.Compressed segment, Workers workers, Sink sink, Runnable tick) {
    this.segment = segment;
    this.workers = workers;
    this.sink = sink;
    this.tick = tick;
    this.blockBytes = segment.packing().blockBytes();
  }

  Segment.Outcome run() throws IOException {
    boolean pack = !segment.packing().stores();
    try (InputStream in = segment.content().open()) {
      if (segment.packing().packsAlways()) {
        packRest(in);
      } else if (pack) {
        pack = start(in);
      }
      if (!pack) {
        store(in);
      }
      if (read != segment.content().size()) {
        throw new ContentChangedException(
            segment.label(), "it had " + segment.content().size() + " bytes and has " + read);
      }
    } finally {
      inWork.forEach(f -> f.cancel(false));
    }
    return new Segment.Outcome(pack, crc.getValue(), written, read);
  }

  /** The blocks of a content that is always packed. */
  List<Segment.Block> blocks() {
    return blocks;
  }

  /** Packs the deciding blocks; when they shrink, they and all others are written packed. */
  private boolean start(InputStream in) throws IOException {
    List<byte[]> raw = new ArrayList<>();
    List<byte[]> packed = new ArrayList<>();
    while (raw.size() < Packing.DECIDING_BLOCKS && read < segment.content().size()) {
      byte[] block = next(in);
      raw.add(block);
      submit(block);
    }
    long rawBytes = 0;
    long packedBytes = 0;
    for (byte[] block : raw) {
      byte[] result = Workers.take(inWork.remove());
      packed.add(result);
      rawBytes += block.length;
      packedBytes += result.length;
    }
    boolean shrinks = packedBytes < rawBytes;
    for (byte[] block : shrinks ? packed : raw) {
      write(block);
    }
    if (shrinks) {
      packRest(in);
    }
    return shrinks;
  }

  private void packRest(InputStream in) throws IOException {
    int ahead = ahead();
    while (read < segment.content().size() || !inWork.isEmpty()) {
      while (read < segment.content().size() && inWork.size() < ahead) {
        submit(next(in));
      }
      byte[] packed = Workers.take(inWork.remove());
      if (segment.packing().packsAlways()) {
        blocks.add(new Segment.Block(segment.packing().countedBytes(packed), lengths.remove()));
      }
      write(packed);
    }
    end(in);
  }

  /**
   * Blocks in work at once: enough for all workers, as long as the memory for packing holds out.
   */
  private int ahead() {
    long each = segment.packing().engineBytes() + 2L * blockBytes;
    return (int) Math.max(1, Math.min(2L * workers.jobs() + 1, MEMORY_BYTES / each));
  }

  /** Threads that this content keeps busy at once, as far as memory lets them. */
  int jobs() {
    long each = segment.packing().engineBytes() + 2L * blockBytes;
    boolean several = segment.content().size() > blockBytes;
    return several
        ? (int) Math.max(1, Math.min(workers.jobs(), MEMORY_BYTES / each))
        : workers.jobs();
  }

  /** Copies; the next block is read, and digested, while one is written. */
  private void store(InputStream in) throws IOException {
    long left = segment.content().size() - read;
    Future<byte[]> next = ahead(in, left);
    while (left > 0) {
      byte[] block = Workers.take(next);
      if (block.length == 0) {
        return;
      }
      left -= block.length;
      next = ahead(in, left);
      crc.update(block);
      read += block.length;
      write(block);
    }
    if (Workers.take(next).length > 0) {
      throw new ContentChangedException(segment.label(), "it grew beyond " + read + " bytes");
    }
  }

  /** The next block, shorter at the end; one byte behind the end is looked for as well. */
  private Future<byte[]> ahead(InputStream in, long left) {
    byte[] block = new byte[(int) Math.max(1, Math.min(Packing.BLOCK_BYTES, left))];
    return workers.submit(
        () -> {
          int got = in.readNBytes(block, 0, block.length);
          return got == block.length ? block : Arrays.copyOf(block, got);
        });
  }

  private void submit(byte[] block) {
    byte[] before = previous;
    boolean last = read == segment.content().size();
    if (segment.packing().packsAlways()) {
      lengths.add(block.length);
    }
    inWork.add(workers.submit(() -> segment.packing().pack(before, block, block.length, last)));
    previous = block;
  }

  private byte[] next(InputStream in) throws IOException {
    byte[] block = new byte[(int) Math.min(blockBytes, segment.content().size() - read)];
    int got = in.readNBytes(block, 0, block.length);
    if (got < block.length) {
      throw new ContentChangedException(
          segment.label(), "it ends after " + (read + got) + " bytes");
    }
    crc.update(block);
    read += got;
    return block;
  }

  /** Reads on to the end, so that the content can judge its digest. */
  private void end(InputStream in) throws IOException {
    if (in.read() >= 0) {
      throw new ContentChangedException(segment.label(), "it grew beyond " + read + " bytes");
    }
  }

  private void write(byte[] bytes) throws IOException {
    written += bytes.length;
    sink.write(bytes);
    tick.run();
  }
}
