package zugabe.core.resources;

import java.io.IOException;
import java.util.Optional;
import zugabe.core.finding.Where;
import zugabe.formats.arsc.Qualifiers;
import zugabe.formats.arsc.TableEntry;

/**
 * A resource that a source declares, for some configurations.
 *
 * @param weak whether it may be declared again, as identifiers may
 * @param maker makes it, once all resources are known
 */
record Declared(
    String type, String name, Qualifiers qualifiers, Where where, boolean weak, Maker maker) {
  /** Makes what goes into the table. */
  interface Maker {
    /** The entry; empty when something is wrong with it, which is in the findings. */
    Optional<TableEntry> make(Valuer valuer) throws IOException;
  }

  /** An identifier: its number is all there is to it. */
  static Declared identifier(String name, Where where) {
    return new Declared(
        "id",
        name,
        Qualifiers.NONE,
        where,
        true,
        v -> Optional.of(simple(zugabe.formats.arsc.Value.bool(false))));
  }

  static TableEntry simple(zugabe.formats.arsc.Value value) {
    return new TableEntry(0, value, java.util.List.of());
  }

  String key() {
    return Symbols.key(type, name);
  }
}
