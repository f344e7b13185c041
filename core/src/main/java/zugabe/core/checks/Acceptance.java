package zugabe.core.checks;

import com.google.re2j.Pattern;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import zugabe.core.finding.Code;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Findings;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Where;
import zugabe.core.recipe.AcceptSpec;
import zugabe.core.recipe.Vocabulary;

/** Makes notes of the findings that a recipe accepts, as long as it does. */
public final class Acceptance {
  private final List<AcceptSpec> accepted;
  private final Vocabulary words;
  private final LocalDate today;
  private final Findings findings;
  private final Set<AcceptSpec> used = new HashSet<>();

  private Acceptance(
      List<AcceptSpec> accepted, Vocabulary words, LocalDate today, Findings findings) {
    this.accepted = accepted;
    this.words = words;
    this.today = today;
    this.findings = findings;
  }

  /**
   * To be called when every check was made.
   *
   * @param whole whether everything in the recipe was looked at, so that what isn't found is gone
   */
  public static void apply(
      List<AcceptSpec> accepted,
      Vocabulary words,
      LocalDate today,
      boolean whole,
      Findings findings) {
    Acceptance acceptance = new Acceptance(accepted, words, today, findings);
    accepted.forEach(acceptance::check);
    findings.rewrite(acceptance::judged);
    if (whole) {
      accepted.forEach(acceptance::tellUnused);
    }
  }

  private Optional<Code> code(AcceptSpec spec) {
    return words.code(spec.finding().value());
  }

  private boolean canBe(AcceptSpec spec) {
    return code(spec).filter(Code::canBeAccepted).isPresent();
  }

  private void check(AcceptSpec spec) {
    Optional<Code> known = code(spec);
    if (known.isEmpty()) {
      return;
    }
    Code code = known.get();
    if (!code.canBeAccepted()) {
      findings.add(
          RecipeCode.Z1018,
          spec.finding().where(),
          code + " (" + code.title() + ") isn't one that can be accepted.",
          "Fix what it reports, and remove this entry.");
    } else if (isOver(spec)) {
      findings.add(
          RecipeCode.Z1019,
          spec.until().where(),
          code + " was accepted until " + spec.until().value() + ": " + spec.because(),
          "Fix what it reports or, if the reason still holds, name a later day.");
    }
  }

  private boolean isOver(AcceptSpec spec) {
    return today.isAfter(spec.until().value());
  }

  private Finding judged(Finding f) {
    for (AcceptSpec spec : accepted) {
      if (code(spec).filter(c -> c.name().equals(f.code().name())).isPresent()
          && f.code().canBeAccepted()
          && isThere(spec, f.where())) {
        used.add(spec);
        if (!isOver(spec)) {
          return f.accepted(spec.because() + " (until " + spec.until().value() + ")");
        }
      }
    }
    return f;
  }

  private static boolean isThere(AcceptSpec spec, Where where) {
    if (spec.at().isEmpty()) {
      return true;
    }
    StringBuilder pattern = new StringBuilder();
    for (String part : spec.at().get().value().split("\\*", -1)) {
      pattern.append(pattern.length() == 0 ? "" : ".*").append(Pattern.quote(part));
    }
    Pattern wanted = Pattern.compile(pattern.toString(), Pattern.DOTALL);
    return List.of(where.file(), where.key(), where.entry()).stream()
        .anyMatch(t -> !t.isEmpty() && wanted.matcher(t).matches());
  }

  private void tellUnused(AcceptSpec spec) {
    if (canBe(spec) && !used.contains(spec)) {
      findings.add(
          RecipeCode.Z1020,
          spec.where(),
          spec.finding().value()
              + " is accepted"
              + spec.at().map(a -> " at \"" + a.value() + "\"").orElse("")
              + " and doesn't occur.",
          "Remove it from accept:, unless it depends on the machine.");
    }
  }
}
