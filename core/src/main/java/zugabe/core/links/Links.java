package zugabe.core.links;

import java.io.IOException;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.Map;
import java.util.Optional;
import zugabe.core.materials.Materials;
import zugabe.core.materials.OwnFile;
import zugabe.core.materials.UserCache;
import zugabe.core.work.Workers;

/** Follows programs' links, each program's once, whoever asks. */
public final class Links {
  private final UserCache cache;
  private final Workers workers;
  private final ClassShelf shelf;
  private final IdentityHashMap<Materials, Map<String, Followed>> known = new IdentityHashMap<>();

  public Links(Workers workers, UserCache cache) {
    this.cache = cache;
    this.workers = workers;
    this.shelf = new ClassShelf(workers);
  }

  /**
   * What is looked at.
   *
   * @param main class; empty when others call in: a library, or what a container starts
   * @param java version that it is to run on
   * @param modules whether it runs on the module path, where modules' own words of services count
   */
  public record Subject(
      Materials materials, String main, int java, boolean inContainer, boolean modules) {
    /** What tells two looks at the same materials apart. */
    public String words() {
      return main + ' ' + java + ' ' + inContainer + ' ' + modules;
    }
  }

  /** Follows a program's links. */
  public Followed follow(Subject subject) throws IOException {
    Map<String, Followed> some = known.computeIfAbsent(subject.materials(), m -> new HashMap<>());
    Followed followed = some.get(subject.words());
    if (followed == null) {
      followed = kept(subject);
      some.put(subject.words(), followed);
    }
    return followed;
  }

  private Followed kept(Subject subject) throws IOException {
    CachedLinks kept = new CachedLinks(cache, workers, subject);
    Optional<Followed> before = kept.get();
    if (before.isPresent()) {
      return before.get();
    }
    Followed followed = find(subject);
    kept.put(followed);
    return followed;
  }

  private Followed find(Subject subject) throws IOException {
    World world = World.of(subject, shelf);
    Reach reach = new Reach(world);
    if (!subject.main().isEmpty()) {
      reach.main(subject.main());
    }
    if (subject.main().isEmpty() || subject.inContainer()) {
      for (OwnFile own : subject.materials().own()) {
        String path = own.path();
        if (path.endsWith(".class") && !path.startsWith("META-INF/")) {
          reach.whole(path.substring(0, path.length() - 6));
        }
      }
    }
    return new Followed(reach.missing(), reach.newest());
  }
}
