package zugabe.core.materials;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import zugabe.core.finding.Findings;
import zugabe.core.work.Progress;
import zugabe.core.work.Workers;

/**
 * A group of built files.
 *
 * @param own in the order found
 * @param ownFor own files that only one platform gets, by platform
 * @param web what a web archive serves
 * @param libraries in the order of the recipe, which is their order on the class path
 * @param natives native libraries that the program loads by name, by platform
 * @param classes what the own classes are
 */
public record Materials(
    String name,
    List<OwnFile> own,
    Map<String, List<OwnFile>> ownFor,
    List<OwnFile> web,
    List<Library> libraries,
    Map<String, List<FileContent>> natives,
    ClassSurvey classes) {

  /** What patterns matched, before anything was read. */
  public record Matched(
      String name,
      List<OwnFile> own,
      Map<String, List<OwnFile>> ownFor,
      List<OwnFile> web,
      List<LibraryFile> libraries,
      Map<String, List<FileContent>> natives) {}

  /** A library's file, not yet read. */
  public record LibraryFile(FileContent file) {}

  /**
   * What is looked for.
   *
   * @param except what is left out, by paths as the recipe writes them
   * @param links whether symbolic links among the own files stay links
   */
  public record Wanted(
      List<FilePattern> own,
      Map<String, List<FilePattern>> ownFor,
      List<FilePattern> web,
      List<FilePattern> libraries,
      Map<String, List<FilePattern>> natives,
      List<FilePattern> except,
      boolean links) {}

  /** Looks for files; what isn't there is in the findings. */
  public static Matched match(String name, Wanted wanted, Finder finder) {
    Excepted except = new Excepted(wanted.except());
    List<OwnFile> files = except.own(own(wanted.own(), wanted.links(), finder));
    Map<String, List<OwnFile>> filesFor = new LinkedHashMap<>();
    wanted
        .ownFor()
        .forEach(
            (platform, sought) ->
                filesFor.put(platform, except.own(own(sought, wanted.links(), finder))));
    List<LibraryFile> jars = new ArrayList<>();
    Set<Path> known = new HashSet<>();
    for (FilePattern s : wanted.libraries()) {
      for (Match m : finder.find(s, ".jar")) {
        // a jar that two patterns match is one library
        if (!except.has(m.file()) && known.add(m.file().path())) {
          jars.add(new LibraryFile(m.file()));
        }
      }
    }
    Map<String, List<FileContent>> found = new LinkedHashMap<>();
    wanted
        .natives()
        .forEach(
            (platform, sought) ->
                found.put(
                    platform,
                    sought.stream()
                        .flatMap(s -> finder.find(s, "").stream().map(Match::file))
                        .filter(f -> !except.has(f))
                        .toList()));
    List<OwnFile> web = except.own(own(wanted.web(), false, finder));
    finder.unused(except.unused());
    return new Matched(name, files, filesFor, web, jars, found);
  }

  private static List<OwnFile> own(List<FilePattern> sought, boolean links, Finder finder) {
    return sought.stream()
        .flatMap(
            s ->
                finder.find(s, "", links).stream()
                    .map(m -> new OwnFile(s.place(m.inner()), m.file(), m.link(), s.where())))
        .toList();
  }

  /** What a web archive's own folders hold, when it was built as a folder before. */
  private static final String CLASSES = "WEB-INF/classes/";

  private static final String LIBRARIES = "WEB-INF/lib/";

  /**
   * The same for a web archive: classes and libraries that lie among what it serves, where servers
   * look for them, count as its own classes and libraries. A file that is named twice is one.
   */
  public static Matched served(Matched matched) {
    List<OwnFile> own = new ArrayList<>(matched.own());
    List<LibraryFile> libraries = new ArrayList<>(matched.libraries());
    List<OwnFile> web = new ArrayList<>();
    Set<Path> known = new HashSet<>();
    own.forEach(o -> known.add(o.file().path()));
    libraries.forEach(l -> known.add(l.file().path()));
    for (OwnFile file : matched.web()) {
      String path = file.path();
      boolean library =
          path.startsWith(LIBRARIES)
              && path.endsWith(".jar")
              && path.indexOf('/', LIBRARIES.length()) < 0;
      if (!library && !path.startsWith(CLASSES)) {
        web.add(file);
      } else if (known.add(file.file().path())) {
        if (library) {
          libraries.add(new LibraryFile(file.file()));
        } else {
          own.add(file.at(path.substring(CLASSES.length())));
        }
      }
    }
    return new Matched(matched.name(), own, matched.ownFor(), web, libraries, matched.natives());
  }

  /** What was read, by path: a file that several groups name is read once. */
  public static final class Shelf implements Closeable {
    private final Map<Path, Optional<Library>> read = new HashMap<>();
    private final List<LibraryReader.Rest> rests = new ArrayList<>();

    private final ClassSurvey.Reading classes;
    private final Workers workers;
    private final UserCache cache;
    private final Findings findings;

    /**
     * @param cache for what reading libraries tells
     */
    public Shelf(Workers workers, UserCache cache, Findings findings) {
      this.workers = workers;
      this.cache = cache;
      this.findings = findings;
      this.classes = new ClassSurvey.Reading(workers, findings);
    }

    /** Reads the libraries of several groups, the largest first. */
    public void read(Collection<Matched> groups) throws IOException {
      List<LibraryFile> all = new ArrayList<>();
      groups.forEach(g -> all.addAll(g.libraries()));
      all.sort((a, b) -> Long.compare(b.file().size(), a.file().size()));
      take(all);
    }

    /**
     * Waits until all is read. Workers read most of a large library while others plan what is made
     * of it, so that only now is it known whether it is whole.
     */
    public void finish(Progress progress) throws IOException {
      if (!rests.isEmpty()) {
        progress.at("unpacking large libraries", 0, 0);
      }
      while (!rests.isEmpty()) {
        try (LibraryReader.Rest rest = rests.remove(0)) {
          rest.finish();
        }
      }
    }

    /** Waits until the files can be written, and nothing but damage may still be told. */
    public void finishButDamage(Progress progress) throws IOException {
      if (rests.stream().anyMatch(LibraryReader.Rest::tellsMore)) {
        finish(progress);
      }
      for (LibraryReader.Rest rest : rests) {
        rest.sum();
      }
    }

    @Override
    public void close() throws IOException {
      for (LibraryReader.Rest rest : rests) {
        rest.close();
      }
    }

    private List<Library> take(List<LibraryFile> wanted) throws IOException {
      Set<Path> seen = new HashSet<>();
      List<LibraryFile> fresh =
          wanted.stream()
              .filter(f -> !read.containsKey(f.file().path()) && seen.add(f.file().path()))
              .toList();
      Map<Boolean, List<FileContent>> bySize =
          fresh.stream()
              .map(LibraryFile::file)
              .collect(Collectors.partitioningBy(LibraryReader::isLarge));
      List<FileContent> others = bySize.get(false);
      for (FileContent file : bySize.get(true)) {
        LibraryReader.Begun begun = LibraryReader.begin(file, cache, workers, findings);
        read.put(file.path(), begun.library());
        begun.rest().ifPresent(rests::add);
      }
      List<Optional<Library>> libraries =
          workers.map(others, f -> LibraryReader.read(f, cache, findings));
      for (int i = 0; i < others.size(); i++) {
        read.put(others.get(i).path(), libraries.get(i));
      }
      return wanted.stream().flatMap(f -> read.get(f.file().path()).stream()).toList();
    }
  }

  /** Reads what was matched, on all workers. */
  public static Materials read(Matched matched, Shelf shelf) throws IOException {
    List<Library> libraries = shelf.take(matched.libraries());
    ClassSurvey classes = ClassSurvey.of(matched.own(), shelf.classes);
    return new Materials(
        matched.name(),
        matched.own(),
        matched.ownFor(),
        matched.web(),
        libraries,
        matched.natives(),
        classes);
  }

  /** The same without own files and libraries. */
  public Materials empty() {
    return new Materials(name, List.of(), Map.of(), List.of(), List.of(), Map.of(), classes.none());
  }

  /** Whether a deliverable of them carries none of them: others have what it starts. */
  public boolean isEmpty() {
    return own.isEmpty()
        && ownFor.isEmpty()
        && web.isEmpty()
        && libraries.isEmpty()
        && natives.isEmpty();
  }

  /** The same with other own files, whose classes aren't looked at. */
  public Materials withOwn(List<OwnFile> others) {
    return new Materials(name, others, ownFor, web, libraries, natives, classes.none());
  }

  /** The same with other libraries. */
  public Materials with(List<Library> others) {
    return new Materials(name, own, ownFor, web, others, natives, classes);
  }

  /** The highest class-file version of all classes, and where it was seen. */
  public Optional<Highest> highest() throws IOException {
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
