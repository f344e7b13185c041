package zugabe.core.target.jar;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashSet;
import java.util.Set;
import zugabe.bytes.Content;

/**
 * A provider-configuration file (java.util.ServiceLoader): one provider class a line, {@code #}
 * starts a comment. Providers are kept in the order found, each once.
 */
final class ServiceFile {
  /** A larger file of that place is something else and is treated like any other. */
  static final long MAX_BYTES = 1 << 20;

  private final String path;
  private final Set<String> providers = new LinkedHashSet<>();

  ServiceFile(String path) {
    this.path = path;
  }

  String path() {
    return path;
  }

  void add(Content content) throws IOException {
    try (BufferedReader in =
        new BufferedReader(new InputStreamReader(content.open(), StandardCharsets.UTF_8))) {
      for (String line = in.readLine(); line != null; line = in.readLine()) {
        int comment = line.indexOf('#');
        String provider = (comment < 0 ? line : line.substring(0, comment)).strip();
        if (!provider.isEmpty()) {
          providers.add(provider);
        }
      }
    }
  }

  byte[] encode() {
    return (String.join("\n", providers) + "\n").getBytes(StandardCharsets.UTF_8);
  }
}
