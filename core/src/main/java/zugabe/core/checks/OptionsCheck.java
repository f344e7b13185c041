package zugabe.core.checks;

import java.util.List;
import java.util.regex.Pattern;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Said;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.plan.PlannedProgram;
import zugabe.core.plan.PlannedTree;

/** Options for the runtime that somebody left there while looking for a fault. */
public final class OptionsCheck {
  private static final Pattern DEBUG =
      Pattern.compile(
          "-agentlib:jdwp.*|-Xrunjdwp.*|-Xdebug|-ea|-enableassertions.*|-ea:.*|-Xint|-verbose(:.*)?"
              + "|-Dcom\\.sun\\.management\\.jmxremote\\.(authenticate|ssl)=false|-Xcheck:jni");

  private OptionsCheck() {}

  /** Looks at every program of the plan. */
  public static void run(Plan plan, Findings findings) {
    for (Planned d : plan.deliverables()) {
      d.program().ifPresent(p -> check(p, findings));
      d.tree().map(PlannedTree::parts).orElse(List.of()).forEach(p -> check(p.program(), findings));
    }
  }

  private static void check(PlannedProgram program, Findings findings) {
    for (Said<String> option : program.options()) {
      if (DEBUG.matcher(option.value()).matches()) {
        findings.add(
            FindingCode.Z3019,
            option.where(),
            option.value() + " is for finding faults.",
            "Remove it, unless users are to run it so.");
      }
    }
  }
}
