package zugabe.core.phone;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import zugabe.core.android.PackageManifest;
import zugabe.core.android.Permissions;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.Where;
import zugabe.formats.dex.DexLinks;

/**
 * Permissions and features that the platform doesn't know, and permissions that byte code needs and
 * nobody asks for. Code of libraries that are made for all kinds of applications isn't judged.
 */
final class PermissionChecks {
  private static final String PLATFORM = "android.permission.";
  private static final List<String> FEATURES = List.of("android.hardware.", "android.software.");
  private static final String JAVA = "Ljava/";
  private static final List<String> ASKING =
      List.of("checkSelfPermission(", "checkCallingOrSelfPermission(", "checkPermission(");
  private static final int FEW = 5;

  private final Permissions known = Permissions.known();
  private final PackageManifest manifest;
  private final Where where;
  private final Findings findings;

  PermissionChecks(PackageManifest manifest, Where where, Findings findings) {
    this.manifest = manifest;
    this.where = where;
    this.findings = findings;
  }

  /** Whether a call's uses are to be told. */
  static boolean isAsked(DexLinks.Member member) {
    return asksWhetherGranted(member)
        || Permissions.known().needs(member.owner(), member.signature()).isPresent();
  }

  private static boolean asksWhetherGranted(DexLinks.Member member) {
    return member.method() && ASKING.stream().anyMatch(member.signature()::startsWith);
  }

  /**
   * Looks at the manifest, and at all byte code.
   *
   * @param code by names for messages
   */
  void run(Map<String, DexLinks> code) {
    manifest.permissions().forEach(this::permission);
    manifest.featureNames().forEach(this::feature);
    Set<String> own = own();
    code.forEach((file, links) -> needed(file, links.uses(), own));
  }

  private void permission(String name) {
    if (known.who(name).isEmpty() && name.startsWith(PLATFORM)) {
      unknown("permission", name, known.names());
    } else if (known.who(name).filter(Permissions.Who.SYSTEM::equals).isPresent()) {
      findings.add(
          PhoneCode.Z5322,
          where,
          "Phones give the permission " + name + " to the system's own applications only.",
          "Leave it out, unless the application is a part of the system.");
    }
  }

  private void feature(String name) {
    if (FEATURES.stream().anyMatch(name::startsWith) && !known.features().contains(name)) {
      unknown("feature", name, known.features());
    }
  }

  private void unknown(String what, String name, Collection<String> names) {
    String end = name.substring(name.lastIndexOf('.') + 1);
    // long names that begin alike are all near each other
    String start = name.substring(0, name.length() - end.length());
    List<String> like =
        names.stream()
            .filter(n -> n.startsWith(start))
            .map(n -> n.substring(start.length()))
            .toList();
    List<String> near = Nearest.of(end, like, 1);
    findings.add(
        PhoneCode.Z5322,
        where,
        "The platform has no " + what + " " + name + ", as of level " + known.level() + ".",
        near.isEmpty()
            ? "Mend the name, or leave it out. Nothing, if a later level has it."
            : "Write " + start + near.get(0) + ", or leave it out.");
  }

  /** Packages of the application: what its id begins with, and those of its components. */
  private Set<String> own() {
    Set<String> all = new TreeSet<>();
    int first = manifest.id().indexOf('.');
    int second = manifest.id().indexOf('.', first + 1);
    all.add(folder(second < 0 ? manifest.id() : manifest.id().substring(0, second)));
    for (PackageManifest.Component one : manifest.components()) {
      String in = folder(one.name().substring(0, Math.max(0, one.name().lastIndexOf('.'))));
      // libraries declare some themselves
      if (!NamedFiles.isLibrary(in)) {
        all.add(in);
      }
    }
    return all;
  }

  /** The package of a class. */
  private static String home(String descriptor) {
    return descriptor.substring(0, descriptor.lastIndexOf('/') + 1);
  }

  private static String folder(String name) {
    return "L" + name.replace('.', '/') + "/";
  }

  private void needed(String file, List<DexLinks.Use> uses, Set<String> own) {
    List<String> asked = manifest.permissions();
    Map<String, Set<String>> missing = new TreeMap<>();
    Set<String> prepared = new HashSet<>();
    for (DexLinks.Use use : uses) {
      if (asksWhetherGranted(use.member())) {
        prepared.add(home(use.in()));
      }
    }
    for (DexLinks.Use use : uses) {
      String call = use.member().owner() + use.member().signature();
      known
          .needs(use.member().owner(), use.member().signature())
          .filter(n -> isJudged(use, own, prepared) && isThere(n))
          .filter(n -> !isMet(n, asked))
          .ifPresent(
              n ->
                  missing
                      .computeIfAbsent(told(n, asked), t -> new TreeSet<>())
                      .add(shown(call) + " in " + CodeLinks.plain(use.in())));
    }
    missing.forEach((needs, users) -> tell(file, needs, new ArrayList<>(users)));
  }

  /**
   * Libraries that could open a connection are many; what one does with the platform it is for,
   * unless something beside it asks first whether it may.
   */
  private static boolean isJudged(DexLinks.Use use, Set<String> own, Set<String> prepared) {
    if (own.stream().anyMatch(use.in()::startsWith)) {
      return true;
    }
    return !use.member().owner().startsWith(JAVA)
        && !NamedFiles.isLibrary(use.in())
        && !prepared.contains(home(use.in()));
  }

  /** One that came later than what the application is made for isn't needed by it. */
  private boolean isThere(Permissions.Needs needs) {
    return needs.permissions().stream().allMatch(p -> known.isThere(p, manifest.target()));
  }

  private static boolean isMet(Permissions.Needs needs, List<String> asked) {
    return needs.any()
        ? needs.permissions().stream().anyMatch(asked::contains)
        : asked.containsAll(needs.permissions());
  }

  private static String told(Permissions.Needs needs, List<String> asked) {
    return needs.permissions().stream()
        .filter(p -> !asked.contains(p))
        .collect(Collectors.joining(needs.any() ? " or " : " and "));
  }

  private void tell(String file, String needs, List<String> users) {
    int more = users.size() - FEW;
    findings.add(
        PhoneCode.Z5323,
        Where.file(file),
        "It needs "
            + needs
            + ", which isn't asked for: "
            + String.join("; ", users.subList(0, Math.min(FEW, users.size())))
            + (more > 0 ? "; and " + more + " more." : "."),
        "Add it to permissions:, or see that nothing comes to that place.");
  }

  /** As sources have it: the class without its package, and the method. */
  private static String shown(String call) {
    String owner = CodeLinks.plain(call.substring(0, call.indexOf(';') + 1));
    String simple = owner.substring(owner.lastIndexOf('.') + 1).replace('$', '.');
    String name = call.substring(call.indexOf(';') + 1, call.indexOf('('));
    return name.equals("<init>") ? simple : simple + "." + name;
  }
}
