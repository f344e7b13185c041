package zugabe.core.recipe;

import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Said;

/**
 * What a rehearsal asks a web archive for.
 *
 * @param path below the archive's address, without a first slash
 * @param text that must occur in the answer
 */
public record PageSpec(String path, Optional<String> text) {
  /** The archive's own address; any answer will do. */
  public static final PageSpec TOP = new PageSpec("", Optional.empty());

  private static final Field<Said<String>> PATH =
      Field.optional(
          "path",
          TextShape.matching("a path without a first slash", "[^/\\s]\\S*"),
          "Path below the archive's address. Default: the address itself.");
  private static final Field<Said<String>> TEXT =
      Field.optional("text", TextShape.any(), "Text that must occur in the answer.");

  static final Shape<PageSpec> SHAPE =
      new RecordShape<>(
          "page",
          List.of(PATH, TEXT),
          v -> new PageSpec(v.of(PATH).value(), v.maybe(TEXT).map(Said::value)));
}
