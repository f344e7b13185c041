package zugabe.core.archive;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.core.finding.Located;
import zugabe.core.shape.Field;
import zugabe.core.shape.ListShape;
import zugabe.core.shape.TextShape;
import zugabe.core.tree.InstallTree;
import zugabe.formats.gzip.Gzip;
import zugabe.formats.xz.Xz;
import zugabe.formats.zstd.Zstd;

/** Formats of archives, in which an install tree can be laid out. */
public enum ArchiveFormat {
  ZIP("zip"),
  TAR("tar"),
  TAR_GZ("tar.gz"),
  TAR_XZ("tar.xz"),
  TAR_ZST("tar.zst");

  private final String ending;

  ArchiveFormat(String ending) {
    this.ending = ending;
  }

  /** Of file names, without the dot in front; also the name in recipes. */
  public String ending() {
    return ending;
  }

  private static Optional<ArchiveFormat> parse(String text) {
    return Arrays.stream(values()).filter(f -> f.ending.equals(text)).findFirst();
  }

  /** A recipe's key for them. */
  public static Field<List<Located<ArchiveFormat>>> key(ArchiveFormat otherwise) {
    String pattern =
        Arrays.stream(values())
            .map(f -> f.ending.replace(".", "\\."))
            .collect(Collectors.joining("|"));
    return Field.optional(
            "formats",
            new ListShape<>(
                TextShape.parsed(
                    "zip, tar, tar.gz, tar.xz or tar.zst", pattern, ArchiveFormat::parse, ZIP)),
            "Formats, one file each: zip, tar, tar.gz, tar.xz, tar.zst.")
        .otherwise(otherwise.ending);
  }

  /** What a recipe says, each once; else the one that is taken then. */
  public static List<ArchiveFormat> said(
      List<Located<ArchiveFormat>> said, ArchiveFormat otherwise) {
    return said.isEmpty()
        ? List.of(otherwise)
        : said.stream().map(Located::value).distinct().toList();
  }

  /**
   * A tree in this format.
   *
   * @param file the archive's name, which some formats keep
   * @param packing whether entries of a zip file are packed, and how hard
   */
  public Layout layout(InstallTree tree, String file, EntryPacking packing) {
    if (this == ZIP) {
      return ZipTree.layout(tree, packing.packing(), 1);
    }
    if (this == TAR) {
      return TarTree.layout(tree);
    }
    Content tar = TarTree.content(tree);
    return switch (this) {
      case TAR_GZ -> new Gzip(file, tar, packing.deflate());
      case TAR_XZ -> new Xz(file, tar);
      case TAR_ZST -> new Zstd(file, tar);
      case ZIP, TAR -> throw new IllegalStateException("laid out above");
    };
  }
}
