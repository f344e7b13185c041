package zugabe.core.finding;

import java.util.Locale;

/** How bad a finding is. */
public enum Severity {
  /** Nothing is made. */
  ERROR,
  /** It is made, and likely to fail somewhere. */
  WARNING,
  /** Worth knowing. */
  NOTE;

  /** The word in messages and JSON. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }
}
