package zugabe.kinds.war;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.archive.EntryPacking;
import zugabe.core.finding.Located;
import zugabe.core.jar.JarKeys;
import zugabe.core.plan.Choice;
import zugabe.core.plan.DeliverableKeys;
import zugabe.core.shape.Field;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.TextShape;

/** What a recipe says of a web archive. */
record Keys(
    Choice choice, Optional<Located<Boolean>> standsAlone, Optional<Page> page, JarKeys jar) {
  private static final Field<Located<Boolean>> STANDS_ALONE =
      Field.optional(
              "stands-alone",
              TextShape.yesOrNo(),
              "Whether java -jar starts it as well, with the libraries that servers have themselves kept aside in it.")
          .otherwise("false");
  private static final Field<Page> PAGE =
      Field.optional("page", Page.SHAPE, "What a rehearsal on a server asks for.")
          .otherwise("its address");
  private static final List<Field<?>> FIELDS =
      List.of(
          DeliverableKeys.PROGRAM,
          DeliverableKeys.MATERIALS,
          STANDS_ALONE,
          PAGE,
          EntryPacking.KEY,
          JarKeys.MANIFEST,
          JarKeys.ATTRIBUTES);

  static final RecordShape<Keys> SHAPE =
      new RecordShape<>(
          "a web archive, for servers",
          FIELDS,
          Map.of(
              "libraries", "Remove it; a web archive has its libraries in WEB-INF/lib.",
              "merge", "Remove it; libraries stay whole in a web archive.",
              "programs", "Write program: with one name, and stands-alone: true.",
              "scripts", "Remove it; write stands-alone: true for a start with java -jar.",
              "one-file", "Remove it; a web archive is one file.",
              "formats", "Remove it; a web archive is always a zip file."),
          v ->
              new Keys(
                  DeliverableKeys.choice(v), v.maybe(STANDS_ALONE), v.maybe(PAGE), JarKeys.of(v)));

  boolean alone() {
    return standsAlone.map(Located::value).orElse(false);
  }
}
