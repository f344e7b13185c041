package zugabe.core.target;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.core.finding.Findings;
import zugabe.core.plan.Planned;

/** A kind of deliverable. */
public interface Target {
  /** Its name in recipes. */
  String kind();

  /** Notices what is wrong with a deliverable before anything is written; tells what it will be. */
  Report check(Planned deliverable, Findings findings) throws IOException;

  /** Lays out the files. Only called when nothing was wrong. */
  List<Output> assemble(Planned deliverable) throws IOException;

  /**
   * Tells what is in a file, or empty when it isn't of this kind.
   *
   * @param name the file, as the user would name it
   */
  Optional<Inspection> inspect(String name, Content content, Findings findings) throws IOException;
}
