package zugabe.core.jar;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.kind.Form;
import zugabe.core.program.Version;
import zugabe.formats.jar.Manifest;
import zugabe.formats.jar.Manifest.Attribute;

/**
 * Writes the manifest: what the build knows, then what a hand-written one says, then the recipe's
 * extra attributes.
 */
public final class JarManifest {
  /**
   * Set by the build from other parts of the recipe, or reserved (specification, "Per-Entry" and
   * "Signed JAR File").
   */
  private static final Set<String> RESERVED =
      Set.of(
          "manifest-version",
          "created-by",
          "main-class",
          "class-path",
          "multi-release",
          "signature-version",
          "name",
          "magic");

  /** Classes that a runtime looks for itself (package java.lang.instrument). */
  private static final Set<String> AGENTS =
      Set.of("launcher-agent-class", "premain-class", "agent-class");

  private JarManifest() {}

  public static void check(JarPlan d, Findings findings) {
    d.attributes()
        .forEach(
            (name, value) -> {
              if (RESERVED.contains(name.toLowerCase(Locale.ROOT)) || isDigest(name)) {
                refuse(
                    value.where().at(name),
                    "The attribute " + name + " can't be set here.",
                    "Remove it; the build writes it from the program and its libraries.",
                    findings);
              }
              if (AGENTS.contains(name.toLowerCase(Locale.ROOT))) {
                checkAgent(d, value.where(), findings);
              }
              Manifest.faultyName(name)
                  .ifPresent(
                      why ->
                          refuse(
                              value.where(),
                              "\"" + name + "\" can't be an attribute: " + why + ".",
                              "Choose another name.",
                              findings));
              Manifest.faultyValue(value.value())
                  .ifPresent(
                      why ->
                          refuse(
                              value.where().at(name),
                              "Its value can't be written: " + why + ".",
                              "Write it on one line.",
                              findings));
            });
    d.manifest().ifPresent(hand -> check(d, hand, findings));
  }

  private static void check(JarPlan d, HandManifest hand, Findings findings) {
    Where where = Where.file(hand.file().name());
    Optional<String> main = hand.manifest().value("Main-Class");
    if (main.isPresent()
        && d.program().isPresent()
        && !main.get().equals(d.program().get().main())) {
      refuse(
          where.at("Main-Class"),
          "The manifest starts " + main.get() + ", the recipe " + d.program().get().main() + ".",
          "Remove the line from the manifest, or main: from the recipe.",
          findings);
    }
    if (hand.manifest().value("Class-Path").isPresent()) {
      refuse(
          where.at("Class-Path"),
          "The class path is written by the build, from the libraries of the materials.",
          "Remove the line from the manifest, and name the libraries in the materials.",
          findings);
    }
    hand.manifest()
        .value("Launcher-Agent-Class")
        .ifPresent(a -> checkAgent(d, where.at("Launcher-Agent-Class"), findings));
  }

  /**
   * A runtime looks for agents where it finds the jar's own classes, not below {@code inner/app/}.
   */
  private static void checkAgent(JarPlan d, Where where, Findings findings) {
    if (d.travel() == Travel.NESTED) {
      refuse(
          where,
          "An agent can't be in a jar with nested libraries: the runtime doesn't find it there.",
          "Write libraries: merged or beside.",
          findings);
    }
  }

  private static boolean isDigest(String name) {
    return Regex.matches(name.toLowerCase(Locale.ROOT), ".*-digest(-manifest.*)?");
  }

  private static void refuse(Where where, String what, String fix, Findings findings) {
    findings.add(JarContentCode.Z4001, where, what, fix);
  }

  /** Forms of the application's identity in a manifest, and in a file's name. */
  public static List<Form> forms(JarPlan d) {
    List<Form> forms = new ArrayList<>();
    forms.add(fileName(d, d.file()));
    Map<String, String> from =
        Map.of(
            "Implementation-Title", "app.name",
            "Implementation-Version", "app.version, as written",
            "Implementation-Vendor", "app.maker");
    for (Attribute a : of(d, Optional.empty(), false, List.of()).main()) {
      if (from.containsKey(a.name())) {
        boolean said = d.attributes().containsKey(a.name());
        boolean byHand =
            d.manifest().filter(h -> h.manifest().value(a.name()).isPresent()).isPresent();
        String origin = said ? "attributes" : byHand ? "the hand-written manifest" : "";
        forms.add(
            new Form(
                "manifest, " + a.name(),
                a.value(),
                origin.isEmpty() ? from.get(a.name()) : origin));
      }
    }
    return forms;
  }

  /** A file's name: said by the recipe, or made of the identity. */
  public static Form fileName(JarPlan d, String file) {
    String derived = d.app().shortName() + "-" + d.app().version();
    String from = d.app().id().isPresent() ? "the last part of app.id" : "app.name";
    return new Form(
        "file name", file, file.startsWith(derived) ? from + ", and app.version" : "file:");
  }

  /**
   * The manifest of a jar.
   *
   * @param mainClass class that is started; empty for a library
   * @param more what belongs to the way the libraries travel, and what the program's options become
   */
  public static Manifest of(
      JarPlan d, Optional<String> mainClass, boolean multiRelease, List<Attribute> more) {
    List<Attribute> main = new ArrayList<>();
    put(main, "Created-By", "Zugabe " + Version.TEXT);
    mainClass.ifPresent(m -> put(main, "Main-Class", m));
    more.forEach(a -> put(main, a.name(), a.value()));
    if (multiRelease) {
      put(main, "Multi-Release", "true");
    }
    put(main, "Implementation-Title", d.app().name());
    put(main, "Implementation-Version", d.app().version());
    d.app().maker().ifPresent(m -> put(main, "Implementation-Vendor", m));
    d.manifest()
        .ifPresent(
            h ->
                h.manifest().main().stream()
                    .filter(a -> !RESERVED.contains(a.name().toLowerCase(Locale.ROOT)))
                    .forEach(a -> put(main, a.name(), a.value())));
    d.attributes().forEach((name, value) -> put(main, name, value.value()));
    return new Manifest(main, d.manifest().map(h -> h.manifest().sections()).orElse(Map.of()));
  }

  /** Later ones replace earlier ones in their place. */
  private static void put(List<Attribute> main, String name, String value) {
    Attribute attribute = new Attribute(name, value);
    for (int i = 0; i < main.size(); i++) {
      if (main.get(i).name().equalsIgnoreCase(name)) {
        main.set(i, attribute);
        return;
      }
    }
    main.add(attribute);
  }
}
