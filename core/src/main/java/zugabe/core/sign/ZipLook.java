package zugabe.core.sign;

import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.formats.jar.Manifest;
import zugabe.formats.zip.ZipFaultException;
import zugabe.formats.zip.ZipListing;
import zugabe.formats.zip.ZipReader;

/**
 * One look at a file's entries, which is long with many, to tell what kind of zip file it is.
 *
 * @param listing empty when it can't be read as a zip file
 * @param fault why it can't
 */
record ZipLook(Content content, Optional<ZipListing> listing, Optional<ZipFaultException> fault) {
  private static final byte[] ZIP = {'P', 'K', 3, 4};

  static ZipLook at(Content content) throws IOException {
    try {
      return new ZipLook(content, Optional.of(ZipReader.read(content)), Optional.empty());
    } catch (ZipFaultException e) {
      return new ZipLook(content, Optional.empty(), Optional.of(e));
    }
  }

  /** A zip file that has a manifest. */
  Optional<ZipListing> jar() {
    return listing.filter(
        l -> l.entries().stream().anyMatch(e -> e.name().equalsIgnoreCase(Manifest.PATH)));
  }

  /** A package for phones. */
  Optional<PackageFile> apk() throws IOException {
    return listing.isEmpty() ? Optional.empty() : PackageFile.of(content, listing.get());
  }

  /** Why what begins like a zip file can't be read as one; empty for others. */
  Optional<String> broken() throws IOException {
    if (fault.isEmpty()) {
      return Optional.empty();
    }
    try (InputStream in = content.open()) {
      return Arrays.equals(in.readNBytes(ZIP.length), ZIP)
          ? Optional.of(fault.get().irregularity().what())
          : Optional.empty();
    }
  }
}
