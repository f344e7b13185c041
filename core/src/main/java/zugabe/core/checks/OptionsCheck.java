package zugabe.core.checks;

import com.google.re2j.Pattern;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;

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
      d.programs().forEach(p -> check(p, findings));
    }
  }

  private static void check(Program program, Findings findings) {
    for (Located<String> option : program.options()) {
      if (DEBUG.matcher(option.value()).matches()) {
        findings.add(
            CheckCode.Z3019,
            option.where(),
            option.value() + " is for debugging.",
            "Remove it, unless users should run it that way.");
      }
    }
  }
}
