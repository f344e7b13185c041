package zugabe.core.finding;

/**
 * A code as an earlier receipt has it: kept as it stands, whether this version knows it or not.
 *
 * @param why why it matters
 */
public record RecordedCode(String name, Severity severity, String why) implements Code {
  @Override
  public Facts facts() {
    return new Facts(severity, Basis.INPUT, "", why);
  }
}
