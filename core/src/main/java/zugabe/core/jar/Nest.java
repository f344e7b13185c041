package zugabe.core.jar;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Library;
import zugabe.core.materials.OwnFile;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.formats.zip.ArchivedContent;

/**
 * Lays a jar with jars inside out; the layout and the index are described in {@code
 * docs/nested.md}.
 */
public final class Nest {
  private static final String OWN = "inner/app/";
  private static final String LIBRARIES = "inner/lib/";

  /**
   * Where things lie.
   *
   * @param folder of the index and native libraries, with a last slash
   * @param own folder of the own files, with a last slash
   * @param library folder of a library, with a last slash
   */
  public record Places(String folder, String own, Function<Library, String> library) {
    static final Places INNER = new Places("inner/", OWN, l -> LIBRARIES);
  }

  private static final String NATIVES = "native/";

  /** More than this in one entry isn't read by the loader, in bytes. */
  private static final long MAX_BYTES = Integer.MAX_VALUE - 64;

  private final JarPlan deliverable;
  private final Places places;
  private final Findings findings;
  private final StringBuilder index = new StringBuilder();

  Nest(JarPlan deliverable, Findings findings) {
    this(deliverable, Places.INNER, findings);
  }

  public Nest(JarPlan deliverable, Places places, Findings findings) {
    this.deliverable = deliverable;
    this.places = places;
    this.findings = findings;
  }

  /** Everything but the manifest and the loader. */
  public InstallTree.Builder tree() throws IOException {
    InstallTree.Builder tree = new Merge(deliverable, places.own(), List.of(), findings).tree();
    line('v', "1");
    deliverable.program().ifPresent(p -> line('m', p.main()));
    line(
        'a',
        deliverable.base()
            + "/"
            + Regex.replaceAll(deliverable.app().version(), "[^A-Za-z0-9._-]", "_"));
    if (!places.own().equals(OWN)) {
      line('p', places.own());
    }
    versions('o', deliverable.materials().own().stream().map(OwnFile::path).toList());
    for (Map.Entry<String, Library> library : LibraryNames.of(deliverable, findings).entrySet()) {
      library(library.getKey(), library.getValue(), tree);
    }
    for (Map.Entry<String, List<FileContent>> natives :
        deliverable.materials().natives().entrySet()) {
      for (FileContent file : natives.getValue()) {
        nativeLibrary(natives.getKey(), file, tree);
      }
    }
    tree.put(
        LoaderFiles.generated(
            places.folder() + "index",
            index.toString().getBytes(StandardCharsets.UTF_8),
            deliverable.time()));
    return tree;
  }

  private void line(char letter, String value) {
    index.append(letter).append(' ').append(value).append('\n');
  }

  private void library(String name, Library library, InstallTree.Builder tree) {
    String path = places.library().apply(library) + name;
    tree.put(
        new Entry.RegularFile(
            path,
            0644,
            deliverable.time(),
            Entry.Role.WHOLE_LIBRARY,
            library.file(),
            library.title()));
    line('l', path);
    List<String> names = library.contents().stream().map(c -> c.entry().name()).toList();
    if (library.isMultiRelease()) {
      versions('r', names);
    }
    if (library.isSigned()) {
      index.append("s\n");
    }
    folders(names).forEach(f -> line('d', f));
    for (ArchivedContent content : library.contents()) {
      if (content.size() > MAX_BYTES || content.entry().packedSize() > MAX_BYTES) {
        findings.add(
            JarContentCode.Z4010,
            Where.file(library.file().name()).inside(content.entry().name(), -1),
            "It has " + content.size() + " bytes; inside a jar " + MAX_BYTES + " are the most.",
            "Write libraries: beside, or ship that file outside the library.");
      }
    }
  }

  /** Java versions that have variants, lowest first. */
  private void versions(char letter, List<String> names) {
    Set<Integer> versions = new TreeSet<>();
    for (String name : names) {
      String start = "META-INF/versions/";
      int slash = name.startsWith(start) ? name.indexOf('/', start.length()) : -1;
      if (slash > 0 && Regex.matches(name.substring(start.length(), slash), "[1-9]\\d{0,3}")) {
        versions.add(Integer.valueOf(name.substring(start.length(), slash)));
      }
    }
    if (!versions.isEmpty()) {
      line(letter, String.join(" ", versions.stream().map(String::valueOf).toList()));
    }
  }

  /** Folders that hold something, a variant's as that of what it is a variant of. */
  private static Set<String> folders(List<String> names) {
    Set<String> folders = new TreeSet<>();
    for (String name : names) {
      add(name, folders);
      if (name.startsWith("META-INF/versions/")) {
        int slash = name.indexOf('/', "META-INF/versions/".length());
        if (slash > 0) {
          add(name.substring(slash + 1), folders);
        }
      }
    }
    return folders;
  }

  private static void add(String name, Set<String> folders) {
    int slash = name.lastIndexOf('/');
    folders.add(slash < 0 ? "" : name.substring(0, slash));
  }

  private void nativeLibrary(String platform, FileContent file, InstallTree.Builder tree)
      throws IOException {
    String path = places.folder() + NATIVES + platform + "/" + file.path().getFileName();
    tree.put(
        new Entry.RegularFile(
            path, 0644, deliverable.time(), Entry.Role.NATIVE, file, file.name()));
    if (file.sha256().isEmpty()) {
      // the index stands before it in the jar, so it is read here
      try (InputStream in = file.open()) {
        in.transferTo(java.io.OutputStream.nullOutputStream());
      }
    }
    line('n', platform + " " + file.sha256().orElse("-") + " " + path);
  }
}
