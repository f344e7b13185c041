package zugabe.core.target;

import java.io.IOException;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.core.finding.Findings;
import zugabe.core.plan.Planned;

/** A kind of deliverable. */
public interface Target {
  /** Its name in recipes. */
  String kind();

  /** Notices what is wrong with a deliverable before anything is written. */
  void check(Planned deliverable, Findings findings) throws IOException;

  /** Lays out the file. Only called when nothing was wrong. */
  Output assemble(Planned deliverable) throws IOException;

  /**
   * Tells what is in a file, or empty when it isn't of this kind.
   *
   * @param name the file, as the user would name it
   */
  Optional<Inspection> inspect(String name, Content content, Findings findings) throws IOException;
}
