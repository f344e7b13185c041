package zugabe.bench;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import zugabe.bytes.Digests;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.ReadExtent;
import zugabe.core.work.Workers;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipReader;

/**
 * Inflates and digests every entry of an archive once, on all processors, and does nothing else.
 */
public final class Inflating {
  private Inflating() {}

  /**
   * A process of its own, so that its start counts.
   *
   * @param args the archive
   */
  public static void main(String[] args) throws IOException {
    Path file = Path.of(args[0]);
    FileContent content = new FileContent(file, args[0], Files.size(file), ReadExtent.IN_PART);
    content.hold();
    try (Workers workers = Workers.of(Runtime.getRuntime().availableProcessors())) {
      int files = workers.map(ZipReader.read(content).entries(), Inflating::digest).size();
      System.out.println(files + " entries");
    } finally {
      content.release();
    }
  }

  private static int digest(ZipEntry entry) throws IOException {
    if (entry.isFolder()) {
      return 0;
    }
    MessageDigest digest = Digests.sha256();
    byte[] buffer = new byte[1 << 16];
    try (InputStream in = entry.open()) {
      for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
        digest.update(buffer, 0, n);
      }
    }
    return digest.digest().length;
  }
}
