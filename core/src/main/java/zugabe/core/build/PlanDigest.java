package zugabe.core.build;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Digests;
import zugabe.core.plan.Planned;
import zugabe.core.plan.PlannedProgram;
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
    lines.add("formats " + d.formats());
    lines.add("libraries " + d.travel() + (d.packed() ? " packed" : "") + " base " + d.base());
    lines.add("scripts " + d.scripts().map(String::valueOf).orElse("as needed"));
    d.merge().forEach(w -> lines.add("merge " + w.pattern() + ": " + w.rule()));
    d.program().ifPresent(p -> program(p, lines));
    d.attributes().forEach((name, value) -> lines.add("attribute " + name + ": " + value.value()));
    d.manifest().ifPresent(m -> lines.add("manifest " + m.file().name()));
    d.materials().own().forEach(f -> lines.add("own " + f.path() + " from " + f.file().name()));
    d.materials().libraries().forEach(l -> lines.add("library " + l.file().name()));
    d.materials()
        .natives()
        .forEach(
            (platform, files) ->
                files.forEach(f -> lines.add("native " + platform + " " + f.name())));
    return Digests.sha256Hex((String.join("\n", lines) + "\n").getBytes(StandardCharsets.UTF_8));
  }

  private static void program(PlannedProgram p, List<String> lines) {
    lines.add("main " + p.main() + " java " + p.javaText() + " " + p.surface());
    p.modules().ifPresent(m -> lines.add("modules " + m.main() + " " + m.add()));
    p.options().forEach(o -> lines.add("option " + o.value()));
    p.arguments().forEach(a -> lines.add("argument " + a.value()));
  }
}
