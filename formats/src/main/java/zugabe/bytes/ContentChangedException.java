package zugabe.bytes;

import java.io.IOException;

/**
 * A file's bytes are not those that were read before: it changed while we worked. The user must
 * build again.
 */
public final class ContentChangedException extends IOException {
  private static final long serialVersionUID = 1;

  /** Of an entry that was to travel packed. */
  public static final String PACKED = "its packed bytes are no longer those that were checked";

  /** The file or entry that changed, as the user knows it. */
  private final String what;

  public ContentChangedException(String what, String detail) {
    super(what + " changed while it was read: " + detail);
    this.what = what;
  }

  public String what() {
    return what;
  }
}
