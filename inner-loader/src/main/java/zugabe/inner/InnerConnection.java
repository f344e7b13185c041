package zugabe.inner;

import java.io.IOException;
import java.io.InputStream;
import java.net.URL;
import java.net.URLConnection;

/** Reads a library as a whole. */
final class InnerConnection extends URLConnection {
  private final Inner library;

  InnerConnection(URL url, Inner library) {
    super(url);
    this.library = library;
  }

  @Override
  public void connect() {
    connected = true;
  }

  @Override
  public InputStream getInputStream() throws IOException {
    return library.open();
  }

  @Override
  public long getContentLengthLong() {
    return library.size();
  }

  @Override
  public int getContentLength() {
    return library.size() > Integer.MAX_VALUE ? -1 : (int) library.size();
  }

  @Override
  public long getLastModified() {
    return library.time();
  }

  @Override
  public String getContentType() {
    return "application/java-archive";
  }
}
