package zugabe.core.kind;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Code;
import zugabe.core.finding.Findings;
import zugabe.core.inspect.Inspection;
import zugabe.core.inspect.Opened;
import zugabe.core.plan.Identity;
import zugabe.core.plan.Intent;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Resolving;
import zugabe.core.recipe.Common;
import zugabe.core.rehearse.Course;
import zugabe.core.rehearse.Stage;
import zugabe.core.shape.RecordShape;
import zugabe.core.sign.SignatureForm;
import zugabe.core.survey.Draft;
import zugabe.core.survey.Proposal;
import zugabe.core.survey.Wishes;

/**
 * A kind of deliverable. Everything is asked once, in the order of these methods: what was found
 * out to be looked at is what is made.
 *
 * @param <K> its own keys in a recipe
 * @param <P> what its check keeps for making
 */
public interface Kind<K, P extends Prepared> {
  /** Its name in recipes. */
  String name();

  /** Its own keys. */
  RecordShape<K> keys();

  /** Its own findings. */
  default List<Code> codes() {
    return List.of();
  }

  /** A small recipe that makes one of the demonstration's files; it is built by a test. */
  default String example() {
    return Example.of(getClass());
  }

  /** What the recipe's text alone tells. */
  Intent intent(Common said, K keys, Identity app);

  /** Applies defaults and finds materials; empty when something is wrong. */
  Optional<Planned> plan(Common said, K keys, Resolving by) throws IOException;

  /**
   * Notices what is wrong, and lays out what will be made.
   *
   * @param held what deliverables that this one holds will be, by their names
   */
  P check(Planned deliverable, Map<String, Report> held, Findings findings) throws IOException;

  /**
   * Files that have to be there before the deliverable can be laid out, such as a jar in an
   * archive. They don't go out themselves; their paths are file names.
   */
  default List<Output> parts(P prepared) throws IOException {
    return List.of();
  }

  /** The forms of signature that its files can have, the one that readers look for first. */
  default List<SignatureForm> signatures() {
    return List.of(SignatureForm.BESIDE);
  }

  /** Lays out the files. Only called when nothing was wrong. */
  List<Output> assemble(P prepared, Supply supply) throws IOException;

  /** How it is tried here, or why it isn't; none when there is nothing to try. */
  default List<Course> rehearsals(P prepared, Stage stage) {
    return List.of();
  }

  /** Tells what is in a file; empty when it isn't of this kind. */
  default Optional<Inspection> inspect(Opened file, Findings findings) throws IOException {
    return Optional.empty();
  }

  /** What it makes of programs in Java, for somebody who is asked about a draft. */
  default Optional<Wishes.Make> makes() {
    return Optional.empty();
  }

  /** What a drafted recipe makes of what was found. */
  default Draft draft(Proposal found) {
    return Draft.NOTHING;
  }
}
