package zugabe.inner;

import java.io.FileNotFoundException;
import java.io.IOException;
import java.io.InputStream;
import java.net.JarURLConnection;
import java.net.URL;
import java.util.jar.JarEntry;
import java.util.jar.JarFile;

/** Reads a file in a library, and lets others list the library. */
final class InnerJarConnection extends JarURLConnection {
  private final Inner library;
  private int at = -1;

  InnerJarConnection(URL url) throws IOException {
    super(url);
    this.library = Addresses.library(getJarFileURL().getFile());
  }

  @Override
  public void connect() throws IOException {
    if (connected) {
      return;
    }
    if (getEntryName() != null) {
      at = library.find(getEntryName());
      if (at < 0) {
        throw new FileNotFoundException("there is no " + getEntryName() + " in " + getJarFileURL());
      }
    }
    connected = true;
  }

  @Override
  public JarFile getJarFile() throws IOException {
    connect();
    return new InnerJarFile(library);
  }

  @Override
  public JarEntry getJarEntry() throws IOException {
    connect();
    return at < 0 ? null : InnerJarFile.entry(library, at);
  }

  @Override
  public InputStream getInputStream() throws IOException {
    connect();
    return at < 0 ? library.open() : library.open(at);
  }

  @Override
  public long getContentLengthLong() {
    try {
      connect();
    } catch (IOException e) {
      return -1;
    }
    return at < 0 ? library.size() : library.size(at);
  }

  @Override
  public int getContentLength() {
    long length = getContentLengthLong();
    return length > Integer.MAX_VALUE ? -1 : (int) length;
  }

  @Override
  public long getLastModified() {
    try {
      JarEntry entry = getJarEntry();
      return entry == null ? library.time() : entry.getTime();
    } catch (IOException e) {
      return 0;
    }
  }

  @Override
  public String getContentType() {
    String type = getEntryName() == null ? "x-java/jar" : guessContentTypeFromName(getEntryName());
    return type == null ? "content/unknown" : type;
  }
}
