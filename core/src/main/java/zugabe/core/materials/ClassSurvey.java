package zugabe.core.materials;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
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

  static ClassSurvey of(List<OwnFile> classes, Function<OwnFile, Optional<ClassFacts>> read) {
    List<ClassFacts> facts = new ArrayList<>();
    Materials.Highest highest = null;
    for (OwnFile file : classes) {
      Optional<ClassFacts> f = read.apply(file);
      f.ifPresent(facts::add);
      if (f.isPresent() && (highest == null || f.get().major() > highest.major())) {
        highest = new Materials.Highest(f.get().major(), file.file().name(), "");
      }
    }
    facts.sort(Comparator.comparing(ClassFacts::name));
    return new ClassSurvey(List.copyOf(facts), Optional.ofNullable(highest));
  }

  static Optional<ClassFacts> read(OwnFile own, Findings findings) throws IOException {
    Where where = Where.file(own.file().name());
    if (own.file().size() > MAX_CLASS_BYTES) {
      findings.add(
          FindingCode.Z2013,
          where,
          "It has " + own.file().size() + " bytes, too many for a class file.",
          "Name it otherwise if it is data.");
      return Optional.empty();
    }
    try (InputStream in = own.file().open()) {
      return Optional.of(ClassFacts.decode(in.readAllBytes()));
    } catch (UnreadableClassException e) {
      findings.add(
          FindingCode.Z2013,
          where,
          "It can't be read as a class file: " + e.getMessage() + ".",
          "Compile it again, if the program needs this class.");
      return Optional.empty();
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
