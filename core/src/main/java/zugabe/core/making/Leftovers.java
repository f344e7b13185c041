package zugabe.core.making;

import com.google.re2j.Pattern;
import java.io.IOException;
import java.nio.file.Files;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.kind.Output;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.program.Platforms;
import zugabe.core.receipt.Receipt;

/** Files that earlier builds made and the recipe no longer makes. */
record Leftovers(Plan plan, List<Output> made, Builder.Order order, Findings findings) {
  /** What may stand behind the name of a jar, an archive or a folder. */
  private static final Pattern COMPANION =
      Pattern.compile(
          "\\.(sh|cmd|settings)|(-("
              + String.join("|", Platforms.DESKTOP)
              + "))?\\.(zip|tar|tar\\.gz|tar\\.xz|tar\\.zst)");

  /** Those that are still there. */
  List<String> of(OutputFolder folder, Optional<Receipt> last) {
    Stream<String> recorded =
        last.stream()
            .flatMap(l -> l.deliverables().stream())
            .flatMap(r -> r.files().stream())
            .map(Receipt.Made::path);
    return Stream.concat(recorded, last.stream().flatMap(l -> l.left().stream()))
        .distinct()
        .filter(name -> !isStillMade(name) && folder.isInside(name))
        .filter(name -> Files.isRegularFile(folder.file(name)))
        .sorted()
        .toList();
  }

  /**
   * Whether a deliverable of the recipe makes this file: known exactly of those that are made now.
   */
  private boolean isStillMade(String name) {
    if (made.stream().anyMatch(o -> o.file().equals(name))) {
      return true;
    }
    List<String> now = plan.deliverables().stream().map(Planned::name).toList();
    return plan.intents().entrySet().stream()
        .filter(i -> !now.contains(i.getKey()))
        .map(i -> i.getValue().file())
        .anyMatch(
            file ->
                name.equals(file)
                    || name.startsWith(file + "/")
                    || isCompanion(name, Regex.replaceAll(file, "\\.jar$", "")));
  }

  private static boolean isCompanion(String name, String stem) {
    return name.startsWith(stem) && COMPANION.matcher(name.substring(stem.length())).matches();
  }

  /** Removes them when asked to, else names them; returns what was removed. */
  List<String> tidy(OutputFolder folder, List<String> left) throws IOException {
    Map<String, Integer> named = new LinkedHashMap<>();
    for (String name : left) {
      if (order.tidy()) {
        folder.delete(name);
      } else {
        // files of one folder are told together
        int slash = name.indexOf('/');
        named.merge(slash < 0 ? name : name.substring(0, slash + 1), 1, Integer::sum);
      }
    }
    named.forEach(this::leftover);
    return order.tidy() ? left : List.of();
  }

  private void leftover(String name, int count) {
    findings.add(
        MakingCode.Z5004,
        Where.file(order.shown() + "/" + name),
        name.endsWith("/")
            ? "An earlier build made " + count + " files in it; the recipe no longer does."
            : "An earlier build made it; the recipe no longer does.",
        "Remove it, or build with --tidy.");
  }
}
