package zugabe.core.install;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Planned;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;

/**
 * Puts files into an install tree. Equal files for one place are one; of different ones a finding
 * tells.
 */
final class Placing {
  private final Planned deliverable;
  private final String platform;
  private final Findings findings;
  private final InstallTree.Builder tree;
  private final Map<String, Entry> entries = new HashMap<>();
  private final List<String> links = new ArrayList<>();

  Placing(Planned deliverable, String platform, Findings findings) {
    this.deliverable = deliverable;
    this.platform = platform;
    this.findings = findings;
    this.tree = InstallTree.builder(deliverable.time());
  }

  Findings findings() {
    return findings;
  }

  /** Paths of all files and links, in order. */
  List<String> paths() {
    return entries.keySet().stream().sorted().toList();
  }

  InstallTree tree(Comparator<String> order) {
    return tree.sorted(order);
  }

  void own(String folder, OwnFile own) throws IOException {
    own(folder, own, false);
  }

  /**
   * @param runs whether it can be run whatever its permissions say
   */
  void own(String folder, OwnFile own, boolean runs) throws IOException {
    String path = folder + own.path();
    if (own.link().isPresent()) {
      links.add(path);
      put(new Entry.SymbolicLink(path, 0777, deliverable.time(), own.link().get()));
      return;
    }
    int mode = runs || own.file().isExecutable() ? 0755 : 0644;
    file(path, mode, Entry.Role.OWN, own.file());
  }

  void file(String path, int mode, Entry.Role role, FileContent file) {
    put(new Entry.RegularFile(path, mode, deliverable.time(), role, file, file.name()));
  }

  void generated(String path, int mode, Content content) {
    put(
        new Entry.RegularFile(
            path, mode, deliverable.time(), Entry.Role.GENERATED, content, Installation.origin()));
  }

  void put(Entry entry) {
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
      findings.add(
          FindingCode.Z4006,
          deliverable.where(),
          origin(there.get()) + " and " + origin(entry) + " would both be " + entry.path() + ".",
          "Remove one of them, or name only the folder that counts.");
    }
  }

  private static String origin(Entry entry) {
    return entry instanceof Entry.RegularFile file ? file.origin() : "a link";
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
   * Looks at the tree as a whole: clashes, links, and names that the target forbids.
   *
   * @param checked whether that was done before, and only links are still to be replaced
   */
  void finish(boolean checked) {
    for (String link : links) {
      link((Entry.SymbolicLink) entries.get(link));
    }
    if (checked) {
      return;
    }
    for (String path : tree.filesAsFolders()) {
      findings.add(
          FindingCode.Z4006,
          deliverable.where(),
          path + " is a file and a folder at once.",
          "Remove one of the materials that bring it.");
    }
    TargetNames.check(entries.keySet(), deliverable, platform, findings);
  }

  private void link(Entry.SymbolicLink link) {
    Optional<String> target = Links.resolved(link.path(), link.target());
    if (target.isEmpty()) {
      findings.add(
          FindingCode.Z4012,
          deliverable.where(),
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
          FindingCode.Z4013,
          deliverable.where(),
          link.path() + " is a link to " + link.target() + ", and nothing is there.",
          "Remove it, or add what it leads to.");
    }
    if (Installation.isWindows(platform)) {
      // making links takes rights there that users don't have
      if (end.isPresent() && entries.get(end.get()) instanceof Entry.RegularFile file) {
        tree.replace(
            new Entry.RegularFile(
                link.path(), file.mode(), file.time(), file.role(), file.content(), file.origin()));
      } else {
        findings.add(
            FindingCode.Z4014,
            deliverable.where(),
            link.path() + " is a link to a folder, and users of Windows may not make links.",
            "Put a copy of the folder there.");
      }
    }
  }
}
