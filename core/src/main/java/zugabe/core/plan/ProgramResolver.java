package zugabe.core.plan;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Where;
import zugabe.core.links.Links;
import zugabe.core.materials.Materials;
import zugabe.core.materials.OwnFile;
import zugabe.core.recipe.JavaRange;
import zugabe.core.recipe.ProgramSpec;
import zugabe.core.recipe.ServiceSpec;
import zugabe.formats.classfile.ClassFacts;

/** Resolves what a program starts, from what the recipe says and what the materials hold. */
final class ProgramResolver {
  private final Materials materials;
  private final Links links;
  private final Findings findings;

  ProgramResolver(Materials materials, Links links, Findings findings) {
    this.materials = materials;
    this.links = links;
    this.findings = findings;
  }

  /**
   * The program; empty when there is none, or when something is wrong.
   *
   * @param named the recipe's, if it names one
   * @param written a main class that is said elsewhere
   * @param where the deliverable's place
   * @param search whether a program is looked for when none is named
   */
  Optional<Program> of(
      Optional<Resolving.Named> named,
      Optional<Located<String>> written,
      Where where,
      boolean search)
      throws IOException {
    if (named.isPresent() && named.get().spec().file().isPresent()) {
      return file(named.get());
    }
    Optional<String> main = main(named, written, where, search);
    if (main.isEmpty()) {
      return Optional.empty();
    }
    JavaRange needed = needed(main.get());
    boolean toolkit = new MainClass(materials, findings).isToolkits(main.get());
    if (named.isEmpty()) {
      Program.JavaStart start =
          new Program.JavaStart(main.get(), needed, Optional.empty(), toolkit);
      return Optional.of(Program.found(materials.name(), start, where));
    }
    ProgramSpec.JavaStart said = named.get().spec().start();
    Program.JavaStart start =
        new Program.JavaStart(
            main.get(),
            said.java().map(Located::value).orElse(needed),
            said.modules().map(ProgramResolver::modules),
            toolkit);
    return Optional.of(planned(named.get(), start));
  }

  /**
   * The Java that the classes need which the program doesn't do without. Links are followed only
   * where some class is newer than the one that starts.
   */
  private JavaRange needed(String main) throws IOException {
    int highest = materials.highest().map(Materials.Highest::major).orElse(0);
    int start = materials.classes().named(main).map(ClassFacts::major).orElse(0);
    if (start > 0 && start < highest) {
      Links.Subject subject =
          new Links.Subject(materials, main, ClassFacts.javaVersion(highest), false, false);
      int reached = links.follow(subject).newest().map(Materials.Highest::major).orElse(0);
      highest = Math.max(start, reached);
    }
    int from = highest == 0 ? 1 : ClassFacts.javaVersion(highest);
    return new JavaRange(from, OptionalInt.empty());
  }

  private Optional<String> main(
      Optional<Resolving.Named> named,
      Optional<Located<String>> written,
      Where deliverable,
      boolean search)
      throws IOException {
    MainClass mains = new MainClass(materials, findings);
    Optional<Located<String>> said = named.flatMap(n -> n.spec().main());
    Where where =
        said.map(Located::where).orElse(named.map(n -> n.spec().where()).orElse(deliverable));
    if (said.isPresent()) {
      return said.get().value().isEmpty()
          ? Optional.empty()
          : mains.stated(said.get().value(), where);
    }
    if (written.isPresent()) {
      return mains.stated(written.get().value(), written.get().where());
    }
    return named.isPresent() || search ? mains.only(where, named.isPresent()) : Optional.empty();
  }

  /** A program that isn't Java: its file has to be there, for one platform at least. */
  private Optional<Program> file(Resolving.Named named) {
    ProgramSpec p = named.spec();
    Located<String> file = p.file().orElseThrow();
    List<String> paths =
        Stream.concat(
                materials.own().stream(),
                materials.ownFor().values().stream().flatMap(List::stream))
            .map(OwnFile::path)
            .toList();
    if (Program.WINDOWS_ENDINGS.stream().noneMatch(e -> paths.contains(file.value() + e))) {
      findings.add(
          ProgramCode.Z3013,
          file.where(),
          "There is no file "
              + file.value()
              + " among the own files of \""
              + materials.name()
              + "\".",
          Nearest.hint(file.value(), paths.stream().limit(10000).toList()));
      return Optional.empty();
    }
    p.fileStart()
        .interpreter()
        .filter(i -> i.value().contains("/") && !paths.contains(i.value()))
        .ifPresent(
            i ->
                findings.add(
                    ProgramCode.Z3013,
                    i.where(),
                    "There is no interpreter "
                        + i.value()
                        + " among the own files of \""
                        + materials.name()
                        + "\".",
                    Nearest.hint(i.value(), paths.stream().limit(10000).toList())));
    p.main()
        .ifPresent(
            m ->
                findings.add(
                    RecipeCode.Z1008,
                    m.where(),
                    "A program has a main class or a file, not both.",
                    "Remove main: or file:."));
    return Optional.of(
        planned(
            named,
            new Program.FileStart(file.value(), p.fileStart().interpreter().map(Located::value))));
  }

  private static Program.Modules modules(ProgramSpec.Modules said) {
    return new Program.Modules(
        said.main().value(), said.add().stream().map(Located::value).toList(), said.main().where());
  }

  private static Program planned(Resolving.Named named, Program.Start start) {
    ProgramSpec p = named.spec();
    return new Program(
        named.name(),
        start,
        p.surface().map(Located::value),
        p.start().options(),
        p.arguments(),
        new Program.Setup(
            p.setup().service().map(ProgramResolver::service),
            p.setup().firstRun().map(f -> f.arguments().stream().map(Located::value).toList()),
            p.setup().folder().map(Located::value).orElse(ProgramSpec.Folder.HOME)),
        p.trial(),
        p.where());
  }

  private static Program.Service service(ServiceSpec said) {
    return new Program.Service(
        said.arguments().stream().map(Located::value).toList(),
        said.starts() == ServiceSpec.Starts.BOOT,
        said.user().map(Located::value));
  }
}
