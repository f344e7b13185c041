package zugabe.core.materials;

import java.util.Locale;

/** What to do about a drawing that stands where a picture is wanted. */
public final class DrawingAdvice {
  private static final String ENDING = ".svg";

  private DrawingAdvice() {}

  /**
   * The advice about a file that isn't a picture. A drawing isn't taken where deliverables are
   * made: its pixels would depend on the Java runtime that draws it.
   *
   * @param name the file's
   * @param otherwise about any other file
   */
  public static String of(String name, String otherwise) {
    if (!name.toLowerCase(Locale.ROOT).endsWith(ENDING)) {
      return otherwise;
    }
    String start = name.substring(0, name.length() - ENDING.length());
    return "Draw it once, and name what is made: zugabe icon "
        + name
        + " --to "
        + start
        + ".png --side 512";
  }
}
