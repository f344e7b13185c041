package zugabe.core.recipe;

import java.util.List;
import zugabe.core.finding.Said;
import zugabe.core.finding.Where;

/**
 * A group of built files, as patterns.
 *
 * @param own the application's own files: a folder stands for its content, a file for its path
 *     below the part of the pattern before the first wildcard
 * @param libraries jars
 */
public record MaterialsSpec(List<Said<String>> own, List<Said<String>> libraries, Where where) {
  private static final Field<List<Said<String>>> OWN =
      Field.optional(
          "own",
          new ListShape<>(TextShape.any()),
          "The application's own folders and files, as paths or patterns (* ? **).");
  private static final Field<List<Said<String>>> LIBRARIES =
      Field.optional(
          "libraries", new ListShape<>(TextShape.any()), "Library jars, as paths or patterns.");

  static final Shape<MaterialsSpec> SHAPE =
      new RecordShape<>(
          "a group of materials",
          List.of(OWN, LIBRARIES),
          v -> new MaterialsSpec(v.of(OWN), v.of(LIBRARIES), v.where()));
}
