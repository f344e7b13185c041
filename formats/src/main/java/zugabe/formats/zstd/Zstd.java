package zugabe.formats.zstd;

import com.github.luben.zstd.ZstdCompressCtx;
import java.util.Iterator;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.Packing;
import zugabe.bytes.Segment;

/** A content as a Zstandard file of level 3, in frames of 8 MiB. */
public record Zstd(String label, Content content) implements Layout {
  private static final int LEVEL = 3;
  private static final int FRAME_BYTES = 8 << 20;

  /** Packs frames with engines that wait for the next one. */
  private static final class Frames implements Packing {
    private final Queue<ZstdCompressCtx> idle = new ConcurrentLinkedQueue<>();

    @Override
    public byte[] pack(byte[] previous, byte[] block, int length, boolean last) {
      ZstdCompressCtx waiting = idle.poll();
      ZstdCompressCtx engine = waiting == null ? fresh() : waiting;
      byte[] content = length == block.length ? block : java.util.Arrays.copyOf(block, length);
      byte[] frame = engine.compress(content);
      idle.add(engine);
      return frame;
    }

    private static ZstdCompressCtx fresh() {
      return new ZstdCompressCtx().setLevel(LEVEL).setChecksum(true).setContentSize(true);
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
      return 8 << 20;
    }
  }

  @Override
  public Iterator<Segment> segments() {
    return List.<Segment>of(new Segment.Packed(label, content, new Frames(), Segment.Head.NOTHING))
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
