package zugabe.core.links;

import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import zugabe.core.links.Missing.Sure;
import zugabe.core.program.ServerPackages;

/** What is looked for and not there: collected, and for what isn't code, judged. */
final class Lookups {
  /** Without these, programs run on and log nothing; nobody means that. */
  private static final Set<String> LOGGING =
      Set.of("org/slf4j/spi/SLF4JServiceProvider", "org/apache/logging/log4j/spi/Provider");

  /** What is put together at run time has signs of formats, or ends where more follows. */
  private static final Pattern RESOURCE =
      Pattern.compile("[^.\\s{}\\[\\]%*_]([^\\s{}\\[\\]%*]*[^\\s{}\\[\\]%*_/.-])?");

  private static final Pattern NATIVE =
      Pattern.compile("[A-Za-z0-9]([^\\s{}\\[\\]%*]*[^\\s{}\\[\\]%*_/.-])?");

  private static final Pattern JAVAS = Pattern.compile("(java|javax|sun|jdk|META-INF)/.*");

  private final World world;
  private final Names names;
  private final Map<String, Need> missing = new TreeMap<>();
  private final Optionals optionals = new Optionals();

  Lookups(World world) {
    this.world = world;
    this.names = world.names();
  }

  List<Missing> missing() {
    List<Missing> all = new ArrayList<>();
    missing.values().forEach(n -> all.add(n.missing()));
    return all;
  }

  void miss(Missing.Kind kind, String name, Sure sure, ClassNode from) {
    Sure real = optionals.isOptional(from, kind, name) ? Sure.OPTIONAL : sure;
    missing
        .computeIfAbsent(kind + " " + name, k -> new Need(kind, name))
        .add(names.dotted(from.parsed.name), from, real);
  }

  /**
   * Nobody provides a service.
   *
   * @param wanted how surely somebody misses it
   */
  void noProvider(ClassNode from, int service, Sure wanted) {
    String module = world.moduleProviding(names.text(service));
    boolean meant = !module.isEmpty() || LOGGING.contains(names.text(service));
    String name = names.dotted(service) + (module.isEmpty() ? "" : " " + module);
    miss(Missing.Kind.NO_PROVIDER, name, meant ? Sure.MAYBE : wanted, from);
  }

  /** The system's class loader is asked, unless another is set by a method of this name. */
  void systemLoader(ClassNode from, String setter, Sure sure) {
    String asking = names.dotted(from.parsed.name) + ' ' + setter;
    miss(Missing.Kind.SYSTEM_LOADER, asking, sure, from);
  }

  /** Libraries have lists of all databases that there are; an application means its own. */
  void database(ClassNode from, String start, Sure sure) {
    if (from.isOwn() && !world.hasDriver(start)) {
      miss(Missing.Kind.DRIVER, start, Sure.least(sure, Sure.MAYBE), from);
    }
  }

  /**
   * Libraries look for settings that users may have; what would lie in their own package is theirs.
   */
  void resource(ClassNode from, String path, Sure sure) {
    boolean real = RESOURCE.matcher(path).matches() && !JAVAS.matcher(path).matches();
    if (real && !world.hasFile(path)) {
      boolean theirs = from.isOwn() || isBeside(path, names.text(from.parsed.name));
      miss(
          Missing.Kind.RESOURCE, path, theirs ? Sure.least(sure, Sure.MAYBE) : Sure.OPTIONAL, from);
    }
  }

  private static boolean isBeside(String path, String className) {
    int slash = path.lastIndexOf('/');
    return slash > 0
        && slash == className.lastIndexOf('/')
        && className.startsWith(path.substring(0, slash));
  }

  /**
   * Tells when not every server of these interfaces has a class or member of theirs.
   *
   * @param member less than 0 for the class alone
   * @return whether there is something to tell
   */
  boolean servers(ClassNode from, World.Offered offered, int member, Sure sure) {
    int open = Servers.open(names.text(offered.owner()));
    // what a class has goes without saying where only some have the class
    int most = member < 0 ? open : world.others().generations(offered.owner());
    if (offered.generations() == most) {
      return false;
    }
    if (sure != Sure.OPTIONAL
        && (from.isOwn() || !ServerPackages.have(names.text(from.parsed.name)))) {
      String name = names.dotted(offered.owner()) + (member < 0 ? "" : ' ' + names.text(member));
      miss(Missing.Kind.SOME_SERVERS, offered.generations() + " " + name, sure, from);
    }
    return true;
  }

  void nativeLibrary(ClassNode from, String name, Sure sure) {
    Set<String> files =
        Set.of(
            "lib" + name + ".so", name + ".dll", "lib" + name + ".dylib", "lib" + name + ".jnilib");
    if (NATIVE.matcher(name).matches() && !world.hasFileNamed(files)) {
      miss(Missing.Kind.NATIVE, name, Sure.least(sure, Sure.MAYBE), from);
    }
  }
}
