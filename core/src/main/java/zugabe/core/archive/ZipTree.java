package zugabe.core.archive;

import java.util.ArrayList;
import java.util.List;
import zugabe.bytes.Layout;
import zugabe.bytes.Packing;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.formats.zip.ZipMember;
import zugabe.formats.zip.ZipWriter;

/** Lays an install tree out as a zip file. */
public final class ZipTree {
  private ZipTree() {}

  /** Every entry is packed this way; links aren't held by any zip-shaped kind yet. */
  public static Layout layout(InstallTree tree, Packing packing) {
    List<ZipMember> members = new ArrayList<>(tree.entries().size());
    for (Entry entry : tree.entries()) {
      if (entry instanceof Entry.RegularFile file) {
        members.add(
            ZipMember.file(file.path(), file.time(), file.content(), packing)
                .withMode(file.mode()));
      } else if (entry instanceof Entry.Directory folder) {
        members.add(ZipMember.folder(folder.path(), folder.time()));
      } else {
        throw new IllegalArgumentException("a jar holds no links: " + entry.path());
      }
    }
    return ZipWriter.layout(members);
  }
}
