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

  /**
   * Every entry is packed this way, but for libraries as files, which are stored.
   *
   * @param alignment of the data of libraries as files, in bytes
   */
  public static Layout layout(InstallTree tree, Packing packing, int alignment) {
    List<ZipMember> members = new ArrayList<>(tree.entries().size());
    for (Entry entry : tree.entries()) {
      if (entry instanceof Entry.RegularFile file) {
        boolean whole = file.role() == Entry.Role.WHOLE_LIBRARY;
        members.add(
            ZipMember.file(
                    file.path(), file.time(), file.content(), whole ? Packing.stored() : packing)
                .withMode(file.mode())
                .aligned(whole ? alignment : 1));
      } else if (entry instanceof Entry.BuiltFile built) {
        members.add(
            ZipMember.inside(built.path(), built.time(), built.layout()).withMode(built.mode()));
      } else if (entry instanceof Entry.Directory folder) {
        members.add(ZipMember.folder(folder.path(), folder.time()));
      } else if (entry instanceof Entry.SymbolicLink link) {
        members.add(ZipMember.link(link.path(), link.time(), link.target()));
      }
    }
    return ZipWriter.layout(members);
  }
}
