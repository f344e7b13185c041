package zugabe.cli;

import zugabe.core.WarmingUp;
import zugabe.core.kind.Registry;

/**
 * Loads what a recipe's command will need while the command line is still being understood, on a
 * processor of its own.
 */
final class WarmUp extends Thread {
  private final boolean building;
  private final Registry kinds;

  private WarmUp(boolean building, Registry kinds) {
    super("zugabe-warm-up");
    this.building = building;
    this.kinds = kinds;
    setDaemon(true);
  }

  /**
   * @param building whether much is going to be digested
   * @param kinds those that the command will use
   */
  static void start(int processors, boolean building, Registry kinds) {
    if (processors > 1) {
      new WarmUp(building, kinds).start();
    }
  }

  @Override
  public void run() {
    WarmingUp.warmUp(building, kinds);
  }
}
