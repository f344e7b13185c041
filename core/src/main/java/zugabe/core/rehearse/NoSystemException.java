package zugabe.core.rehearse;

import java.io.IOException;

/** Wine is there, and sets up no system that a program could run in. */
public final class NoSystemException extends IOException {
  private static final long serialVersionUID = 1;

  NoSystemException(String why) {
    super(why);
  }
}
