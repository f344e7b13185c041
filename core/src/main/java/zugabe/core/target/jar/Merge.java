package zugabe.core.target.jar;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.zip.CRC32;
import zugabe.bytes.Content;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.Library;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Planned;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.formats.jar.JarOrder;
import zugabe.formats.jar.Manifest;
import zugabe.formats.zip.ArchivedContent;

/**
 * Puts the application's own files and its libraries into one tree, own files first, libraries in
 * the order of the class path. Of several files for one place the first is kept, as a class path
 * would have it; service files are joined.
 */
final class Merge {
  private static final String SERVICES = "META-INF/services/";

  private final Planned deliverable;
  private final Findings findings;
  private final InstallTree.Builder tree;
  private final Map<String, ServiceFile> services = new TreeMap<>();
  private final Map<String, List<String>> clashes = new LinkedHashMap<>();
  private final Map<String, List<String>> leftOut = new TreeMap<>();
  private boolean multiRelease;

  Merge(Planned deliverable, Findings findings) {
    this.deliverable = deliverable;
    this.findings = findings;
    this.tree = InstallTree.builder(deliverable.time());
  }

  /** The whole jar, manifest included. Clashes are in the findings. */
  InstallTree.Builder tree() throws IOException {
    for (OwnFile own : deliverable.materials().own()) {
      add(own);
    }
    for (Library library : deliverable.materials().libraries()) {
      add(library);
    }
    services
        .values()
        .forEach(s -> put(s.path(), Content.of(s.encode()), Entry.Role.GENERATED, "joined"));
    put(
        Manifest.PATH,
        Content.of(JarManifest.of(deliverable, multiRelease).encode()),
        Entry.Role.GENERATED,
        "the manifest");
    report();
    return tree;
  }

  private void add(OwnFile own) throws IOException {
    String path = own.path();
    if (path.equals(Manifest.PATH)) {
      return;
    }
    if (JarOrder.isSignatureFile(path)) {
      leaveOut("signature files", own.file().name());
      return;
    }
    multiRelease |= path.startsWith("META-INF/versions/");
    if (isService(path, own.file())) {
      service(path).add(own.file());
      return;
    }
    Optional<Entry> there = put(path, own.file(), Entry.Role.OWN, own.file().name());
    if (there.isPresent()
        && there.get() instanceof Entry.RegularFile file
        && !same(file.content(), own.file())) {
      findings.add(
          FindingCode.Z4006,
          own.where(),
          file.origin() + " and " + own.file().name() + " would both be " + path + ".",
          "Remove one of them, or name only the folder that counts.");
    }
  }

  private void add(Library library) throws IOException {
    boolean signed = false;
    multiRelease |= library.isMultiRelease();
    for (ArchivedContent content : library.contents()) {
      String path = content.entry().name();
      if (content.entry().isFolder() || path.equalsIgnoreCase(Manifest.PATH)) {
        continue;
      }
      signed |= JarOrder.isSignatureFile(path);
      Optional<String> reason = reasonToLeaveOut(path);
      if (reason.isPresent()) {
        leaveOut(reason.get(), library.name());
      } else if (isService(path, content)) {
        service(path).add(content);
      } else {
        place(library, path, content);
      }
    }
    if (signed) {
      findings.add(
          FindingCode.Z4007,
          Where.file(library.file().name()),
          "The signed library " + library.title() + " is merged; its signature is left out.",
          "Nothing, if nobody checks that signature at run time.");
    }
  }

  private void place(Library library, String path, ArchivedContent content) throws IOException {
    Optional<Entry> there = put(path, content, Entry.Role.LIBRARY, library.title());
    if (there.isPresent()
        && there.get() instanceof Entry.RegularFile file
        && !same(file.content(), content)) {
      clashes
          .computeIfAbsent(file.origin() + "\n" + library.title(), k -> new ArrayList<>())
          .add(path);
    }
  }

  private Optional<Entry> put(String path, Content content, Entry.Role role, String origin) {
    return tree.put(new Entry.RegularFile(path, 0644, deliverable.time(), role, content, origin));
  }

  private static boolean isService(String path, Content content) {
    return content.size() <= ServiceFile.MAX_BYTES
        && path.startsWith(SERVICES)
        && path.length() > SERVICES.length()
        && path.indexOf('/', SERVICES.length()) < 0;
  }

  private ServiceFile service(String path) {
    return services.computeIfAbsent(path, ServiceFile::new);
  }

  private static Optional<String> reasonToLeaveOut(String path) {
    if (JarOrder.isSignatureFile(path)) {
      return Optional.of("signature files");
    }
    if (path.equals("META-INF/INDEX.LIST")) {
      return Optional.of("META-INF/INDEX.LIST");
    }
    if (path.equals("module-info.class")
        || (path.startsWith("META-INF/versions/") && path.endsWith("/module-info.class"))) {
      return Optional.of("module-info.class");
    }
    return Optional.empty();
  }

  private void leaveOut(String what, String whose) {
    List<String> names = leftOut.computeIfAbsent(what, k -> new ArrayList<>());
    if (!names.contains(whose)) {
      names.add(whose);
    }
  }

  private static boolean same(Content a, Content b) throws IOException {
    return a.size() == b.size() && crc32(a) == crc32(b);
  }

  private static long crc32(Content content) throws IOException {
    if (content instanceof ArchivedContent archived) {
      return archived.entry().crc32();
    }
    CRC32 crc = new CRC32();
    try (InputStream in = content.open()) {
      byte[] buffer = new byte[8192];
      for (int got = in.read(buffer); got >= 0; got = in.read(buffer)) {
        crc.update(buffer, 0, got);
      }
    }
    return crc.getValue();
  }

  private void report() {
    clashes.forEach(
        (pair, paths) -> {
          String[] who = pair.split("\n", 2);
          String more = paths.size() > 3 ? " and " + (paths.size() - 3) + " more" : "";
          findings.add(
              FindingCode.Z4004,
              deliverable.where(),
              who[0]
                  + " and "
                  + who[1]
                  + " bring different bytes for "
                  + String.join(", ", paths.subList(0, Math.min(3, paths.size())))
                  + more
                  + "; those of "
                  + who[0]
                  + " are kept.",
              "Remove one of the two libraries if one is a copy of the other; else change their order, so that the right ones come first.");
        });
    leftOut.forEach(
        (what, whose) ->
            findings.add(
                FindingCode.Z4005,
                deliverable.where(),
                what
                    + " of "
                    + String.join(", ", whose)
                    + ": left out of "
                    + deliverable.file()
                    + ".",
                "Nothing."));
    tree.filesAsFolders()
        .forEach(
            path ->
                findings.add(
                    FindingCode.Z4006,
                    deliverable.where(),
                    path + " is a file and a folder at once.",
                    "Remove one of the materials that bring it."));
  }
}
