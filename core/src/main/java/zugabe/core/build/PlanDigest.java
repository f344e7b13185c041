package zugabe.core.build;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Digests;
import zugabe.core.plan.Planned;
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
    d.program().ifPresent(p -> lines.add("main " + p.main() + " java " + p.java().text()));
    d.attributes().forEach((name, value) -> lines.add("attribute " + name + ": " + value.value()));
    d.manifest().ifPresent(m -> lines.add("manifest " + m.file().name()));
    d.materials().own().forEach(f -> lines.add("own " + f.path() + " from " + f.file().name()));
    d.materials().libraries().forEach(l -> lines.add("library " + l.file().name()));
    return Digests.sha256Hex((String.join("\n", lines) + "\n").getBytes(StandardCharsets.UTF_8));
  }
}
