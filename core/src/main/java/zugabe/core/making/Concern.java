package zugabe.core.making;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Where;
import zugabe.core.kind.Input;
import zugabe.core.materials.FileContent;
import zugabe.core.plan.Part;
import zugabe.core.plan.Planned;

/**
 * Which findings are about a deliverable: its place in the recipe, that of its parts, its inputs.
 */
final class Concern {
  private final List<String> keys = new ArrayList<>();
  private final Set<String> files = new HashSet<>();

  Concern(Planned deliverable, List<Input> inputs) {
    keys.add("deliverables." + deliverable.name());
    for (Part part : deliverable.parts()) {
      keys.add("materials." + part.materials().name());
      part.program().ifPresent(p -> keys.add("programs." + p.name()));
    }
    inputs.forEach(i -> i.files().stream().map(FileContent::name).forEach(files::add));
  }

  List<Finding> of(List<Finding> all) {
    return all.stream().filter(f -> isAbout(f.where())).toList();
  }

  private boolean isAbout(Where where) {
    return files.contains(where.file())
        || keys.stream().anyMatch(k -> where.key().equals(k) || where.key().startsWith(k + "."));
  }
}
