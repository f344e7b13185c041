package zugabe.inner;

import java.io.File;
import java.io.FileNotFoundException;
import java.io.IOException;
import java.net.MalformedURLException;
import java.net.URL;
import java.net.URLConnection;
import java.nio.charset.StandardCharsets;
import zugabe.inner.protocols.Connections;

/** The addresses of libraries and of the files in them, as text and back. */
final class Addresses {
  /** Stands between the outer file and the path in it; a part of that name is never made inside. */
  private static final String INSIDE = "/~/";

  private static final String UNRESERVED = "/-._~:@$&'()*+,;=";
  private static final String HANDLERS = "java.protocol.handler.pkgs";
  private static final String OURS = "zugabe.inner.protocols";

  /**
   * A jar address that the runtime's own handler belongs to: addresses made with it as context
   * inherit that handler.
   */
  private static URL runtimes;

  private Addresses() {}

  /**
   * Makes the runtime find the handlers, so that an address can be made of its text anywhere.
   * Handlers it found before are forgotten by it, since the one for {@code jar} was already used to
   * open the outer jar.
   */
  static synchronized void register() {
    if (runtimes != null) {
      return;
    }
    try {
      runtimes = new URL("jar:file:/!/");
    } catch (MalformedURLException e) {
      throw new IllegalArgumentException("this runtime has no jar addresses", e);
    }
    Connections.openWith(
        new Connections.Opener() {
          @Override
          public URLConnection open(URL url) throws IOException {
            return connect(url);
          }
        });
    String known = System.getProperty(HANDLERS);
    System.setProperty(HANDLERS, known == null || known.isEmpty() ? OURS : known + "|" + OURS);
    try {
      URL.setURLStreamHandlerFactory(null);
    } catch (Error e) {
      // somebody's factory is set: it stays, and addresses made of text by others are the runtime's
      // affair
      return;
    }
  }

  /** The library's address. */
  static String of(Inner library) {
    return "inner:"
        + encode(library.outer().file.toURI().getPath())
        + INSIDE
        + encode(library.path());
  }

  static URL library(Inner library) throws IOException {
    return new URL(null, of(library), new zugabe.inner.protocols.inner.Handler());
  }

  static URL entry(Inner library, String name) throws IOException {
    return new URL(
        null, "jar:" + of(library) + "!/" + encode(name), new zugabe.inner.protocols.jar.Handler());
  }

  static URL own(Outer outer, String path) throws IOException {
    return new URL(
        null,
        "jar:file:" + encode(outer.file.toURI().getPath()) + "!/" + encode(path),
        new zugabe.inner.protocols.jar.Handler());
  }

  /** Whether a {@code jar:} address leads into a library inside a jar. */
  static boolean isInside(URL jar) {
    return jar.getFile().startsWith("inner:");
  }

  /** Opens what an address names. */
  static URLConnection connect(URL url) throws IOException {
    if (url.getProtocol().equals("inner")) {
      return new InnerConnection(url, library(url.getFile()));
    }
    if (isInside(url)) {
      return new InnerJarConnection(url);
    }
    return new URL(runtimes, url.toExternalForm()).openConnection();
  }

  /** The library of {@code /path/outer.jar/~/inner/lib/NAME.jar}. */
  static Inner library(String address) throws IOException {
    int inside = address.lastIndexOf(INSIDE);
    if (inside < 0) {
      throw new FileNotFoundException("inner:" + address + " names no library inside a jar");
    }
    File outer = new File(decode(address.substring(0, inside)));
    return Outer.of(outer).inner(decode(address.substring(inside + INSIDE.length())));
  }

  static String encode(String path) {
    StringBuilder text = new StringBuilder(path.length() + 16);
    for (byte b : path.getBytes(StandardCharsets.UTF_8)) {
      char c = (char) (b & 0xFF);
      if (isLetterOrDigit(c) || UNRESERVED.indexOf(c) >= 0) {
        text.append(c);
      } else {
        text.append('%').append(digit(c >> 4)).append(digit(c & 15));
      }
    }
    return text.toString();
  }

  private static boolean isLetterOrDigit(char c) {
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9');
  }

  private static char digit(int value) {
    return "0123456789ABCDEF".charAt(value);
  }

  static String decode(String text) {
    if (text.indexOf('%') < 0) {
      return text;
    }
    byte[] from = text.getBytes(StandardCharsets.UTF_8);
    byte[] to = new byte[from.length];
    int length = 0;
    for (int i = 0; i < from.length; i++) {
      int high = from[i] == '%' && i + 2 < from.length ? Character.digit(from[i + 1], 16) : -1;
      int low = high >= 0 ? Character.digit(from[i + 2], 16) : -1;
      if (low >= 0) {
        to[length++] = (byte) ((high << 4) | low);
        i += 2;
      } else {
        to[length++] = from[i];
      }
    }
    return new String(to, 0, length, StandardCharsets.UTF_8);
  }
}
