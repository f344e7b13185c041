package zugabe.core.resources;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;

/**
 * Numbers resources: those that are given keep theirs; others follow by type and name, attributes
 * first.
 */
final class Numbers {
  /** An application's. */
  static final int PACKAGE = 0x7f;

  private static final int PACKAGE_SHIFT = 24;
  private static final int TYPE_SHIFT = 16;
  private static final int MOST_TYPES = 0xFF;
  private static final int MOST_ENTRIES = 0xFFFF;

  private Numbers() {}

  /** Numbers that a table or a source gives. */
  static final class Given {
    private final Map<String, Long> numbers = new LinkedHashMap<>();
    private final Map<Long, String> names = new HashMap<>();
    private final Map<String, Long> types = new HashMap<>();
    private final Map<String, Where> places = new HashMap<>();
    private final Findings findings;

    Given(Findings findings) {
      this.findings = findings;
    }

    /** Takes one; one that doesn't fit to the others is a finding. */
    void give(String type, String name, long number, Where where) {
      String key = Symbols.key(type, name);
      long typeNumber = number >> TYPE_SHIFT & MOST_TYPES;
      Long known = numbers.get(key);
      String holder = names.get(number);
      Long ofType = types.get(type);
      String why = "";
      if (number >> PACKAGE_SHIFT != PACKAGE || typeNumber == 0) {
        why = "an application's numbers are 0x7f010000 to 0x7fffffff";
      } else if (known != null && known != number) {
        why = key + " has the number 0x" + Long.toHexString(known) + " as well";
      } else if (holder != null && !holder.equals(key)) {
        why = holder + " has that number";
      } else if (ofType != null && ofType != typeNumber) {
        why = "other resources of the type " + type + " have other numbers for it";
      } else if (ofType == null && types.containsValue(typeNumber)) {
        why = "resources of another type have that number for theirs";
      }
      if (!why.isEmpty()) {
        findings.add(
            ResourceCode.Z5205,
            where,
            key + " can't have the number 0x" + Long.toHexString(number) + ": " + why + ".",
            "Mend the table, or leave the number out.");
        return;
      }
      numbers.put(key, number);
      names.put(number, key);
      types.put(type, typeNumber);
      places.put(key, where);
    }

    /** Takes one that has its number already. */
    void keep(String type, String name, long number) {
      String key = Symbols.key(type, name);
      numbers.putIfAbsent(key, number);
      names.putIfAbsent(number, key);
      types.putIfAbsent(type, number >> TYPE_SHIFT & MOST_TYPES);
    }

    /** Where resources are numbered that nobody declares. */
    Map<String, Where> unused(Set<String> declared) {
      Map<String, Where> unused = new LinkedHashMap<>(places);
      unused.keySet().removeAll(declared);
      return unused;
    }
  }

  /**
   * A number for each.
   *
   * @param keys {@code type/name}
   */
  static Map<String, Long> assign(Set<String> keys, Given given, Where where, Findings findings) {
    Map<String, SortedSet<String>> byType =
        new TreeMap<>((a, b) -> rank(a).equals(rank(b)) ? a.compareTo(b) : rank(a) - rank(b));
    for (String key : keys) {
      int slash = key.indexOf('/');
      byType
          .computeIfAbsent(key.substring(0, slash), t -> new TreeSet<>())
          .add(key.substring(slash + 1));
    }
    Map<String, Long> all = new TreeMap<>();
    Set<Long> takenTypes = new HashSet<>(given.types.values());
    for (Map.Entry<String, SortedSet<String>> type : byType.entrySet()) {
      Long number = given.types.get(type.getKey());
      if (number == null) {
        number = 1L;
        while (takenTypes.contains(number)) {
          number++;
        }
        takenTypes.add(number);
      }
      if (number > MOST_TYPES) {
        tooMany(where, "types", MOST_TYPES, findings);
        return all;
      }
      if (type.getValue().size() > MOST_ENTRIES) {
        tooMany(where, "entries of the type " + type.getKey(), MOST_ENTRIES, findings);
        return all;
      }
      entries(type.getKey(), type.getValue(), number, given, all);
    }
    return all;
  }

  private static Integer rank(String type) {
    return type.equals("attr") ? 0 : 1;
  }

  private static void entries(
      String type, SortedSet<String> names, long number, Given given, Map<String, Long> all) {
    long first = (long) PACKAGE << PACKAGE_SHIFT | number << TYPE_SHIFT;
    long next = 0;
    for (String name : names) {
      String key = Symbols.key(type, name);
      Long fixed = given.numbers.get(key);
      if (fixed == null) {
        while (given.names.containsKey(first | next)) {
          next++;
        }
        fixed = first | next++;
      }
      all.put(key, fixed);
    }
  }

  private static void tooMany(Where where, String what, int most, Findings findings) {
    findings.add(
        ResourceCode.Z5205, where, "There are more than " + most + " " + what + ".", "Make fewer.");
  }
}
