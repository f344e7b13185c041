package zugabe.core.checks;

import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.Where;
import zugabe.core.materials.Library;
import zugabe.core.materials.Materials;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Part;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Program;
import zugabe.formats.classfile.ModuleFacts;
import zugabe.formats.zip.ArchivedContent;

/**
 * Whether the modules of programs on the module path can be resolved, as Java does it at the start
 * (java.lang.module.Configuration).
 */
public final class ModulesCheck {
  private static final String MODULE = "module-info.class";

  /** They were part of Java up to version 10. */
  private static final Set<String> GONE =
      Set.of(
          "java.activation",
          "java.corba",
          "java.se.ee",
          "java.transaction",
          "java.xml.bind",
          "java.xml.ws",
          "java.xml.ws.annotation");

  private static final int GONE_FROM = 11;

  private final Findings findings;
  private final Set<String> done = new HashSet<>();

  private ModulesCheck(Findings findings) {
    this.findings = findings;
  }

  /**
   * A module that is there.
   *
   * @param facts none of one that is no module by itself: it takes its name from its jar
   * @param file where it is, as a user would say it
   */
  private record Module(Optional<ModuleFacts> facts, String file) {}

  /** Each program once, whatever is made of it. */
  public static void run(Plan plan, Findings findings) throws IOException {
    ModulesCheck check = new ModulesCheck(findings);
    for (Planned d : plan.deliverables()) {
      for (Part part : d.parts()) {
        Optional<Program> program = part.program();
        if (program.flatMap(Program::modules).isPresent()
            && part.isJava()
            && !part.materials().isEmpty()
            && check.done.add(program.get().name() + " " + part.materials().name())) {
          check.look(program.get(), part.materials());
        }
      }
    }
  }

  private void look(Program program, Materials materials) throws IOException {
    Program.Modules said = program.modules().orElseThrow();
    List<OwnFile> own = materials.own().stream().filter(f -> f.path().equals(MODULE)).toList();
    Map<String, Module> there = new TreeMap<>();
    if (own.size() == 1) {
      ModuleFacts.of(own.get(0).file())
          .ifPresent(
              f -> there.put(f.name(), new Module(Optional.of(f), own.get(0).file().name())));
    }
    String entry = program.main().replace('.', '/') + ".class";
    boolean isOwn = materials.own().stream().anyMatch(f -> f.path().equals(entry));
    String home = isOwn && !there.isEmpty() ? there.keySet().iterator().next() : "";
    for (Library l : materials.libraries()) {
      Module module = new Module(facts(l), l.file().name());
      String name = module.facts().map(ModuleFacts::name).orElseGet(() -> automatic(l));
      there.putIfAbsent(name, module);
      if (home.isEmpty() && !isOwn && l.content(entry).isPresent()) {
        home = name;
      }
    }
    if (!there.containsKey(said.main())) {
      missingMain(said, own, there.keySet());
      return;
    }
    if (isOwn && home.isEmpty()) {
      findings.add(
          CheckCode.Z4036,
          said.where(),
          "The main class isn't in "
              + said.main()
              + ": among own: there is no module-info.class that can be read.",
          "Compile a module-info.java with it, or remove modules: to start it from the class path.");
      return;
    }
    if (!home.isEmpty() && !home.equals(said.main())) {
      findings.add(
          CheckCode.Z4036,
          said.where(),
          "The main class is in the module " + home + ", not in " + said.main() + ".",
          "Write modules: {main: " + home + "}.");
      return;
    }
    resolve(said, there, program.java().from());
  }

  private void missingMain(Program.Modules said, List<OwnFile> own, Collection<String> there) {
    if (own.size() > 1) {
      findings.add(
          CheckCode.Z4036,
          said.where(),
          "One jar is one module, and own: has several: "
              + String.join(", ", own.stream().map(f -> f.file().name()).toList())
              + ".",
          "Leave the main module's classes in own:, and name the others by libraries:, each packed as a jar. Or remove modules: to start it from the class path.");
    } else {
      findings.add(
          CheckCode.Z4036,
          said.where(),
          "There is no module " + said.main() + " among what the program has.",
          Nearest.hint(said.main(), there)
              + " Or remove modules: to start it from the class path.");
    }
  }

  /** From the main module on: what is required, and who provides the services that are used. */
  private void resolve(Program.Modules said, Map<String, Module> there, int java) {
    Set<String> seen = new HashSet<>();
    Deque<String> next = new ArrayDeque<>(List.of(said.main()));
    for (String added : said.add()) {
      require("modules: add", added, said.where(), there, java, next);
    }
    Set<String> used = new HashSet<>();
    while (!next.isEmpty()) {
      String name = next.remove();
      Module module = there.get(name);
      if (!seen.add(name) || module.facts().isEmpty()) {
        continue;
      }
      ModuleFacts facts = module.facts().get();
      Where where = Where.file(module.file());
      facts.requires().forEach(r -> require(name, r, where, there, java, next));
      used.addAll(facts.uses());
      there.forEach(
          (other, m) -> {
            if (m.facts().isPresent()
                && m.facts().get().provides().keySet().stream().anyMatch(used::contains)) {
              next.add(other);
            }
          });
    }
  }

  private void require(
      String by,
      String name,
      Where where,
      Map<String, Module> there,
      int java,
      Deque<String> next) {
    if (there.containsKey(name)) {
      next.add(name);
    } else if (!isPlatform(name, java)) {
      findings.add(
          CheckCode.Z4036,
          where,
          by + " requires the module " + name + ", which isn't there.",
          "Add its jar to libraries:. " + Nearest.hint(name, there.keySet()));
    }
  }

  private static boolean isPlatform(String name, int java) {
    boolean gone = java >= GONE_FROM && GONE.contains(name);
    return (name.startsWith("java.") && !gone) || name.startsWith("jdk.");
  }

  /** A library's own description; the one for newer Java, where only that is there. */
  private static Optional<ModuleFacts> facts(Library library) throws IOException {
    Optional<ArchivedContent> described =
        library
            .content(MODULE)
            .or(
                () ->
                    library.contents().stream()
                        .filter(c -> library.isMultiRelease())
                        .filter(
                            c ->
                                Regex.matches(
                                    c.entry().name(), "META-INF/versions/[0-9]+/" + MODULE))
                        .findFirst());
    return described.isEmpty() ? Optional.empty() : ModuleFacts.of(described.get());
  }

  /** The name of a jar without a description (java.lang.module.ModuleFinder.of). */
  private static String automatic(Library library) {
    return library
        .manifest()
        .flatMap(m -> m.value("Automatic-Module-Name"))
        .orElseGet(
            () -> {
              String name = Regex.replaceFirst(library.name(), "\\.jar$", "");
              name = Regex.replaceFirst(name, "-[0-9]+(\\..*)?$", "");
              name = Regex.replaceAll(name, "[^A-Za-z0-9]+", ".");
              return Regex.replaceAll(name, "^\\.|\\.$", "");
            });
  }
}
