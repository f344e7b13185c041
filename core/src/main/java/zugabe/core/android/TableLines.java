package zugabe.core.android;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;

/** Tables that travel with the program: text, a line to each thing. */
final class TableLines {
  private TableLines() {}

  static List<String> of(String table) {
    try (InputStream in = TableLines.class.getResourceAsStream(table);
        BufferedReader lines =
            new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))) {
      return lines.lines().toList();
    } catch (IOException e) {
      throw new UncheckedIOException("a resource of this program is missing", e);
    }
  }
}
