package zugabe.formats.xz;

import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;
import org.tukaani.xz.XZInputStream;

/** Reads xz files (The .xz File Format 1.1.0). */
public final class XzReader {
  private static final byte[] MAGIC = {(byte) 0xFD, '7', 'z', 'X', 'Z', 0};

  /** A file that wants more memory isn't read, in KiB: level 9 wants 65 MiB. */
  private static final int MOST_KIB = 100 * 1024;

  private XzReader() {}

  /** Whether a file starts so. */
  public static boolean isStart(byte[] start) {
    return start.length >= MAGIC.length && Arrays.equals(Arrays.copyOf(start, MAGIC.length), MAGIC);
  }

  /** The content. */
  public static InputStream open(InputStream in) throws IOException {
    return new XZInputStream(in, MOST_KIB);
  }
}
