package zugabe.core.materials;

/**
 * A file that a pattern matched.
 *
 * @param inner its path below the folder or fixed part that the pattern names, with {@code /}
 */
record Match(String inner, FileContent file) {}
