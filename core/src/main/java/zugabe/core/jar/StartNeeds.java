package zugabe.core.jar;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.plan.Program;
import zugabe.formats.jar.Manifest.Attribute;

/**
 * Divides what a program needs at its start into what a manifest can hold (JAR File Specification,
 * "Main Attributes"; package java.lang.instrument; java.awt.SplashScreen) and what only a start
 * script can.
 */
public final class StartNeeds {
  private static final String OPENS = "--add-opens";
  private static final String EXPORTS = "--add-exports";
  private static final String NATIVE = "--enable-native-access";

  private final Map<String, String> attributes = new LinkedHashMap<>();
  private final List<Located<String>> inManifest = new ArrayList<>();
  private final List<Located<String>> options = new ArrayList<>();
  private final List<Located<String>> arguments = new ArrayList<>();
  private final List<Located<String>> reasons = new ArrayList<>();

  private StartNeeds() {}

  public static StartNeeds of(JarPlan d) {
    StartNeeds needs = new StartNeeds();
    d.program().ifPresent(p -> needs.divide(d, p));
    if (d.travel() == Travel.BESIDE && !d.materials().natives().isEmpty()) {
      needs.reasons.add(new Located<>("the folder of its native libraries", d.where(), true));
    }
    return needs;
  }

  private void divide(JarPlan d, Program p) {
    List<Located<String>> all = p.options();
    for (int i = 0; i < all.size(); i++) {
      Located<String> option = all.get(i);
      boolean joined = takesValue(option.value()) && i + 1 < all.size();
      Located<String> whole =
          joined
              ? new Located<>(
                  option.value() + "=" + all.get(++i).value(), option.where(), option.given())
              : option;
      option(d, p, whole);
    }
    arguments.addAll(p.arguments());
    p.startsIn().ifPresent(f -> reasons.add(new Located<>("the start in " + f, p.where(), true)));
    p.modules().ifPresent(m -> reasons.add(new Located<>("the module path", m.where(), true)));
    options.forEach(o -> reasons.add(new Located<>("the option " + o.value(), o.where(), true)));
    arguments.forEach(
        a -> reasons.add(new Located<>("the argument " + a.value(), a.where(), true)));
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

  private void option(JarPlan d, Program p, Located<String> option) {
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

  private static boolean own(JarPlan d, String path) {
    return d.materials().own().stream().anyMatch(f -> f.path().equals(path));
  }

  private void attribute(String name, String value, Located<String> option) {
    attributes.merge(name, value, (a, b) -> a + " " + b);
    inManifest.add(option);
  }

  /** Attributes for the manifest. */
  public List<Attribute> attributes() {
    return attributes.entrySet().stream()
        .map(e -> new Attribute(e.getKey(), e.getValue()))
        .toList();
  }

  /** Options that the manifest holds. */
  public List<Located<String>> inManifest() {
    return inManifest;
  }

  /** Options that it doesn't. */
  public List<Located<String>> options() {
    return options;
  }

  public List<Located<String>> arguments() {
    return arguments;
  }

  /** Why a start script is needed; empty when a jar can hold everything. */
  public List<Located<String>> reasons() {
    return reasons;
  }

  /** The splash image's path among the own files. */
  Optional<String> splash() {
    return Optional.ofNullable(attributes.get("SplashScreen-Image"));
  }
}
