package zugabe.core.links;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Predicate;
import zugabe.core.finding.Finding;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Severity;
import zugabe.core.finding.Where;
import zugabe.core.links.Missing.Sure;
import zugabe.core.materials.Materials;

/** Tells what a program needs and doesn't have, grouped so that each remedy is told once. */
public final class LinkCheck {
  private static final int FEW = 3;

  private final Findings findings;
  private final World.Shelf shelf = new World.Shelf();

  /**
   * What is looked at.
   *
   * @param main class; empty when others call in: a library, or what a container starts
   * @param java version that it is to run on
   */
  public record Subject(Materials materials, String main, int java, boolean inContainer) {}

  public LinkCheck(Findings findings) {
    this.findings = findings;
  }

  /**
   * Follows a program's links.
   *
   * @param where the recipe names it
   */
  public void run(Subject subject, Where where) throws IOException {
    World world = World.of(subject.materials(), subject.java(), shelf);
    Predicate<String> provided = subject.inContainer() ? LinkCheck::isContainers : name -> false;
    Reach reach = new Reach(world, provided);
    if (!subject.main().isEmpty()) {
      reach.main(subject.main());
    }
    if (subject.main().isEmpty() || subject.inContainer()) {
      subject.materials().own().stream()
          .map(o -> o.path())
          .filter(p -> p.endsWith(".class") && !p.startsWith("META-INF/"))
          .forEach(p -> reach.whole(p.substring(0, p.length() - 6), Sure.CALLED));
    }
    tell(reach.missing(), where);
  }

  /** Interfaces that servlet containers have (Jakarta Servlet 6.0, section 10.7.1). */
  private static boolean isContainers(String name) {
    return name.matches("(javax|jakarta)/(servlet|el|websocket)/.*");
  }

  private void tell(Iterable<Missing> all, Where where) {
    Map<String, List<Missing>> groups = new LinkedHashMap<>();
    Set<String> optional = new TreeSet<>();
    for (Missing m : all) {
      if (m.sure() == Sure.OPTIONAL) {
        optional.add(m.kind() == Missing.Kind.CLASS ? packageOf(m.name()) : m.name());
      } else {
        groups.computeIfAbsent(m.kind() + group(m), k -> new ArrayList<>()).add(m);
      }
    }
    new TreeMap<>(groups).values().forEach(g -> tell(g, where));
    if (!optional.isEmpty()) {
      findings.add(
          FindingCode.Z8008,
          where,
          "The code is prepared for the absence of " + few(List.copyOf(optional)) + ".",
          "Nothing, unless you want what they are for.");
    }
  }

  private static String group(Missing m) {
    return m.kind() == Missing.Kind.CLASS || m.kind() == Missing.Kind.CONCEALED
        ? packageOf(m.name())
        : m.name();
  }

  private static String packageOf(String name) {
    return name.contains(".") ? name.substring(0, name.lastIndexOf('.')) : "";
  }

  private void tell(List<Missing> group, Where where) {
    boolean sure = group.stream().anyMatch(m -> m.sure() == Sure.CALLED);
    FindingCode code = code(group.get(0).kind());
    Severity severity =
        code.severity() == Severity.ERROR && !sure ? Severity.WARNING : code.severity();
    findings.add(new Finding(code, severity, where, what(group), code.why(), fix(group.get(0))));
  }

  private static FindingCode code(Missing.Kind kind) {
    return switch (kind) {
      case CLASS -> FindingCode.Z8001;
      case MEMBER -> FindingCode.Z8002;
      case PROVIDER -> FindingCode.Z8003;
      case NO_PROVIDER -> FindingCode.Z8004;
      case RESOURCE -> FindingCode.Z8005;
      case NATIVE -> FindingCode.Z8006;
      case CONCEALED -> FindingCode.Z8007;
    };
  }

  private static String what(List<Missing> group) {
    List<String> names = group.stream().map(Missing::name).toList();
    Set<String> by = new TreeSet<>();
    Set<String> in = new TreeSet<>();
    group.forEach(
        m -> {
          by.addAll(m.by());
          in.addAll(m.in());
        });
    String needed =
        few(List.copyOf(by))
            + (by.size() == 1 ? " needs " : " need ")
            + "it"
            + " ("
            + few(List.copyOf(in))
            + ").";
    String what = few(names);
    boolean sure = group.stream().anyMatch(m -> m.sure() == Sure.CALLED);
    String verb = sure ? " is missing; " : " may be missing; ";
    return switch (group.get(0).kind()) {
      case CLASS -> "Class " + what + verb + needed;
      case MEMBER -> what + " isn't in the class that should have it; " + needed;
      case PROVIDER -> "The service provider " + what + " is missing; " + needed;
      case NO_PROVIDER -> "Nothing provides the service " + what + "; " + needed;
      case RESOURCE -> "The resource " + what + verb + needed;
      case NATIVE -> "The native library " + what + verb + needed;
      case CONCEALED -> what + " is internal to Java, which keeps it to itself; " + needed;
    };
  }

  private static String fix(Missing m) {
    return switch (m.kind()) {
      case CLASS -> "Add the library that has package " + packageOf(m.name()) + " to libraries:.";
      case MEMBER -> "Take versions of the libraries that belong together.";
      case PROVIDER -> "Add the library that has this class, or the newer one that lists another.";
      case NO_PROVIDER -> "Add a library that provides it, unless the program does without.";
      case RESOURCE -> "Add the file to own:, in that folder, with that spelling.";
      case NATIVE -> "Name its files by platform under natives:.";
      case CONCEALED ->
          "Take a newer version of the library, or allow it by an option such as --add-exports.";
    };
  }

  private static String few(List<String> names) {
    int more = names.size() - FEW;
    return String.join(", ", names.subList(0, Math.min(FEW, names.size())))
        + (more > 0 ? " and " + more + " more" : "");
  }
}
