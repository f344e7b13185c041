package zugabe.core.checks;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.materials.Library;
import zugabe.core.plan.Part;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;
import zugabe.core.plan.StartOptions;
import zugabe.formats.jar.Manifest;
import zugabe.formats.jar.StartAttribute;

/** Programs that came as a jar whose manifest allows them what their options don't. */
public final class ManifestCheck {
  private final Findings findings;

  private ManifestCheck(Findings findings) {
    this.findings = findings;
  }

  /** Looks at every program of the plan, once for each group of materials. */
  public static void run(Plan plan, Findings findings) {
    ManifestCheck check = new ManifestCheck(findings);
    Set<String> done = new HashSet<>();
    for (Planned d : plan.deliverables()) {
      for (Part part : d.parts()) {
        part.program()
            // modules say themselves what they open
            .filter(p -> p.isJava() && p.modules().isEmpty())
            .filter(p -> done.add(part.materials().name() + " " + p.name()))
            .ifPresent(p -> check.look(part, p));
      }
    }
  }

  private void look(Part part, Program program) {
    String entry = program.main().replace('.', '/') + ".class";
    Optional<Library> jar =
        part.materials().own().stream().anyMatch(f -> f.path().equals(entry))
            ? Optional.empty()
            : part.materials().libraries().stream()
                .filter(l -> l.content(entry).isPresent())
                .findFirst();
    Optional<Manifest> manifest = jar.flatMap(Library::manifest);
    Set<String> said =
        StartOptions.joined(program.options()).stream()
            .map(Located::value)
            .collect(Collectors.toSet());
    int java = program.java().from();
    List<String> lacking =
        manifest.stream()
            .flatMap(m -> StartAttribute.options(m).stream())
            .filter(o -> !said.contains(o) && StartAttribute.isKnown(o, java))
            .toList();
    if (!lacking.isEmpty()) {
      findings.add(
          CheckCode.Z3031,
          program.where(),
          "The manifest of "
              + jar.orElseThrow().name()
              + ", which "
              + program.main()
              + " is from, says more than options: does.",
          "Add to options: " + String.join(", ", lacking) + ".");
    }
  }
}
