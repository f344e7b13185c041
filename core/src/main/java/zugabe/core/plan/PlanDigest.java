package zugabe.core.plan;

import java.nio.charset.StandardCharsets;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Digests;
import zugabe.core.finding.Located;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Materials;
import zugabe.core.materials.OwnFile;
import zugabe.core.program.Version;

/**
 * SHA-256 over everything that decides a deliverable's bytes but the content of its inputs. Each
 * value is written with its name and its length, so that no two plans give one text.
 */
public final class PlanDigest {
  private final StringBuilder lines = new StringBuilder();
  private String prefix = "";

  private PlanDigest() {}

  /** Of a whole plan, in lower-case hexadecimal. */
  public static String of(Digested plan) {
    PlanDigest digest = new PlanDigest();
    digest.text("program", Version.TEXT);
    plan.addTo(digest);
    return Digests.sha256Hex(digest.lines.toString().getBytes(StandardCharsets.UTF_8));
  }

  /** A single value, as text. */
  public PlanDigest text(String name, Object value) {
    String text = String.valueOf(value);
    lines.append(prefix).append(name).append(' ').append(text.length()).append(':');
    lines.append(text).append('\n');
    return this;
  }

  /** A value that may be missing. */
  public PlanDigest text(String name, Optional<?> value) {
    return value.isPresent() ? text(name, (Object) value.get()) : text(name + "?", "");
  }

  public PlanDigest texts(String name, Collection<?> values) {
    text(name + "#", values.size());
    values.forEach(v -> text(name, v));
    return this;
  }

  public PlanDigest texts(String name, Map<?, ?> values) {
    text(name + "#", values.size());
    values.forEach((key, value) -> text(name + ".key", key).text(name + ".value", value));
    return this;
  }

  /** Values of the recipe, without their places. */
  public PlanDigest located(String name, Collection<? extends Located<?>> values) {
    return texts(name, values.stream().map(Located::value).toList());
  }

  public PlanDigest part(String name, Digested part) {
    String outer = prefix;
    prefix = outer + name + "/";
    part.addTo(this);
    prefix = outer;
    return this;
  }

  public PlanDigest part(String name, Optional<? extends Digested> part) {
    return part.isPresent() ? part(name, part.get()) : text(name + "?", "");
  }

  public PlanDigest parts(String name, Collection<? extends Digested> parts) {
    text(name + "#", parts.size());
    parts.forEach(p -> part(name, p));
    return this;
  }

  public PlanDigest file(String name, Optional<FileContent> file) {
    return text(name, file.map(FileContent::name));
  }

  public PlanDigest files(String name, Collection<OwnFile> files) {
    text(name + "#", files.size());
    for (OwnFile file : files) {
      text(name, file.path());
      text(name + ".from", file.file().name());
      text(name + ".link", file.link());
    }
    return this;
  }

  public PlanDigest materials(String name, Materials materials) {
    String outer = prefix;
    prefix = outer + name + "/";
    text("name", materials.name());
    files("own", materials.own());
    materials.ownFor().forEach((platform, own) -> text("platform", platform).files("for", own));
    files("web", materials.web());
    texts("library", materials.libraries().stream().map(l -> l.file().name()).toList());
    materials
        .natives()
        .forEach(
            (platform, files) -> {
              List<String> names = files.stream().map(FileContent::name).toList();
              text("platform", platform).texts("native", names);
            });
    prefix = outer;
    return this;
  }
}
