package zugabe.formats.erlang;

import java.io.IOException;

/** What was read isn't a term; its maker has to mend it. */
public final class TermFaultException extends IOException {
  private static final long serialVersionUID = 1;

  private final int line;
  private final int column;

  /**
   * @param line from 1; 0 in the external form
   * @param column from 1; in the external form the offset in bytes
   */
  public TermFaultException(String message, int line, int column) {
    super(message);
    this.line = line;
    this.column = column;
  }

  public int line() {
    return line;
  }

  public int column() {
    return column;
  }
}
