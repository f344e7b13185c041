package zugabe.core;

import java.io.Closeable;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import zugabe.core.kind.Ready;
import zugabe.core.kind.Report;
import zugabe.core.making.Pending;
import zugabe.core.materials.Materials;
import zugabe.core.plan.Plan;
import zugabe.core.recipe.Recipe;
import zugabe.core.work.Progress;

/**
 * A plan with what was checked of it.
 *
 * @param ready each deliverable behind those that it holds; none when something was wrong before
 * @param handover keys to sign with
 * @param rest what is still being read
 */
record Checked(Plan plan, List<Ready> ready, Recipe.Handover handover, Rest rest)
    implements Closeable {
  /** Whether anything is to be signed. */
  boolean signs() {
    return handover.sign().isPresent() || !plan.signs().isEmpty();
  }

  /** What a deliverable will be; empty when it wasn't checked. */
  Optional<Report> report(String name) {
    return ready.stream()
        .filter(r -> r.planned().name().equals(name))
        .map(Ready::report)
        .findFirst();
  }

  @Override
  public void close() throws IOException {
    rest.close();
  }

  /** Waits for what of large libraries is still being unpacked. */
  record Rest(Materials.Shelf shelf, Progress progress) implements Pending, Closeable {
    @Override
    public void finish() throws IOException {
      shelf.finish(progress);
    }

    @Override
    public void close() throws IOException {
      shelf.close();
    }
  }
}
