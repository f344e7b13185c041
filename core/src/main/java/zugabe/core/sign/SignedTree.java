package zugabe.core.sign;

import java.io.IOException;
import java.io.InputStream;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.core.keys.X509Key;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.core.work.Workers;
import zugabe.formats.jar.JarOrder;
import zugabe.formats.jar.Manifest;

/** Signs the tree of a jar: its contents are digested on all workers before it is laid out. */
public final class SignedTree {
  private SignedTree() {}

  /** The tree with a manifest that covers it, and the signature. */
  public static InstallTree of(InstallTree tree, X509Key key, Stamping stamping, Workers workers)
      throws IOException {
    List<Entry.RegularFile> files = new ArrayList<>();
    byte[] before = JarSigning.manifestOr(Optional.empty());
    Instant time = Instant.EPOCH;
    for (Entry entry : tree.entries()) {
      if (entry instanceof Entry.RegularFile file) {
        if (file.path().equals(Manifest.PATH)) {
          before = bytes(file.content());
          time = file.time();
        } else if (JarSigning.isCovered(file.path())) {
          files.add(file);
        }
      }
    }
    List<byte[]> digested = workers.map(files, f -> digest(f.content()));
    Map<String, byte[]> digests = new HashMap<>();
    for (int i = 0; i < files.size(); i++) {
      digests.put(files.get(i).path(), digested.get(i));
    }
    JarSigning made = JarSigning.of(before, digests, workers, key, stamping);
    List<Entry> all = new ArrayList<>();
    for (Entry entry : tree.entries()) {
      if (!entry.path().equals(Manifest.PATH) && !JarOrder.isSignatureFile(entry.path())) {
        all.add(entry);
      }
    }
    all.add(generated(Manifest.PATH, made.manifest(), time));
    all.add(generated(made.signed().path(), made.signed().bytes(), time));
    all.add(generated(made.block().path(), made.block().bytes(), time));
    all.sort((a, b) -> JarOrder.BY_NAME.compare(name(a), name(b)));
    return new InstallTree(List.copyOf(all));
  }

  private static String name(Entry entry) {
    return entry instanceof Entry.Directory ? entry.path() + "/" : entry.path();
  }

  private static Entry generated(String path, byte[] bytes, Instant time) {
    return new Entry.RegularFile(
        path, 0644, time, Entry.Role.GENERATED, Content.of(bytes), "the build");
  }

  private static byte[] bytes(Content content) throws IOException {
    try (InputStream in = content.open()) {
      return in.readAllBytes();
    }
  }

  private static byte[] digest(Content content) throws IOException {
    try (InputStream in = content.open()) {
      return JarVerification.read(in, JarVerification.digest("SHA-256"));
    }
  }
}
