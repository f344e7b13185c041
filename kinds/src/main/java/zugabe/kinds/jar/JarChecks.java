package zugabe.kinds.jar;

import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.RecipeCode;
import zugabe.core.jar.JarPlan;
import zugabe.core.jar.StartNeeds;
import zugabe.core.jar.Travel;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;

/** What only a jar can get wrong. */
final class JarChecks {
  private final Planned deliverable;
  private final JarPlan plan;
  private final JarDeliverable own;
  private final Findings findings;

  JarChecks(Planned deliverable, JarPlan plan, JarDeliverable own, Findings findings) {
    this.deliverable = deliverable;
    this.plan = plan;
    this.own = own;
    this.findings = findings;
  }

  void run(StartNeeds needs) {
    plan.program().filter(p -> !p.isJava()).ifPresent(this::notJava);
    if (plan.program().isPresent()) {
      program(plan.program().get(), needs);
    } else {
      findings.add(
          JarCode.Z3006,
          deliverable.where(),
          "The jar \"" + deliverable.name() + "\" starts nothing.",
          "Nothing, if it is a library. Otherwise, name its main class under programs:.");
    }
    if (plan.travel() == Travel.NESTED && plan.program().isEmpty()) {
      findings.add(
          JarCode.Z3012,
          deliverable.where(),
          "The jar \""
              + deliverable.name()
              + "\" has no program, and nested libraries are found by what starts it.",
          "Name a program, or write libraries: merged or beside.");
    }
  }

  private void notJava(Program p) {
    findings.add(
        RecipeCode.Z1008,
        p.where(),
        "The program \"" + p.name() + "\" isn't Java, so no jar can start it.",
        "Make an archive of it: kind: archive.");
  }

  private void program(Program p, StartNeeds needs) {
    for (Located<String> option : needs.inManifest()) {
      findings.add(
          JarCode.Z3007,
          option.where(),
          "The jar's manifest carries " + option.value() + ".",
          "Nothing.");
    }
    needs.reasons().forEach(this::reason);
    if (p.needsRelay() && plan.travel() != Travel.NESTED) {
      findings.add(
          JarCode.Z3008,
          p.where(),
          p.main()
              + " is an application class of JavaFX, which a runtime refuses to start from the class path; a small class in front of it starts it.",
          "Nothing.");
    }
    if (p.modules().isPresent() && plan.travel() != Travel.BESIDE) {
      findings.add(
          JarCode.Z3010,
          p.modules().get().where(),
          "Modules can't be resolved inside a jar, and the libraries are "
              + plan.travel().word()
              + ".",
          "Write libraries: beside, or remove modules: to run it from the class path.");
    }
  }

  private void reason(Located<String> reason) {
    if (own.scripts().orElse(true)) {
      findings.add(
          JarCode.Z3011,
          reason.where(),
          "The start scripts carry "
              + reason.value()
              + "; with java -jar or a double-click the program runs without it.",
          "Tell users to start the script.");
    } else {
      findings.add(
          JarCode.Z3005,
          reason.where(),
          "A jar can't carry " + reason.value() + ".",
          "Write scripts: needed for the deliverable, or do without it.");
    }
  }
}
