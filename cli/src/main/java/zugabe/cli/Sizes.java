package zugabe.cli;

import java.util.Locale;

/** Sizes as people read them: 812 B, 14.2 kB, 1.4 MB (thousands, not 1024s). */
final class Sizes {
  private static final String[] UNITS = {"kB", "MB", "GB", "TB", "PB", "EB"};

  private Sizes() {}

  static String of(long bytes) {
    if (bytes < 1000) {
      return bytes + " B";
    }
    double value = bytes;
    int unit = -1;
    while (value >= 999.5) {
      value /= 1000;
      unit++;
    }
    return String.format(Locale.ROOT, value < 99.95 ? "%.1f %s" : "%.0f %s", value, UNITS[unit]);
  }

  /** A count with its noun: 1 file, 2 files. */
  static String count(long count, String noun) {
    return String.format(Locale.ROOT, "%,d %s%s", count, noun, count == 1 ? "" : "s");
  }

  /** Milliseconds as people read them. */
  static String time(long millis) {
    return millis < 1000 ? millis + " ms" : String.format(Locale.ROOT, "%.1f s", millis / 1000.0);
  }
}
