package zugabe.core.jar;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashSet;
import java.util.Set;
import zugabe.bytes.Content;

/**
 * Lines in the order found, each once. Of provider-configuration files (java.util.ServiceLoader)
 * only the names are kept, since {@code #} starts a comment anywhere in a line there.
 */
final class JoinedLines implements Joint {
  private final boolean providers;
  private final Set<String> lines = new LinkedHashSet<>();

  JoinedLines(boolean providers) {
    this.providers = providers;
  }

  @Override
  public void add(Content content) throws IOException {
    try (BufferedReader in =
        new BufferedReader(new InputStreamReader(content.open(), StandardCharsets.UTF_8))) {
      for (String line = in.readLine(); line != null; line = in.readLine()) {
        int comment = providers ? line.indexOf('#') : -1;
        String kept = comment < 0 ? line.stripTrailing() : line.substring(0, comment);
        kept = providers ? kept.strip() : kept;
        if (!kept.isEmpty()) {
          lines.add(kept);
        }
      }
    }
  }

  @Override
  public byte[] encode() {
    return (String.join("\n", lines) + "\n").getBytes(StandardCharsets.UTF_8);
  }
}
