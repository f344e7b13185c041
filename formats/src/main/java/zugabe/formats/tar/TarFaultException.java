package zugabe.formats.tar;

import java.io.IOException;

/** What is read isn't a whole tar file. */
public final class TarFaultException extends IOException {
  private static final long serialVersionUID = 1;

  private final long offset;

  /**
   * @param offset in bytes from the start of the tar file, before compression
   */
  TarFaultException(String message, long offset) {
    super(message + " (at byte " + offset + ")");
    this.offset = offset;
  }

  public long offset() {
    return offset;
  }
}
