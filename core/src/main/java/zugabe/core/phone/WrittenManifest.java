package zugabe.core.phone;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.plan.Identity;
import zugabe.core.resources.SourceElement;
import zugabe.core.resources.SourceXml;

/**
 * A manifest that was written by hand. It may name what the recipe says as the recipe itself does;
 * what some other build was to fill in is a finding, since nothing fills it in here.
 */
final class WrittenManifest {
  private final Map<String, String> known = new LinkedHashMap<>();
  private final Findings findings;

  WrittenManifest(Identity app, String id, Findings findings) {
    this.findings = findings;
    known.put("{app.id}", id);
    known.put("{app.name}", app.name());
    known.put("{app.version}", app.version());
  }

  /** Reads it; empty when it isn't XML, which is a finding. */
  Optional<SourceElement> read(FileContent file) throws IOException {
    return SourceXml.read(file, Where.file(file.name()), findings).map(this::filled);
  }

  private SourceElement filled(SourceElement e) {
    List<SourceElement.Attribute> attributes = new ArrayList<>();
    for (SourceElement.Attribute a : e.attributes()) {
      attributes.add(new SourceElement.Attribute(a.namespace(), a.name(), value(a, e.where())));
    }
    List<SourceElement.Node> nodes = new ArrayList<>();
    for (SourceElement.Node node : e.nodes()) {
      nodes.add(
          node instanceof SourceElement.Inner inner
              ? new SourceElement.Inner(filled(inner.element()))
              : node);
    }
    return new SourceElement(e.namespace(), e.name(), attributes, nodes, e.where());
  }

  private String value(SourceElement.Attribute a, Where where) {
    String value = a.value();
    int open = value.indexOf("${");
    if (open >= 0 && value.indexOf('}', open) > 0) {
      findings.add(
          PhoneCode.Z5327,
          where,
          "Nothing fills in "
              + value.substring(open, value.indexOf('}', open) + 1)
              + " of "
              + a.name()
              + ".",
          "Write what it stands for; {app.id}, {app.name} and {app.version} are those of the recipe.");
    }
    for (Map.Entry<String, String> one : known.entrySet()) {
      value = value.replace(one.getKey(), one.getValue());
    }
    return value;
  }
}
