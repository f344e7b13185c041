package zugabe.core.survey;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What a draft is about: the programs that it has, by their names in the recipe.
 *
 * @param programs the one to be shipped of each
 * @param builds the builds of each for several systems
 * @param libraries folders of own classes, when no program is found
 * @param make what is wanted of programs in Java
 * @param around what is known of this machine
 * @param carried what goes along with them
 * @param nests whether jars may lie inside jars: some containers don't find what is in them
 */
public record Proposal(
    Survey survey,
    Map<String, Survey.Candidate> programs,
    Map<String, SameProgram> builds,
    List<String> libraries,
    Wishes.Make make,
    Around around,
    Carried carried,
    boolean nests) {

  /** With more of them nobody looks through what merging told. */
  private static final int MOST_MERGED = 20;

  private static final String WINDOWS_64 = "windows-x64";
  private static final String WINDOWS_32 = "windows-x86";

  /** Name of the group of materials that programs find beside them; empty when there is none. */
  public Optional<String> files() {
    return carried.data().isEmpty() || programs.isEmpty() || onlyFiles()
        ? Optional.empty()
        : Optional.of("files");
  }

  /** Whether every program is a file at the top, which takes the data into its own group. */
  private boolean onlyFiles() {
    return programs.values().stream()
        .allMatch(
            p ->
                p.kind() == Survey.Kind.WEB
                    || (p.kind() == Survey.Kind.FILE && p.own().get(0).equals(".")));
  }

  /** Whether something is to be made of programs in Java. */
  public boolean wants(Wishes.Make what) {
    return make == what || make == Wishes.Make.BOTH;
  }

  /**
   * Whether a program's libraries can become one with it; signed ones, modules and native files
   * would lose something.
   */
  public boolean merges(Survey.Candidate p) {
    boolean whole =
        p.libraries().stream()
            .anyMatch(
                l -> !l.what().fact("signed").isEmpty() || l.what().fact("module").equals("named"));
    return p.libraries().size() <= MOST_MERGED && !whole && carried.natives().isEmpty();
  }

  /** The Windows that programs in Java run on, native libraries included; empty for none. */
  public Optional<String> windows() {
    Set<String> on = carried.natives().keySet();
    return on.isEmpty() || on.contains(WINDOWS_64)
        ? Optional.of(WINDOWS_64)
        : Optional.of(WINDOWS_32).filter(on::contains);
  }

  /**
   * Programs that what installs them has a start program for, on Windows: with a script, each of
   * their windows would come with a console's.
   */
  public List<String> startPrograms() {
    return make == Wishes.Make.INSTALLED && windows().isPresent()
        ? programs.entrySet().stream()
            .filter(e -> e.getValue().isJava() && !e.getValue().service())
            .filter(e -> e.getValue().surface().equals("window"))
            .map(Map.Entry::getKey)
            .toList()
        : List.of();
  }

  /** What is known of the machine that the draft is made on. */
  public interface Around {
    /** An environment variable, or something else when it isn't set. */
    String variable(String name, String otherwise);

    /** Whether a folder has something in it whose name starts so. */
    boolean has(String folder, String start);
  }
}
