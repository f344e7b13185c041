package zugabe.core.resources;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.formats.arsc.Qualifiers;
import zugabe.formats.arsc.Resource;
import zugabe.formats.arsc.TableEntry;
import zugabe.formats.arsc.Value;

/**
 * Whether variants of a resource can stand for each other: code is written for one of them, and
 * ends where another one asks for what it doesn't give.
 */
final class Variants {
  /** What a text's format fills in: a number of an argument, or none, and what that has to be. */
  private static final Pattern FILLED =
      Pattern.compile(
          "%(?:([0-9]{1,3})\\$)?[-#+0,(]*[0-9]*(?:\\.[0-9]+)?([bBhHsScCdoxXeEfgGaA%n]|[tT][a-zA-Z])");

  private static final String ANY = "s";

  private final Findings findings;

  Variants(Findings findings) {
    this.findings = findings;
  }

  /** Looks at one resource. */
  void check(Resource resource, SortedMap<Qualifiers, Declared> declared) {
    TableEntry first = resource.values().get(Qualifiers.NONE);
    if (first == null) {
      return;
    }
    Map<Integer, String> wanted = new HashMap<>();
    texts(first).forEach(text -> filled(text).forEach((n, kind) -> add(wanted, n, kind)));
    resource
        .values()
        .forEach(
            (qualifiers, entry) -> {
              if (!qualifiers.isNone()) {
                String name = "@" + resource.type() + "/" + resource.name();
                Where where = declared.get(qualifiers).where();
                items(name, first, entry, qualifiers, where);
                texts(entry).forEach(text -> text(name, wanted, text, qualifiers, where));
              }
            });
  }

  private void items(
      String name, TableEntry first, TableEntry entry, Qualifiers qualifiers, Where where) {
    if (name.startsWith("@array/") && entry.parts().size() != first.parts().size()) {
      findings.add(
          ResourceCode.Z5207,
          where,
          name
              + " has "
              + entry.parts().size()
              + " items for "
              + qualifiers
              + ", and "
              + first.parts().size()
              + " without qualifiers.",
          "Give it as many, in the same order.");
    }
  }

  /** What a format fills in is read where the default has anything to be filled in at all. */
  private void text(
      String name, Map<Integer, String> wanted, String text, Qualifiers qualifiers, Where where) {
    if (wanted.isEmpty()) {
      return;
    }
    filled(text)
        .forEach(
            (argument, kind) -> {
              String given = wanted.get(argument);
              if (given == null) {
                findings.add(
                    ResourceCode.Z5207,
                    where,
                    name
                        + " fills in an argument "
                        + argument
                        + " for "
                        + qualifiers
                        + ", which it doesn't have without qualifiers.",
                    "Use the same arguments in all languages; a percent sign is written %%.");
              } else if (!kind.equals(ANY) && !kind.equals(given)) {
                findings.add(
                    ResourceCode.Z5207,
                    where,
                    name
                        + " fills in argument "
                        + argument
                        + " as %"
                        + kind
                        + " for "
                        + qualifiers
                        + ", and as %"
                        + given
                        + " without qualifiers.",
                    "Write %" + argument + "$" + given + " in all languages.");
              }
            });
  }

  private static List<String> texts(TableEntry entry) {
    return entry.isComplex()
        ? entry.parts().stream().map(p -> p.value().text()).filter(t -> !t.isEmpty()).toList()
        : entry.value().type() == Value.STRING ? List.of(entry.value().text()) : List.of();
  }

  /** Arguments by their numbers, each with how it is shown: s, d for whole numbers, f, c or t. */
  private static Map<Integer, String> filled(String text) {
    Map<Integer, String> all = new HashMap<>();
    if (text.indexOf('%') < 0) {
      return all;
    }
    Matcher m = FILLED.matcher(text);
    int next = 1;
    while (m.find()) {
      String kind = kind(m.group(2).charAt(0));
      if (!kind.isEmpty()) {
        add(all, m.group(1) == null ? next++ : Integer.parseInt(m.group(1)), kind);
      }
    }
    return all;
  }

  /** What is shown as text as well has to be what it is shown as elsewhere. */
  private static void add(Map<Integer, String> all, int argument, String kind) {
    all.merge(argument, kind, (one, other) -> other.equals(ANY) ? one : other);
  }

  private static String kind(char conversion) {
    return switch (Character.toLowerCase(conversion)) {
      case '%', 'n' -> "";
      case 'd', 'o', 'x' -> "d";
      case 'e', 'f', 'g', 'a' -> "f";
      case 'c' -> "c";
      case 't' -> "t";
      default -> ANY;
    };
  }

  /** Tells of references and parents that lead back to where they start. */
  void circles(List<Resource> all, Map<String, SortedMap<Qualifiers, Declared>> declared) {
    Map<Long, Resource> byNumber = new HashMap<>();
    all.forEach(r -> byNumber.put(r.number(), r));
    Set<Long> done = new HashSet<>();
    for (Resource one : all) {
      Set<Long> way = new HashSet<>();
      Resource at = one;
      while (at != null && done.add(at.number())) {
        way.add(at.number());
        at = byNumber.get(next(at));
      }
      if (at != null && way.contains(at.number())) {
        Declared first =
            declared.get(Symbols.key(at.type(), at.name())).get(at.values().firstKey());
        findings.add(
            ResourceCode.Z5201,
            first.where(),
            "@" + at.type() + "/" + at.name() + " leads back to itself.",
            "Let one of those on the way name something else.");
      }
    }
  }

  /** What a resource's first variant builds on or stands for; 0 for nothing. */
  private static long next(Resource of) {
    TableEntry entry = of.values().get(of.values().firstKey());
    return entry.isComplex()
        ? entry.parent()
        : entry.value().isReference() ? entry.value().data() : 0;
  }
}
