package zugabe.core.plan;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.Where;
import zugabe.core.materials.Library;
import zugabe.core.materials.Materials;
import zugabe.formats.classfile.ClassFacts;
import zugabe.formats.classfile.UnreadableClassException;
import zugabe.formats.zip.ArchivedContent;

/** Finds the class that starts a program, or says why there is none. */
final class MainClass {
  private final Materials materials;
  private final Findings findings;

  MainClass(Materials materials, Findings findings) {
    this.materials = materials;
    this.findings = findings;
  }

  /** Holds a stated class against the byte code. */
  Optional<String> stated(String name, Where where) throws IOException {
    Optional<ClassFacts> facts = materials.classes().named(name);
    if (facts.isEmpty()) {
      facts = inLibraries(name);
    }
    if (facts.isEmpty()) {
      findings.add(
          ProgramCode.Z3001,
          where,
          "There is no class " + name + " in the materials \"" + materials.name() + "\".",
          near(name));
      return Optional.empty();
    }
    String lacks =
        switch (facts.get().main()) {
          case USABLE -> "";
          case NOT_PUBLIC -> "its main method isn't public";
          case NOT_STATIC -> "its main method isn't static";
          case OTHER_SIGNATURE -> "its main method takes or returns something else";
          case ABSENT -> "it has no main method";
        };
    if (!lacks.isEmpty() && !inherits(facts.get())) {
      findings.add(ProgramCode.Z3002, where, name + " can't be started: " + lacks + ".", others());
      return Optional.empty();
    }
    return Optional.of(name);
  }

  /** The only candidate. Several are an error; none leaves a library. */
  Optional<String> only(Where where, boolean wanted) throws IOException {
    List<String> startable = materials.classes().startable();
    if (startable.size() == 1) {
      return Optional.of(startable.get(0));
    }
    if (startable.size() > 1) {
      findings.add(
          ProgramCode.Z3003,
          where,
          "The byte code has "
              + startable.size()
              + " classes that can be started: "
              + String.join(", ", startable.subList(0, Math.min(10, startable.size())))
              + (startable.size() > 10 ? ", …" : "")
              + ".",
          "Say which: programs: {name: {materials: "
              + materials.name()
              + ", main: "
              + startable.get(0)
              + "}}.");
    } else if (wanted) {
      findings.add(
          ProgramCode.Z3001,
          where,
          "None of the "
              + materials.classes().count()
              + " classes in \""
              + materials.name()
              + "\" has a public static void main(String[]).",
          "Name the class by main:, or remove the program to make a library.");
    }
    return Optional.empty();
  }

  /** A main method may come from a superclass, as long as that is among the materials. */
  private boolean inherits(ClassFacts facts) throws IOException {
    if (facts.main() != ClassFacts.Main.ABSENT) {
      return false;
    }
    Optional<ClassFacts> parent = materials.classes().named(facts.superName());
    if (parent.isEmpty()) {
      parent = inLibraries(facts.superName());
    }
    return parent.isPresent()
        && (parent.get().main() == ClassFacts.Main.USABLE || inherits(parent.get()));
  }

  /**
   * Whether the class is an application class of the toolkit JavaFX: a runtime looks for the
   * toolkit's modules when it is to start one, and doesn't find them on the class path.
   */
  boolean isToolkits(String name) throws IOException {
    String at = name;
    for (int depth = 0; depth < 16 && !at.isEmpty() && !at.startsWith("java."); depth++) {
      if (at.equals("javafx.application.Application")) {
        return true;
      }
      Optional<ClassFacts> facts = materials.classes().named(at);
      if (facts.isEmpty()) {
        // the application may have come as a jar
        facts = inLibraries(at);
      }
      at = facts.map(ClassFacts::superName).orElse("");
    }
    return false;
  }

  private Optional<ClassFacts> inLibraries(String name) throws IOException {
    String path = name.replace('.', '/') + ".class";
    for (Library l : materials.libraries()) {
      Optional<ArchivedContent> entry = l.content(path);
      if (entry.isPresent() && entry.get().size() <= ClassFacts.MAX_BYTES) {
        try (InputStream in = entry.get().open()) {
          return Optional.of(ClassFacts.decode(in.readAllBytes()));
        } catch (UnreadableClassException e) {
          return Optional.empty();
        }
      }
    }
    return Optional.empty();
  }

  private String near(String name) throws IOException {
    List<String> startable = materials.classes().startable();
    List<String> near = new ArrayList<>(Nearest.of(name, startable, 3));
    String simple = name.substring(name.lastIndexOf('.') + 1);
    startable.stream()
        .filter(s -> s.endsWith("." + simple) && !near.contains(s))
        .forEach(near::add);
    if (near.isEmpty()) {
      near.addAll(
          Nearest.of(
              name, materials.classes().classes().stream().map(ClassFacts::name).toList(), 3));
    }
    return near.isEmpty() ? others() : "Did you mean " + String.join(" or ", near) + "?";
  }

  private String others() throws IOException {
    List<String> startable = materials.classes().startable();
    return startable.isEmpty()
        ? "No class of these materials can be started; check that the right folder is named."
        : "These can be started: "
            + String.join(", ", startable.subList(0, Math.min(10, startable.size())))
            + ".";
  }
}
