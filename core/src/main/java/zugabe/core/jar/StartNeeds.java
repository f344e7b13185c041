package zugabe.core.jar;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Located;
import zugabe.core.plan.Program;
import zugabe.core.plan.StartOptions;
import zugabe.formats.jar.Manifest.Attribute;
import zugabe.formats.jar.StartAttribute;

/**
 * Divides what a program needs at its start into what a manifest can hold (JAR File Specification,
 * "Main Attributes"; package java.lang.instrument; java.awt.SplashScreen) and what only a start
 * script can.
 */
public final class StartNeeds {
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
    StartOptions.joined(p.options()).forEach(option -> option(d, p, option));
    arguments.addAll(p.arguments());
    p.startsIn().ifPresent(f -> reasons.add(new Located<>("the start in " + f, p.where(), true)));
    p.modules().ifPresent(m -> reasons.add(new Located<>("the module path", m.where(), true)));
    options.forEach(o -> reasons.add(new Located<>("the option " + o.value(), o.where(), true)));
    arguments.forEach(
        a -> reasons.add(new Located<>("the argument " + a.value(), a.where(), true)));
  }

  private void option(JarPlan d, Program p, Located<String> option) {
    String text = option.value();
    if (p.modules().isEmpty()) {
      for (StartAttribute one : StartAttribute.values()) {
        Optional<String> said = one.said(text);
        if (said.isPresent()) {
          // runtimes that don't know one of native access (before 22) don't refuse that either
          attribute(one.attribute(), said.get(), option);
          return;
        }
      }
    }
    if (text.startsWith("-splash:") && own(d, text.substring(8))) {
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
