package zugabe.core;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import zugabe.core.checks.CheckCode;
import zugabe.core.finding.Code;
import zugabe.core.finding.RecipeCode;
import zugabe.core.icon.IconCode;
import zugabe.core.install.InstallCode;
import zugabe.core.jar.JarContentCode;
import zugabe.core.keys.KeyCode;
import zugabe.core.kind.Registry;
import zugabe.core.links.LinkCode;
import zugabe.core.making.MakingCode;
import zugabe.core.materials.MaterialCode;
import zugabe.core.plan.ProgramCode;
import zugabe.core.recipe.Vocabulary;
import zugabe.core.rehearse.RehearsalCode;
import zugabe.core.shape.RecordShape;
import zugabe.core.sign.SignCode;
import zugabe.core.tree.TreeCode;

/**
 * The kinds of deliverables, and all findings: those of the kinds, and those of everything else.
 */
public final class RecipeWords implements Vocabulary {
  private final Registry kinds;

  public RecipeWords(Registry kinds) {
    this.kinds = kinds;
  }

  @Override
  public List<String> names() {
    return kinds.names();
  }

  @Override
  public RecordShape<?> keys(String name) {
    return kinds.keys(name);
  }

  private static Stream<Code> shared() {
    return Stream.<Code[]>of(
            RecipeCode.values(),
            MaterialCode.values(),
            ProgramCode.values(),
            CheckCode.values(),
            JarContentCode.values(),
            TreeCode.values(),
            InstallCode.values(),
            MakingCode.values(),
            RehearsalCode.values(),
            RequestCode.values(),
            LinkCode.values(),
            KeyCode.values(),
            SignCode.values(),
            IconCode.values())
        .flatMap(Arrays::stream);
  }

  /** Kinds are asked last, so that none is loaded for a code that all of them share. */
  @Override
  public Optional<Code> code(String text) {
    String wanted = text.toUpperCase(Locale.ROOT);
    return shared()
        .filter(c -> c.name().equals(wanted))
        .findFirst()
        .or(() -> kinds.codes().stream().filter(c -> c.name().equals(wanted)).findFirst());
  }

  @Override
  public List<Code> codes() {
    List<Code> all = new ArrayList<>(shared().toList());
    all.addAll(kinds.codes());
    all.sort((a, b) -> a.name().compareTo(b.name()));
    return List.copyOf(all);
  }
}
