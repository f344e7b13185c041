package zugabe.formats.gzip;

import java.io.IOException;
import java.io.InputStream;
import java.util.zip.GZIPInputStream;

/** Reads gzip files (RFC 1952), of one or several members. */
public final class GzipReader {
  private GzipReader() {}

  /** Whether a file starts so. */
  public static boolean isStart(byte[] start) {
    return start.length >= 2 && start[0] == 0x1F && start[1] == (byte) 0x8B;
  }

  /** The content. */
  public static InputStream open(InputStream in) throws IOException {
    return new GZIPInputStream(in, 1 << 16);
  }
}
