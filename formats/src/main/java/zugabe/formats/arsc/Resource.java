package zugabe.formats.arsc;

import java.util.Collections;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * A resource to be written.
 *
 * @param number with the package's in front: 0x7fTTEEEE
 * @param values by configuration; at least one
 */
public record Resource(
    String type, String name, long number, SortedMap<Qualifiers, TableEntry> values) {
  public Resource {
    values = Collections.unmodifiableSortedMap(new TreeMap<>(values));
  }

  int typeNumber() {
    return (int) (number >> 16) & 0xFF;
  }

  int index() {
    return (int) number & 0xFFFF;
  }
}
