package zugabe.core.phone;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;
import zugabe.core.shape.Field;
import zugabe.core.shape.MapShape;
import zugabe.core.shape.RecordShape.Values;
import zugabe.core.shape.Reference;
import zugabe.core.shape.TextShape;

/**
 * What people see of an application.
 *
 * @param labels by language
 * @param background colour behind the icon
 * @param layers pictures for single layers of the icon
 */
public record Shown(
    Map<String, Located<String>> labels,
    Optional<Located<String>> icon,
    Optional<Located<String>> background,
    Layers layers)
    implements Digested {
  /**
   * Pictures for the layers of which phones cut an icon, where the one picture doesn't do.
   *
   * @param front what is in front
   * @param back what is behind, instead of a colour
   * @param plain what phones draw in one colour of the user's
   */
  public record Layers(
      Optional<Located<String>> front,
      Optional<Located<String>> back,
      Optional<Located<String>> plain) {}

  private static final String LANGUAGE = "[a-z]{2,3}(-[A-Z][a-z]{3})?(-([A-Z]{2}|[0-9]{3}))?";

  public static final Field<Map<String, Located<String>>> LABELS =
      Field.optional(
              "labels",
              new MapShape<>(TextShape.any(), LANGUAGE),
              "What stands below the icon, by language, where it isn't app.name.")
          .otherwise("app.name");
  public static final Field<Located<String>> ICON =
      Field.optional(
              "icon",
              TextShape.any().naming(Reference.To.FILE),
              "PNG file of 192 pixels or more on each side.")
          .otherwise("app.icon");
  public static final Field<Located<String>> BACKGROUND =
      Field.optional(
              "icon-background",
              TextShape.matching("a colour such as #2a6f97", "#[0-9a-fA-F]{6}"),
              "What is behind the icon where phones cut all icons to one form.")
          .otherwise("#ffffff");

  public static final Field<Located<String>> FRONT =
      layer(
          "icon-front",
          "PNG file for the front layer of the icon, with its empty edges; a third of each side may be cut away.");
  public static final Field<Located<String>> BACK =
      layer("icon-back", "PNG file for the layer behind it, instead of a colour.");
  public static final Field<Located<String>> PLAIN =
      layer("icon-plain", "PNG file of which phones draw the shape in one colour of the user's.");

  public static final List<Field<?>> FIELDS = List.of(LABELS, ICON, BACKGROUND, FRONT, BACK, PLAIN);

  private static Field<Located<String>> layer(String key, String doc) {
    return Field.optional(key, TextShape.any().naming(Reference.To.FILE), doc);
  }

  public static Shown of(Values v) {
    return new Shown(
        v.of(LABELS),
        v.maybe(ICON),
        v.maybe(BACKGROUND),
        new Layers(v.maybe(FRONT), v.maybe(BACK), v.maybe(PLAIN)));
  }

  @Override
  public void addTo(PlanDigest digest) {
    labels.forEach((language, label) -> digest.text("label " + language, label.value()));
    digest
        .text("icon", icon.map(Located::value))
        .text("background", background.map(Located::value))
        .text("front", layers.front().map(Located::value))
        .text("back", layers.back().map(Located::value))
        .text("plain", layers.plain().map(Located::value));
  }
}
