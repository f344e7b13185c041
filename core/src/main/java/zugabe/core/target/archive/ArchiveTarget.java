package zugabe.core.target.archive;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.Packing;
import zugabe.core.archive.TarTree;
import zugabe.core.archive.ZipTree;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Library;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Planned;
import zugabe.core.target.Input;
import zugabe.core.target.Inspection;
import zugabe.core.target.Output;
import zugabe.core.target.Report;
import zugabe.core.target.Target;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.formats.deflate.Deflate;
import zugabe.formats.gzip.Gzip;
import zugabe.formats.xz.Xz;
import zugabe.formats.zstd.Zstd;

/**
 * Makes archives of a group of materials: own files as they lie, libraries in {@code lib}, all
 * below one folder that is named like the archive. Files that can be run stay so.
 */
public final class ArchiveTarget implements Target {
  @Override
  public String kind() {
    return "archive";
  }

  @Override
  public Report check(Planned d, Findings findings) throws IOException {
    tree(d, findings);
    return new Report(d.formats().stream().map(f -> d.file() + "." + f).toList(), List.of());
  }

  private static InstallTree tree(Planned d, Findings findings) throws IOException {
    InstallTree.Builder tree = InstallTree.builder(d.time());
    String top = d.file() + "/";
    for (OwnFile own : d.materials().own()) {
      int mode = own.file().isExecutable() ? 0755 : 0644;
      put(d, tree, top + own.path(), mode, Entry.Role.OWN, own.file(), findings);
    }
    for (Library library : d.materials().libraries()) {
      String path = top + "lib/" + library.name();
      put(d, tree, path, 0644, Entry.Role.WHOLE_LIBRARY, library.file(), findings);
    }
    for (String path : tree.filesAsFolders()) {
      findings.add(
          FindingCode.Z4006,
          d.where(),
          path + " is a file and a folder at once.",
          "Remove one of the materials that bring it.");
    }
    return tree.sorted(Comparator.naturalOrder());
  }

  private static void put(
      Planned d,
      InstallTree.Builder tree,
      String path,
      int mode,
      Entry.Role role,
      FileContent file,
      Findings findings) {
    Optional<Entry> there =
        tree.put(new Entry.RegularFile(path, mode, d.time(), role, file, file.name()));
    if (there.isPresent() && there.get() instanceof Entry.RegularFile other) {
      findings.add(
          FindingCode.Z4006,
          d.where(),
          other.origin() + " and " + file.name() + " would both be " + path + ".",
          "Remove one of them, or name only the folder that counts.");
    }
  }

  @Override
  public List<Output> assemble(Planned d) throws IOException {
    InstallTree tree = tree(d, new Findings());
    List<Output> outputs = new ArrayList<>();
    for (String format : d.formats()) {
      String file = d.file() + "." + format;
      List<Input> inputs = outputs.isEmpty() ? inputs(d) : List.of();
      outputs.add(new Output(file, 0644, layout(d, tree, format, file), inputs));
    }
    return outputs;
  }

  private static Layout layout(Planned d, InstallTree tree, String format, String file) {
    if (format.equals("zip")) {
      return ZipTree.layout(tree, d.stored() ? Packing.stored() : new Deflate(), 1);
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

  private static List<Input> inputs(Planned d) {
    List<Input> inputs = new ArrayList<>();
    inputs.add(
        new Input(
            "own files of " + d.materials().name(),
            d.materials().own().stream().map(OwnFile::file).toList(),
            false));
    d.materials()
        .libraries()
        .forEach(l -> inputs.add(new Input(l.file().name(), List.of(l.file()), true)));
    return inputs;
  }

  @Override
  public Optional<Inspection> inspect(String name, Content content, Findings findings) {
    return Optional.empty();
  }
}
