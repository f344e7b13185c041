package zugabe.standins.phone;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;

/**
 * What a phone remembers of an application, in a file beside its package: lines of key and value.
 *
 * @param signer fingerprint of the certificate
 * @param scheme by which it was verified
 */
record Installed(String id, long versionCode, String signer, String scheme) {
  static final String ENDING = ".txt";

  void write(Path folder) throws IOException {
    Files.writeString(
        folder.resolve(id + ENDING),
        "version-code = " + versionCode + "\nsigner = " + signer + "\nscheme = " + scheme + "\n",
        StandardCharsets.UTF_8);
  }

  static Installed read(Path folder, String id) throws IOException {
    Map<String, String> said = new HashMap<>();
    for (String line : Files.readAllLines(folder.resolve(id + ENDING))) {
      int equals = line.indexOf(" = ");
      if (equals > 0) {
        said.put(line.substring(0, equals), line.substring(equals + 3));
      }
    }
    try {
      return new Installed(
          id,
          Long.parseLong(said.getOrDefault("version-code", "0")),
          said.getOrDefault("signer", ""),
          said.getOrDefault("scheme", ""));
    } catch (NumberFormatException e) {
      throw new IOException(id + ENDING + " is damaged; remove the application", e);
    }
  }
}
