package zugabe.core.phone;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;
import zugabe.core.shape.Field;
import zugabe.core.shape.ListShape;
import zugabe.core.shape.MapShape;
import zugabe.core.shape.RecordShape.Values;
import zugabe.core.shape.Reference;
import zugabe.core.shape.TextShape;

/**
 * What a recipe says for the manifest.
 *
 * @param manifest one that is written by hand, which is completed
 * @param features of a phone, with whether it has to have them
 */
public record Declares(
    Optional<Located<String>> manifest,
    List<Located<String>> permissions,
    Map<String, Located<Boolean>> features,
    Optional<Located<String>> application,
    Map<String, Component> activities,
    Map<String, Component> services,
    Map<String, Component> receivers)
    implements Digested {
  private static final String CLASS = "\\.?[A-Za-z_][A-Za-z0-9_$]*(\\.[A-Za-z_][A-Za-z0-9_$]*)*";
  private static final String DOTTED = "[A-Za-z_][A-Za-z0-9_]*(\\.[A-Za-z0-9_]+)+";

  public static final Field<Located<String>> MANIFEST =
      Field.optional(
              "manifest",
              TextShape.any().naming(Reference.To.FILE),
              "A manifest in XML that is written by hand: it is completed with what the recipe says.")
          .otherwise("one is made");
  public static final Field<List<Located<String>>> PERMISSIONS =
      Field.optional(
          "permissions",
          new ListShape<>(
              TextShape.matching("a permission such as android.permission.INTERNET", DOTTED)),
          "What the application asks to be allowed.");
  public static final Field<Map<String, Located<Boolean>>> FEATURES =
      Field.optional(
          "features",
          new MapShape<>(TextShape.yesOrNo(), DOTTED),
          "Features of phones that it uses, such as android.hardware.camera: true when it can't do without.");
  public static final Field<Located<String>> APPLICATION =
      Field.optional(
              "application",
              TextShape.matching("a class such as .TideApplication", CLASS),
              "The class of the whole application, where it has one; a dot in front stands for app.id.")
          .otherwise("the platform's own");
  public static final Field<Map<String, Component>> ACTIVITIES =
      Field.optional(
          "activities",
          new MapShape<>(Component.SHAPE, CLASS),
          "Screens of the application, by their classes; a dot in front stands for app.id.");
  public static final Field<Map<String, Component>> SERVICES =
      Field.optional(
          "services",
          new MapShape<>(Component.SHAPE, CLASS),
          "What runs without a screen, by its classes.");
  public static final Field<Map<String, Component>> RECEIVERS =
      Field.optional(
          "receivers",
          new MapShape<>(Component.SHAPE, CLASS),
          "What is told of events, by its classes.");

  public static final List<Field<?>> FIELDS =
      List.of(MANIFEST, PERMISSIONS, FEATURES, APPLICATION, ACTIVITIES, SERVICES, RECEIVERS);

  public static Declares of(Values v) {
    return new Declares(
        v.maybe(MANIFEST),
        v.of(PERMISSIONS),
        v.of(FEATURES),
        v.maybe(APPLICATION),
        v.of(ACTIVITIES),
        v.of(SERVICES),
        v.of(RECEIVERS));
  }

  @Override
  public void addTo(PlanDigest digest) {
    digest.text("manifest", manifest.map(Located::value)).located("permissions", permissions);
    features.forEach((name, needed) -> digest.text("feature " + name, needed.value()));
    digest.text("application", application.map(Located::value));
    activities.forEach((name, c) -> digest.part("activity " + name, c));
    services.forEach((name, c) -> digest.part("service " + name, c));
    receivers.forEach((name, c) -> digest.part("receiver " + name, c));
  }
}
