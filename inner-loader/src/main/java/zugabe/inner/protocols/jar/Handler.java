package zugabe.inner.protocols.jar;

import java.io.IOException;
import java.net.URL;
import java.net.URLConnection;
import java.net.URLStreamHandler;
import zugabe.inner.protocols.Connections;

/**
 * Opens {@code jar:} addresses: those into a library inside a jar here, all others by the runtime's
 * own handler.
 */
public final class Handler extends URLStreamHandler {
  @Override
  protected URLConnection openConnection(URL url) throws IOException {
    return Connections.open(url);
  }

  /**
   * An address relative to a file in a jar stays in that jar; one that starts with a slash starts
   * at its root.
   */
  @Override
  protected void parseURL(URL url, String spec, int start, int limit) {
    String text = spec.substring(start, limit);
    int fragment = text.indexOf('#');
    String ref = fragment < 0 ? null : text.substring(fragment + 1);
    String path = fragment < 0 ? text : text.substring(0, fragment);
    String file = url.getFile() == null ? "" : url.getFile();
    int root = file.lastIndexOf("!/");
    if (start >= 4 && spec.regionMatches(true, 0, "jar:", 0, 4)) {
      file = path;
    } else if (path.startsWith("/") && root >= 0) {
      file = file.substring(0, root + 1) + path;
    } else if (!path.isEmpty()) {
      file = file.substring(0, file.lastIndexOf('/') + 1) + path;
    }
    setURL(url, "jar", "", -1, "", null, straightened(file), null, ref);
  }

  /** Without {@code .} and {@code ..} behind the last {@code !/}. */
  private static String straightened(String file) {
    int root = file.lastIndexOf("!/");
    if (root < 0 || (file.indexOf("/./", root) < 0 && file.indexOf("/../", root) < 0)) {
      return file;
    }
    StringBuilder straight = new StringBuilder(file.substring(0, root + 1));
    int floor = straight.length();
    for (String part : file.substring(root + 2).split("/", -1)) {
      if (part.equals("..")) {
        straight.setLength(Math.max(floor, straight.lastIndexOf("/")));
      } else if (!part.equals(".")) {
        straight.append('/').append(part);
      }
    }
    return straight.toString();
  }

  @Override
  protected int hashCode(URL url) {
    return url.getFile().hashCode();
  }

  @Override
  protected boolean equals(URL a, URL b) {
    return a.getProtocol().equals(b.getProtocol()) && a.getFile().equals(b.getFile());
  }

  @Override
  protected boolean sameFile(URL a, URL b) {
    return equals(a, b);
  }
}
