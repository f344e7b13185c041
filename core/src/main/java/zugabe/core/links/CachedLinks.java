package zugabe.core.links;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import zugabe.core.materials.Materials;
import zugabe.core.materials.OwnFile;
import zugabe.core.materials.UserCache;
import zugabe.core.work.Workers;

/** What following a program's links told, kept until one of its files changes. */
final class CachedLinks {
  private static final String KIND = "links 5";

  private final UserCache cache;
  private final Optional<String> key;

  CachedLinks(UserCache cache, Workers workers, Links.Subject subject) throws IOException {
    this.cache = cache;
    this.key = cache.isOn() ? key(cache, workers, subject) : Optional.empty();
  }

  /** Empty when a file changed a moment ago. */
  private static Optional<String> key(UserCache cache, Workers workers, Links.Subject subject)
      throws IOException {
    Materials materials = subject.materials();
    StringBuilder key = new StringBuilder();
    key.append(subject.words()).append('\n');
    List<Path> read = new ArrayList<>();
    for (OwnFile own : materials.own()) {
      key.append(own.path()).append('\n');
      if (own.path().endsWith(".class") || own.path().startsWith(World.SERVICES)) {
        read.add(own.file().path());
      }
    }
    materials.libraries().forEach(l -> read.add(l.file().path()));
    for (Optional<String> stamp : workers.map(read, cache::stamp)) {
      if (stamp.isEmpty()) {
        return Optional.empty();
      }
      key.append(stamp.get()).append('\n');
    }
    materials
        .natives()
        .values()
        .forEach(all -> all.forEach(n -> key.append(n.name()).append('\n')));
    return Optional.of(key.toString());
  }

  Optional<Followed> get() {
    return key.flatMap(k -> cache.get(KIND, k)).flatMap(CachedLinks::decode);
  }

  void put(Followed followed) throws IOException {
    if (key.isPresent()) {
      cache.put(KIND, key.get(), encode(followed));
    }
  }

  private static byte[] encode(Followed followed) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    DataOutputStream out = new DataOutputStream(bytes);
    out.writeInt(followed.newest().map(Materials.Highest::major).orElse(0));
    out.writeUTF(followed.newest().map(Materials.Highest::file).orElse(""));
    out.writeUTF(followed.newest().map(Materials.Highest::entry).orElse(""));
    out.writeInt(followed.missing().size());
    for (Missing m : followed.missing()) {
      out.writeUTF(m.kind().name());
      out.writeUTF(m.name());
      out.writeUTF(m.sure().name());
      texts(out, m.by());
      texts(out, m.in());
      out.writeBoolean(m.own());
    }
    return bytes.toByteArray();
  }

  private static void texts(DataOutputStream out, Set<String> texts) throws IOException {
    out.writeInt(texts.size());
    for (String text : texts) {
      out.writeUTF(text);
    }
  }

  private static Optional<Followed> decode(byte[] bytes) {
    try (DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes))) {
      Materials.Highest newest = new Materials.Highest(in.readInt(), in.readUTF(), in.readUTF());
      List<Missing> all = new ArrayList<>();
      for (int left = in.readInt(); left > 0; left--) {
        all.add(
            new Missing(
                Missing.Kind.valueOf(in.readUTF()),
                in.readUTF(),
                Missing.Sure.valueOf(in.readUTF()),
                texts(in),
                texts(in),
                in.readBoolean()));
      }
      return Optional.of(new Followed(all, Optional.of(newest).filter(n -> n.major() > 0)));
    } catch (IOException | IllegalArgumentException e) {
      // spoilt: found out again
      return Optional.empty();
    }
  }

  private static Set<String> texts(DataInputStream in) throws IOException {
    Set<String> texts = new TreeSet<>();
    for (int left = in.readInt(); left > 0; left--) {
      texts.add(in.readUTF());
    }
    return texts;
  }
}
