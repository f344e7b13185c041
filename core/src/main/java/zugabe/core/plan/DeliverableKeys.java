package zugabe.core.plan;

import java.util.List;
import zugabe.core.finding.Located;
import zugabe.core.program.Platforms;
import zugabe.core.shape.Field;
import zugabe.core.shape.ListShape;
import zugabe.core.shape.RecordShape.Values;
import zugabe.core.shape.Reference;
import zugabe.core.shape.TextShape;

/** Keys that several kinds have, described once. */
public final class DeliverableKeys {
  public static final Field<Located<String>> PROGRAM =
      Field.optional(
              "program",
              TextShape.any().naming(Reference.To.PROGRAM),
              "Name of the program it starts.")
          .otherwise("the only one");
  public static final Field<Located<String>> MATERIALS =
      Field.optional(
              "materials",
              TextShape.any().naming(Reference.To.GROUP),
              "Group of materials it holds.")
          .otherwise("the program's, or the only one");
  public static final Field<List<Located<String>>> PLATFORMS =
      Field.optional(
              "platforms",
              new ListShape<>(
                  TextShape.matching("a platform such as linux-x64", Platforms.PATTERN)),
              "Platforms that it is made for, one file each.")
          .otherwise("one file for all");

  private DeliverableKeys() {}

  /** What is said by {@link #PROGRAM} and {@link #MATERIALS}. */
  public static Choice choice(Values v) {
    return new Choice(v.maybe(PROGRAM), v.maybe(MATERIALS), v.where());
  }
}
