package zugabe.core.phone;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import zugabe.core.android.Interfaces;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.formats.dex.DexLinks;

/**
 * What byte code uses of the platform that came later than the lowest level that it is for. A class
 * whose code asks for the phone's level, with those inside of it, is taken to be prepared; so are
 * libraries for older platforms, which do nothing else.
 */
final class NewerInterfaces {
  private static final String BUILD = "Landroid/os/Build$VERSION;";
  private static final int FEW = 5;

  private final int least;

  /** The same, or the first level that the table knows: what came before isn't told apart. */
  private final int known;

  private final Findings findings;

  NewerInterfaces(int least, Findings findings) {
    this.least = least;
    this.known = Math.max(least, Interfaces.LOWEST);
    this.findings = findings;
  }

  /** Whether its uses are to be told. */
  boolean isAsked(DexLinks.Member member) {
    return asksForLevel(member)
        || Interfaces.known().since(member.owner(), member.signature()).from() > known;
  }

  private static boolean asksForLevel(DexLinks.Member member) {
    return member.owner().equals(BUILD) && member.signature().startsWith("SDK_INT");
  }

  /** Tells of them, a level at a time. */
  void run(String file, List<DexLinks.Use> uses) {
    Set<String> prepared = new HashSet<>();
    for (DexLinks.Use use : uses) {
      if (asksForLevel(use.member())) {
        prepared.add(outer(use.in()));
      }
    }
    Map<Interfaces.Came, Map<String, Set<String>>> byLevel =
        new TreeMap<>(
            Comparator.comparing(Interfaces.Came::by).thenComparing(Interfaces.Came::from));
    for (DexLinks.Use use : uses) {
      DexLinks.Member member = use.member();
      Interfaces.Came since = Interfaces.known().since(member.owner(), member.signature());
      if (since.from() > known
          && !prepared.contains(outer(use.in()))
          && !NamedFiles.isLibrary(use.in())) {
        byLevel
            .computeIfAbsent(since, l -> new TreeMap<>())
            .computeIfAbsent(CodeLinks.plain(use.in()), c -> new TreeSet<>())
            .add(shown(member));
      }
    }
    byLevel.forEach((level, users) -> tell(file, level, users));
  }

  private void tell(String file, Interfaces.Came level, Map<String, Set<String>> users) {
    List<String> told = new ArrayList<>();
    users.forEach((user, members) -> told.add(String.join(", ", members) + " in " + user));
    List<String> few = told.subList(0, Math.min(FEW, told.size()));
    int more = told.size() - few.size();
    findings.add(
        PhoneCode.Z5320,
        Where.file(file),
        "It uses what came with "
            + levels(level)
            + ", and lowest: is "
            + least
            + ": "
            + String.join("; ", few)
            + (more > 0 ? "; and in " + more + " more." : "."),
        "Write lowest: " + level.by() + ", or ask for Build.VERSION.SDK_INT before it is used.");
  }

  private static String levels(Interfaces.Came came) {
    return switch (came.by() - came.from()) {
      case 0 -> "level " + came.by();
      case 1 -> "level " + came.from() + " or " + came.by();
      default -> "one of the levels " + came.from() + " to " + came.by();
    };
  }

  /** A member as sources have it; what makes an object, or is of a new class, is told by that. */
  private String shown(DexLinks.Member member) {
    String owner = CodeLinks.plain(member.owner());
    String simple = owner.substring(owner.lastIndexOf('.') + 1).replace('$', '.');
    String name = member.signature();
    int end = name.indexOf(member.method() ? '(' : ':');
    name = end < 0 ? name : name.substring(0, end);
    boolean whole =
        name.equals("<init>") || Interfaces.known().since(member.owner(), "").from() > known;
    return whole ? simple : simple + "." + name;
  }

  private static String outer(String descriptor) {
    int inner = descriptor.indexOf('$');
    return inner < 0 ? descriptor : descriptor.substring(0, inner) + ";";
  }
}
