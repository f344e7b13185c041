package zugabe.core.links;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import zugabe.core.finding.Code;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Severity;
import zugabe.core.finding.Where;
import zugabe.core.links.Missing.Sure;

/** Tells what a program needs and doesn't have, grouped so that each remedy is told once. */
public final class LinkCheck {
  private final Findings findings;
  private final Links links;

  public LinkCheck(Links links, Findings findings) {
    this.links = links;
    this.findings = findings;
  }

  /**
   * Follows a program's links.
   *
   * @param where the recipe names it
   * @param opened packages of Java's modules that an option lets it use
   */
  public void run(Links.Subject subject, Where where, Set<String> opened) throws IOException {
    List<Missing> missing =
        links.follow(subject).missing().stream()
            .filter(
                m -> m.kind() != Missing.Kind.CONCEALED || !opened.contains(packageOf(m.name())))
            .toList();
    report(missing, subject.java(), where);
  }

  /** Tells of code that asks the system's class loader, which doesn't see libraries in a jar. */
  public void nested(Links.Subject subject, Where where) throws IOException {
    Map<String, List<Missing>> byLibrary = new TreeMap<>();
    for (Missing m : links.follow(subject).missing()) {
      if (m.kind() == Missing.Kind.SYSTEM_LOADER && m.sure() != Sure.OPTIONAL) {
        m.in().forEach(in -> byLibrary.computeIfAbsent(in, k -> new ArrayList<>()).add(m));
      }
    }
    byLibrary.values().forEach(g -> report(new Reported(g, subject.java()), where));
  }

  private void report(List<Missing> all, int java, Where where) {
    servers(all, where);
    Map<String, List<Missing>> groups = new TreeMap<>();
    Set<String> optional = new TreeSet<>();
    for (Missing m : all) {
      if (m.kind() == Missing.Kind.SOME_SERVERS || m.kind() == Missing.Kind.SYSTEM_LOADER) {
        continue;
      }
      if (m.sure() == Sure.OPTIONAL) {
        optional.add(m.kind() == Missing.Kind.CLASS ? packageOf(m.name()) : m.name());
      } else {
        groups.computeIfAbsent(m.kind() + group(m), k -> new ArrayList<>()).add(m);
      }
    }
    groups.values().forEach(g -> report(new Reported(g, java), where));
    // where somebody isn't prepared, it doesn't help that others are
    groups.values().stream()
        .filter(g -> g.get(0).kind() == Missing.Kind.CLASS)
        .forEach(g -> g.forEach(m -> optional.remove(packageOf(m.name()))));
    if (!optional.isEmpty()) {
      findings.add(
          LinkCode.Z8008,
          where,
          "The code is prepared for the absence of " + Reported.few(List.copyOf(optional)) + ".",
          "Add them, if you want what they are for.");
    }
  }

  /** What only some servers have: an error when no server has all of it. */
  private void servers(List<Missing> all, Where where) {
    List<Missing> some = all.stream().filter(m -> m.kind() == Missing.Kind.SOME_SERVERS).toList();
    Map<Integer, List<Missing>> groups = new TreeMap<>();
    some.forEach(m -> groups.computeIfAbsent(Reported.servers(m), k -> new ArrayList<>()).add(m));
    // what is only perhaps come to doesn't keep a server from running the rest
    Map<Integer, Integer> left = new TreeMap<>();
    some.stream()
        .filter(m -> m.sure() == Sure.CALLED)
        .map(Reported::servers)
        .forEach(s -> left.merge(Servers.open(s), s, (a, b) -> a & b));
    for (Map.Entry<Integer, List<Missing>> group : groups.entrySet()) {
      Reported telling = new Reported(group.getValue(), 0);
      Code code = LinkCode.Z8010;
      boolean nowhere = left.getOrDefault(Servers.open(group.getKey()), -1) == 0;
      boolean sure = group.getValue().stream().anyMatch(m -> m.sure() == Sure.CALLED);
      Severity severity = nowhere && sure ? Severity.ERROR : code.severity();
      findings.add(new Finding(code, severity, where, telling.what(), code.why(), telling.fix()));
    }
  }

  /** What one remedy mends: a library's classes, a class's members. */
  private static String group(Missing m) {
    return switch (m.kind()) {
      case CLASS -> PackageRoot.of(packageOf(m.name()));
      case OTHER_JAVA, CONCEALED -> packageOf(m.name());
      case MEMBER -> m.name().substring(0, m.name().indexOf(' '));
      case UNKNOWN, SOME_SERVERS, SYSTEM_LOADER -> "";
      default -> m.name();
    };
  }

  /** The package of a class; empty for one without. */
  static String packageOf(String name) {
    return name.contains(".") ? name.substring(0, name.lastIndexOf('.')) : "";
  }

  private void report(Reported group, Where where) {
    Code code = code(group.kind());
    Severity severity =
        code.severity() == Severity.ERROR && !group.isSure() ? Severity.WARNING : code.severity();
    findings.add(new Finding(code, severity, where, group.what(), code.why(), group.fix()));
  }

  private static Code code(Missing.Kind kind) {
    return switch (kind) {
      case CLASS, OTHER_JAVA -> LinkCode.Z8001;
      case MEMBER -> LinkCode.Z8002;
      case PROVIDER -> LinkCode.Z8003;
      case NO_PROVIDER -> LinkCode.Z8004;
      case RESOURCE -> LinkCode.Z8005;
      case NATIVE -> LinkCode.Z8006;
      case CONCEALED -> LinkCode.Z8007;
      case UNKNOWN -> LinkCode.Z8009;
      case SOME_SERVERS -> LinkCode.Z8010;
      case DRIVER -> LinkCode.Z8011;
      case SYSTEM_LOADER -> LinkCode.Z8012;
    };
  }
}
