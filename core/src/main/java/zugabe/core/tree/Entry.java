package zugabe.core.tree;

import java.time.Instant;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.formats.unix.Owner;

/**
 * One entry of an install tree. Paths are relative, with {@code /}; modes are Unix permission bits.
 * Everything belongs to root unless a kind says otherwise, which only formats with owners can hold.
 */
public sealed interface Entry {
  String path();

  int mode();

  /** Whom it belongs to once it is installed. */
  Owner owner();

  Instant time();

  /** The same in another place. */
  Entry at(String newPath);

  /** The same, belonging to somebody else. */
  Entry ownedBy(Owner someone);

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
  record Directory(String path, int mode, Owner owner, Instant time) implements Entry {
    /** Belongs to root. */
    public Directory(String path, int mode, Instant time) {
      this(path, mode, Owner.ROOT, time);
    }

    @Override
    public Directory at(String newPath) {
      return new Directory(newPath, mode, owner, time);
    }

    @Override
    public Directory ownedBy(Owner someone) {
      return new Directory(path, mode, someone, time);
    }
  }

  /**
   * A file.
   *
   * @param origin the material it comes from, as the user would name it
   */
  record RegularFile(
      String path, int mode, Owner owner, Instant time, Role role, Content content, String origin)
      implements Entry {
    /** Belongs to root. */
    public RegularFile(
        String path, int mode, Instant time, Role role, Content content, String origin) {
      this(path, mode, Owner.ROOT, time, role, content, origin);
    }

    @Override
    public RegularFile at(String newPath) {
      return new RegularFile(newPath, mode, owner, time, role, content, origin);
    }

    @Override
    public RegularFile ownedBy(Owner someone) {
      return new RegularFile(path, mode, someone, time, role, content, origin);
    }
  }

  /** A file that is laid out while the file around it is written. */
  record BuiltFile(String path, int mode, Owner owner, Instant time, Layout layout)
      implements Entry {
    /** Belongs to root. */
    public BuiltFile(String path, int mode, Instant time, Layout layout) {
      this(path, mode, Owner.ROOT, time, layout);
    }

    @Override
    public BuiltFile at(String newPath) {
      return new BuiltFile(newPath, mode, owner, time, layout);
    }

    @Override
    public BuiltFile ownedBy(Owner someone) {
      return new BuiltFile(path, mode, someone, time, layout);
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
      Owner owner,
      Instant time,
      Role role,
      String deliverable,
      String file,
      String origin)
      implements Entry {
    @Override
    public Awaited at(String newPath) {
      return new Awaited(newPath, mode, owner, time, role, deliverable, file, origin);
    }

    @Override
    public Awaited ownedBy(Owner someone) {
      return new Awaited(path, mode, someone, time, role, deliverable, file, origin);
    }

    /** The same, once it is there. */
    public RegularFile filled(Content content, int itsMode) {
      return new RegularFile(path, itsMode, owner, time, role, content, origin);
    }
  }

  /** A symbolic link to a relative path inside the tree. */
  record SymbolicLink(String path, int mode, Owner owner, Instant time, String target)
      implements Entry {
    /** Belongs to root. */
    public SymbolicLink(String path, int mode, Instant time, String target) {
      this(path, mode, Owner.ROOT, time, target);
    }

    @Override
    public SymbolicLink at(String newPath) {
      return new SymbolicLink(newPath, mode, owner, time, target);
    }

    @Override
    public SymbolicLink ownedBy(Owner someone) {
      return new SymbolicLink(path, mode, someone, time, target);
    }
  }
}
