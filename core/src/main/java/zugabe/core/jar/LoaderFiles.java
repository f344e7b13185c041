package zugabe.core.jar;

import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Content;
import zugabe.core.tree.Entry;

/** The classes of the module {@code inner-loader}, which go into jars as they are. */
public final class LoaderFiles {
  public static final String START = "zugabe.inner.Start";
  static final String RELAY = "zugabe.inner.Relay";
  public static final String NOT_AN_AGENT = "zugabe.inner.NotAnAgent";

  /** All of them; a test holds the list to the module. */
  static final List<String> ALL =
      List.of(
          "Addresses",
          "Addresses$1",
          "Index",
          "Index$Library",
          "Index$Native",
          "Inner",
          "Inner$Inflating",
          "Inner$Range",
          "InnerConnection",
          "InnerJarConnection",
          "InnerJarFile",
          "InnerLoader",
          "InnerLoader$Found",
          "Natives",
          "NotAnAgent",
          "Outer",
          "Runtimes",
          "Signatures",
          "Signatures$Bytes",
          "Signatures$Feed",
          "Signatures$Verified",
          "Start",
          "protocols/Connections",
          "protocols/Connections$Opener",
          "protocols/inner/Handler",
          "protocols/jar/Handler");

  private LoaderFiles() {}

  /** What starts a jar with jars inside. */
  public static List<Entry.RegularFile> loader(Instant time) {
    List<Entry.RegularFile> files = new ArrayList<>();
    for (String name : ALL) {
      files.add(file(name, time));
    }
    return files;
  }

  /** What starts a main class that a runtime refuses to start itself. */
  static List<Entry.RegularFile> relay(String main, Instant time) {
    return List.of(
        file("Relay", time),
        generated("inner/main", main.getBytes(java.nio.charset.StandardCharsets.UTF_8), time));
  }

  public static Entry.RegularFile generated(String path, byte[] bytes, Instant time) {
    return new Entry.RegularFile(
        path, 0644, time, Entry.Role.GENERATED, Content.of(bytes), "the build");
  }

  private static Entry.RegularFile file(String name, Instant time) {
    String path = "zugabe/inner/" + name + ".class";
    return new Entry.RegularFile(
        path, 0644, time, Entry.Role.GENERATED, Content.deferred(() -> bytes(path)), "the build");
  }

  private static byte[] bytes(String path) throws IOException {
    try (InputStream in = LoaderFiles.class.getResourceAsStream("/" + path)) {
      if (in == null) {
        throw new IOException(path + " is missing from this installation");
      }
      return in.readAllBytes();
    }
  }
}
