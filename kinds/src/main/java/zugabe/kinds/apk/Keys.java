package zugabe.kinds.apk;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import zugabe.core.finding.Located;
import zugabe.core.phone.Contents;
import zugabe.core.phone.Declares;
import zugabe.core.phone.PhoneApp;
import zugabe.core.phone.PhoneTarget;
import zugabe.core.phone.Shown;
import zugabe.core.shape.Field;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.TextShape;

/** What a recipe says of a package for phones. */
record Keys(Contents contents, PhoneApp.Said said, Located<Packages> packages) {
  /** How many packages there are. */
  enum Packages {
    ONE,
    PER_PROCESSOR
  }

  private static final Field<Located<Packages>> PACKAGES =
      Field.optional(
              "packages",
              TextShape.choice(Packages.values()),
              "One package for all kinds of processors, or one for each.")
          .otherwise("one");

  static final RecordShape<Keys> SHAPE =
      new RecordShape<>(
          "a package for Android phones",
          fields(),
          Map.of(
              "program", "Remove it; the byte code is named by code:.",
              "programs", "Remove it; the byte code is named by code:.",
              "materials", "Name files by code:, natives:, assets: and resources:.",
              "libraries", "Compile libraries into the byte code, and name that by code:.",
              "platform", "Remove it; write lowest: and target:.",
              "platforms", "Remove it; write lowest: and target:."),
          v ->
              new Keys(
                  Contents.of(v),
                  new PhoneApp.Said(PhoneTarget.of(v), Declares.of(v), Shown.of(v)),
                  v.of(PACKAGES)));

  private static List<Field<?>> fields() {
    List<Field<?>> all = new ArrayList<>(Contents.FIELDS);
    all.addAll(PhoneTarget.FIELDS);
    all.addAll(Declares.FIELDS);
    all.addAll(Shown.FIELDS);
    all.add(PACKAGES);
    return List.copyOf(all);
  }
}
