package zugabe.acceptance.toy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.plan.Choice;
import zugabe.core.plan.DeliverableKeys;
import zugabe.core.shape.Field;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Reference;
import zugabe.core.shape.TextShape;

/** What a recipe says of a chest. */
record ChestKeys(Choice choice, Optional<Located<String>> lid, Located<String> treasure) {
  private static final Field<Located<String>> LID =
      Field.optional("lid", TextShape.any(), "What is written on the lid.").otherwise("none");
  private static final Field<Located<String>> TREASURE =
      Field.required(
          "treasure",
          TextShape.any().naming(Reference.To.DELIVERABLE),
          "Another deliverable, which lies in it.");

  static final RecordShape<ChestKeys> SHAPE =
      new RecordShape<>(
          "a chest, in which another deliverable lies",
          List.of(DeliverableKeys.MATERIALS, LID, TREASURE),
          Map.of("holds", "Write treasure: with one name."),
          v ->
              new ChestKeys(
                  new Choice(v.maybe(DeliverableKeys.MATERIALS), v.where()),
                  v.maybe(LID),
                  v.of(TREASURE)));
}
