package zugabe.core.phone;

import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;
import zugabe.core.shape.Field;
import zugabe.core.shape.ListShape;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.RecordShape.Values;
import zugabe.core.shape.TextShape;

/**
 * A part of the application that the system starts.
 *
 * @param launcher whether the launcher shows it
 * @param exported whether other applications may start it
 * @param actions that it answers
 * @param permission that others need
 */
public record Component(
    Optional<Located<Boolean>> launcher,
    Optional<Located<Boolean>> exported,
    Optional<Located<String>> label,
    Optional<Located<Orientation>> orientation,
    List<Located<String>> actions,
    Optional<Located<String>> permission,
    Where where)
    implements Digested {
  /** How the screen is turned. */
  public enum Orientation {
    PORTRAIT,
    LANDSCAPE,
    SENSOR_PORTRAIT,
    SENSOR_LANDSCAPE,
    FULL_SENSOR,
    LOCKED;

    /** As the platform has it. */
    String platform() {
      return switch (this) {
        case PORTRAIT -> "portrait";
        case LANDSCAPE -> "landscape";
        case SENSOR_PORTRAIT -> "sensorPortrait";
        case SENSOR_LANDSCAPE -> "sensorLandscape";
        case FULL_SENSOR -> "fullSensor";
        case LOCKED -> "locked";
      };
    }
  }

  private static final String DOTTED = "[A-Za-z_][A-Za-z0-9_]*(\\.[A-Za-z_][A-Za-z0-9_]*)+";
  private static final TextShape<String> ACTION =
      TextShape.matching("a name such as android.intent.action.VIEW", DOTTED);
  private static final Field<Located<Boolean>> LAUNCHER =
      Field.optional("launcher", TextShape.yesOrNo(), "Whether the launcher shows it.")
          .otherwise("true for the only activity");
  private static final Field<Located<Boolean>> EXPORTED =
      Field.optional("exported", TextShape.yesOrNo(), "Whether other applications may start it.")
          .otherwise("true for what the launcher shows or what has actions, else false");
  private static final Field<Located<String>> LABEL =
      Field.optional("label", TextShape.any(), "What it is called: text, or @string/name.")
          .otherwise("the application's label");
  private static final Field<Located<Orientation>> ORIENTATION =
      Field.optional(
              "orientation",
              TextShape.choice(Orientation.values()),
              "How the screen is turned while it is shown.")
          .otherwise("as the user turns it");
  private static final Field<List<Located<String>>> ACTIONS =
      Field.optional("actions", new ListShape<>(ACTION), "Actions that it answers.");
  private static final Field<Located<String>> PERMISSION =
      Field.optional("permission", ACTION, "Permission that others need to start it.");

  static final RecordShape<Component> SHAPE =
      RecordShape.of(
          "a part of an application for phones",
          List.of(LAUNCHER, EXPORTED, LABEL, ORIENTATION, ACTIONS, PERMISSION),
          Component::of);

  /** A class's name in full: one without a package, or with a dot in front, is the id's. */
  static String full(String name, String id) {
    return name.startsWith(".") ? id + name : name.indexOf('.') < 0 ? id + "." + name : name;
  }

  private static Component of(Values v) {
    return new Component(
        v.maybe(LAUNCHER),
        v.maybe(EXPORTED),
        v.maybe(LABEL),
        v.maybe(ORIENTATION),
        v.of(ACTIONS),
        v.maybe(PERMISSION),
        v.where());
  }

  @Override
  public void addTo(PlanDigest digest) {
    digest
        .text("launcher", launcher.map(Located::value))
        .text("exported", exported.map(Located::value))
        .text("label", label.map(Located::value))
        .text("orientation", orientation.map(Located::value))
        .located("actions", actions)
        .text("permission", permission.map(Located::value));
  }
}
