package zugabe.standins.phone;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import zugabe.bytes.Content;
import zugabe.core.android.PackageLayout;
import zugabe.core.android.PackageManifest;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.ReadExtent;
import zugabe.formats.arsc.Device;
import zugabe.formats.arsc.ResourceTable;
import zugabe.formats.arsc.Value;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipListing;
import zugabe.formats.zip.ZipReader;

/** A package as a phone opens it. */
final class AppPackage {
  /** References lead to references: the platform follows as many. */
  private static final int MOST_STEPS = 20;

  private static final int MOST_BYTES = 32 << 20;

  private final Content content;
  private final ZipListing listing;
  private final PackageManifest manifest;
  private final Optional<ResourceTable> table;

  private AppPackage(Content content, ZipListing listing) throws IOException {
    this.content = content;
    this.listing = listing;
    Optional<ZipEntry> entry = listing.entry(PackageManifest.PATH);
    if (entry.isEmpty()) {
      throw new IOException("it has no manifest");
    }
    this.manifest = PackageManifest.read(entry.get());
    Optional<ZipEntry> resources = listing.entry(PackageLayout.RESOURCES);
    this.table =
        resources.isEmpty()
            ? Optional.empty()
            : Optional.of(ResourceTable.read(stored(resources.get()).access()));
  }

  static AppPackage open(Path file) throws IOException {
    Content content =
        new FileContent(
            file,
            file.getFileName().toString(),
            java.nio.file.Files.size(file),
            ReadExtent.IN_PART);
    return new AppPackage(content, ZipReader.read(content));
  }

  private static Content stored(ZipEntry entry) throws IOException {
    return entry.isDeflated() ? Content.of(bytes(entry)) : entry.raw();
  }

  private static byte[] bytes(ZipEntry entry) throws IOException {
    if (entry.size() > MOST_BYTES) {
      throw new IOException(entry.name() + " has " + entry.size() + " bytes");
    }
    try (InputStream in = entry.open()) {
      return in.readAllBytes();
    }
  }

  Content content() {
    return content;
  }

  ZipListing listing() {
    return listing;
  }

  PackageManifest manifest() {
    return manifest;
  }

  /** Kinds of processors that it has native libraries for. */
  Set<String> processors() {
    Set<String> all = new TreeSet<>();
    listing.entries().stream()
        .map(ZipEntry::name)
        .filter(PackageLayout::isLibrary)
        .forEach(n -> all.add(n.split("/", -1)[1]));
    return all;
  }

  /** A value as a device sees it, references followed; empty when they lead nowhere. */
  Optional<Value> resolved(Value value, Device device) throws IOException {
    Value now = value;
    for (int i = 0; i < MOST_STEPS && now.isReference() && now.data() != 0; i++) {
      if (table.isEmpty()) {
        return Optional.empty();
      }
      List<ResourceTable.Found> variants = table.get().find(now.data());
      Optional<ResourceTable.Found> best = device.best(variants);
      if (best.isEmpty() || best.get().entry().isComplex()) {
        return Optional.empty();
      }
      now = best.get().entry().value();
    }
    return now.isReference() ? Optional.empty() : Optional.of(now);
  }

  /** What stands below its icon. */
  String label(Device device) throws IOException {
    Optional<Value> label = manifest.label();
    Optional<Value> shown = label.isEmpty() ? label : resolved(label.get(), device);
    return shown.map(Value::shown).filter(l -> !l.isEmpty()).orElse(manifest.id());
  }

  String versionName(Device device) throws IOException {
    Optional<Value> name = manifest.versionName();
    return name.isEmpty() ? "" : resolved(name.get(), device).map(Value::shown).orElse("");
  }

  /** A file's bytes; empty when it isn't there. */
  Optional<byte[]> file(String path) throws IOException {
    Optional<ZipEntry> entry = listing.entry(path);
    return entry.isEmpty() ? Optional.empty() : Optional.of(bytes(entry.get()));
  }
}
