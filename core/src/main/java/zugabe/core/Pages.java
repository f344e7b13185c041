package zugabe.core;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import zugabe.core.finding.Code;

/** What this program tells of its findings at length. */
final class Pages {
  private Pages() {}

  static String of(Code code) throws IOException {
    try (InputStream in =
        Pages.class.getResourceAsStream("/zugabe/findings/" + code.name() + ".md")) {
      if (in == null) {
        throw new IOException("the page of " + code.name() + " is missing from this installation");
      }
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }
}
