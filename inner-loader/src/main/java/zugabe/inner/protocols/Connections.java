package zugabe.inner.protocols;

import java.io.IOException;
import java.net.URL;
import java.net.URLConnection;

/** Where the handlers, which the runtime makes by itself, get their connections from. */
public final class Connections {
  /** Opens addresses. */
  public interface Opener {
    URLConnection open(URL url) throws IOException;
  }

  private static volatile Opener opener;

  private Connections() {}

  public static void openWith(Opener with) {
    opener = with;
  }

  public static URLConnection open(URL url) throws IOException {
    Opener set = opener;
    if (set == null) {
      throw new IOException("nothing is open yet that " + url + " could lie in");
    }
    return set.open(url);
  }
}
