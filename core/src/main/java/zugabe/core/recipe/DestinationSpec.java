package zugabe.core.recipe;

import java.util.List;
import zugabe.core.finding.Said;

/** Where finished deliverables are handed over. */
public record DestinationSpec(Said<Kind> kind, Said<String> path) {
  /** How they are handed over. */
  public enum Kind {
    /** Copied into a folder. */
    FOLDER
  }

  private static final Field<Said<Kind>> KIND =
      Field.required("kind", TextShape.choice(Kind.values()), "How they are handed over: folder.");
  private static final Field<Said<String>> PATH =
      Field.required("path", TextShape.any(), "The folder.");

  static final Shape<DestinationSpec> SHAPE =
      new RecordShape<>(
          "a destination", List.of(KIND, PATH), v -> new DestinationSpec(v.of(KIND), v.of(PATH)));
}
