package zugabe.core.making;

import java.io.IOException;

/**
 * What is still being found out of the materials, and has to be known before files get their names.
 */
public interface Pending {
  /** Nothing has to. */
  Pending NONE = () -> {};

  /** Returns once it is known; what is wrong is in the findings then. */
  void finish() throws IOException;
}
