package zugabe.core.keys;

import java.io.Closeable;
import java.util.Arrays;

/**
 * A password. It can't be printed, compared or written; its characters are wiped when it is closed.
 */
public final class Secret implements Closeable {
  private final char[] chars;

  private Secret(char[] chars) {
    this.chars = chars;
  }

  /** Takes the characters over: nobody else may keep them. */
  public static Secret of(char[] chars) {
    return new Secret(chars);
  }

  /** The characters themselves, for as long as it is open. */
  public char[] chars() {
    return chars;
  }

  /** How many characters. */
  public int length() {
    return chars.length;
  }

  @Override
  public String toString() {
    return "(a secret)";
  }

  @Override
  public void close() {
    Arrays.fill(chars, '\0');
  }
}
