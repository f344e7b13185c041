package zugabe.inner;

import java.io.EOFException;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.util.HashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;

/**
 * The outer jar, open for as long as the program runs. Read by the runtime's own zip reader, which
 * shares what it knows of it.
 */
final class Outer {
  private static final Map<File, Outer> OPEN = new HashMap<>();

  final File file;
  private final ZipFile zip;
  private final Map<String, Inner> inner = new HashMap<>();

  private Outer(File file) throws IOException {
    this.file = file;
    this.zip = new ZipFile(file);
  }

  static Outer of(File file) throws IOException {
    synchronized (OPEN) {
      Outer open = OPEN.get(file);
      if (open == null) {
        open = new Outer(file);
        OPEN.put(file, open);
      }
      return open;
    }
  }

  ZipEntry entry(String path) {
    return zip.getEntry(path);
  }

  InputStream open(ZipEntry entry) throws IOException {
    return zip.getInputStream(entry);
  }

  /** The library at this path. */
  Inner inner(String path) throws IOException {
    synchronized (inner) {
      Inner known = inner.get(path);
      if (known == null) {
        ZipEntry entry = zip.getEntry(path);
        if (entry == null) {
          throw new IOException(path + " is missing in " + file.getName());
        }
        if (entry.getMethod() != ZipEntry.STORED) {
          throw new IOException(
              path
                  + " is packed in "
                  + file.getName()
                  + ", where it must be stored: it was packed anew by something");
        }
        known = new Inner(this, entry);
        inner.put(path, known);
      }
      return known;
    }
  }

  /** Bytes of a stored entry from a place on. Skipping costs nothing in a stored entry. */
  void read(ZipEntry entry, long position, byte[] into, int length) throws IOException {
    try (InputStream in = zip.getInputStream(entry)) {
      for (long left = position; left > 0; ) {
        long skipped = in.skip(left);
        if (skipped <= 0) {
          throw new EOFException(entry.getName() + " ends before " + position);
        }
        left -= skipped;
      }
      for (int at = 0; at < length; ) {
        int got = in.read(into, at, length - at);
        if (got < 0) {
          throw new EOFException(entry.getName() + " ends before " + (position + length));
        }
        at += got;
      }
    }
  }
}
