package zugabe.core.archive;

import java.util.List;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.Packing;
import zugabe.core.target.Input;
import zugabe.core.target.Output;
import zugabe.core.tree.InstallTree;
import zugabe.formats.deflate.Deflate;
import zugabe.formats.gzip.Gzip;
import zugabe.formats.xz.Xz;
import zugabe.formats.zstd.Zstd;

/** Lays an install tree out as an archive in one of the formats there are. */
public final class Packed {
  private Packed() {}

  /**
   * The archive.
   *
   * @param name without the format's ending
   * @param format as an ending: {@code zip}, {@code tar}, {@code tar.gz}, {@code tar.xz}, {@code
   *     tar.zst}
   * @param stored whether no entry of a zip file is packed
   */
  public static Output output(
      InstallTree tree, String name, String format, boolean stored, List<Input> inputs) {
    String file = name + "." + format;
    return new Output(file, 0644, layout(tree, format, file, stored), inputs);
  }

  private static Layout layout(InstallTree tree, String format, String file, boolean stored) {
    if (format.equals("zip")) {
      return ZipTree.layout(tree, stored ? Packing.stored() : new Deflate(), 1);
    }
    if (format.equals("tar")) {
      return TarTree.layout(tree);
    }
    Content tar = TarTree.content(tree);
    return switch (format) {
      case "tar.gz" -> new Gzip(file, tar);
      case "tar.xz" -> new Xz(file, tar);
      case "tar.zst" -> new Zstd(file, tar);
      default -> throw new IllegalArgumentException("there is no format " + format);
    };
  }
}
