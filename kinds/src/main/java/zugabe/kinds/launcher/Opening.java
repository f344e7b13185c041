package zugabe.kinds.launcher;

import java.util.List;
import zugabe.core.finding.Located;
import zugabe.core.shape.Field;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Reference;
import zugabe.core.shape.Shape;
import zugabe.core.shape.TextShape;

/**
 * A picture that is shown until the program's first window.
 *
 * @param seconds after which it goes in any case; 0 for 15
 */
record Opening(Located<String> picture, Located<Integer> seconds) {
  private static final int MOST_SECONDS = 300;

  private static final Field<Located<String>> PICTURE =
      Field.required("picture", TextShape.any().naming(Reference.To.FILE), "A PNG file.");
  private static final Field<Located<Integer>> SECONDS =
      Field.optional("seconds", Numbers.fromOneTo(MOST_SECONDS), "When it goes in any case.")
          .otherwise("15");

  static final Shape<Opening> SHAPE =
      RecordShape.of(
          "an opening picture",
          List.of(PICTURE, SECONDS),
          v -> new Opening(v.of(PICTURE), v.of(SECONDS)));
}
