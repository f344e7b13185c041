package zugabe.core.recipe;

/**
 * A value given for one run.
 *
 * @param key dotted path in the recipe
 */
public record ValueOverride(String key, String value) {}
