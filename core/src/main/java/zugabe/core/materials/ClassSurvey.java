package zugabe.core.materials;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.work.Workers;
import zugabe.formats.classfile.ClassFacts;
import zugabe.formats.classfile.UnreadableClassException;

/**
 * The application's own classes. Nothing is read at once: headers when the Java version matters, a
 * class when somebody asks for it, and all of them only when a main class has to be found.
 */
public final class ClassSurvey {
  private final List<OwnFile> classes;
  private final Reading reading;

  /** What was read, shared by all groups that name the same files. */
  static final class Reading {
    private final Map<String, Integer> majors = new ConcurrentHashMap<>();
    private final Map<String, Optional<ClassFacts>> facts = new ConcurrentHashMap<>();
    private final Workers workers;
    private final Findings findings;

    Reading(Workers workers, Findings findings) {
      this.workers = workers;
      this.findings = findings;
    }

    /** The class-file version, or 0 for a file that isn't a class. */
    private int major(OwnFile own) throws IOException {
      Integer known = majors.get(own.file().name());
      if (known == null) {
        known = readMajor(own);
        majors.put(own.file().name(), known);
      }
      return known;
    }

    private int readMajor(OwnFile own) throws IOException {
      try (InputStream in = own.file().peek()) {
        byte[] header = in.readNBytes(ClassFacts.HEADER_BYTES);
        if (ClassFacts.isClass(header)) {
          return ClassFacts.major(header);
        }
        unreadable(own, "it doesn't start like a class file");
        return 0;
      }
    }

    private Optional<ClassFacts> parse(OwnFile own) throws IOException {
      Optional<ClassFacts> known = facts.get(own.file().name());
      if (known == null) {
        known = readFacts(own);
        facts.put(own.file().name(), known);
      }
      return known;
    }

    private Optional<ClassFacts> readFacts(OwnFile own) throws IOException {
      if (own.file().size() > ClassFacts.MAX_BYTES) {
        unreadable(own, "it has " + own.file().size() + " bytes, too many for one");
        return Optional.empty();
      }
      try (InputStream in = own.file().open()) {
        return Optional.of(ClassFacts.decode(in.readAllBytes()));
      } catch (UnreadableClassException e) {
        unreadable(own, e.getMessage());
        return Optional.empty();
      }
    }

    private void unreadable(OwnFile own, String why) {
      findings.add(
          MaterialCode.Z2013,
          Where.file(own.file().name()),
          "It can't be read as a class file: " + why + ".",
          "Compile it again, if the program needs this class; name it otherwise if it is data.");
    }
  }

  private ClassSurvey(List<OwnFile> classes, Reading reading) {
    this.classes = classes;
    this.reading = reading;
  }

  static ClassSurvey of(List<OwnFile> own, Reading reading) {
    return new ClassSurvey(own.stream().filter(OwnFile::isClass).toList(), reading);
  }

  /** A survey of no classes. */
  ClassSurvey none() {
    return new ClassSurvey(List.of(), reading);
  }

  /** The highest class-file version and a file that has it. Reads every header. */
  Optional<Materials.Highest> highest() throws IOException {
    List<Integer> majors = reading.workers.map(classes, reading::major);
    Materials.Highest highest = null;
    for (int i = 0; i < classes.size(); i++) {
      if (majors.get(i) > (highest == null ? 0 : highest.major())) {
        highest = new Materials.Highest(majors.get(i), classes.get(i).file().name(), "");
      }
    }
    return Optional.ofNullable(highest);
  }

  /** How many there are. */
  public int count() {
    return classes.size();
  }

  /** Every class that can be read, by name. Parses them all. */
  public List<ClassFacts> classes() throws IOException {
    return reading.workers.map(classes, reading::parse).stream()
        .flatMap(Optional::stream)
        .sorted((a, b) -> a.name().compareTo(b.name()))
        .toList();
  }

  /**
   * A class that lies where nobody looks for it.
   *
   * @param name that it has by itself
   */
  public record Misplaced(OwnFile own, String name) {
    /** Where it would have to lie. */
    public String expected() {
      return name.replace('.', '/') + ".class";
    }
  }

  /** Classes whose names aren't at their places. Looks at one of each folder. */
  public List<Misplaced> misplaced() throws IOException {
    Map<String, OwnFile> folders = new TreeMap<>();
    for (OwnFile own : classes) {
      folders.putIfAbsent(own.path().substring(0, own.path().lastIndexOf('/') + 1), own);
    }
    List<Misplaced> misplaced = new ArrayList<>();
    for (OwnFile own : folders.values()) {
      String name = reading.parse(own).map(ClassFacts::name).orElse("");
      Misplaced one = new Misplaced(own, name);
      if (!name.isEmpty() && !own.path().equals(one.expected())) {
        misplaced.add(one);
      }
    }
    return misplaced;
  }

  /** Names of the classes that can be started. Parses them all. */
  public List<String> startable() throws IOException {
    return classes().stream()
        .filter(f -> f.main() == ClassFacts.Main.USABLE)
        .map(ClassFacts::name)
        .toList();
  }

  /** The class of this name. */
  public Optional<ClassFacts> named(String name) throws IOException {
    String path = name.replace('.', '/') + ".class";
    for (OwnFile own : classes) {
      if (own.path().equals(path)) {
        return reading.parse(own).filter(f -> f.name().equals(name));
      }
    }
    return Optional.empty();
  }
}
