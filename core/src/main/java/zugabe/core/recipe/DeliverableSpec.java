package zugabe.core.recipe;

import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.shape.Field;
import zugabe.core.shape.Reference;
import zugabe.core.shape.TaggedShape;
import zugabe.core.shape.TextShape;

/**
 * One file that goes out, or several that belong together.
 *
 * @param own the keys of its kind, as the kind's own shape bound them; empty without a kind
 */
public record DeliverableSpec(Common common, Optional<Object> own) {
  private static final Field<Located<String>> FILE =
      Field.optional(
              "file",
              TextShape.matching(
                  "a file name", "[^/\\\\:*?\"<>|\\x00-\\x1f]*[^/\\\\:*?\"<>|\\x00-\\x1f. ]"),
              "File name; of an archive without the format's ending.")
          .otherwise(
              "the last part of app.id (or app.name), -, app.version, and the kind's ending");
  private static final Field<Located<String>> SIGN =
      Field.optional(
          "sign", TextShape.any().naming(Reference.To.KEY), "Name of the key to sign it with.");

  /** The shape of a deliverable of any of these kinds. */
  static TaggedShape<DeliverableSpec> shape(Vocabulary kinds) {
    Field<Located<String>> kind =
        Field.required(
            "kind",
            TextShape.oneOf(kinds.names()),
            "What to make: " + String.join(", ", kinds.names()) + ".");
    return new TaggedShape<>(
        "a deliverable",
        kind,
        List.of(FILE, SIGN),
        kinds,
        (common, tag, own) ->
            new DeliverableSpec(
                new Common("", tag, common.maybe(FILE), common.maybe(SIGN), common.where()), own));
  }

  DeliverableSpec named(String name) {
    return new DeliverableSpec(common.named(name), own);
  }
}
