package zugabe.core.materials;

import java.io.IOException;
import java.io.InputStream;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.work.Workers;
import zugabe.formats.classfile.ClassFacts;
import zugabe.formats.classfile.UnreadableClassException;

/**
 * The application's own classes.
 *
 * @param facts by name
 * @param highest the highest class-file version and a file that has it
 */
public record ClassSurvey(List<ClassFacts> facts, Optional<Materials.Highest> highest) {
  /** No compiler makes larger ones; a file of that name that is larger is something else. */
  private static final long MAX_CLASS_BYTES = 16 << 20;

  private record Read(OwnFile file, ClassFacts facts) {}

  static ClassSurvey of(List<OwnFile> own, Workers workers, Findings findings) throws IOException {
    List<OwnFile> classes = own.stream().filter(OwnFile::isClass).toList();
    List<Read> read =
        workers.map(classes, f -> read(f, findings)).stream().filter(Objects::nonNull).toList();
    Optional<Materials.Highest> highest =
        read.stream()
            .max(Comparator.comparingInt(r -> r.facts().major()))
            .map(r -> new Materials.Highest(r.facts().major(), r.file().file().name(), ""));
    return new ClassSurvey(
        read.stream().map(Read::facts).sorted(Comparator.comparing(ClassFacts::name)).toList(),
        highest);
  }

  private static Read read(OwnFile own, Findings findings) throws IOException {
    if (own.file().size() > MAX_CLASS_BYTES) {
      findings.add(
          FindingCode.Z2013,
          Where.file(own.file().name()),
          "It has " + own.file().size() + " bytes, too many for a class file.",
          "Name it otherwise if it is data.");
      return null;
    }
    try (InputStream in = own.file().open()) {
      return new Read(own, ClassFacts.decode(in.readAllBytes()));
    } catch (UnreadableClassException e) {
      findings.add(
          FindingCode.Z2013,
          Where.file(own.file().name()),
          "It can't be read as a class file: " + e.getMessage() + ".",
          "Compile it again, if the program needs this class.");
      return null;
    }
  }

  /** Names of the classes that can be started. */
  public List<String> startable() {
    return facts.stream()
        .filter(f -> f.main() == ClassFacts.Main.USABLE)
        .map(ClassFacts::name)
        .toList();
  }

  /** The class of this name. */
  public Optional<ClassFacts> named(String name) {
    return facts.stream().filter(f -> f.name().equals(name)).findFirst();
  }
}
