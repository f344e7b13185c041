package zugabe.cli;

import zugabe.core.WarmingUp;
import zugabe.core.kind.Registry;

/**
 * Loads what a recipe's command will need while the command line is still being understood, on a
 * processor of its own.
 */
final class WarmUp extends Thread {
  private final boolean digests;
  private final Registry kinds;

  private WarmUp(boolean digests, Registry kinds) {
    super("zugabe-warm-up");
    this.digests = digests;
    this.kinds = kinds;
    setDaemon(true);
  }

  /**
   * @param digests whether much is going to be digested
   * @param kinds those that the command will use
   */
  static void start(int processors, boolean digests, Registry kinds) {
    if (processors > 1) {
      new WarmUp(digests, kinds).start();
    }
  }

  @Override
  public void run() {
    WarmingUp.warmUp(digests, kinds);
  }
}
