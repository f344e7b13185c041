package zugabe.core.kind;

import java.util.List;
import java.util.Optional;
import zugabe.core.tree.InstallTree;

/**
 * What a deliverable will be, as far as its kind decides it.
 *
 * @param files that go out
 * @param travel how libraries travel: merged, nested or beside; empty when there is no such choice
 * @param treatments what becomes of files that several materials bring, or that are treated
 *     otherwise than copied
 * @param trees of a deliverable that installs something, one per platform
 * @param forms of the application's identity
 * @param place where its files are of use, when that isn't everywhere
 */
public record Report(
    List<File> files,
    String travel,
    List<Treatment> treatments,
    List<Tree> trees,
    List<Form> forms,
    Optional<Place> place) {

  /** Of files that are of use anywhere. */
  public Report(
      List<File> files,
      String travel,
      List<Treatment> treatments,
      List<Tree> trees,
      List<Form> forms) {
    this(files, travel, treatments, trees, forms, Optional.empty());
  }

  /** Of a deliverable that can't be made. */
  public static final Report NOTHING = new Report(List.of(), "", List.of(), List.of(), List.of());

  /**
   * Where files are of use.
   *
   * @param platform which they are for
   * @param beside a path that has to be there in their folder or in the one above; empty for none
   * @param seeking where they look for a Java runtime
   */
  public record Place(String platform, Optional<String> beside, Seeking seeking) {}

  /**
   * Where a Java runtime is looked for.
   *
   * @param carried folders, from the one on in which the files, or what they start, lie
   * @param variables of the environment that tell a folder
   * @param elsewhere whether other places count as well
   */
  public record Seeking(List<String> carried, List<String> variables, boolean elsewhere) {}

  /** The same, of use there only. */
  public Report in(Place only) {
    return new Report(files, travel, treatments, trees, forms, Optional.of(only));
  }

  /** The files' paths. */
  public List<String> paths() {
    return files.stream().map(File::path).toList();
  }

  /**
   * A file that goes out.
   *
   * @param path in the output folder
   */
  public record File(String path, int mode) {
    /** One that nobody runs. */
    public static File plain(String path) {
      return new File(path, 0644);
    }
  }

  /**
   * An install tree as it will lie on the target.
   *
   * @param platform empty for a tree that serves all
   */
  public record Tree(String platform, InstallTree tree) {}

  /**
   * One path treated by a rule.
   *
   * @param rule such as {@code join-lines}
   * @param from whose files, in the order of the class path
   */
  public record Treatment(String rule, String path, List<String> from) {}
}
