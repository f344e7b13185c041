package zugabe.inner;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What was known when the jar was made. UTF-8 lines, each a letter, a space and its values:
 *
 * <pre>
 * v 1                              version of this form
 * m example.tern.Main              main class
 * a tern/1.0                       name and version, for the cache of native libraries
 * p WEB-INF/classes/               where the own files are, when not in inner/app/
 * o 9 11                           versions for which the own files have variants
 * l inner/lib/a.jar                a library; those that follow tell of it
 * r 9 11                           versions for which it has variants
 * s                                it is signed
 * d example/lib                    a folder in it that holds something
 * n linux-x64 SHA-256 inner/native/linux-x64/liba.so    a native library
 * </pre>
 */
final class Index {
  static final String PATH = "inner/index";

  /** In web archives, where everything outside this folder is served. */
  static final String WEB_PATH = "WEB-INF/inner/index";

  private static final int[] NONE = {};

  /** A library. */
  static final class Library {
    final String path;
    int[] versions = NONE;
    boolean signed;

    Library(String path) {
      this.path = path;
    }
  }

  /** A native library. */
  static final class Native {
    final String platform;
    final String sha256;
    final String path;

    Native(String platform, String sha256, String path) {
      this.platform = platform;
      this.sha256 = sha256;
      this.path = path;
    }
  }

  String main = "";
  String app = "";
  String own = "inner/app/";
  int[] versions = NONE;
  final List<Library> libraries = new ArrayList<>();
  final List<Native> natives = new ArrayList<>();
  private final Map<String, int[]> folders = new HashMap<>(1024);

  private Index() {}

  static Index read(InputStream in) throws IOException {
    Index index = new Index();
    try (BufferedReader lines =
        new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))) {
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        if (line.length() > 0) {
          index.line(line.charAt(0), line.length() > 2 ? line.substring(2) : "");
        }
      }
    }
    return index;
  }

  private void line(char what, String value) throws IOException {
    switch (what) {
      case 'v':
        if (!value.equals("1")) {
          throw new IOException("its index has the form " + value + ", which is not known here");
        }
        break;
      case 'm':
        main = value;
        break;
      case 'a':
        app = value;
        break;
      case 'p':
        own = value;
        break;
      case 'o':
        versions = numbers(value);
        break;
      case 'l':
        libraries.add(new Library(value));
        break;
      case 'r':
        last().versions = numbers(value);
        break;
      case 's':
        last().signed = true;
        break;
      case 'd':
        folder(value);
        break;
      case 'n':
        int space = value.indexOf(' ');
        int next = value.indexOf(' ', space + 1);
        natives.add(
            new Native(
                value.substring(0, space),
                value.substring(space + 1, next),
                value.substring(next + 1)));
        break;
      default:
        throw new IOException("its index has a line that is not known here: " + what);
    }
  }

  private Library last() {
    return libraries.get(libraries.size() - 1);
  }

  private void folder(String path) {
    int[] known = folders.get(path);
    int[] more = known == null ? new int[1] : new int[known.length + 1];
    if (known != null) {
      System.arraycopy(known, 0, more, 0, known.length);
    }
    more[more.length - 1] = libraries.size() - 1;
    folders.put(path, more);
  }

  private static int[] numbers(String text) {
    String[] parts = text.split(" ", -1);
    int[] numbers = new int[parts.length];
    for (int i = 0; i < parts.length; i++) {
      numbers[i] = Integer.parseInt(parts[i]);
    }
    return numbers;
  }

  /** The libraries that hold something in a folder, as indices, in the order of the class path. */
  int[] in(String folder) {
    int[] found = folders.get(folder);
    return found == null ? NONE : found;
  }
}
