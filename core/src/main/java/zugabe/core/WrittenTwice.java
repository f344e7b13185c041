package zugabe.core;

import java.util.LinkedHashMap;
import java.util.Map;
import zugabe.core.finding.Findings;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Where;
import zugabe.core.kind.Report;

/** Whether several deliverables would write one file. */
final class WrittenTwice {
  private WrittenTwice() {}

  /** Files that belong to a deliverable may have the name of another's. */
  static void check(Map<String, Report> reports, Findings findings) {
    Map<String, String> owners = new LinkedHashMap<>();
    reports.forEach(
        (name, report) ->
            report
                .paths()
                .forEach(
                    file -> {
                      String other = owners.putIfAbsent(file, name);
                      if (other != null) {
                        findings.add(
                            RecipeCode.Z1013,
                            Where.file(file),
                            "The deliverables " + other + " and " + name + " would both write it.",
                            "Give one of them another name by file:.");
                      }
                    }));
  }
}
