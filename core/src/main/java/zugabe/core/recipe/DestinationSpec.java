package zugabe.core.recipe;

import java.util.List;
import zugabe.core.finding.Located;
import zugabe.core.shape.Field;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Shape;
import zugabe.core.shape.TextShape;

/** Where finished deliverables are handed over. */
public record DestinationSpec(Located<Kind> kind, Located<String> path) {
  /** How they are handed over. */
  public enum Kind {
    /** Copied into a folder. */
    FOLDER
  }

  private static final Field<Located<Kind>> KIND =
      Field.required("kind", TextShape.choice(Kind.values()), "How they are handed over: folder.");
  private static final Field<Located<String>> PATH =
      Field.required("path", TextShape.any(), "The folder.");

  static final Shape<DestinationSpec> SHAPE =
      RecordShape.of(
          "a destination", List.of(KIND, PATH), v -> new DestinationSpec(v.of(KIND), v.of(PATH)));
}
