package zugabe.core.rehearse;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFilePermission;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import zugabe.bytes.Regex;
import zugabe.core.unpacking.FolderTree;

/**
 * A throw-away place: its path has a space and an umlaut, as users' paths have. Below it are {@code
 * app} for what is rehearsed, {@code home}, {@code tmp}, and {@code work}, where it is started.
 */
final class Place implements Closeable {
  private static final String NAME = "zugabe rehearsal ü ";

  private static final String PLAIN = "zugabe-rehearsal-";

  /** Holds the number of the process that made the place. */
  private static final String OWNER = "owner";

  private final Path folder;
  private Map<String, String> before = Map.of();

  private Place(Path folder) {
    this.folder = folder;
  }

  static Place create() throws IOException {
    return create(NAME);
  }

  /** One whose path is of plain letters: for servers that stumble over others. */
  static Place plain() throws IOException {
    return create(PLAIN);
  }

  private static Place create(String name) throws IOException {
    Place place = new Place(Files.createTempDirectory(name).toRealPath());
    Files.writeString(place.folder.resolve(OWNER), String.valueOf(ProcessHandle.current().pid()));
    for (Path p : new Path[] {place.app(), place.home(), place.tmp(), place.work()}) {
      Files.createDirectories(p);
    }
    return place;
  }

  /** Places whose maker was killed, so that nobody has removed them. */
  static List<Place> left() throws IOException {
    Path parent = Files.createTempDirectory(NAME);
    Files.delete(parent);
    List<Place> left = new ArrayList<>();
    try (DirectoryStream<Path> list =
        Files.newDirectoryStream(parent.getParent(), "zugabe[ -]rehearsal[ -]*")) {
      for (Path folder : list) {
        if (Files.isReadable(folder.resolve(OWNER)) && !isAlive(folder.resolve(OWNER))) {
          left.add(new Place(folder.toRealPath()));
        }
      }
    }
    return left;
  }

  private static boolean isAlive(Path owner) throws IOException {
    String pid = Files.readString(owner).strip();
    return !Regex.matches(pid, "\\d{1,18}")
        || ProcessHandle.of(Long.parseLong(pid)).map(ProcessHandle::isAlive).orElse(false);
  }

  /** What processes that belong here carry in their environment. */
  String mark() {
    return Regex.replaceAll(folder.getFileName().toString(), "[^0-9]", "");
  }

  Path app() {
    return folder.resolve("app");
  }

  Path home() {
    return folder.resolve("home");
  }

  Path tmp() {
    return folder.resolve("tmp");
  }

  Path work() {
    return folder.resolve("work");
  }

  /** For a system that programs run in; what is written there isn't the programs'. */
  Path system() {
    return folder.resolve("system");
  }

  /**
   * What is there now doesn't count as written. What was put into {@code app} can't be changed from
   * now on, as after an installation.
   */
  void seal() throws IOException {
    before = files();
    permit(app(), false);
  }

  /** Files written, changed or removed since then, with their sizes; removed ones have size -1. */
  Map<String, Long> written() throws IOException {
    Map<String, Long> written = new TreeMap<>();
    Map<String, String> now = files();
    for (Map.Entry<String, String> file : now.entrySet()) {
      if (!file.getValue().equals(before.get(file.getKey()))) {
        written.put(file.getKey(), Files.size(folder.resolve(file.getKey())));
      }
    }
    before.keySet().stream().filter(f -> !now.containsKey(f)).forEach(f -> written.put(f, -1L));
    return written;
  }

  /** Regular files by path, with what changes when they are written. */
  private Map<String, String> files() throws IOException {
    Map<String, String> files = new TreeMap<>();
    Files.walkFileTree(
        folder,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes a) {
            return dir.equals(system()) ? FileVisitResult.SKIP_SUBTREE : FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes a) {
            if (a.isRegularFile()) {
              String path = folder.relativize(file).toString().replace('\\', '/');
              files.put(path, a.size() + " " + a.lastModifiedTime().toMillis() + " " + a.fileKey());
            }
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFileFailed(Path file, IOException e) {
            return FileVisitResult.CONTINUE;
          }
        });
    return files;
  }

  private static void permit(Path from, boolean write) throws IOException {
    Files.walkFileTree(
        from,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes a)
              throws IOException {
            if (write) {
              change(dir, true);
            }
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes a) throws IOException {
            if (a.isRegularFile()) {
              change(file, write);
            }
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult postVisitDirectory(Path dir, IOException e) throws IOException {
            if (!write) {
              change(dir, false);
            }
            return FileVisitResult.CONTINUE;
          }
        });
  }

  private static void change(Path path, boolean write) throws IOException {
    PosixFileAttributeView view =
        Files.getFileAttributeView(path, PosixFileAttributeView.class, LinkOption.NOFOLLOW_LINKS);
    if (view == null) {
      return;
    }
    Set<PosixFilePermission> permissions = EnumSet.copyOf(view.readAttributes().permissions());
    if (write) {
      permissions.add(PosixFilePermission.OWNER_WRITE);
      permissions.add(PosixFilePermission.OWNER_READ);
      permissions.add(PosixFilePermission.OWNER_EXECUTE);
    } else {
      permissions.remove(PosixFilePermission.OWNER_WRITE);
      permissions.remove(PosixFilePermission.GROUP_WRITE);
      permissions.remove(PosixFilePermission.OTHERS_WRITE);
    }
    view.setPermissions(permissions);
  }

  /** Takes everything away. */
  @Override
  public void close() throws IOException {
    if (!Files.exists(folder)) {
      return;
    }
    permit(folder, true);
    FolderTree.remove(folder);
  }
}
