package zugabe.core.resources;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.core.android.Platform;
import zugabe.core.finding.Where;
import zugabe.formats.arsc.TableEntry;
import zugabe.formats.arsc.Value;

/** Makes styles and themes. */
final class StyleMaker {
  private StyleMaker() {}

  static Optional<TableEntry> make(SourceElement e, Valuer v) {
    Optional<Long> parent = parent(e, v);
    List<TableEntry.Part> parts = new ArrayList<>();
    for (SourceElement item : e.children()) {
      String name = item.plain("name").orElse("");
      Optional<Platform.Attribute> attribute = v.symbols().attribute(name);
      if (attribute.isEmpty()) {
        v.findings()
            .add(
                ResourceCode.Z5203,
                item.where(),
                "There is no attribute \"" + name + "\".",
                "Declare it, or write android: in front of one of the platform's.");
        continue;
      }
      Optional<Value> value = v.of(attribute.get(), item);
      value.ifPresent(one -> parts.add(new TableEntry.Part(attribute.get().number(), one)));
    }
    return ValuesReader.complex(parent.orElse(0L), parts);
  }

  /** The parent that is named, else what stands in front of the name's last dot. */
  private static Optional<Long> parent(SourceElement e, Valuer v) {
    Optional<String> said = e.plain("parent");
    if (said.isPresent()) {
      return said.get().isEmpty() ? Optional.empty() : named(said.get(), e.where(), v);
    }
    String name = e.plain("name").orElse("");
    int dot = name.lastIndexOf('.');
    return dot < 0 ? Optional.empty() : named(name.substring(0, dot), e.where(), v);
  }

  private static Optional<Long> named(String text, Where where, Valuer v) {
    Optional<Reference> to = Reference.parent(text);
    if (to.isEmpty()) {
      v.fault(where, "\"" + text + "\" isn't the name of a style.", "Write @style/name.");
      return Optional.empty();
    }
    return v.number(to.get(), where);
  }
}
