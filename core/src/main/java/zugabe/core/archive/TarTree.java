package zugabe.core.archive;

import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.formats.tar.TarContent;
import zugabe.formats.tar.TarLayout;
import zugabe.formats.tar.TarMember;

/** Lays an install tree out as a tar file. */
public final class TarTree {
  private TarTree() {}

  /** The whole file, not compressed. */
  public static Layout layout(InstallTree tree) {
    return new TarLayout(members(tree));
  }

  /** The whole file, to be compressed. */
  public static Content content(InstallTree tree) {
    return new TarContent(members(tree));
  }

  private static List<TarMember> members(InstallTree tree) {
    List<TarMember> members = new ArrayList<>(tree.entries().size());
    for (Entry entry : tree.entries()) {
      members.add(member(entry).ownedBy(entry.owner()));
    }
    return members;
  }

  private static TarMember member(Entry entry) {
    if (entry instanceof Entry.RegularFile file) {
      return TarMember.file(file.path(), file.time(), file.mode(), file.content());
    }
    if (entry instanceof Entry.Directory folder) {
      return TarMember.folder(folder.path(), folder.time(), folder.mode());
    }
    if (entry instanceof Entry.SymbolicLink link) {
      return TarMember.link(link.path(), link.time(), link.target());
    }
    throw new IllegalArgumentException("its size isn't known before: " + entry.path());
  }
}
