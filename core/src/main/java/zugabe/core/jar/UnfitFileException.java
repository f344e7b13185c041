package zugabe.core.jar;

/** A file can't be joined, as it isn't of the form its place promises. */
final class UnfitFileException extends Exception {
  private static final long serialVersionUID = 1;

  UnfitFileException(String why) {
    super(why);
  }
}
