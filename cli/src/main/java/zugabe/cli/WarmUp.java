package zugabe.cli;

import zugabe.core.Zugabe;

/**
 * Loads what a recipe's command will need while the command line is still being understood, on a
 * processor of its own.
 */
final class WarmUp extends Thread {
  private WarmUp() {
    super("zugabe-warm-up");
    setDaemon(true);
  }

  static void start(int processors) {
    if (processors > 1) {
      new WarmUp().start();
    }
  }

  @Override
  public void run() {
    Zugabe.warmUp();
  }
}
