package zugabe.core.tree;

import java.time.Instant;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;

/**
 * One entry of an install tree. Paths are relative, with {@code /}; modes are Unix permission bits.
 */
public sealed interface Entry {
  String path();

  int mode();

  Instant time();

  /** The same in another place. */
  Entry at(String newPath);

  /** What an entry is there for. */
  enum Role {
    /** The application's own file. */
    OWN,
    /** Part of a library. */
    LIBRARY,
    /** A library as a file: stored as it is. */
    WHOLE_LIBRARY,
    /** A native library. */
    NATIVE,
    /** Written by the build: manifests, start scripts. */
    GENERATED,
    /** Another deliverable. */
    HELD
  }

  /** A folder; its path has no last slash. */
  record Directory(String path, int mode, Instant time) implements Entry {
    @Override
    public Entry at(String newPath) {
      return new Directory(newPath, mode, time);
    }
  }

  /**
   * A file.
   *
   * @param origin the material it comes from, as the user would name it
   */
  record RegularFile(String path, int mode, Instant time, Role role, Content content, String origin)
      implements Entry {
    @Override
    public Entry at(String newPath) {
      return new RegularFile(newPath, mode, time, role, content, origin);
    }
  }

  /** A file that is laid out while the file around it is written. */
  record BuiltFile(String path, int mode, Instant time, Layout layout) implements Entry {
    @Override
    public Entry at(String newPath) {
      return new BuiltFile(newPath, mode, time, layout);
    }
  }

  /**
   * A file that is made before the file around it, and isn't there yet: its size can't be asked
   * for.
   *
   * @param deliverable the deliverable that it is of; empty for a part of this one
   * @param file its path among that one's files
   * @param origin what makes it, as the user would name it
   */
  record Awaited(
      String path,
      int mode,
      Instant time,
      Role role,
      String deliverable,
      String file,
      String origin)
      implements Entry {
    @Override
    public Entry at(String newPath) {
      return new Awaited(newPath, mode, time, role, deliverable, file, origin);
    }

    /** The same, once it is there. */
    public RegularFile filled(Content content, int itsMode) {
      return new RegularFile(path, itsMode, time, role, content, origin);
    }
  }

  /** A symbolic link to a relative path inside the tree. */
  record SymbolicLink(String path, int mode, Instant time, String target) implements Entry {
    @Override
    public Entry at(String newPath) {
      return new SymbolicLink(newPath, mode, time, target);
    }
  }
}
