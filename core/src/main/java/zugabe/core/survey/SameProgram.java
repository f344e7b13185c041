package zugabe.core.survey;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import zugabe.bytes.Regex;

/** One program that was built for several systems, each time into a folder of its own. */
public final class SameProgram {
  private final List<Survey.Candidate> builds = new ArrayList<>();

  SameProgram(Survey.Candidate first) {
    builds.add(first);
  }

  /** Takes another build of it, if it is one. */
  boolean takes(Survey.Candidate p) {
    boolean same =
        isBuild(p)
            && builds.stream()
                .allMatch(
                    b ->
                        isBuild(b)
                            && file(b).equals(file(p))
                            && !folder(b).startsWith(folder(p))
                            && !folder(p).startsWith(folder(b))
                            && b.platforms().stream().noneMatch(p.platforms()::contains));
    return same && builds.add(p);
  }

  private static boolean isBuild(Survey.Candidate p) {
    return p.kind() == Survey.Kind.FILE && !p.platforms().isEmpty() && !p.own().get(0).equals(".");
  }

  private static String folder(Survey.Candidate p) {
    return p.own().get(0) + "/";
  }

  /** Its path in its folder; Windows finds it with an ending behind. */
  private static String file(Survey.Candidate p) {
    return Regex.replaceFirst(p.main().substring(folder(p).length()), "(?i)\\.exe$", "");
  }

  public boolean isForSeveral() {
    return builds.size() > 1;
  }

  /** The path in all the folders. */
  String file() {
    return file(builds.get(0));
  }

  public Set<String> platforms() {
    return folders().keySet();
  }

  /** The folder for each system. */
  Map<String, String> folders() {
    Map<String, String> folders = new LinkedHashMap<>();
    builds.forEach(b -> b.platforms().forEach(p -> folders.put(p, b.own().get(0))));
    return folders;
  }

  /** Why each is a program. */
  List<String> reasons() {
    Set<String> reasons = new LinkedHashSet<>();
    builds.forEach(b -> reasons.addAll(b.reasons()));
    return List.copyOf(reasons);
  }
}
