package zugabe.core.links;

import com.google.re2j.Pattern;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zugabe.core.links.Missing.Sure;
import zugabe.core.materials.Materials;
import zugabe.formats.classfile.ClassLinks.Kind;
import zugabe.formats.classfile.Guard;

/**
 * Follows calls from a program's start: what is called directly is called; what is called on an
 * object may be any class's that objects were made of so far (rapid type analysis). Each method is
 * reached with a degree of certainty, and again when that rises.
 */
final class Reach {
  /** Methods that are followed together: the classes they name are read on all workers. */
  private static final int WAVE = 512;

  /** For Java's own classes, whichever calls. */
  private static final int JAVA = -1;

  private static final Pattern CLASS_NAME =
      Pattern.compile("[\\p{L}_$][\\p{L}\\p{N}_$]*(/[\\p{L}_$][\\p{L}\\p{N}_$]*)+");

  private final World world;
  private final Names names;
  private final int constructor;
  private final int initialiser;

  /** Classes that objects are made of, by those that they extend or implement. */
  private final Numbered<List<ClassNode>> madeBelow = new Numbered<>();

  private final Pairs calls = new Pairs();
  private final Pairs onEveryServer = new Pairs();
  private final Map<Sure, Deque<Work>> work = new EnumMap<>(Sure.class);
  private final Lookups lookups;
  private final AbsenceGuards prepared = new AbsenceGuards();

  private final Noticed noticed = new Noticed();

  private record Work(ClassNode node, int method, Sure sure) {}

  Reach(World world) {
    this.world = world;
    this.names = world.names();
    this.lookups = new Lookups(world);
    this.constructor = "<init>()V".hashCode();
    this.initialiser = "<clinit>()V".hashCode();
    for (Sure sure : Sure.values()) {
      work.put(sure, new ArrayDeque<>());
    }
  }

  /** Follows the main class's start. */
  void main(String name) throws IOException {
    int plain = names.of(name.replace('.', '/'));
    ClassNode node = world.node(plain);
    if (node != null) {
      touch(plain, Sure.CALLED, node);
      begin(plain, Sure.CALLED);
      called(plain, "main([Ljava/lang/String;)V".hashCode(), Sure.CALLED);
    }
    run();
  }

  /** Takes everything in a class for called: somebody else will. */
  void whole(String name) throws IOException {
    int number = names.of(name);
    ClassNode node = world.node(number);
    if (node != null) {
      touch(number, Sure.CALLED, node);
      make(number, Sure.CALLED);
      for (int m = 0; m < node.parsed.methods.length; m++) {
        reach(node, m, Sure.CALLED);
      }
    }
    run();
  }

  List<Missing> missing() {
    return lookups.missing().stream().filter(m -> !noticed.isSet(m)).map(prepared::judged).toList();
  }

  Optional<Materials.Highest> newest() {
    return noticed.newest();
  }

  private void reach(ClassNode node, int method, Sure sure) {
    if (node.reach(method, sure)) {
      work.get(sure).push(new Work(node, method, sure));
    }
  }

  /** What the next methods name is read on other threads while these are followed. */
  private void run() throws IOException {
    List<Work> wave = next();
    fetch(wave).end();
    while (!wave.isEmpty()) {
      List<Work> after = next();
      ClassShelf.Fetching fetching = fetch(after);
      for (Work w : wave) {
        follow(w);
      }
      fetching.end();
      wave = after.isEmpty() ? next() : after;
    }
  }

  /** The surest first, so that little is followed twice; the latest first, while it is at hand. */
  private List<Work> next() {
    List<Work> wave = new ArrayList<>();
    for (int rank = Sure.CALLED.rank(); rank > 0 && wave.isEmpty(); rank--) {
      Deque<Work> some = work.get(Sure.ofRank(rank));
      while (wave.size() < WAVE && !some.isEmpty()) {
        wave.add(some.pop());
      }
    }
    return wave;
  }

  private void follow(Work w) throws IOException {
    if (!w.node().isSurer(w.method(), w.sure())) {
      world.refresh(w.node());
      w.node()
          .parsed
          .follow(
              w.method(),
              (kind, owner, member, guard) ->
                  follow(
                      w.node(),
                      kind,
                      owner,
                      member,
                      isForNewer(w, owner) ? Guard.NARROW : guard,
                      w.sure()));
    }
  }

  /**
   * Whether a method links to a class of a newer Java's than its own, in the same library, and asks
   * for the version first, itself or by a class that does.
   */
  private boolean isForNewer(Work w, int owner) {
    ClassNode to = world.has(owner) ? world.node(owner) : null;
    if (to == null || to.parsed.major <= w.node().parsed.major || !to.isInLibraryOf(w.node())) {
      return false;
    }
    boolean[] asks = new boolean[1];
    w.node()
        .parsed
        .follow(
            w.method(),
            (kind, asked, member, guard) -> {
              ClassNode node = world.has(asked) && asked != owner ? world.node(asked) : null;
              asks[0] |= kind == Kind.VERSION || (node != null && node.parsed.asksVersion);
            });
    return asks[0];
  }

  private ClassShelf.Fetching fetch(List<Work> wave) throws IOException {
    Set<Integer> owners = new LinkedHashSet<>();
    for (Work w : wave) {
      world.refresh(w.node());
      w.node()
          .parsed
          .follow(
              w.method(),
              (kind, owner, member, guard) -> {
                if (!world.isKnown(owner)) {
                  owners.add(owner);
                }
              });
    }
    return world.fetch(owners);
  }

  private void follow(ClassNode from, Kind kind, int owner, int member, Guard guard, Sure reached) {
    boolean isTried = guard == Guard.NONE && reached == Sure.TRIED;
    Sure sure = guard != Guard.NONE || isTried ? Sure.OPTIONAL : reached;
    Sure onward = onward(from, owner, guard, reached);
    switch (kind) {
      case CLASS -> touch(owner, sure, from);
      case NEW -> {
        if (touch(owner, sure, from)) {
          make(owner, onward);
        }
      }
      case DIRECT -> direct(from, owner, member, sure, onward);
      case VIRTUAL -> virtual(from, owner, member, sure, onward);
      case STATIC_FIELD, FIELD -> {
        if (touch(owner, sure, from)) {
          member(from, owner, member, true, sure);
          begin(owner, onward);
        }
      }
      case NAMED -> {
        if (!from.isOwn() && !world.has(owner) && !world.others().have(owner)) {
          prepared.note(names.text(owner), names.text(from.parsed.name));
        }
      }
      case UNKNOWN -> {
        // libraries do so all the time, and mostly look for what is there
        if (from.isOwn()) {
          lookups.miss(Missing.Kind.UNKNOWN, names.dotted(owner), Sure.MAYBE, from);
        }
      }
      case BY_NAME -> byName(from, owner, sure);
      case RESOURCE -> lookups.resource(from, names.text(owner), sure);
      case NATIVE -> lookups.nativeLibrary(from, names.text(owner), sure);
      case SERVICE -> service(from, owner, sure, Sure.MAYBE);
      case SERVICE_IF_ANY -> service(from, owner, sure, Sure.OPTIONAL);
      case DATABASE -> lookups.database(from, names.text(owner), sure);
      case SYSTEM_LOADER -> lookups.systemLoader(from, names.text(owner), sure);
      case VERSION -> {}
    }
  }

  /**
   * How surely what is called from a method is reached. Whoever catches every error isn't prepared
   * for the absence of all that is called below, but of what he tries; an application that does so
   * means to report errors.
   */
  private Sure onward(ClassNode from, int owner, Guard guard, Sure reached) {
    if (guard == Guard.NARROW) {
      return Sure.OPTIONAL;
    }
    if (guard == Guard.BROAD) {
      ClassNode to = from.isOwn() && world.has(owner) ? world.node(owner) : null;
      boolean withinApplication = to != null && to.isOwn() && reached != Sure.TRIED;
      return withinApplication ? reached : Sure.least(reached, Sure.TRIED);
    }
    return reached == Sure.TRIED ? Sure.MAYBE : reached;
  }

  /** Goes on in the method that a call on exactly this class runs; false when there is none. */
  private boolean called(int owner, int selector, Sure sure) {
    ClassNode holder = world.holder(owner, selector);
    if (holder == null) {
      return false;
    }
    reach(holder, holder.parsed.method(selector), sure);
    return true;
  }

  private void direct(ClassNode from, int owner, int member, Sure sure, Sure onward) {
    noticed.called(from, world.node(owner), names.text(member));
    if (touch(owner, sure, from)) {
      begin(owner, onward);
      if (!called(owner, names.hash(member), onward)) {
        member(from, owner, member, false, sure);
      }
    }
  }

  private void virtual(ClassNode from, int owner, int member, Sure sure, Sure onward) {
    if (!touch(owner, sure, from)) {
      return;
    }
    member(from, owner, member, false, sure);
    noticed.called(from, world.node(owner), names.text(member));
    int selector = names.hash(member);
    if (calls.get(owner, selector) >= onward.rank()) {
      return;
    }
    calls.put(owner, selector, onward.rank());
    ClassNode itself = world.node(owner);
    if (itself != null && itself.isMade()) {
      dispatch(itself, owner, selector, onward);
    }
    List<ClassNode> below = madeBelow.get(owner);
    for (int i = 0; below != null && i < below.size(); i++) {
      dispatch(below.get(i), owner, selector, onward);
    }
  }

  /** An object's own way of doing something; of a library's class it isn't sure. */
  private void dispatch(ClassNode node, int owner, int selector, Sure sure) {
    ClassNode holder = world.holder(node.parsed.name, selector);
    if (holder != null) {
      boolean exact = node.parsed.name == owner || holder.isOwn();
      Sure both = Sure.least(sure, node.made());
      reach(holder, holder.parsed.method(selector), exact ? both : Sure.least(both, Sure.MAYBE));
    }
  }

  private void member(ClassNode from, int owner, int member, boolean field, Sure sure) {
    int hash = names.hash(member);
    boolean known = world.has(owner) || world.others().have(owner);
    if (known && world.lacks(owner, hash, field)) {
      lookups.miss(Missing.Kind.MEMBER, names.dotted(owner) + ' ' + names.text(member), sure, from);
    } else if (onEveryServer.get(owner, hash) == 0) {
      Optional<World.Offered> offered = world.offered(owner, hash);
      boolean told = offered.isPresent() && lookups.servers(from, offered.get(), member, sure);
      onEveryServer.put(owner, hash, told ? 0 : 1);
    }
  }

  /** Whether a class is there; what it is made of is looked for, too. */
  private boolean touch(int name, Sure sure, ClassNode from) {
    ClassNode node = world.node(name);
    if (node == null) {
      return world.has(name) || isElsewhere(name, sure, from);
    }
    if (node.touch(sure)) {
      if (sure != Sure.OPTIONAL) {
        noticed.needed(node);
      }
      if (node.parsed.superName >= 0) {
        touch(node.parsed.superName, sure, node);
      }
      for (int i : node.parsed.interfaces) {
        touch(i, sure, node);
      }
    }
    return true;
  }

  private boolean isElsewhere(int name, Sure sure, ClassNode from) {
    if (world.others().isJavas(name)) {
      return true;
    }
    if (world.others().isServers(name)) {
      lookups.servers(from, new World.Offered(name, world.others().generations(name)), -1, sure);
      return true;
    }
    Missing.Kind kind = Missing.Kind.CLASS;
    if (world.others().isOthers(name)) {
      kind = Missing.Kind.OTHER_JAVA;
    } else if (world.others().isConcealed(name)) {
      kind = Missing.Kind.CONCEALED;
    }
    lookups.miss(kind, names.dotted(name), sure, from);
    return false;
  }

  /** A class is initialised, and those above it. */
  private void begin(int name, Sure sure) {
    ClassNode node = name < 0 ? null : world.node(name);
    if (node != null && node.begin(sure)) {
      int method = node.parsed.method(initialiser);
      if (method >= 0) {
        reach(node, method, sure);
      }
      begin(node.parsed.superName, sure);
    }
  }

  /** An object of a class is made: what others may call on it, they may call from now on. */
  private void make(int name, Sure sure) {
    ClassNode node = world.node(name);
    if (node == null) {
      return;
    }
    boolean first = !node.isMade();
    if (!node.make(sure)) {
      return;
    }
    begin(name, sure);
    int[] supers = world.supers(node);
    Set<Integer> seen = new HashSet<>();
    for (int s : supers) {
      if (first && s != name) {
        if (madeBelow.get(s) == null) {
          madeBelow.put(s, new ArrayList<>(2));
        }
        madeBelow.get(s).add(node);
      }
      ClassNode above = world.node(s);
      if (above != null) {
        visible(node, above, seen, sure);
      }
    }
  }

  private void visible(ClassNode node, ClassNode above, Set<Integer> seen, Sure sure) {
    for (int m = 0; m < above.parsed.methods.length; m++) {
      int selector = above.parsed.methods[m];
      if (above.parsed.isHidden(m) || !seen.add(selector)) {
        continue;
      }
      for (int owner : world.supers(node)) {
        int called = calls.get(owner, selector);
        if (called > 0) {
          dispatch(node, owner, selector, Sure.least(Sure.ofRank(called), sure));
        }
      }
      // Java's own classes call what they declare
      if (world.isJavasToCall(node, selector)) {
        dispatch(node, JAVA, selector, sure);
      }
    }
  }

  /** A class is made by its name: its constructor without arguments runs. */
  private void byConstructor(int name, Sure sure) {
    make(name, sure);
    ClassNode node = world.node(name);
    int method = node == null ? -1 : node.parsed.method(constructor);
    if (method >= 0) {
      reach(node, method, sure);
    }
  }

  /** Whether a text is a class's name; where there is no such class, also by its first letter. */
  private boolean isClassName(int name) {
    String text = names.text(name);
    return CLASS_NAME.matcher(text).matches()
        && (world.has(name) || !Character.isLowerCase(text.charAt(text.lastIndexOf('/') + 1)));
  }

  private void byName(ClassNode from, int name, Sure sure) {
    ClassNode to = world.has(name) ? world.node(name) : null;
    // an application that has a class means to use it, however it looks for it
    Sure named = to != null && to.isOwn() ? Sure.MAYBE : Sure.least(sure, Sure.MAYBE);
    if (isClassName(name) && touch(name, named, from)) {
      byConstructor(name, named);
    }
  }

  /**
   * @param wanted how surely somebody misses a provider when there is none
   */
  private void service(ClassNode from, int service, Sure sure, Sure wanted) {
    Set<String> providers = world.providers(names.text(service));
    boolean unheard = !world.moduleProviding(names.text(service)).isEmpty();
    if (providers.isEmpty() && (unheard || world.has(service))) {
      lookups.noProvider(from, service, wanted);
    }
    for (String provider : providers) {
      int name = names.of(provider);
      if (world.has(name) || world.others().have(name)) {
        byConstructor(name, Sure.least(sure, Sure.MAYBE));
      } else {
        lookups.miss(Missing.Kind.PROVIDER, names.dotted(name), sure, from);
      }
    }
  }
}
