package zugabe.formats.classfile;

import java.io.IOException;

/** Bytes that aren't a class file that can be read. Whoever compiled it must make it anew. */
public final class UnreadableClassException extends IOException {
  private static final long serialVersionUID = 1;

  public UnreadableClassException(String message) {
    super(message);
  }

  UnreadableClassException(String message, Throwable cause) {
    super(message, cause);
  }
}
