package zugabe.inner;

import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Locale;
import java.util.zip.ZipEntry;

/**
 * Native libraries that the program loads by name: the system can only load them from a file, so
 * they are put into the user's cache folder, one folder for each version of the program, and
 * checked by their SHA-256 each time before they are used.
 */
final class Natives {
  private final Index index;
  private final Outer outer;

  Natives(Index index, Outer outer) {
    this.index = index;
    this.outer = outer;
  }

  /** The file of a library, or null when the program doesn't carry it for this platform. */
  String find(String name) throws IOException {
    String file = System.mapLibraryName(name);
    String platform = platform();
    for (Index.Native n : index.natives) {
      if (n.platform.equals(platform) && n.path.endsWith("/" + file)) {
        return unpacked(n, file).getPath();
      }
    }
    return null;
  }

  static String platform() {
    String os = System.getProperty("os.name").toLowerCase(Locale.ROOT);
    String arch = System.getProperty("os.arch").toLowerCase(Locale.ROOT);
    String system = os.startsWith("windows") ? "windows" : os.startsWith("mac") ? "macos" : "linux";
    String processor =
        arch.equals("amd64") || arch.equals("x86_64")
            ? "x64"
            : arch.equals("aarch64") ? "arm64" : "x86";
    return system + "-" + processor;
  }

  private File unpacked(Index.Native wanted, String file) throws IOException {
    Path folder = cache().resolve(index.app).resolve(wanted.sha256.substring(0, 16));
    Path target = folder.resolve(file);
    if (Files.isRegularFile(target) && digest(target).equals(wanted.sha256)) {
      return target.toFile();
    }
    Files.createDirectories(folder);
    // under a name of its own until it is whole: another process may be doing the same
    Path part = Files.createTempFile(folder, file, ".part");
    try {
      ZipEntry entry = outer.entry(wanted.path);
      try (InputStream in = outer.open(entry)) {
        Files.copy(in, part, StandardCopyOption.REPLACE_EXISTING);
      }
      if (!digest(part).equals(wanted.sha256)) {
        throw new IOException(wanted.path + " in " + outer.file.getName() + " is damaged");
      }
      move(part, target, wanted.sha256);
    } finally {
      Files.deleteIfExists(part);
    }
    return target.toFile();
  }

  private static void move(Path part, Path target, String sha256) throws IOException {
    try {
      Files.move(part, target, StandardCopyOption.ATOMIC_MOVE);
    } catch (AtomicMoveNotSupportedException e) {
      Files.move(part, target, StandardCopyOption.REPLACE_EXISTING);
    } catch (IOException e) {
      // some systems don't replace a file that is in use; the other process' copy is as good if it
      // is whole
      if (!Files.isRegularFile(target) || !digest(target).equals(sha256)) {
        throw e;
      }
    }
  }

  /** The user's cache folder, as each system has it. */
  private static Path cache() {
    String home = System.getProperty("user.home");
    String platform = platform();
    String local =
        System.getenv(platform.startsWith("windows") ? "LOCALAPPDATA" : "XDG_CACHE_HOME");
    if (local != null && new File(local).isAbsolute()) {
      return new File(local).toPath();
    }
    if (platform.startsWith("windows")) {
      return new File(home, "AppData/Local").toPath();
    }
    return new File(home, platform.startsWith("macos") ? "Library/Caches" : ".cache").toPath();
  }

  private static String digest(Path file) throws IOException {
    MessageDigest digest;
    try {
      digest = MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IOException("this runtime has no SHA-256", e);
    }
    byte[] buffer = new byte[1 << 16];
    try (InputStream in = Files.newInputStream(file)) {
      for (int got = in.read(buffer); got >= 0; got = in.read(buffer)) {
        digest.update(buffer, 0, got);
      }
    }
    StringBuilder text = new StringBuilder();
    for (byte b : digest.digest()) {
      text.append(Character.forDigit((b >> 4) & 15, 16)).append(Character.forDigit(b & 15, 16));
    }
    return text.toString();
  }
}
