package zugabe.core.links;

import com.google.re2j.Pattern;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
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

  private static final String SETS_LOADER = "(Ljava/lang/ClassLoader;)V";

  /** The newest first; which of several classes is named mustn't depend on the way here. */
  private static final Comparator<Materials.Highest> ORDER =
      Comparator.comparing(Materials.Highest::major, Comparator.reverseOrder())
          .thenComparing(Materials.Highest::file)
          .thenComparing(Materials.Highest::entry);

  /** Without these, programs run on and log nothing; nobody means that. */
  private static final Set<String> LOGGING =
      Set.of("org/slf4j/spi/SLF4JServiceProvider", "org/apache/logging/log4j/spi/Provider");

  private static final Pattern CLASS_NAME =
      Pattern.compile("[\\p{L}_$][\\p{L}\\p{N}_$]*(/[\\p{L}_$][\\p{L}\\p{N}_$]*)+");
  private static final Pattern RESOURCE = Pattern.compile("[^.\\s{}\\[\\]][^\\s{}\\[\\]]*");
  private static final Pattern JAVAS = Pattern.compile("(java|javax|sun|jdk|META-INF)/.*");

  private final World world;
  private final Names names;
  private final int constructor;
  private final int initialiser;

  /** Classes that objects are made of, by those that they extend or implement. */
  private final Numbered<List<ClassNode>> madeBelow = new Numbered<>();

  private final Pairs calls = new Pairs();
  private final Pairs onEveryServer = new Pairs();
  private final Map<Sure, Deque<Work>> work = new EnumMap<>(Sure.class);
  private final Map<String, Need> missing = new TreeMap<>();
  private final AbsenceGuards prepared = new AbsenceGuards();
  private final Optionals optionals = new Optionals();

  /** Methods that set a class loader, called by other parties than their own. */
  private final Set<String> settersCalled = new HashSet<>();

  private Optional<Materials.Highest> newest = Optional.empty();

  private record Work(ClassNode node, int method, Sure sure) {}

  Reach(World world) {
    this.world = world;
    this.names = world.names();
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
    return missing.values().stream()
        .map(Need::missing)
        .filter(m -> m.kind() != Missing.Kind.SYSTEM_LOADER || !isSet(m.name()))
        .map(prepared::judged)
        .toList();
  }

  private boolean isSet(String asking) {
    return settersCalled.contains(asking.substring(asking.indexOf(' ') + 1));
  }

  /** The highest class-file version of what is needed, and the first class that has it. */
  Optional<Materials.Highest> newest() {
    return newest;
  }

  private void newest(ClassNode node) {
    Materials.Highest one =
        new Materials.Highest(node.parsed.major, node.place.source(), node.place.entry());
    if (newest.isEmpty() || ORDER.compare(one, newest.get()) < 0) {
      newest = Optional.of(one);
    }
  }

  private static Sure least(Sure a, Sure b) {
    return a.compareTo(b) < 0 ? a : b;
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
    if (to == null
        || to.parsed.major <= w.node().parsed.major
        || to.place.library().orElse(null) != w.node().place.library().orElse(null)) {
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
          miss(Missing.Kind.UNKNOWN, names.dotted(owner), Sure.MAYBE, from);
        }
      }
      case BY_NAME -> byName(from, owner, sure);
      case RESOURCE -> resource(from, names.text(owner), sure);
      case NATIVE -> nativeLibrary(from, names.text(owner), sure);
      case SERVICE -> service(from, owner, sure, Sure.MAYBE);
      case SERVICE_IF_ANY -> service(from, owner, sure, Sure.OPTIONAL);
      case DATABASE -> database(from, names.text(owner), sure);
      case SYSTEM_LOADER -> {
        String asking = names.dotted(from.parsed.name) + ' ' + names.text(owner);
        miss(Missing.Kind.SYSTEM_LOADER, asking, sure, from);
      }
      case VERSION -> {
        // looked at where it is followed by what it decides
      }
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
      return withinApplication ? reached : least(reached, Sure.TRIED);
    }
    return reached == Sure.TRIED ? Sure.MAYBE : reached;
  }

  /** Libraries have lists of all databases that there are; an application means its own. */
  private void database(ClassNode from, String start, Sure sure) {
    if (from.isOwn() && !world.hasDriver(start)) {
      miss(Missing.Kind.DRIVER, start, least(sure, Sure.MAYBE), from);
    }
  }

  /**
   * Libraries look for settings that users may have; what would lie in their own package is theirs.
   */
  private void resource(ClassNode from, String path, Sure sure) {
    boolean real = RESOURCE.matcher(path).matches() && !JAVAS.matcher(path).matches();
    if (real && !world.hasFile(path)) {
      boolean theirs = from.isOwn() || isBeside(path, names.text(from.parsed.name));
      miss(Missing.Kind.RESOURCE, path, theirs ? least(sure, Sure.MAYBE) : Sure.OPTIONAL, from);
    }
  }

  private static boolean isBeside(String path, String className) {
    int slash = path.lastIndexOf('/');
    return slash > 0
        && slash == className.lastIndexOf('/')
        && className.startsWith(path.substring(0, slash));
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

  /** Notes that somebody else than a class's own library sets its class loader. */
  private void sets(ClassNode from, int owner, int member) {
    String selector = names.text(member);
    if (selector.endsWith(SETS_LOADER)) {
      ClassNode to = world.node(owner);
      if (to != null && to.place.library().orElse(null) != from.place.library().orElse(null)) {
        settersCalled.add(selector.substring(0, selector.length() - SETS_LOADER.length()));
      }
    }
  }

  private void direct(ClassNode from, int owner, int member, Sure sure, Sure onward) {
    sets(from, owner, member);
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
    sets(from, owner, member);
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
      Sure both = least(sure, node.made());
      reach(holder, holder.parsed.method(selector), exact ? both : least(both, Sure.MAYBE));
    }
  }

  private void member(ClassNode from, int owner, int member, boolean field, Sure sure) {
    int hash = names.hash(member);
    boolean known = world.has(owner) || world.others().have(owner);
    if (known && world.lacks(owner, hash, field)) {
      miss(Missing.Kind.MEMBER, names.dotted(owner) + ' ' + names.text(member), sure, from);
    } else if (onEveryServer.get(owner, hash) == 0) {
      Optional<World.Offered> offered = world.offered(owner, hash);
      boolean told = offered.isPresent() && servers(from, offered.get(), member, sure);
      onEveryServer.put(owner, hash, told ? 0 : 1);
    }
  }

  /**
   * Tells when not every server of these interfaces has a class or member of theirs.
   *
   * @param member less than 0 for the class alone
   * @return whether there is something to tell
   */
  private boolean servers(ClassNode from, World.Offered offered, int member, Sure sure) {
    int open = Servers.open(names.text(offered.owner()));
    // what a class has goes without saying where only some have the class
    int most = member < 0 ? open : world.others().generations(offered.owner());
    if (offered.generations() == most) {
      return false;
    }
    if (sure != Sure.OPTIONAL && (from.isOwn() || !Servers.isOne(names.text(from.parsed.name)))) {
      String name = names.dotted(offered.owner()) + (member < 0 ? "" : ' ' + names.text(member));
      miss(Missing.Kind.SOME_SERVERS, offered.generations() + " " + name, sure, from);
    }
    return true;
  }

  /** Whether a class is there; what it is made of is looked for, too. */
  private boolean touch(int name, Sure sure, ClassNode from) {
    ClassNode node = world.node(name);
    if (node == null) {
      return world.has(name) || isElsewhere(name, sure, from);
    }
    if (node.touch(sure)) {
      if (sure != Sure.OPTIONAL && !node.place.isForNewer()) {
        newest(node);
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
      servers(from, new World.Offered(name, world.others().generations(name)), -1, sure);
      return true;
    }
    Missing.Kind kind = Missing.Kind.CLASS;
    if (world.others().isOthers(name)) {
      kind = Missing.Kind.OTHER_JAVA;
    } else if (world.others().isConcealed(name)) {
      kind = Missing.Kind.CONCEALED;
    }
    miss(kind, names.dotted(name), sure, from);
    return false;
  }

  private void miss(Missing.Kind kind, String name, Sure sure, ClassNode from) {
    Sure real = optionals.isOptional(from, kind, name) ? Sure.OPTIONAL : sure;
    missing
        .computeIfAbsent(kind + " " + name, k -> new Need(kind, name))
        .add(names.dotted(from.parsed.name), from, real);
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
          dispatch(node, owner, selector, least(Sure.ofRank(called), sure));
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
    Sure named = to != null && to.isOwn() ? Sure.MAYBE : least(sure, Sure.MAYBE);
    if (isClassName(name) && touch(name, named, from)) {
      byConstructor(name, named);
    }
  }

  /**
   * @param wanted how surely somebody misses a provider when there is none
   */
  private void service(ClassNode from, int service, Sure sure, Sure wanted) {
    Set<String> providers = world.providers(names.text(service));
    if (providers.isEmpty() && world.has(service)) {
      boolean logging = LOGGING.contains(names.text(service));
      miss(Missing.Kind.NO_PROVIDER, names.dotted(service), logging ? Sure.MAYBE : wanted, from);
    }
    for (String provider : providers) {
      int name = names.of(provider);
      if (world.has(name) || world.others().have(name)) {
        byConstructor(name, least(sure, Sure.MAYBE));
      } else {
        miss(Missing.Kind.PROVIDER, names.dotted(name), sure, from);
      }
    }
  }

  private void nativeLibrary(ClassNode from, String name, Sure sure) {
    Set<String> files =
        Set.of(
            "lib" + name + ".so", name + ".dll", "lib" + name + ".dylib", "lib" + name + ".jnilib");
    if (!world.hasFileNamed(files)) {
      miss(Missing.Kind.NATIVE, name, least(sure, Sure.MAYBE), from);
    }
  }
}
