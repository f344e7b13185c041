package zugabe.core.rehearse;

import java.io.IOException;
import java.io.InputStream;
import java.net.HttpURLConnection;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import zugabe.core.recipe.TrialSpec;

/** Asks an address until it answers. */
final class Answering {
  private static final int ONE_TRY_MILLIS = 2000;
  private static final int MAX_BYTES = 1 << 20;

  private final String address;
  private String lastFault = "nothing answered";

  Answering(TrialSpec trial) {
    this.address = trial.address().orElseThrow();
  }

  /** The answer's text, or empty when there is none yet. */
  Optional<String> ask() {
    try {
      HttpURLConnection connection =
          (HttpURLConnection) URI.create(address).toURL().openConnection();
      connection.setConnectTimeout(ONE_TRY_MILLIS);
      connection.setReadTimeout(ONE_TRY_MILLIS);
      int status = connection.getResponseCode();
      if (status >= 400) {
        lastFault = "it answered with status " + status;
        return Optional.empty();
      }
      try (InputStream in = connection.getInputStream()) {
        return Optional.of(new String(in.readNBytes(MAX_BYTES), StandardCharsets.UTF_8));
      }
    } catch (IOException | IllegalArgumentException | ClassCastException e) {
      lastFault = "nothing answered (" + e.getMessage() + ")";
      return Optional.empty();
    }
  }

  String lastFault() {
    return lastFault;
  }
}
