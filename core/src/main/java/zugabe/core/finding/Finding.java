package zugabe.core.finding;

/**
 * One thing noticed.
 *
 * @param where the place
 * @param what what is so, in one sentence
 * @param why why it matters, in one sentence
 * @param fix what to do about it
 */
public record Finding(
    FindingCode code, Severity severity, Where where, String what, String why, String fix) {}
