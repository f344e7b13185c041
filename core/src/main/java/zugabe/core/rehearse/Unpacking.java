package zugabe.core.rehearse;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFilePermissions;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipFaultException;
import zugabe.formats.zip.ZipListing;

/** Unpacks an archive as a user would, with the permissions it holds. */
final class Unpacking {
  private Unpacking() {}

  /**
   * Unpacks all entries. The listing must be sound: then no entry leaves the folder.
   *
   * @throws ZipFaultException when an entry is damaged
   */
  static void into(Path folder, ZipListing listing) throws IOException {
    for (ZipEntry entry : listing.entries()) {
      Path path = folder.resolve(entry.name()).normalize();
      if (!path.startsWith(folder)) {
        throw new IOException(entry.name() + " would leave the folder");
      }
      if (entry.isFolder()) {
        Files.createDirectories(path);
        continue;
      }
      Files.createDirectories(path.getParent());
      try (InputStream in = entry.open()) {
        Files.copy(in, path, StandardCopyOption.REPLACE_EXISTING);
      }
      allow(path, entry.mode());
    }
  }

  private static void allow(Path path, int mode) throws IOException {
    PosixFileAttributeView view = Files.getFileAttributeView(path, PosixFileAttributeView.class);
    if (view != null && (mode & 0111) != 0) {
      view.setPermissions(PosixFilePermissions.fromString("rwxr-xr-x"));
    }
  }
}
