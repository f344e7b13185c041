package zugabe.core.jar;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Said;
import zugabe.core.plan.Planned;
import zugabe.core.plan.PlannedProgram;
import zugabe.core.plan.Travel;
import zugabe.formats.jar.Manifest.Attribute;

/**
 * Divides what a program needs at its start into what a manifest can hold (JAR File Specification,
 * "Main Attributes"; package java.lang.instrument; java.awt.SplashScreen) and what only a start
 * script can.
 */
public final class Carried {
  private static final String OPENS = "--add-opens";
  private static final String EXPORTS = "--add-exports";
  private static final String NATIVE = "--enable-native-access";

  private final Map<String, String> attributes = new LinkedHashMap<>();
  private final List<Said<String>> inManifest = new ArrayList<>();
  private final List<Said<String>> options = new ArrayList<>();
  private final List<Said<String>> arguments = new ArrayList<>();
  private final List<Said<String>> reasons = new ArrayList<>();

  private Carried() {}

  public static Carried of(Planned d) {
    Carried carried = new Carried();
    d.program().ifPresent(p -> carried.divide(d, p));
    if (d.travel() == Travel.BESIDE && !d.materials().natives().isEmpty()) {
      carried.reasons.add(new Said<>("the folder of its native libraries", d.where(), true));
    }
    return carried;
  }

  private void divide(Planned d, PlannedProgram p) {
    List<Said<String>> all = p.options();
    for (int i = 0; i < all.size(); i++) {
      Said<String> option = all.get(i);
      boolean joined = takesValue(option.value()) && i + 1 < all.size();
      Said<String> whole =
          joined
              ? new Said<>(
                  option.value() + "=" + all.get(++i).value(), option.where(), option.given())
              : option;
      option(d, p, whole);
    }
    arguments.addAll(p.arguments());
    p.modules().ifPresent(m -> reasons.add(new Said<>("the module path", m.where(), true)));
    options.forEach(o -> reasons.add(new Said<>("the option " + o.value(), o.where(), true)));
    arguments.forEach(a -> reasons.add(new Said<>("the argument " + a.value(), a.where(), true)));
  }

  private static boolean takesValue(String option) {
    return List.of(
            OPENS,
            EXPORTS,
            NATIVE,
            "--add-modules",
            "--add-reads",
            "--limit-modules",
            "-p",
            "--module-path")
        .contains(option);
  }

  private void option(Planned d, PlannedProgram p, Said<String> option) {
    String text = option.value();
    int equals = text.indexOf('=');
    String value = equals < 0 ? "" : text.substring(equals + 1);
    if (text.startsWith(OPENS + "=") && value.endsWith("=ALL-UNNAMED") && p.modules().isEmpty()) {
      attribute("Add-Opens", value.substring(0, value.indexOf('=')), option);
    } else if (text.startsWith(EXPORTS + "=")
        && value.endsWith("=ALL-UNNAMED")
        && p.modules().isEmpty()) {
      attribute("Add-Exports", value.substring(0, value.indexOf('=')), option);
    } else if (text.equals(NATIVE + "=ALL-UNNAMED") && p.modules().isEmpty()) {
      // runtimes that don't know the attribute (before 22) don't refuse native access either
      attribute("Enable-Native-Access", "ALL-UNNAMED", option);
    } else if (text.startsWith("-splash:") && own(d, text.substring(8))) {
      attribute("SplashScreen-Image", text.substring(8), option);
    } else {
      options.add(option);
    }
  }

  private static boolean own(Planned d, String path) {
    return d.materials().own().stream().anyMatch(f -> f.path().equals(path));
  }

  private void attribute(String name, String value, Said<String> option) {
    attributes.merge(name, value, (a, b) -> a + " " + b);
    inManifest.add(option);
  }

  /** Attributes for the manifest. */
  List<Attribute> attributes() {
    return attributes.entrySet().stream()
        .map(e -> new Attribute(e.getKey(), e.getValue()))
        .toList();
  }

  /** Options that the manifest holds. */
  public List<Said<String>> inManifest() {
    return inManifest;
  }

  /** Options that it doesn't. */
  public List<Said<String>> options() {
    return options;
  }

  public List<Said<String>> arguments() {
    return arguments;
  }

  /** Why a start script is needed; empty when a jar can hold everything. */
  public List<Said<String>> reasons() {
    return reasons;
  }

  /** The splash image's path among the own files. */
  Optional<String> splash() {
    return Optional.ofNullable(attributes.get("SplashScreen-Image"));
  }
}
