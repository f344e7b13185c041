package zugabe.acceptance.toy;

import zugabe.core.finding.Code;
import zugabe.core.finding.Severity;

/** What is noticed about chests. */
enum ChestCode implements Code {
  Z9901;

  @Override
  public Facts facts() {
    return new Facts(
        Severity.WARNING, Basis.OPINION, "Chest without a lid", "Whatever is in it gets wet.");
  }
}
