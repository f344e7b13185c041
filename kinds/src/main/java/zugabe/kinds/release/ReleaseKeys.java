package zugabe.kinds.release;

import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.recipe.TrialSpec;
import zugabe.core.shape.Field;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Reference;
import zugabe.core.shape.Shape;
import zugabe.core.shape.TextShape;

/**
 * A release for Erlang/OTP.
 *
 * @param name of the release, an atom
 * @param runtime folder of an Erlang/OTP: the runtime, and the applications that aren't the user's
 * @param carried whether the runtime travels along
 * @param config system configuration
 * @param firstRun a function that is called once, and has to give {@code ok}
 */
record ReleaseKeys(
    Optional<Located<String>> name,
    Located<String> runtime,
    boolean carried,
    Optional<Located<String>> config,
    Optional<Located<String>> firstRun,
    Optional<TrialSpec> trial,
    Where where) {
  private static final String ATOM = "[a-z][a-zA-Z0-9_]*";

  private static final Field<Located<String>> NAME =
      Field.optional(
              "name",
              TextShape.matching("an atom such as tide_alarm", ATOM),
              "Name of the release.")
          .otherwise("the group's name, with _ for -");
  private static final Field<Located<String>> RUNTIME =
      Field.required(
          "runtime",
          TextShape.any().naming(Reference.To.FOLDER),
          "Folder of an Erlang/OTP, the one that has erts-… and lib in it, such as erlang: with a root of that name.");
  private static final Field<Located<Boolean>> CARRIED =
      Field.optional("carried", TextShape.yesOrNo(), "Whether the runtime travels along.")
          .otherwise("false");
  private static final Field<Located<String>> CONFIG =
      Field.optional("config", TextShape.any().naming(Reference.To.FILE), "System configuration.")
          .otherwise("an empty one");
  private static final Field<Located<String>> FIRST_RUN =
      Field.optional(
          "first-run",
          TextShape.matching("module:function", ATOM + ":" + ATOM),
          "Function without arguments that is called once before the first start, and again only if it didn't give ok.");
  private static final Field<TrialSpec> TRIAL =
      Field.optional("trial", TrialSpec.SHAPE, "How to try it, and what is expected.");

  static final Shape<ReleaseKeys> SHAPE =
      RecordShape.of(
          "release",
          List.of(NAME, RUNTIME, CARRIED, CONFIG, FIRST_RUN, TRIAL),
          v ->
              new ReleaseKeys(
                  v.maybe(NAME),
                  v.of(RUNTIME),
                  v.of(CARRIED).value(),
                  v.maybe(CONFIG),
                  v.maybe(FIRST_RUN),
                  v.maybe(TRIAL),
                  v.where()));
}
