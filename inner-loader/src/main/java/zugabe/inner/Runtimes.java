package zugabe.inner;

/** The running version of Java. */
final class Runtimes {
  /** 8, 9, 17 and so on. */
  static final int VERSION = version(System.getProperty("java.specification.version", "8"));

  private Runtimes() {}

  private static int version(String text) {
    String number = text.startsWith("1.") ? text.substring(2) : text;
    try {
      return Integer.parseInt(number);
    } catch (NumberFormatException e) {
      return 8;
    }
  }
}
