package zugabe.bytes;

import java.io.IOException;

/** A file isn't what its first bytes promise. Whoever made it must make it anew. */
public final class MalformedException extends IOException {
  private static final long serialVersionUID = 1;

  private final long offset;

  /**
   * @param offset in bytes from the file's start
   */
  public MalformedException(String message, long offset) {
    super(message + " (at byte " + offset + ")");
    this.offset = offset;
  }

  public long offset() {
    return offset;
  }
}
