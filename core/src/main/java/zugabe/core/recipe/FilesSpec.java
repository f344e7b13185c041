package zugabe.core.recipe;

import java.util.List;
import zugabe.core.finding.Located;
import zugabe.core.shape.Field;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Shape;
import zugabe.core.shape.ShortShape;
import zugabe.core.shape.TextShape;

/**
 * Files by a path or pattern, and the folder that they go to.
 *
 * @param to empty for the top
 */
public record FilesSpec(Located<String> from, String to) {
  private static final String NAME = "(?:[^/\\\\.][^/\\\\]*|\\.[^/\\\\.][^/\\\\]*|\\.\\.[^/\\\\]+)";

  /** A folder within what is made, as a regular expression. */
  public static final String FOLDER = NAME + "(?:/" + NAME + ")*";

  private static final Field<Located<String>> FROM =
      Field.required("from", TextShape.any(), "A folder, file or pattern.");
  private static final Field<Located<String>> TO =
      Field.required(
          "to",
          TextShape.matching("a folder such as data", FOLDER),
          "The folder that they go to, with the structure they have below from.");

  static final Shape<FilesSpec> SHAPE =
      new ShortShape<>(
          TextShape.any(),
          from -> new FilesSpec(from, ""),
          RecordShape.of(
              "files with a place of their own",
              List.of(FROM, TO),
              v -> new FilesSpec(v.of(FROM), v.of(TO).value())));
}
