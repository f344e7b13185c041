package zugabe.core.install;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.OwnFile;
import zugabe.core.program.Platforms;
import zugabe.core.tree.Clashes;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.core.tree.Links;
import zugabe.core.tree.TreeCode;
import zugabe.formats.unix.Owner;

/**
 * Puts files into an install tree. Equal files for one place are one; of different ones a finding
 * tells.
 */
public final class Placing {
  private final Where where;
  private final Instant time;
  private final String platform;
  private final Findings findings;
  private final InstallTree.Builder tree;
  private final Map<String, Entry> entries = new HashMap<>();
  private final List<String> links = new ArrayList<>();

  /**
   * @param where the deliverable's place in the recipe
   * @param time of the entries
   * @param platform that the tree is for; empty when it serves all
   */
  public Placing(Where where, Instant time, String platform, Findings findings) {
    this.where = where;
    this.time = time;
    this.platform = platform;
    this.findings = findings;
    this.tree = InstallTree.builder(time);
  }

  public Findings findings() {
    return findings;
  }

  /** Paths of all files and links, in order. */
  public List<String> paths() {
    return entries.keySet().stream().sorted().toList();
  }

  /** Paths of the files that can be run, in order. */
  public List<String> executables() {
    return entries.values().stream()
        .filter(e -> !(e instanceof Entry.SymbolicLink) && (e.mode() & 0111) != 0)
        .map(Entry::path)
        .sorted()
        .toList();
  }

  public void own(String folder, OwnFile own) throws IOException {
    own(folder, own, false);
  }

  /**
   * Puts a file, or a link that stays one, below a folder.
   *
   * @param runs whether it can be run whatever its permissions say
   */
  public void own(String folder, OwnFile own, boolean runs) throws IOException {
    String path = folder + own.path();
    if (own.link().isPresent()) {
      links.add(path);
      put(new Entry.SymbolicLink(path, 0777, time, own.link().get()));
      return;
    }
    int mode = runs || own.file().isExecutable() ? 0755 : 0644;
    file(path, mode, Entry.Role.OWN, own.file());
  }

  public void file(String path, int mode, Entry.Role role, FileContent file) {
    put(new Entry.RegularFile(path, mode, time, role, file, file.name()));
  }

  public void generated(String path, int mode, Content content) {
    put(new Entry.RegularFile(path, mode, time, Entry.Role.GENERATED, content, "the build"));
  }

  /** A part of the deliverable that is made before the tree. */
  public void awaited(String path, String part) {
    put(
        new Entry.Awaited(
            path, 0644, Owner.ROOT, time, Entry.Role.GENERATED, "", part, "the build"));
  }

  public void put(Entry entry) {
    Optional<Entry> there = tree.put(entry);
    if (there.isEmpty()) {
      entries.put(entry.path(), entry);
    } else if (same(there.get(), entry)) {
      // what one of several programs runs can be run
      if ((entry.mode() & ~there.get().mode() & 0111) != 0) {
        tree.replace(entry);
        entries.put(entry.path(), entry);
      }
    } else {
      Clashes.both(
          findings, where, Clashes.origin(there.get()), Clashes.origin(entry), entry.path());
    }
  }

  private static boolean same(Entry a, Entry b) {
    if (a instanceof Entry.RegularFile x && b instanceof Entry.RegularFile y) {
      return isSame(x.content(), y.content());
    }
    return a.equals(b);
  }

  private static boolean isSame(Content a, Content b) {
    if (a instanceof FileContent x && b instanceof FileContent y && x.path().equals(y.path())) {
      return true;
    }
    if (a.size() != b.size()) {
      return false;
    }
    try (InputStream x = a.open();
        InputStream y = b.open()) {
      byte[] left = x.readNBytes(1 << 16);
      while (left.length > 0) {
        if (!java.util.Arrays.equals(left, y.readNBytes(1 << 16))) {
          return false;
        }
        left = x.readNBytes(1 << 16);
      }
      return true;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /**
   * The whole tree, looked at as a whole: clashes, links, and names that the target forbids. Paths
   * are in bytewise order.
   */
  public InstallTree finish() {
    for (String link : links) {
      link((Entry.SymbolicLink) entries.get(link));
    }
    Clashes.filesAsFolders(findings, where, tree);
    TargetNames.check(entries.keySet(), where, platform, findings);
    return tree.sorted(Comparator.naturalOrder());
  }

  private void link(Entry.SymbolicLink link) {
    Optional<String> target = Links.resolved(link.path(), link.target());
    if (target.isEmpty()) {
      findings.add(
          TreeCode.Z4012,
          where,
          link.path() + " is a link to " + link.target() + ", which is outside the tree.",
          link.path().startsWith("runtime/")
              ? "Carry a runtime as its maker publishes it: this one is part of the system that is running here."
              : "Put a copy of the file there, or a link that stays inside.");
      return;
    }
    Optional<String> end = Links.followed(target.get(), entries);
    boolean folder = entries.keySet().stream().anyMatch(p -> p.startsWith(target.get() + "/"));
    if (end.isEmpty() && !folder && !target.get().isEmpty()) {
      findings.add(
          TreeCode.Z4013,
          where,
          link.path() + " is a link to " + link.target() + ", and nothing is there.",
          "Remove it, or add what it leads to.");
    }
    if (Platforms.isWindows(platform)) {
      // making links takes rights there that users don't have
      if (end.isPresent() && entries.get(end.get()) instanceof Entry.RegularFile file) {
        tree.replace(
            new Entry.RegularFile(
                link.path(),
                file.mode(),
                file.owner(),
                file.time(),
                file.role(),
                file.content(),
                file.origin()));
      } else {
        findings.add(
            TreeCode.Z4014,
            where,
            link.path() + " is a link to a folder, and users of Windows may not make links.",
            "Put a copy of the folder there.");
      }
    }
  }
}
