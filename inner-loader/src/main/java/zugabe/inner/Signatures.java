package zugabe.inner;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.security.CodeSigner;
import java.util.Locale;
import java.util.jar.JarEntry;
import java.util.jar.JarInputStream;

/**
 * Who signed the entries of a library. The runtime's own verifier judges: it is fed the manifest
 * and the signature files once, and then each entry when that is asked for, so a large signed
 * library isn't read as a whole.
 */
final class Signatures {
  /** An entry's content, and its signers or null. */
  static final class Verified {
    final byte[] content;
    final CodeSigner[] signers;

    Verified(byte[] content, CodeSigner[] signers) {
      this.content = content;
      this.signers = signers;
    }
  }

  private final Inner library;
  private final Feed feed = new Feed();
  private final JarInputStream verifier;

  Signatures(Inner library) throws IOException {
    this.library = library;
    int manifest = library.find("META-INF/MANIFEST.MF");
    feed.bytes.write(library.record(manifest));
    int files = 0;
    for (int i = 0; i < library.count(); i++) {
      if (isSignatureFile(library.name(i))) {
        feed.bytes.write(library.record(i));
        files++;
      }
    }
    verifier = new JarInputStream(feed, true);
    for (int i = 0; i < files; i++) {
      drain(verifier.getNextJarEntry());
    }
  }

  /** JAR File Specification, "Signed JAR File". */
  private static boolean isSignatureFile(String name) {
    if (!name.startsWith("META-INF/") || name.indexOf('/', 9) >= 0) {
      return false;
    }
    String upper = name.toUpperCase(Locale.ROOT);
    return upper.endsWith(".SF")
        || upper.endsWith(".RSA")
        || upper.endsWith(".DSA")
        || upper.endsWith(".EC");
  }

  /**
   * Reads an entry.
   *
   * @throws SecurityException when its content isn't what was signed
   */
  synchronized Verified read(int i) throws IOException {
    feed.bytes.write(library.record(i));
    JarEntry entry = verifier.getNextJarEntry();
    byte[] content = drain(entry);
    return new Verified(content, entry.getCodeSigners());
  }

  private byte[] drain(JarEntry entry) throws IOException {
    if (entry == null) {
      throw new IOException(library.path() + " is damaged: a signed entry can't be read");
    }
    ByteArrayOutputStream content = new ByteArrayOutputStream();
    byte[] buffer = new byte[8192];
    for (int got = verifier.read(buffer); got >= 0; got = verifier.read(buffer)) {
      content.write(buffer, 0, got);
    }
    return content.toByteArray();
  }

  /** A stream that goes on whenever something is written into it. */
  static final class Feed extends InputStream {
    private final Bytes bytes = new Bytes();

    @Override
    public int read() {
      byte[] one = new byte[1];
      return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
    }

    @Override
    public int read(byte[] into, int offset, int length) {
      return bytes.take(into, offset, length);
    }
  }

  static final class Bytes {
    private byte[] held = {};
    private int at;

    void write(byte[] more) {
      byte[] joined = new byte[held.length - at + more.length];
      System.arraycopy(held, at, joined, 0, held.length - at);
      System.arraycopy(more, 0, joined, held.length - at, more.length);
      held = joined;
      at = 0;
    }

    int take(byte[] into, int offset, int length) {
      int count = Math.min(length, held.length - at);
      if (count == 0) {
        return length == 0 ? 0 : -1;
      }
      System.arraycopy(held, at, into, offset, count);
      at += count;
      return count;
    }
  }
}
