package zugabe.core.phone;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import zugabe.core.android.PackageManifest;
import zugabe.core.android.Part;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;

/** Whether the platform can make what a manifest names of the byte code, and take the manifest. */
final class ManifestClasses {
  private static final int FEW = 5;

  /** What has no effect, or ends the application, unless it is declared; with the recipe's keys. */
  private static final Map<Part, String> KEYS =
      Map.of(
          Part.ACTIVITY, "activities",
          Part.SERVICE, "services",
          Part.PROVIDER, "providers",
          Part.APPLICATION, "application");

  private final PhoneApp app;
  private final PackageManifest manifest;
  private final Where where;
  private final Findings findings;

  ManifestClasses(PhoneApp app, Where where, Findings findings) {
    this.app = app;
    this.manifest = app.manifest();
    this.where = where;
    this.findings = findings;
  }

  /** Looks at all that it names. */
  void run(AppClasses classes) {
    manifest
        .refusals()
        .forEach(
            fault ->
                findings.add(
                    PhoneCode.Z5325,
                    app.sources().getOrDefault(PhoneApp.named(fault.name()), where),
                    "Phones refuse the manifest: " + fault.why() + ".",
                    "Complete it, or leave the element out."));
    manifest.whole().forEach((part, name) -> named(classes, shown(part), name, part));
    for (PackageManifest.Component one : manifest.components()) {
      Optional<Part> part = one.part();
      if (part.isPresent() && !one.name().isEmpty()) {
        named(classes, one.kind(), one.name(), part.get());
      }
    }
    classes.startable().forEach(this::undeclared);
  }

  /** Receivers aren't told: many are announced while the application runs. */
  private void undeclared(Part part, Set<String> names) {
    if (!KEYS.containsKey(part)) {
      return;
    }
    Set<String> left = new TreeSet<>(names);
    manifest.components().forEach(c -> left.remove(c.name()));
    boolean one = part == Part.APPLICATION;
    if (left.isEmpty() || (one && manifest.whole().containsKey(part))) {
      return;
    }
    List<String> few = left.stream().limit(FEW).toList();
    int more = left.size() - few.size();
    findings.add(
        PhoneCode.Z5328,
        where,
        (one
                ? "This class of a whole application isn't"
                : "These classes of " + KEYS.get(part) + " aren't")
            + " declared: "
            + String.join(", ", few)
            + (more > 0 ? ", and " + more + " more." : "."),
        part == Part.PROVIDER
            ? "Declare it in a manifest (manifest:), or see that nothing needs it."
            : "Add it by " + KEYS.get(part) + ":, or see that nothing starts it.");
  }

  private static String shown(Part part) {
    return part == Part.BACKUP ? "backup agent" : part.name().toLowerCase(Locale.ROOT);
  }

  private void named(AppClasses classes, String kind, String name, Part part) {
    Where at = app.sources().getOrDefault(PhoneApp.named(name), where);
    String what = "The manifest declares the " + kind + " " + name;
    if (!classes.isThere(name)) {
      findings.add(
          PhoneCode.Z5304,
          at,
          what
              + (app.code().isEmpty()
                  ? ", and there is no byte code."
                  : ", and no byte code holds that class."),
          "Mend the name, or add the .dex file that has it by code:.");
      return;
    }
    classes
        .fault(name, part, AppClasses.PLAIN)
        .ifPresent(
            fault ->
                findings.add(
                    PhoneCode.Z5324,
                    at,
                    what + ", and that class " + fault + ".",
                    "Declare it as what it is, or give it what the platform asks for: a public class that comes from "
                        + part.root()
                        + ", with a constructor without arguments."));
  }
}
