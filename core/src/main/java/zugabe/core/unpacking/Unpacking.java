package zugabe.core.unpacking;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.core.archive.TarFile;
import zugabe.formats.tar.TarReader;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipListing;
import zugabe.formats.zip.ZipReader;

/** Unpacks an archive as a user would, with the permissions it holds. */
public final class Unpacking {
  private Unpacking() {}

  /**
   * Unpacks a zip or tar file.
   *
   * @return false when it is neither
   * @throws IOException when it is damaged, or has entries that would leave the folder
   */
  public static boolean into(Path folder, Content content) throws IOException {
    Optional<TarFile> tar = TarFile.open(content);
    if (tar.isPresent()) {
      try (TarFile file = tar.get()) {
        into(folder, file.reader());
      }
      return true;
    }
    if (!isZip(content)) {
      return false;
    }
    ZipListing listing = ZipReader.read(content);
    if (!listing.isSound()) {
      throw new IOException(listing.irregularities().get(0).what());
    }
    into(folder, listing);
    return true;
  }

  private static boolean isZip(Content content) throws IOException {
    try (InputStream in = content.open()) {
      byte[] start = in.readNBytes(4);
      return start.length == 4
          && start[0] == 'P'
          && start[1] == 'K'
          && (start[2] == 3 || start[2] == 5);
    }
  }

  /**
   * Unpacks all entries. The listing must be sound: then no entry leaves the folder.
   *
   * @throws ZipFaultException when an entry is damaged
   */
  public static void into(Path folder, ZipListing listing) throws IOException {
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
      if ((entry.mode() & 0170000) == 0120000) {
        link(folder, path, entry);
        continue;
      }
      try (InputStream in = entry.open()) {
        Files.copy(in, path, StandardCopyOption.REPLACE_EXISTING);
      }
      allow(path, entry.mode());
    }
  }

  private static void link(Path folder, Path path, ZipEntry entry) throws IOException {
    try (InputStream in = entry.open()) {
      String target = new String(in.readNBytes(4096), StandardCharsets.UTF_8);
      if (!path.resolveSibling(target).normalize().startsWith(folder)) {
        throw new IOException(entry.name() + " is a link that leads outside");
      }
      Files.createSymbolicLink(path, Path.of(target));
    }
  }

  /** Unpacks a tar file. Nothing leaves the folder, and nothing is written through a link. */
  public static void into(Path folder, TarReader reader) throws IOException {
    for (Optional<TarReader.Entry> next = reader.next(); next.isPresent(); next = reader.next()) {
      TarReader.Entry entry = next.get();
      Path path = folder.resolve(entry.name()).normalize();
      if (!path.startsWith(folder) || isBehindLink(folder, path)) {
        throw new IOException(entry.name() + " would leave the folder");
      }
      if (entry.isFolder()) {
        Files.createDirectories(path);
        continue;
      }
      Files.createDirectories(path.getParent());
      if (entry.type() == '2') {
        if (!path.resolveSibling(entry.link()).normalize().startsWith(folder)) {
          throw new IOException(entry.name() + " is a link that leads outside");
        }
        Files.createSymbolicLink(path, Path.of(entry.link()));
      } else if (entry.type() == '0') {
        Files.copy(reader.content(), path, StandardCopyOption.REPLACE_EXISTING);
        allow(path, entry.mode());
      } else {
        throw new IOException(entry.name() + " is neither a file nor a folder nor a link");
      }
    }
  }

  private static boolean isBehindLink(Path folder, Path path) {
    for (Path at = path.getParent(); at != null && !at.equals(folder); at = at.getParent()) {
      if (Files.isSymbolicLink(at)) {
        return true;
      }
    }
    return false;
  }

  private static void allow(Path path, int mode) throws IOException {
    PosixFileAttributeView view = Files.getFileAttributeView(path, PosixFileAttributeView.class);
    if (view != null && (mode & 0111) != 0) {
      view.setPermissions(PosixFilePermissions.fromString("rwxr-xr-x"));
    }
  }
}
