package zugabe.core.materials;

import java.io.IOException;
import java.io.OutputStream;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Digests;

/**
 * What earlier runs found out about files, kept in the user's folder for such things (XDG Base
 * Directory Specification). Whoever deletes it loses time only, so nothing here ever fails.
 */
public final class UserCache {
  private static final Duration KEPT = Duration.ofDays(30);
  private static final Duration SWEPT = Duration.ofDays(1);

  /** A file that was changed a moment ago may be changed again and look the same. */
  private static final Duration SETTLED = Duration.ofSeconds(2);

  private static final int MAX_BYTES = 1 << 24;

  /** How a file begins: the version of this form. */
  private static final byte[] VERSION = "zugabe 2\n".getBytes(StandardCharsets.US_ASCII);

  private static final int SUM_BYTES = 32;

  private final Optional<Path> folder;
  private final Clock clock;
  private final String program;

  private UserCache(Optional<Path> folder, Clock clock) {
    this.folder = folder;
    this.clock = clock;
    this.program = folder.isPresent() ? program() : "";
  }

  /**
   * The user's; nothing is kept when {@code ZUGABE_CACHE} is {@code off}.
   *
   * @param environment variables
   * @param clock tells what is old; no output depends on it
   */
  public static UserCache of(Map<String, String> environment, Clock clock) {
    if ("off".equals(environment.get("ZUGABE_CACHE"))) {
      return none();
    }
    String system = System.getProperty("os.name", "").toLowerCase(Locale.ROOT);
    Optional<Path> home = folder(environment, "HOME");
    if (system.startsWith("windows")) {
      return new UserCache(
          folder(environment, "LOCALAPPDATA").map(f -> f.resolve("zugabe/cache")), clock);
    }
    Optional<Path> own = folder(environment, "XDG_CACHE_HOME");
    String usual = system.startsWith("mac") ? "Library/Caches" : ".cache";
    return new UserCache(
        own.or(() -> home.map(h -> h.resolve(usual))).map(f -> f.resolve("zugabe")), clock);
  }

  /** One that keeps nothing. */
  public static UserCache none() {
    return new UserCache(Optional.empty(), Clock.systemUTC());
  }

  private static Optional<Path> folder(Map<String, String> environment, String variable) {
    return Optional.ofNullable(environment.get(variable))
        .filter(v -> !v.isEmpty())
        .map(Path::of)
        .filter(Path::isAbsolute);
  }

  /** Another build of the program may find out other things. */
  private static String program() {
    try {
      Path file =
          Path.of(UserCache.class.getProtectionDomain().getCodeSource().getLocation().toURI());
      BasicFileAttributes a = Files.readAttributes(file, BasicFileAttributes.class);
      return a.size() + " " + a.lastModifiedTime();
    } catch (IOException | URISyntaxException | RuntimeException e) {
      return "";
    }
  }

  /** Whether anything is kept. */
  public boolean isOn() {
    return folder.isPresent();
  }

  /**
   * What tells a file's state: its place, size, time and, where the system has one, number. Empty
   * when it changed a moment ago or can't be looked at: then nothing may be kept of it.
   */
  public Optional<String> stamp(Path file) {
    try {
      BasicFileAttributes a = Files.readAttributes(file, BasicFileAttributes.class);
      Instant changed = a.lastModifiedTime().toInstant();
      if (changed.isAfter(clock.instant().minus(SETTLED))) {
        return Optional.empty();
      }
      return Optional.of(state(file));
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  /** Which file it is and when it was changed: another one when it was written meanwhile. */
  static String state(Path file) throws IOException {
    BasicFileAttributes a = Files.readAttributes(file, BasicFileAttributes.class);
    Instant changed = a.lastModifiedTime().toInstant();
    return String.join(
        "\n",
        file.toAbsolutePath().toString(),
        "" + a.size(),
        changed.getEpochSecond() + "." + changed.getNano(),
        "" + a.fileKey(),
        change(file));
  }

  /** When the system last saw a change, which nobody can set back as a file's time can be. */
  private static String change(Path file) throws IOException {
    try {
      return "" + Files.getAttribute(file, "unix:ctime");
    } catch (UnsupportedOperationException | IllegalArgumentException e) {
      return "";
    }
  }

  private byte[] whole(String kind, String key) {
    return (kind + "\n" + program + "\n" + key).getBytes(StandardCharsets.UTF_8);
  }

  private Optional<Path> file(String kind, String key) {
    String name = Digests.sha256Hex(whole(kind, key));
    return folder.map(f -> f.resolve(name.substring(0, 40)));
  }

  /** Of the whole key and the value, so that a value under another's name doesn't fit. */
  private byte[] sum(String kind, String key, byte[] bytes, int from) {
    MessageDigest digest = Digests.sha256();
    digest.update(whole(kind, key));
    digest.update((byte) 0);
    digest.update(bytes, from, bytes.length - from);
    return digest.digest();
  }

  /** What was kept. */
  public Optional<byte[]> get(String kind, String key) {
    Optional<Path> file = file(kind, key);
    try {
      if (file.isEmpty()
          || !Files.isRegularFile(file.get())
          || Files.size(file.get()) > MAX_BYTES) {
        return Optional.empty();
      }
      Instant used = Files.getLastModifiedTime(file.get()).toInstant();
      if (used.isBefore(clock.instant().minus(SWEPT))) {
        Files.setLastModifiedTime(file.get(), FileTime.from(clock.instant()));
      }
      byte[] bytes = Files.readAllBytes(file.get());
      int from = VERSION.length + SUM_BYTES;
      if (bytes.length >= from
          && Arrays.equals(bytes, 0, VERSION.length, VERSION, 0, VERSION.length)
          && Arrays.equals(
              bytes, VERSION.length, from, sum(kind, key, bytes, from), 0, SUM_BYTES)) {
        return Optional.of(Arrays.copyOfRange(bytes, from, bytes.length));
      }
      // spoilt: thrown away, and found out again
      Files.deleteIfExists(file.get());
      return Optional.empty();
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  /** Keeps something, whole or not at all. */
  public void put(String kind, String key, byte[] value) {
    Optional<Path> file = file(kind, key);
    if (file.isEmpty() || value.length > MAX_BYTES) {
      return;
    }
    try {
      Files.createDirectories(folder.get());
      Path fresh = Files.createTempFile(folder.get(), "new", ".part");
      try {
        try (OutputStream out = Files.newOutputStream(fresh)) {
          out.write(VERSION);
          out.write(sum(kind, key, value, 0));
          out.write(value);
        }
        Files.move(
            fresh, file.get(), StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
      } finally {
        Files.deleteIfExists(fresh);
      }
      sweep();
    } catch (IOException e) {
      // no room, no permission: the next run finds out again
      return;
    }
  }

  /** Once a day, what nobody used for long goes. */
  private synchronized void sweep() throws IOException {
    Path mark = folder.get().resolve("swept");
    Instant now = clock.instant();
    if (Files.exists(mark)
        && Files.getLastModifiedTime(mark).toInstant().isAfter(now.minus(SWEPT))) {
      return;
    }
    Files.write(mark, new byte[0]);
    try (DirectoryStream<Path> all = Files.newDirectoryStream(folder.get())) {
      for (Path file : all) {
        if (Files.getLastModifiedTime(file).toInstant().isBefore(now.minus(KEPT))) {
          Files.deleteIfExists(file);
        }
      }
    }
  }
}
