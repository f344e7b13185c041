package zugabe.core.finding;

/**
 * One thing noticed.
 *
 * @param where the place
 * @param what what is so, in one sentence
 * @param why why it matters, in one sentence
 * @param fix what to do about it
 * @param accepted the recipe's reason for living with it, and until when; empty when it doesn't
 */
public record Finding(
    Code code,
    Severity severity,
    Where where,
    String what,
    String why,
    String fix,
    String accepted) {

  /** One that nobody accepts. */
  public Finding(Code code, Severity severity, Where where, String what, String why, String fix) {
    this(code, severity, where, what, why, fix, "");
  }

  /** The same with its place told otherwise. */
  public Finding at(Where other) {
    return new Finding(code, severity, other, what, why, fix, accepted);
  }

  /** The same as a note, since the recipe accepts it. */
  public Finding accepted(String reason) {
    return new Finding(code, Severity.NOTE, where, what, why, fix, reason);
  }
}
