package zugabe.core.finding;

/**
 * A value and where it was said; a default's place is that of the mapping it belongs to.
 *
 * @param given false for a default
 */
public record Located<T>(T value, Where where, boolean given) {}
