package zugabe.core.build;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Digests;
import zugabe.core.materials.Materials;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Planned;
import zugabe.core.plan.PlannedProgram;
import zugabe.core.plan.PlannedRelease;
import zugabe.core.plan.PlannedTree;
import zugabe.core.program.Version;

/** SHA-256 over everything that decides a deliverable's bytes but the content of its inputs. */
final class PlanDigest {
  private PlanDigest() {}

  static String of(Planned d) {
    List<String> lines = new ArrayList<>();
    lines.add("program " + Version.TEXT);
    lines.add("deliverable " + d.name() + " " + d.kind() + " " + d.file());
    lines.add(
        "app " + d.app().name() + "\t" + d.app().version() + "\t" + d.app().maker().orElse(""));
    lines.add("time " + d.time() + (d.stored() ? " stored" : ""));
    lines.add("formats " + d.formats() + (d.standsAlone() ? " stands alone" : ""));
    lines.add("libraries " + d.travel() + (d.packed() ? " packed" : "") + " base " + d.base());
    lines.add("scripts " + d.scripts().map(String::valueOf).orElse("as needed"));
    d.merge().forEach(w -> lines.add("merge " + w.pattern() + ": " + w.rule()));
    d.program().ifPresent(p -> program(p, lines));
    d.attributes().forEach((name, value) -> lines.add("attribute " + name + ": " + value.value()));
    d.manifest().ifPresent(m -> lines.add("manifest " + m.file().name()));
    materials(d.materials(), lines);
    d.tree().ifPresent(t -> tree(t, lines));
    d.release().ifPresent(r -> release(r, lines));
    return Digests.sha256Hex((String.join("\n", lines) + "\n").getBytes(StandardCharsets.UTF_8));
  }

  private static void materials(Materials m, List<String> lines) {
    m.own().forEach(f -> lines.add("own " + of(f)));
    m.ownFor()
        .forEach((platform, own) -> own.forEach(f -> lines.add("own " + platform + " " + of(f))));
    m.web().forEach(f -> lines.add("web " + of(f)));
    m.libraries().forEach(l -> lines.add("library " + l.file().name()));
    m.natives()
        .forEach(
            (platform, files) ->
                files.forEach(f -> lines.add("native " + platform + " " + f.name())));
  }

  private static String of(OwnFile own) {
    return own.path() + " from " + own.file().name() + own.link().map(l -> " to " + l).orElse("");
  }

  private static void release(PlannedRelease r, List<String> lines) {
    lines.add("release " + r.name() + (r.carried() ? " carried" : "") + r.firstRun());
    r.applications().forEach(f -> lines.add("application " + of(f)));
    r.runtime().forEach(f -> lines.add("runtime " + of(f)));
    r.config().ifPresent(c -> lines.add("config " + c.name()));
  }

  private static void tree(PlannedTree tree, List<String> lines) {
    lines.add("platforms " + tree.platforms() + (tree.install() ? " installs" : ""));
    tree.parts()
        .forEach(
            part -> {
              lines.add("part " + part.program().name() + " of " + part.materials().name());
              program(part.program(), lines);
              materials(part.materials(), lines);
            });
    tree.runtimes()
        .forEach(
            (platform, r) ->
                r.files().forEach(f -> lines.add("runtime " + platform + " " + of(f))));
    tree.holds().forEach((name, folder) -> lines.add("holds " + name + " in " + folder));
    tree.licence().ifPresent(l -> lines.add("licence " + l.name()));
    tree.icon().ifPresent(i -> lines.add("icon " + i.name()));
  }

  private static void program(PlannedProgram p, List<String> lines) {
    lines.add("main " + p.main() + " java " + p.javaText() + " " + p.surface());
    p.modules().ifPresent(m -> lines.add("modules " + m.main() + " " + m.add()));
    p.file().ifPresent(f -> lines.add("file " + f + " by " + p.interpreter().orElse("-")));
    p.service().ifPresent(v -> lines.add("service " + v));
    p.firstRun().ifPresent(f -> lines.add("first run " + f));
    p.options().forEach(o -> lines.add("option " + o.value()));
    p.arguments().forEach(a -> lines.add("argument " + a.value()));
  }
}
