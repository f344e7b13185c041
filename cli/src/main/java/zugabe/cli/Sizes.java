package zugabe.cli;

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
    return (value < 99.95 ? tenths(value) : String.valueOf(Math.round(value))) + " " + UNITS[unit];
  }

  /** A count with its noun: 1 file, 2 files. */
  static String count(long count, String noun) {
    return number(count) + " " + noun + (count == 1 ? "" : "s");
  }

  /** Milliseconds as people read them. */
  static String time(long millis) {
    return millis < 1000 ? millis + " ms" : tenths(millis / 1000.0) + " s";
  }

  // written out by hand: loading what formats numbers would take a twentieth of a short command

  /** With a comma between thousands. */
  static String number(long count) {
    StringBuilder digits = new StringBuilder(String.valueOf(Math.abs(count)));
    for (int at = digits.length() - 3; at > 0; at -= 3) {
      digits.insert(at, ',');
    }
    return (count < 0 ? "-" : "") + digits;
  }

  private static String tenths(double value) {
    long tenths = Math.round(value * 10);
    return tenths / 10 + "." + tenths % 10;
  }
}
