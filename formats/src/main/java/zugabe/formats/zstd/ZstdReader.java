package zugabe.formats.zstd;

import com.github.luben.zstd.ZstdInputStream;
import java.io.IOException;
import java.io.InputStream;

/** Reads zstd files (RFC 8878), of one or several frames. */
public final class ZstdReader {
  private ZstdReader() {}

  /** Whether a file starts so. */
  public static boolean isStart(byte[] start) {
    return start.length >= 4
        && start[0] == 0x28
        && start[1] == (byte) 0xB5
        && start[2] == 0x2F
        && start[3] == (byte) 0xFD;
  }

  /** The content. */
  public static InputStream open(InputStream in) throws IOException {
    return new ZstdInputStream(in);
  }
}
