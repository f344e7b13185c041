package zugabe.core.jar;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.zip.CRC32;
import zugabe.bytes.Content;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.kind.Report.Treatment;
import zugabe.core.materials.Library;
import zugabe.core.materials.OwnFile;
import zugabe.core.tree.Clashes;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.formats.jar.JarOrder;
import zugabe.formats.jar.Manifest;
import zugabe.formats.zip.ArchivedContent;

/**
 * Puts the application's own files and libraries into one tree, own files first, libraries in the
 * order of the class path. Equal files for one place are one; of different ones a rule decides.
 */
public final class Merge {
  /** Where files that are set aside go, below a folder named for their library. */
  static final String ASIDE = "META-INF/libraries/";

  private static final String MODULE = "module-info.class";

  private final JarPlan deliverable;
  private final String prefix;
  private final List<Library> libraries;
  private final Findings findings;
  private final InstallTree.Builder tree;
  private final MergeRules rules;
  private final Map<String, Joint> joints = new TreeMap<>();
  private final Map<String, Treatment> treatments = new TreeMap<>();
  private final Map<String, Undecided> undecided = new TreeMap<>();

  /** Whose files differ, by their places. */
  private final Map<String, List<String>> clashes = new TreeMap<>();

  private final Map<String, List<String>> leftOut = new TreeMap<>();
  private final boolean severalModules;
  private boolean multiRelease;

  /** A file with where it comes from. */
  private record Piece(
      String path, Content content, String origin, Entry.Role role, Optional<OwnFile> own) {}

  /**
   * @param prefix in front of every path; empty or with a last slash
   */
  public Merge(JarPlan deliverable, String prefix, List<Library> libraries, Findings findings) {
    this.deliverable = deliverable;
    this.prefix = prefix;
    this.libraries = libraries;
    this.findings = findings;
    this.tree = InstallTree.builder(deliverable.time());
    this.rules = new MergeRules(deliverable.style().merge());
    long modules =
        deliverable.materials().own().stream().filter(f -> isModule(f.path())).count()
            + libraries.stream()
                .filter(l -> l.contents().stream().anyMatch(c -> isModule(c.entry().name())))
                .count();
    this.severalModules = modules > 1;
  }

  private static boolean isModule(String path) {
    return path.equals(MODULE)
        || (path.startsWith("META-INF/versions/") && path.endsWith("/" + MODULE));
  }

  /** What there is to tell beside the findings. */
  List<Treatment> treatments() {
    return List.copyOf(treatments.values());
  }

  /** Whether there are files for several Java versions. */
  boolean isMultiRelease() {
    return multiRelease;
  }

  /** Everything but the manifest. Clashes are in the findings. */
  public InstallTree.Builder tree() throws IOException {
    for (OwnFile own : deliverable.materials().own()) {
      add(own);
    }
    for (Library library : libraries) {
      add(library);
    }
    for (Map.Entry<String, Joint> joint : joints.entrySet()) {
      replace(
          new Piece(
              joint.getKey(),
              Content.of(joint.getValue().encode()),
              "joined",
              Entry.Role.GENERATED,
              Optional.empty()));
    }
    for (Map.Entry<String, Undecided> open : undecided.entrySet()) {
      decide(open.getKey(), open.getValue());
    }
    report();
    return tree;
  }

  private void decide(String path, Undecided open) throws IOException {
    Optional<MergeAction> joins = open.action();
    if (joins.isPresent()) {
      Content joined = open.joined();
      replace(new Piece(path, joined, "joined", Entry.Role.GENERATED, Optional.empty()));
    } else {
      clashes.put(path, open.origins());
    }
    open.origins().forEach(o -> treat(joins.orElse(MergeAction.KEEP_EARLIEST), path, o));
  }

  private void add(OwnFile own) throws IOException {
    String path = own.path();
    if (path.equals(Manifest.PATH)) {
      return;
    }
    if (JarOrder.isSignatureFile(path)) {
      leaveOut("signature files", own.file().name());
      return;
    }
    if (isModule(path) && severalModules) {
      leaveOut(MODULE, own.file().name());
      return;
    }
    multiRelease |= path.startsWith("META-INF/versions/");
    place(new Piece(path, own.file(), own.file().name(), Entry.Role.OWN, Optional.of(own)));
  }

  private void add(Library library) throws IOException {
    multiRelease |= library.isMultiRelease();
    for (ArchivedContent content : library.contents()) {
      String path = content.entry().name();
      if (content.entry().isFolder() || path.equalsIgnoreCase(Manifest.PATH)) {
        continue;
      }
      Optional<String> reason = reasonToLeaveOut(library, path);
      if (reason.isPresent()) {
        leaveOut(reason.get(), library.name());
      } else {
        add(library, path, content);
      }
    }
    if (library.isSigned()) {
      findings.add(
          JarContentCode.Z4007,
          Where.file(library.file().name()),
          "The signed library " + library.title() + " is merged; its signature is left out.",
          "Nothing, if nobody checks that signature at run time. Otherwise, write libraries: nested or beside.");
    }
  }

  private void add(Library library, String path, Content content) throws IOException {
    Piece part = new Piece(path, content, library.title(), Entry.Role.LIBRARY, Optional.empty());
    switch (rules.of(path)) {
      case LEAVE_OUT -> {
        treat(MergeAction.LEAVE_OUT, path, library.title());
        if (path.equals("META-INF/INDEX.LIST")) {
          leaveOut(path, library.name());
        }
      }
      case SET_ASIDE -> {
        treat(MergeAction.SET_ASIDE, path, library.title());
        place(new Piece(aside(library, path), content, library.title(), part.role(), part.own()));
      }
      default -> place(part);
    }
  }

  private static String aside(Library library, String path) {
    String file = path.startsWith("META-INF/") ? path.substring("META-INF/".length()) : path;
    return ASIDE + Regex.replaceAll(library.name(), "\\.jar$", "") + "/" + file;
  }

  private void place(Piece part) throws IOException {
    Optional<Entry> there = tree.put(file(part));
    if (there.isPresent()
        && there.get() instanceof Entry.RegularFile file
        && !same(file.content(), part.content())) {
      settle(rules.of(part.path()), file, part);
    }
  }

  /** Two different files for one place. */
  private void settle(MergeAction action, Entry.RegularFile there, Piece part) throws IOException {
    if (Joint.joins(action)
        && there.content().size() <= Joint.MAX_BYTES
        && part.content().size() <= Joint.MAX_BYTES) {
      join(action, there, part);
    } else if (part.own().isPresent()) {
      Clashes.both(findings, part.own().get().where(), there.origin(), part.origin(), part.path());
    } else if (action == MergeAction.KEEP_LATEST) {
      treat(action, part.path(), there.origin());
      treat(action, part.path(), part.origin());
      replace(part);
    } else if (rules.decides(part.path())) {
      treat(action, part.path(), there.origin());
      treat(action, part.path(), part.origin());
      List<String> whose = clashes.computeIfAbsent(part.path(), p -> new ArrayList<>());
      if (whose.isEmpty()) {
        whose.add(there.origin());
      }
      whose.add(part.origin());
    } else {
      Undecided open = undecided.get(part.path());
      if (open == null) {
        open = new Undecided(part.path());
        open.add(there.origin(), there.content());
        undecided.put(part.path(), open);
      }
      open.add(part.origin(), part.content());
    }
  }

  private void join(MergeAction action, Entry.RegularFile there, Piece part) throws IOException {
    try {
      Joint joint = joints.get(part.path());
      if (joint == null) {
        joint = Joint.of(action);
        joint.add(there.content());
        joints.put(part.path(), joint);
        treat(action, part.path(), there.origin());
      }
      joint.add(part.content());
      treat(action, part.path(), part.origin());
    } catch (UnfitFileException e) {
      findings.add(
          JarContentCode.Z4009,
          Where.file(part.origin()).inside(part.path(), -1),
          "It can't be joined with that of " + there.origin() + ": " + e.getMessage() + ".",
          "Get an undamaged copy of the library, or name another rule: merge: {"
              + part.path()
              + ": keep-earliest}.");
    }
  }

  private Entry.RegularFile file(Piece part) {
    return new Entry.RegularFile(
        prefix + part.path(), 0644, deliverable.time(), part.role(), part.content(), part.origin());
  }

  private void replace(Piece part) {
    tree.replace(file(part));
  }

  private void treat(MergeAction action, String path, String origin) {
    Treatment known = treatments.get(path);
    List<String> from = new ArrayList<>(known == null ? List.of() : known.from());
    if (!from.contains(origin)) {
      from.add(origin);
    }
    treatments.put(path, new Treatment(action.word(), path, List.copyOf(from)));
  }

  private Optional<String> reasonToLeaveOut(Library library, String path) {
    if (JarOrder.isSignatureFile(path)) {
      return Optional.of("signature files");
    }
    if (isModule(path) && severalModules) {
      return Optional.of(MODULE);
    }
    if (path.startsWith("META-INF/versions/") && !library.isMultiRelease()) {
      // they never counted; in a jar that is multi-release they would begin to
      return Optional.of("META-INF/versions, which its manifest doesn't put to use,");
    }
    return Optional.empty();
  }

  private void leaveOut(String what, String whose) {
    List<String> names = leftOut.computeIfAbsent(what, k -> new ArrayList<>());
    if (!names.contains(whose)) {
      names.add(whose);
    }
  }

  private static boolean same(Content a, Content b) throws IOException {
    return a.size() == b.size() && crc32(a) == crc32(b);
  }

  private static long crc32(Content content) throws IOException {
    if (content instanceof ArchivedContent archived) {
      return archived.entry().crc32();
    }
    CRC32 crc = new CRC32();
    try (InputStream in = content.open()) {
      byte[] buffer = new byte[8192];
      for (int got = in.read(buffer); got >= 0; got = in.read(buffer)) {
        crc.update(buffer, 0, got);
      }
    }
    return crc.getValue();
  }

  private void report() {
    Map<String, List<String>> together = new LinkedHashMap<>();
    clashes.forEach(
        (path, whose) ->
            together
                .computeIfAbsent(
                    rules.of(path).word() + "\n" + String.join("\n", whose), k -> new ArrayList<>())
                .add(path));
    together.values().forEach(this::clash);
    leftOut.forEach(
        (what, whose) ->
            findings.add(
                JarContentCode.Z4005,
                deliverable.where(),
                what
                    + " of "
                    + String.join(", ", whose)
                    + ": left out of "
                    + deliverable.file()
                    + ".",
                "Nothing."));
    Clashes.filesAsFolders(findings, deliverable.where(), tree);
  }

  /** Different files of the same libraries, in one finding. */
  private void clash(List<String> paths) {
    List<String> whose = clashes.get(paths.get(0));
    String last = whose.get(whose.size() - 1);
    String more = paths.size() > 3 ? " and " + (paths.size() - 3) + " more" : "";
    String what =
        String.join(", ", whose.subList(0, whose.size() - 1))
            + " and "
            + last
            + " bring different bytes for "
            + String.join(", ", paths.subList(0, Math.min(3, paths.size())))
            + more;
    if (rules.of(paths.get(0)) == MergeAction.REFUSE) {
      findings.add(
          JarContentCode.Z4008,
          deliverable.where(),
          what + ", and the recipe refuses that.",
          "Remove all but one of these libraries, or name another rule for that path under merge:.");
      return;
    }
    findings.add(
        JarContentCode.Z4004,
        deliverable.where(),
        what + "; those of " + whose.get(0) + " are kept.",
        "Remove a library that is a copy of another; otherwise, change their order, or name a rule under merge:.");
  }
}
