package zugabe.core.phone;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.core.android.PackageLayout;
import zugabe.core.android.PackageManifest;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.formats.arsc.Qualifiers;
import zugabe.formats.arsc.Resource;
import zugabe.formats.arsc.ResourceTable;
import zugabe.formats.arsc.TableEntry;
import zugabe.formats.arsc.TablePackage;
import zugabe.formats.arsc.TypeChunk;
import zugabe.formats.jar.JarOrder;
import zugabe.formats.jar.Manifest;
import zugabe.formats.zip.ArchivedContent;
import zugabe.formats.zip.EntryScan;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipFaultException;
import zugabe.formats.zip.ZipIrregularity;
import zugabe.formats.zip.ZipListing;
import zugabe.formats.zip.ZipReader;

/**
 * A finished package that is the material of another one, taken apart.
 *
 * @param entries what travels, by path: all but the manifest, the table and signatures
 * @param table empty for a package without resources
 */
public record BasePackage(
    String name,
    PackageManifest manifest,
    SortedMap<String, Content> entries,
    Optional<Content> table) {
  /** A table is taken apart in memory up to this size, and its entries up to this number. */
  private static final long MOST_TABLE = 24 << 20;

  /** Opens one; what is wrong with it is in the findings. */
  static Optional<BasePackage> open(FileContent file, Findings findings) throws IOException {
    Where where = Where.file(file.name());
    try {
      ZipListing listing = ZipReader.read(file);
      Optional<ZipIrregularity> severe =
          listing.irregularities().stream().filter(i -> i.fault().severe()).findFirst();
      if (severe.isPresent()) {
        damaged(where, severe.get().what(), findings);
        return Optional.empty();
      }
      Optional<ZipEntry> manifest = listing.entry(PackageManifest.PATH);
      if (manifest.isEmpty()) {
        damaged(where, "it has no manifest", findings);
        return Optional.empty();
      }
      PackageManifest read = PackageManifest.read(manifest.get());
      SortedMap<String, Content> entries = entries(listing);
      Optional<Content> table = Optional.ofNullable(entries.remove(PackageLayout.RESOURCES));
      return Optional.of(new BasePackage(file.name(), read, entries, table));
    } catch (MalformedException | ZipFaultException e) {
      damaged(where, e.getMessage(), findings);
      return Optional.empty();
    }
  }

  private static void damaged(Where where, String why, Findings findings) {
    findings.add(
        PhoneCode.Z5307,
        where,
        "It isn't a package for phones that can be taken apart: " + why + ".",
        "Name a package that was built, by package:.");
  }

  /** Each is held against its CRC once, and travels as it lies packed. */
  private static SortedMap<String, Content> entries(ZipListing listing) throws IOException {
    SortedMap<String, Content> all = new TreeMap<>(JarOrder::bytewise);
    Set<String> names = new HashSet<>();
    try (EntryScan scan = new EntryScan()) {
      for (ZipEntry entry : listing.entries()) {
        if (!names.add(entry.name())) {
          throw new MalformedException("two entries have the name " + entry.name(), 0);
        }
        boolean left =
            entry.isFolder()
                || entry.name().equals(PackageManifest.PATH)
                || entry.name().equals(Manifest.PATH)
                || JarOrder.isSignatureFile(entry.name());
        if (!left) {
          all.put(entry.name(), new ArchivedContent(entry, scan.scan(entry)));
        }
      }
    }
    return all;
  }

  /** Its byte code, by path. */
  Map<String, Content> code() {
    Map<String, Content> all = new LinkedHashMap<>();
    entries.forEach(
        (path, content) -> {
          if (path.endsWith(".dex") && path.indexOf('/') < 0) {
            all.put(path, content);
          }
        });
    return all;
  }

  /**
   * Its resources.
   *
   * @throws MalformedException when they can't be taken apart
   */
  List<Resource> resources() throws IOException {
    if (table.isEmpty()) {
      return List.of();
    }
    if (table.get().size() > MOST_TABLE) {
      throw new MalformedException(
          "its table of resources has " + table.get().size() + " bytes", 0);
    }
    byte[] bytes;
    try (InputStream in = table.get().open()) {
      bytes = in.readAllBytes();
    }
    List<TablePackage> packages = ResourceTable.read(Content.of(bytes).access()).packages();
    if (packages.size() != 1) {
      throw new MalformedException("its table has " + packages.size() + " packages", 0);
    }
    return resources(packages.get(0));
  }

  private static List<Resource> resources(TablePackage pack) throws IOException {
    Map<Long, SortedMap<Qualifiers, TableEntry>> values = new TreeMap<>();
    Map<Long, String[]> names = new TreeMap<>();
    for (TypeChunk chunk : pack.types()) {
      String type = pack.typeName(chunk.type());
      chunk.each(
          (index, at) -> {
            long number = pack.number(chunk.type(), index);
            values
                .computeIfAbsent(number, n -> new TreeMap<>())
                .put(chunk.qualifiers(), chunk.entry(at));
            names.put(number, new String[] {type, pack.key(chunk.key(at))});
          });
    }
    List<Resource> all = new ArrayList<>();
    names.forEach(
        (number, name) -> all.add(new Resource(name[0], name[1], number, values.get(number))));
    return all;
  }

  /** The name of the table's package. */
  String tableName() throws IOException {
    try (InputStream in = table.orElseThrow().open()) {
      return ResourceTable.read(Content.of(in.readAllBytes()).access()).packages().get(0).name();
    }
  }
}
