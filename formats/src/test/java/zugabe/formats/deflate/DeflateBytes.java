package zugabe.formats.deflate;

/** Prints what the engine makes, in a process of its own. */
final class DeflateBytes {
  private DeflateBytes() {}

  public static void main(String[] args) {
    System.out.print(DeflateTest.made());
  }
}
