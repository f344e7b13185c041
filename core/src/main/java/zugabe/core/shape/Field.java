package zugabe.core.shape;

/**
 * One key of a mapping.
 *
 * @param doc a sentence or two for schema and documentation
 * @param otherwise what counts when the key is left out; empty for nothing
 */
public record Field<T>(String key, Shape<T> shape, boolean required, String doc, String otherwise) {
  public static <T> Field<T> required(String key, Shape<T> shape, String doc) {
    return new Field<>(key, shape, true, doc, "");
  }

  public static <T> Field<T> optional(String key, Shape<T> shape, String doc) {
    return new Field<>(key, shape, false, doc, "");
  }

  /** The same, with a default that is told. */
  public Field<T> otherwise(String what) {
    return new Field<>(key, shape, required, doc, what);
  }

  /** Sentences for a schema. */
  public String description() {
    return otherwise.isEmpty() ? doc : doc + " Default: " + otherwise + ".";
  }
}
