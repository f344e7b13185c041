package zugabe.core.keys;

import java.io.IOException;

/**
 * What a library can't read. Cryptography libraries break off with unchecked exceptions where bytes
 * aren't what they should be; here, and nowhere else, these become what they are: bad input.
 */
public final class UnreadableException extends IOException {
  private static final long serialVersionUID = 1;

  private UnreadableException(RuntimeException why) {
    super("it can't be read: " + why.getMessage(), why);
  }

  /**
   * @param message what it is about
   */
  public UnreadableException(String message, Exception why) {
    super(message, why);
  }

  /** A library's work on what comes from anywhere. */
  public interface Work<T, E extends Exception> {
    T run() throws IOException, E;
  }

  /**
   * Does it.
   *
   * @throws UnreadableException where the library breaks off
   */
  public static <T, E extends Exception> T guard(Work<T, E> work) throws IOException, E {
    try {
      return work.run();
    } catch (java.io.UncheckedIOException e) {
      throw e.getCause();
    } catch (RuntimeException e) {
      throw new UnreadableException(e);
    }
  }
}
