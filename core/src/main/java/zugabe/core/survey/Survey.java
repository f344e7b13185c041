package zugabe.core.survey;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import zugabe.core.materials.Nature;
import zugabe.core.materials.Recognition;

/**
 * What is in a folder. Paths are relative to it, with {@code /}.
 *
 * @param folder as the user named it
 * @param files how many there are
 * @param bytes their size together
 * @param programs what can be started, the likeliest first
 * @param classes folders of classes
 * @param found every other file that is for users, or may be
 * @param leftovers what belongs to a build or to developers
 * @param missing what users would miss, in sentences
 */
public record Survey(
    String folder,
    long files,
    long bytes,
    List<Candidate> programs,
    List<Classes> classes,
    List<Found> found,
    List<Leftover> leftovers,
    List<String> missing) {

  /** A file and what it was recognised as. */
  public record Found(String path, long size, Recognition what) {
    /** The folder it lies in; {@code .} at the top. */
    public String folder() {
      int slash = path.lastIndexOf('/');
      return slash < 0 ? "." : path.substring(0, slash);
    }

    /** Its last part. */
    public String name() {
      return path.substring(path.lastIndexOf('/') + 1);
    }
  }

  /** How something is started. */
  public enum Kind {
    /** A main class in a folder of classes. */
    CLASS,
    /** A jar whose manifest names a main class. */
    JAR,
    /** A native program or a script. */
    FILE,
    /** Classes that answer in a servlet container. */
    WEB
  }

  /**
   * Something that can be started.
   *
   * @param name a short name for it
   * @param main class, or path of a file; empty for classes that only answer in a container
   * @param rank 0 and up; higher ones are likelier
   * @param reasons for its rank
   */
  public record Candidate(
      Kind kind,
      String name,
      String main,
      Manner manner,
      Files files,
      int rank,
      List<String> reasons) {

    /**
     * How it shows itself, and where it runs.
     *
     * @param surface {@code window} or {@code console}
     * @param service whether it looks like one that runs in the background
     * @param java version it needs; empty for native programs
     * @param platforms of a native program
     */
    public record Manner(
        String surface, boolean service, Optional<Integer> java, List<String> platforms) {}

    /**
     * What belongs to it.
     *
     * @param own folders of classes that it consists of, its own one last
     * @param libraries jars that lie where it would look for them
     * @param web folder of web content
     */
    public record Files(List<String> own, List<Found> libraries, Optional<String> web) {}

    public String surface() {
      return manner.surface();
    }

    public boolean service() {
      return manner.service();
    }

    public Optional<Integer> java() {
      return manner.java();
    }

    public List<String> platforms() {
      return manner.platforms();
    }

    public List<String> own() {
      return files.own();
    }

    public List<Found> libraries() {
      return files.libraries();
    }

    public Optional<String> web() {
      return files.web();
    }

    /** Whether a Java runtime starts it. */
    public boolean isJava() {
      return kind == Kind.CLASS || kind == Kind.JAR;
    }

    /** Whether a system's own interpreter runs it. */
    public boolean isScript() {
      return kind == Kind.FILE && platforms().isEmpty();
    }
  }

  /**
   * A folder of classes.
   *
   * @param java highest version that one of them needs
   * @param because that class
   * @param needs other folders whose classes it names
   */
  public record Classes(
      String folder,
      int count,
      int java,
      String because,
      List<String> needs,
      boolean tests,
      Identity identity) {}

  /**
   * What classes say of themselves.
   *
   * @param module name of their module; empty for none
   * @param jar a jar of the same classes
   * @param said what that says, else what lies among them for it
   * @param provides services of which they have implementations
   */
  public record Identity(
      String module, Optional<Found> jar, Optional<Recognition> said, Set<String> provides) {}

  /** Something users don't need. */
  public record Leftover(String path, String why) {}

  /** The only folder at the top, when everything lies in one; else empty. */
  public String top() {
    Set<String> tops = new TreeSet<>();
    found.forEach(f -> tops.add(f.path().contains("/") ? f.path().split("/", 2)[0] : ""));
    classes.forEach(c -> tops.add(c.folder().equals(".") ? "" : c.folder().split("/", 2)[0]));
    return tops.size() == 1 ? tops.iterator().next() : "";
  }

  /** Everything of some nature. */
  public List<Found> of(Nature nature) {
    return found.stream().filter(f -> f.what().nature() == nature).toList();
  }

  /** What a program's own jar says of it, or what lies among its classes for that. */
  Optional<Recognition> said(Candidate program) {
    if (program.kind() == Kind.JAR) {
      return program.libraries().stream().findFirst().map(Found::what);
    }
    String own = program.own().isEmpty() ? "" : program.own().get(program.own().size() - 1);
    return classes.stream()
        .filter(c -> c.folder().equals(own))
        .flatMap(c -> c.identity().said().stream())
        .findFirst();
  }

  /** Jars that are libraries or programs. */
  public List<Found> libraries() {
    return of(Nature.JAR);
  }
}
