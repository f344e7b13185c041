package zugabe.core.plan;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.Said;
import zugabe.core.finding.Where;
import zugabe.core.materials.Materials;
import zugabe.core.materials.OwnFile;
import zugabe.core.recipe.JavaRange;
import zugabe.core.recipe.ProgramSpec;
import zugabe.formats.classfile.ClassFacts;

/** Resolves what a program starts, from what the recipe says and what the materials hold. */
final class Programs {
  private final Findings findings;

  Programs(Findings findings) {
    this.findings = findings;
  }

  /**
   * The program; empty when there is none, or when something is wrong.
   *
   * @param named the recipe's, if it names one
   * @param where the deliverable's place
   * @param wanted whether a program is looked for when none is named
   */
  Optional<PlannedProgram> of(
      Optional<Map.Entry<String, ProgramSpec>> named,
      Materials materials,
      Optional<HandManifest> manifest,
      Where where,
      boolean wanted)
      throws IOException {
    if (named.isPresent() && named.get().getValue().file().isPresent()) {
      return file(named.get(), materials);
    }
    Optional<String> main = main(named, materials, manifest, where, wanted);
    if (main.isEmpty()) {
      return Optional.empty();
    }
    int from = materials.highest().map(h -> ClassFacts.javaVersion(h.major())).orElse(1);
    JavaRange needed = new JavaRange(from, OptionalInt.empty());
    boolean toolkit = new MainClass(materials, findings).isToolkits(main.get());
    return main.map(
        m ->
            named
                .map(n -> planned(n, m, needed, toolkit))
                .orElse(PlannedProgram.found(materials.name(), m, needed, toolkit, where)));
  }

  private Optional<String> main(
      Optional<Map.Entry<String, ProgramSpec>> named,
      Materials materials,
      Optional<HandManifest> manifest,
      Where deliverable,
      boolean wanted)
      throws IOException {
    MainClass mains = new MainClass(materials, findings);
    Optional<Said<String>> said = named.flatMap(n -> n.getValue().main());
    Optional<String> written = manifest.flatMap(m -> m.manifest().value("Main-Class"));
    Where where =
        said.map(Said::where).orElse(named.map(n -> n.getValue().where()).orElse(deliverable));
    if (said.isPresent()) {
      return said.get().value().isEmpty()
          ? Optional.empty()
          : mains.stated(said.get().value(), where);
    }
    if (written.isPresent()) {
      return mains.stated(written.get(), Where.file(manifest.get().file().name()).at("Main-Class"));
    }
    return named.isPresent() || wanted ? mains.only(where, named.isPresent()) : Optional.empty();
  }

  /** A program that isn't Java: its file has to be there, for one platform at least. */
  private Optional<PlannedProgram> file(Map.Entry<String, ProgramSpec> named, Materials materials) {
    ProgramSpec p = named.getValue();
    Said<String> file = p.file().orElseThrow();
    List<String> paths =
        java.util.stream.Stream.concat(
                materials.own().stream(),
                materials.ownFor().values().stream().flatMap(List::stream))
            .map(OwnFile::path)
            .toList();
    if (PlannedProgram.WINDOWS_ENDINGS.stream().noneMatch(e -> paths.contains(file.value() + e))) {
      findings.add(
          FindingCode.Z3013,
          file.where(),
          "There is no file "
              + file.value()
              + " among the own files of \""
              + materials.name()
              + "\".",
          Nearest.hint(file.value(), paths.stream().limit(10000).toList()));
      return Optional.empty();
    }
    p.interpreter()
        .filter(i -> i.value().contains("/") && !paths.contains(i.value()))
        .ifPresent(
            i ->
                findings.add(
                    FindingCode.Z3013,
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
                    FindingCode.Z1008,
                    m.where(),
                    "A program has a main class or a file, not both.",
                    "Remove main: or file:."));
    return Optional.of(planned(named, "", new JavaRange(1, OptionalInt.empty()), false));
  }

  private static PlannedProgram planned(
      Map.Entry<String, ProgramSpec> named, String main, JavaRange needed, boolean toolkit) {
    ProgramSpec p = named.getValue();
    return new PlannedProgram(
        named.getKey(),
        main,
        p.java().map(Said::value).orElse(needed),
        p.surface().map(Said::value),
        p.modules()
            .map(
                m ->
                    new PlannedProgram.Modules(
                        m.main().value(),
                        m.add().stream().map(Said::value).toList(),
                        m.main().where())),
        toolkit,
        p.file().map(Said::value),
        p.interpreter().map(Said::value),
        p.options(),
        p.arguments(),
        p.service()
            .map(
                s ->
                    new PlannedProgram.Service(
                        s.arguments().stream().map(Said::value).toList(),
                        s.starts() == zugabe.core.recipe.ServiceSpec.Starts.BOOT,
                        s.user().map(Said::value))),
        p.firstRun().map(f -> f.arguments().stream().map(Said::value).toList()),
        p.trial(),
        p.where());
  }
}
