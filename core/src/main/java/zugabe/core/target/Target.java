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

  /**
   * Notices what is wrong with a deliverable before anything is written; tells what it will be.
   *
   * @param held names of what it holds, without content
   */
  Report check(Planned deliverable, Held held, Findings findings) throws IOException;

  /**
   * Files that have to be there before the deliverable can be laid out, such as a jar in an
   * archive. They don't go out themselves; their paths are file names.
   */
  default List<Output> parts(Planned deliverable) throws IOException {
    return List.of();
  }

  /**
   * Lays out the files. Only called when nothing was wrong.
   *
   * @param held its parts, and other deliverables that it holds
   */
  List<Output> assemble(Planned deliverable, Held held) throws IOException;

  /**
   * Tells what is in a file, or empty when it isn't of this kind.
   *
   * @param name the file, as the user would name it
   */
  Optional<Inspection> inspect(String name, Content content, Findings findings) throws IOException;
}
