package zugabe.cli;

import zugabe.core.Zugabe;
import zugabe.kinds.Kinds;

/**
 * Loads what a recipe's command will need while the command line is still being understood, on a
 * processor of its own.
 */
final class WarmUp extends Thread {
  private final boolean digests;

  private WarmUp(boolean digests) {
    super("zugabe-warm-up");
    this.digests = digests;
    setDaemon(true);
  }

  /**
   * @param digests whether much is going to be digested
   */
  static void start(int processors, boolean digests) {
    if (processors > 1) {
      new WarmUp(digests).start();
    }
  }

  @Override
  public void run() {
    Zugabe.warmUp(digests, Kinds.registry());
  }
}
