package zugabe.kinds.launcher;

import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import zugabe.core.finding.Located;

/**
 * What a start program is told: texts {@code name=value} in UTF-16, each with a zero behind it, and
 * one more zero at the end. The program reads them; nothing of it is changed.
 */
final class LauncherData {
  private final StringBuilder text = new StringBuilder();

  /** Adds one; names may come again. */
  LauncherData put(String name, Object value) {
    text.append(name).append('=').append(String.valueOf(value).replace('\0', ' ')).append('\0');
    return this;
  }

  byte[] encode() {
    return (text + "\0").getBytes(StandardCharsets.UTF_16LE);
  }

  static Map<String, String> plain(Map<String, Located<String>> said) {
    Map<String, String> plain = new LinkedHashMap<>();
    said.forEach((name, value) -> plain.put(name, value.value()));
    return plain;
  }
}
