package zugabe.formats.zstd;

import com.github.luben.zstd.ZstdCompressCtx;
import java.nio.ByteBuffer;
import java.util.Iterator;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.Packing;
import zugabe.bytes.Segment;

/** A content as a Zstandard file of level 3, in frames of 4 MiB. */
public record Zstd(String label, Content content) implements Layout {
  private static final int LEVEL = 3;
  private static final int FRAME_BYTES = 4 << 20;

  /** Packs frames with engines that wait for the next one. */
  private static final class Frames implements Packing {
    private final Queue<Engine> idle = new ConcurrentLinkedQueue<>();

    @Override
    public byte[] pack(byte[] previous, byte[] block, int length, boolean last) {
      Engine waiting = idle.poll();
      Engine engine = waiting == null ? new Engine() : waiting;
      byte[] frame = engine.pack(block, length);
      idle.add(engine);
      return frame;
    }

    @Override
    public int blockBytes() {
      return FRAME_BYTES;
    }

    @Override
    public boolean packsAlways() {
      return true;
    }

    @Override
    public long engineBytes() {
      return 12 << 20;
    }
  }

  /**
   * One encoder with its buffers. They lie outside the heap: working on arrays of the heap, it
   * would keep the garbage collector waiting.
   */
  private static final class Engine {
    private final ZstdCompressCtx context =
        new ZstdCompressCtx().setLevel(LEVEL).setChecksum(true).setContentSize(true);
    private final ByteBuffer in = ByteBuffer.allocateDirect(FRAME_BYTES);
    private final ByteBuffer out =
        ByteBuffer.allocateDirect((int) com.github.luben.zstd.Zstd.compressBound(FRAME_BYTES));

    byte[] pack(byte[] block, int length) {
      in.clear().put(block, 0, length).flip();
      int count = context.compressDirectByteBuffer(out, 0, out.capacity(), in, 0, length);
      byte[] frame = new byte[count];
      out.clear().get(frame);
      return frame;
    }
  }

  @Override
  public Iterator<Segment> segments() {
    return List.<Segment>of(
            new Segment.Compressed(label, content, new Frames(), Segment.Head.NOTHING))
        .iterator();
  }

  @Override
  public long leastSize() {
    return 0;
  }

  @Override
  public long mostSize() {
    return content.size() + content.size() / 100 + 1024;
  }
}
