package zugabe.core.materials;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.RecipeCode;

/** Finds files by patterns, below the recipe's folder and the roots it names, and nowhere else. */
public final class Finder {
  private final Path folder;
  private final Map<String, Path> roots;
  private final ReadExtent extent;

  /** What the runtime puts in the place of bytes that are no character. */
  private static final char REPLACEMENT = '\uFFFD';

  private final Findings findings;
  private final Set<String> usedRoots = new LinkedHashSet<>();

  /**
   * @param folder the recipe's
   * @param roots folders outside it, by name
   * @param extent how much of the files is going to be read
   */
  public Finder(Path folder, Map<String, Path> roots, ReadExtent extent, Findings findings) {
    this.folder = folder;
    this.roots = roots;
    this.extent = extent;
    this.findings = findings;
  }

  /**
   * Which files of a folder are meant.
   *
   * @param only the ending that they must have; empty for any
   * @param links whether symbolic links stay links
   */
  private record Choice(String only, boolean links) {}

  /** Where a path starts: the recipe's folder or a root. */
  private record Base(Path path, String prefix, String rest) {}

  /**
   * Every file a pattern matches, bytewise by path. A folder stands for all files in it.
   *
   * @param only when a folder is named: the ending its files must have; empty for any
   */
  List<Match> find(FilePattern sought, String only) {
    return find(sought, only, false);
  }

  /**
   * The same.
   *
   * @param links whether symbolic links stay links, wherever they lead
   */
  List<Match> find(FilePattern sought, String only, boolean links) {
    Base base = base(sought);
    if (base == null) {
      return List.of();
    }
    Glob glob = Glob.of(base.rest());
    List<Match> matches = new ArrayList<>();
    try {
      Path start = base.path().resolve(glob.prefix());
      if (!glob.hasWildcards() && Files.isRegularFile(start)) {
        one(base, start, start.getFileName().toString(), matches, sought);
      } else if (Files.isDirectory(start)) {
        Files.walkFileTree(
            start, new Walk(base, start, glob, new Choice(only, links), matches, sought));
      }
    } catch (IOException e) {
      findings.add(
          MaterialCode.Z2003,
          sought.where(),
          "\"" + sought.text() + "\" can't be read: " + reason(e),
          "Check its permissions.");
      return List.of();
    }
    if (matches.isEmpty()) {
      nothing(sought, base, glob, only);
    }
    matches.sort((a, b) -> a.inner().compareTo(b.inner()));
    matches.stream()
        .filter(m -> m.inner().indexOf(REPLACEMENT) >= 0)
        .findFirst()
        .ifPresent(
            m ->
                findings.add(
                    MaterialCode.Z2019,
                    sought.where(),
                    "The name of " + m.inner() + " has bytes that aren't UTF-8.",
                    "Rename the file."));
    return matches;
  }

  /** One file by its path, for things like a manifest; empty findings mean it is there. */
  public Optional<FileContent> file(FilePattern sought) {
    List<Match> found = find(sought, "");
    if (found.size() > 1) {
      findings.add(
          RecipeCode.Z1008,
          sought.where(),
          "\"" + sought.text() + "\" names " + found.size() + " files; expected one.",
          "Name one file.");
    }
    return found.stream().findFirst().map(Match::file);
  }

  /** All files of a folder, links as links. */
  public List<OwnFile> folder(FilePattern sought) {
    return find(sought, "", true).stream()
        .map(m -> new OwnFile(m.inner(), m.file(), m.link(), sought.where()))
        .toList();
  }

  /** Whether anything is there; a finding says what isn't. Files in a folder aren't looked at. */
  public void exists(FilePattern sought) {
    Base base = base(sought);
    if (base != null) {
      Glob glob = Glob.of(base.rest());
      if (glob.hasWildcards()) {
        find(sought, "", true);
      } else if (!Files.exists(base.path().resolve(glob.prefix()))) {
        nothing(sought, base, glob, "");
      }
    }
  }

  /** Patterns that were to leave something out, and didn't. */
  void unused(List<FilePattern> patterns) {
    patterns.forEach(
        p ->
            findings.add(
                RecipeCode.Z1022,
                p.where(),
                "No file of this group matches \"" + p.text() + "\", so nothing is left out by it.",
                "Write the path from the recipe's folder, or remove it."));
  }

  /** Names of roots that a path started from. */
  public Set<String> usedRoots() {
    return Set.copyOf(usedRoots);
  }

  private Base base(FilePattern sought) {
    String text = sought.text();
    int colon = text.indexOf(':');
    String root = colon < 1 ? "" : text.substring(0, colon);
    // one letter may be a drive of Windows, unless the recipe says that it is a root
    if (roots.containsKey(root) || (colon > 1 && Regex.matches(root, "[a-z][a-z0-9-]*"))) {
      if (!roots.containsKey(root)) {
        findings.add(
            RecipeCode.Z1010,
            sought.where(),
            "There is no root named \"" + root + "\".",
            Nearest.hint(root, roots.keySet()));
        return null;
      }
      usedRoots.add(root);
      return within(new Base(roots.get(root), root + ":", text.substring(colon + 1)), sought);
    }
    return within(new Base(folder, "", text), sought);
  }

  private Base within(Base base, FilePattern sought) {
    String rest = base.rest();
    if (rest.indexOf('\0') >= 0) {
      findings.add(
          RecipeCode.Z1008, sought.where(), "A path can't hold a NUL character.", "Remove it.");
      return null;
    }
    Path start = base.path().resolve(Glob.of(rest.replace('\\', '/')).prefix()).normalize();
    boolean absolute =
        rest.startsWith("/") || rest.startsWith("\\") || Regex.matches(rest, "[A-Za-z]:.*");
    // behind a wildcard ".." can't be followed at all
    boolean climbs = Glob.of(rest).hasWildcards() && Regex.matches(rest, ".*[*?].*/\\.\\.(/.*)?");
    if (absolute || climbs || !start.startsWith(base.path())) {
      findings.add(
          MaterialCode.Z2002,
          sought.where(),
          "\"" + sought.text() + "\" is outside the recipe's folder.",
          "Name that folder under roots:, such as roots: {build: ../app/build}, and write build:path.");
      return null;
    }
    String clean =
        Regex.replaceAll(Regex.replaceAll(rest.replace("\\", "/"), "/+$", ""), "^(\\./)+", "");
    return new Base(base.path(), base.prefix(), clean.equals(".") ? "" : clean);
  }

  private void nothing(FilePattern sought, Base base, Glob glob, String only) {
    Path start = base.path().resolve(glob.prefix());
    Path there = start;
    while (there != null && !Files.exists(there) && !there.equals(base.path())) {
      there = there.getParent();
    }
    if (there != null && !there.equals(start)) {
      String missing = there.relativize(start).getName(0).toString();
      findings.add(
          MaterialCode.Z2001,
          sought.where(),
          "\""
              + sought.text()
              + "\" matches nothing: there is no \""
              + missing
              + "\" in "
              + shown(base, there)
              + ".",
          Nearest.hint(missing, names(there)));
      return;
    }
    if (!glob.hasWildcards() && only.isEmpty()) {
      findings.add(
          MaterialCode.Z2015,
          sought.where(),
          "The folder \"" + sought.text() + "\" is empty.",
          "Run your build first, or remove the line.");
      return;
    }
    findings.add(
        MaterialCode.Z2001,
        sought.where(),
        "\"" + sought.text() + "\" matches nothing in " + shown(base, start) + ".",
        Nearest.hint(sought.text().substring(sought.text().lastIndexOf('/') + 1), names(start)));
  }

  private static String shown(Base base, Path path) {
    String relative = slashed(base.path().relativize(path));
    return relative.isEmpty()
        ? (base.prefix().isEmpty() ? "the recipe's folder" : base.prefix())
        : "\"" + base.prefix() + relative + "\"";
  }

  private static List<String> names(Path folder) {
    try (var list = Files.list(folder)) {
      return list.map(p -> p.getFileName().toString()).limit(1000).toList();
    } catch (IOException e) {
      return List.of();
    }
  }

  private void one(Base base, Path path, String inner, List<Match> matches, FilePattern sought)
      throws IOException {
    Path real = path;
    if (Files.isSymbolicLink(path)) {
      real = path.toRealPath();
      if (!real.startsWith(base.path().toRealPath())) {
        special(
            base,
            path,
            sought,
            "is a link that leads to "
                + (Files.isDirectory(real) ? "a folder" : "a file")
                + " outside");
        return;
      }
    }
    BasicFileAttributes attributes =
        Files.readAttributes(real, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
    add(base, path, inner, attributes, matches, sought);
  }

  private void add(
      Base base,
      Path path,
      String inner,
      BasicFileAttributes attributes,
      List<Match> matches,
      FilePattern sought) {
    if (!attributes.isRegularFile()) {
      special(
          base,
          path,
          sought,
          attributes.isDirectory() ? "is a link to a folder" : "is not a regular file");
    } else if (!Files.isReadable(path)) {
      findings.add(
          MaterialCode.Z2003,
          sought.where(),
          "\"" + name(base, path) + "\" can't be read.",
          "Check its permissions.");
    } else {
      matches.add(
          new Match(
              inner,
              new FileContent(path, name(base, path), attributes.size(), extent),
              Optional.empty()));
    }
  }

  private Match link(Base base, Path path, String inner) throws IOException {
    long size = Files.isRegularFile(path) ? Files.size(path) : 0;
    String to = slashed(Files.readSymbolicLink(path));
    return new Match(inner, new FileContent(path, name(base, path), size, extent), Optional.of(to));
  }

  private void special(Base base, Path path, FilePattern sought, String what) {
    findings.add(
        MaterialCode.Z2014,
        sought.where(),
        "\"" + name(base, path) + "\" " + what + ".",
        "Put a copy of the file there, or name the folder that it points to.");
  }

  private static String name(Base base, Path path) {
    return base.prefix() + below(base.path(), path);
  }

  /** The part of a path below a folder it lies in; much quicker than asking the paths. */
  private static String below(Path folder, Path path) {
    String parent = folder.toString();
    String whole = path.toString();
    int from = parent.endsWith("/") ? parent.length() : parent.length() + 1;
    return whole.length() < from ? "" : whole.substring(from).replace('\\', '/');
  }

  private static String slashed(Path path) {
    return path.toString().replace('\\', '/');
  }

  static String reason(IOException e) {
    return e instanceof java.nio.file.AccessDeniedException
        ? "permission denied"
        : String.valueOf(e.getMessage());
  }

  /** Walks below a pattern's fixed part without following links. */
  private final class Walk extends SimpleFileVisitor<Path> {
    private final Base base;
    private final Path start;
    private final Glob glob;
    private final Choice choice;
    private final List<Match> matches;
    private final FilePattern sought;

    Walk(Base base, Path start, Glob glob, Choice choice, List<Match> matches, FilePattern sought) {
      this.base = base;
      this.start = start;
      this.glob = glob;
      this.choice = choice;
      this.matches = matches;
      this.sought = sought;
    }

    @Override
    public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes attributes)
        throws IOException {
      boolean matched =
          glob.hasWildcards()
              && !dir.equals(start)
              && glob.rest().matcher(below(start, dir)).matches();
      if (matched && !sought.text().endsWith("**")) {
        Files.walkFileTree(dir, new Walk(base, dir, new Glob("", null), choice, matches, sought));
        return FileVisitResult.SKIP_SUBTREE;
      }
      return FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) throws IOException {
      String inner = below(start, file);
      boolean wanted =
          glob.hasWildcards()
              ? glob.rest().matcher(inner).matches()
              : inner.endsWith(choice.only());
      if (wanted && choice.links() && attributes.isSymbolicLink()) {
        matches.add(link(base, file, inner));
      } else if (wanted && attributes.isSymbolicLink()) {
        one(base, file, inner, matches, sought);
      } else if (wanted) {
        add(base, file, inner, attributes, matches, sought);
      }
      return FileVisitResult.CONTINUE;
    }
  }
}
