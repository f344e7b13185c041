package zugabe.kinds.war;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.recipe.TrialSpec;
import zugabe.core.rehearse.Course;
import zugabe.core.shape.Field;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Shape;
import zugabe.core.shape.TextShape;

/**
 * What a rehearsal asks a web archive for.
 *
 * @param path below the archive's address, without a first slash
 * @param text that must occur in the answer
 * @param within time limit
 */
record Page(String path, Optional<String> text, Duration within) {
  /** The archive's own address; any answer will do. */
  static final Page TOP = new Page("", Optional.empty(), Course.OnServer.DEFAULT_LIMIT);

  private static final Field<Located<String>> PATH =
      Field.optional(
              "path",
              TextShape.matching("a path without a first slash", "[^/\\s]\\S*"),
              "Path below the archive's address.")
          .otherwise("the address itself");
  private static final Field<Located<String>> TEXT =
      Field.optional("text", TextShape.any(), "Text that must occur in the answer.");

  private static final Field<Located<Duration>> WITHIN =
      TrialSpec.within(Course.OnServer.DEFAULT_LIMIT);

  static final Shape<Page> SHAPE =
      RecordShape.of(
          "page",
          List.of(PATH, TEXT, WITHIN),
          v ->
              new Page(
                  v.of(PATH).value(), v.maybe(TEXT).map(Located::value), v.of(WITHIN).value()));
}
