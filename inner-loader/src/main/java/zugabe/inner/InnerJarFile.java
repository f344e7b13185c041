package zugabe.inner;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Enumeration;
import java.util.List;
import java.util.jar.JarEntry;
import java.util.jar.JarFile;
import java.util.jar.Manifest;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;

/**
 * A library inside a jar, as those see it who ask a connection for its jar file. The file below is
 * the outer jar, as a jar file has to have one; everything that can be asked of it is answered from
 * the library.
 */
final class InnerJarFile extends JarFile {
  private final Inner library;

  InnerJarFile(Inner library) throws IOException {
    super(library.outer().file, false);
    this.library = library;
  }

  static JarEntry entry(Inner library, int i) {
    JarEntry entry = new JarEntry(library.name(i));
    entry.setMethod(library.method(i));
    entry.setSize(library.size(i));
    entry.setCompressedSize(library.packedSize(i));
    entry.setCrc(library.crc32(i));
    entry.setTime(time(library.dosTime(i)));
    return entry;
  }

  /** As the runtime reads these fields: local time (APPNOTE 4.4.6). */
  private static long time(long dos) {
    return java.time.LocalDateTime.of(
            (int) ((dos >> 25) & 0x7F) + 1980,
            Math.min(12, Math.max(1, (int) ((dos >> 21) & 15))),
            1,
            (int) Math.min(23, (dos >> 11) & 31),
            (int) Math.min(59, (dos >> 5) & 63),
            (int) Math.min(59, (dos << 1) & 63))
        .plusDays(((dos >> 16) & 31) - 1)
        .atZone(java.time.ZoneId.systemDefault())
        .toInstant()
        .toEpochMilli();
  }

  private List<JarEntry> list() {
    List<JarEntry> all = new ArrayList<>();
    try {
      for (int i = 0; i < library.count(); i++) {
        all.add(entry(library, i));
      }
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
    return all;
  }

  @Override
  public Enumeration<JarEntry> entries() {
    return Collections.enumeration(list());
  }

  @Override
  public Stream<JarEntry> stream() {
    return list().stream();
  }

  /** Entries as the running version of Java sees them (since Java 10). */
  public Stream<JarEntry> versionedStream() {
    return list().stream().filter(e -> !e.getName().startsWith("META-INF/versions/"));
  }

  @Override
  public JarEntry getJarEntry(String name) {
    try {
      int at = library.find(name);
      return at < 0 ? null : entry(library, at);
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
  }

  @Override
  public ZipEntry getEntry(String name) {
    return getJarEntry(name);
  }

  @Override
  public synchronized InputStream getInputStream(ZipEntry entry) throws IOException {
    int at = library.find(entry.getName());
    return at < 0 ? null : library.open(at);
  }

  @Override
  public Manifest getManifest() throws IOException {
    return library.find(MANIFEST_NAME) < 0 ? null : library.manifest();
  }

  @Override
  public int size() {
    try {
      return library.count();
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
  }

  @Override
  public String getComment() {
    return null;
  }
}
