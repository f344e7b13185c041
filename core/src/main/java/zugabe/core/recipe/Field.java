package zugabe.core.recipe;

/**
 * One key of a mapping.
 *
 * @param doc one sentence for the schema, with the default
 */
record Field<T>(String key, Shape<T> shape, boolean required, String doc) {
  static <T> Field<T> required(String key, Shape<T> shape, String doc) {
    return new Field<>(key, shape, true, doc);
  }

  static <T> Field<T> optional(String key, Shape<T> shape, String doc) {
    return new Field<>(key, shape, false, doc);
  }
}
