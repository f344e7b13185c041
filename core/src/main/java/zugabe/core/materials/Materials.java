package zugabe.core.materials;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.work.Workers;
import zugabe.formats.classfile.ClassFacts;

/**
 * A group of built files.
 *
 * @param own in the order found
 * @param libraries in the order of the recipe, which is their order on the class path
 * @param classes what the own classes are
 */
public record Materials(
    String name, List<OwnFile> own, List<Library> libraries, ClassSurvey classes) {

  /** What patterns matched, before anything was read. */
  public record Matched(String name, List<OwnFile> own, List<LibraryFile> libraries) {}

  /** A library's file, not yet read. */
  public record LibraryFile(FileContent file) {}

  /** Looks for files; what isn't there is in the findings. */
  public static Matched match(
      String name, List<Sought> own, List<Sought> libraries, Finder finder) {
    List<OwnFile> files = new ArrayList<>();
    own.forEach(
        s ->
            finder
                .find(s, "")
                .forEach(m -> files.add(new OwnFile(m.inner(), m.file(), s.where()))));
    List<LibraryFile> jars = new ArrayList<>();
    for (Sought s : libraries) {
      for (Match m : finder.find(s, ".jar")) {
        // a jar that two patterns match is one library
        if (jars.stream().noneMatch(j -> j.file().path().equals(m.file().path()))) {
          jars.add(new LibraryFile(m.file()));
        }
      }
    }
    return new Matched(name, files, jars);
  }

  /** What was read, by path: a file that several groups name is read once. */
  public static final class Shelf {
    private final Map<Path, Optional<Library>> read = new HashMap<>();

    private final Map<Path, Optional<ClassFacts>> classes = new HashMap<>();

    private ClassSurvey survey(List<OwnFile> own, Workers workers, Findings findings)
        throws IOException {
      List<OwnFile> wanted = own.stream().filter(OwnFile::isClass).toList();
      List<OwnFile> fresh =
          wanted.stream().filter(f -> !classes.containsKey(f.file().path())).toList();
      List<Optional<ClassFacts>> facts = workers.map(fresh, f -> ClassSurvey.read(f, findings));
      for (int i = 0; i < fresh.size(); i++) {
        classes.put(fresh.get(i).file().path(), facts.get(i));
      }
      return ClassSurvey.of(wanted, f -> classes.get(f.file().path()));
    }

    private List<Library> take(List<LibraryFile> wanted, Workers workers, Findings findings)
        throws IOException {
      List<LibraryFile> fresh =
          wanted.stream().filter(f -> !read.containsKey(f.file().path())).toList();
      List<Optional<Library>> libraries =
          workers.map(fresh, f -> LibraryReader.read(f.file(), findings));
      for (int i = 0; i < fresh.size(); i++) {
        read.put(fresh.get(i).file().path(), libraries.get(i));
      }
      return wanted.stream().flatMap(f -> read.get(f.file().path()).stream()).toList();
    }
  }

  /** Reads what was matched, on all workers. */
  public static Materials read(Matched matched, Shelf shelf, Workers workers, Findings findings)
      throws IOException {
    List<Library> libraries = shelf.take(matched.libraries(), workers, findings);
    ClassSurvey classes = shelf.survey(matched.own(), workers, findings);
    return new Materials(matched.name(), matched.own(), libraries, classes);
  }

  /** The highest class-file version of all classes, and where it was seen. */
  public Optional<Highest> highest() {
    Highest highest = classes.highest().orElse(null);
    for (Library l : libraries) {
      if (l.highestMajor() > 0 && (highest == null || l.highestMajor() > highest.major())) {
        highest = new Highest(l.highestMajor(), l.file().name(), l.highestClass());
      }
    }
    return Optional.ofNullable(highest);
  }

  /**
   * A class-file version and an example of it.
   *
   * @param entry inside the file, or empty
   */
  public record Highest(int major, String file, String entry) {
    public Highest {
      Objects.requireNonNull(file);
    }
  }
}
