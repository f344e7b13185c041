package zugabe.core.kind;

import java.io.IOException;
import java.util.List;
import zugabe.core.plan.Planned;
import zugabe.core.rehearse.Course;
import zugabe.core.rehearse.Stage;

/** A checked deliverable together with its kind. */
public final class Ready {
  private final Bound<?> bound;

  private Ready(Bound<?> bound) {
    this.bound = bound;
  }

  static <P extends Prepared> Ready of(Kind<?, P> kind, P prepared) {
    return new Ready(new Bound<>(kind, prepared));
  }

  private record Bound<P extends Prepared>(Kind<?, P> kind, P prepared) {
    List<Output> parts() throws IOException {
      return kind.parts(prepared);
    }

    List<Output> assemble(Supply supply) throws IOException {
      return kind.assemble(prepared, supply);
    }

    List<Course> rehearsals(Stage stage) {
      return kind.rehearsals(prepared, stage);
    }
  }

  public Planned planned() {
    return bound.prepared().planned();
  }

  /** What it will be. */
  public Report report() {
    return bound.prepared().report();
  }

  /** Files that have to be there first. */
  public List<Output> parts() throws IOException {
    return bound.parts();
  }

  /** Lays out the files. */
  public List<Output> assemble(Supply supply) throws IOException {
    return bound.assemble(supply);
  }

  /** How it is tried. */
  public List<Course> rehearsals(Stage stage) {
    return bound.rehearsals(stage);
  }
}
