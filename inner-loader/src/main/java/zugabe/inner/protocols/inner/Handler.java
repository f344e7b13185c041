package zugabe.inner.protocols.inner;

import java.io.IOException;
import java.net.URL;
import java.net.URLConnection;
import java.net.URLStreamHandler;
import zugabe.inner.protocols.Connections;

/** Opens {@code inner:} addresses. The name of the class is what a runtime looks for. */
public final class Handler extends URLStreamHandler {
  @Override
  protected URLConnection openConnection(URL url) throws IOException {
    return Connections.open(url);
  }

  @Override
  protected int hashCode(URL url) {
    return url.getFile().hashCode();
  }

  @Override
  protected boolean equals(URL a, URL b) {
    return a.getProtocol().equals(b.getProtocol()) && a.getFile().equals(b.getFile());
  }
}
