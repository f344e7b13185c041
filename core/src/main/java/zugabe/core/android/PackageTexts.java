package zugabe.core.android;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.formats.arsc.ResourceTable;
import zugabe.formats.arsc.Value;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipListing;

/** Values of a package's manifest as most phones see them. */
public final class PackageTexts {
  /** What is packed has to go into memory. */
  private static final long MOST_BYTES = 64 << 20;

  private PackageTexts() {}

  /** An entry's bytes; one that is stored is read where it lies. */
  public static Content content(ZipEntry entry) throws IOException {
    if (!entry.isDeflated()) {
      return entry.raw();
    }
    if (entry.size() > MOST_BYTES) {
      throw new MalformedException("it is packed and has " + entry.size() + " bytes", 0);
    }
    try (InputStream in = entry.open()) {
      return Content.of(in.readAllBytes());
    }
  }

  /**
   * A package's table of resources; empty when there is none.
   *
   * @throws MalformedException when it is damaged
   */
  public static Optional<ResourceTable> table(ZipListing listing) throws IOException {
    Optional<ZipEntry> entry = listing.entry(PackageLayout.RESOURCES);
    return entry.isEmpty()
        ? Optional.empty()
        : Optional.of(ResourceTable.read(content(entry.get()).access()));
  }

  /** A value, or what it refers to; empty for none. */
  public static String shown(Optional<Value> value, Optional<ResourceTable> table)
      throws IOException {
    if (value.isEmpty()) {
      return "";
    }
    if (!value.get().isReference() || table.isEmpty()) {
      return value.get().shown();
    }
    List<ResourceTable.Found> found = table.get().find(value.get().data());
    Optional<ResourceTable.Found> best =
        found.stream()
            .filter(f -> f.qualifiers().isNone())
            .findFirst()
            .or(() -> found.stream().findFirst());
    return best.map(f -> f.entry().value().shown()).orElse(value.get().shown());
  }
}
