package zugabe.core.resources;

import java.util.ArrayList;
import java.util.List;
import zugabe.core.android.Platform;
import zugabe.formats.arsc.Parts;
import zugabe.formats.arsc.TableEntry;
import zugabe.formats.arsc.Value;

/** An attribute as the table has it: its types, and the names that stand for numbers. */
final class AttributeEntry {
  private static final long ANY = 0xFFFF;

  private AttributeEntry() {}

  static TableEntry of(Platform.Attribute attribute, Symbols symbols) {
    List<TableEntry.Part> parts = new ArrayList<>();
    long types = attribute.types() == 0 ? ANY : attribute.types();
    parts.add(new TableEntry.Part(Parts.TYPES, Value.number(types)));
    attribute
        .names()
        .forEach(
            (name, number) ->
                parts.add(
                    new TableEntry.Part(
                        symbols.own().get(Symbols.key("id", name)), Value.number(number))));
    return new TableEntry(TableEntry.COMPLEX, Value.reference(0), parts);
  }
}
