package zugabe.core.survey;

import java.net.URI;
import java.net.URISyntaxException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Predicate;
import zugabe.bytes.Regex;
import zugabe.core.materials.Nature;
import zugabe.formats.classfile.ClassSketch.Hint;

/** Programs that came as a jar, with the jars that lie beside it. */
final class JarPrograms {
  private final List<Survey.Found> found;
  private final BiFunction<Survey.Found, String, Set<Hint>> around;

  /**
   * @param around what is done in a jar around a main class
   */
  JarPrograms(List<Survey.Found> found, BiFunction<Survey.Found, String, Set<Hint>> around) {
    this.found = found;
    this.around = around;
  }

  /**
   * Those whose manifests name a main class: of several, those with marks of libraries are none.
   */
  List<Survey.Candidate> among(Predicate<Survey.Found> where) {
    List<Survey.Found> jars =
        found.stream()
            .filter(f -> f.what().nature() == Nature.JAR && !f.what().fact("main").isEmpty())
            .filter(where)
            .toList();
    boolean some = jars.stream().anyMatch(JarPrograms::isOnesOwn);
    return jars.stream().filter(f -> !some || isOnesOwn(f)).map(this::of).toList();
  }

  /** Whether a jar lacks what those have that are made for many. */
  private static boolean isOnesOwn(Survey.Found jar) {
    return jar.what().fact("bundle").isEmpty() && jar.what().fact("licence").isEmpty();
  }

  private Survey.Candidate of(Survey.Found jar) {
    String name = jar.what().fact("name");
    return of(
        jar,
        ProgramSearch.plain(
            name.isEmpty() ? Regex.replaceFirst(jar.name(), "(-[0-9].*)?\\.jar$", "") : name),
        jar.what().fact("main"),
        "the manifest of " + jar.name() + " names it");
  }

  /** A program in a jar, which comes first among its libraries. */
  Survey.Candidate of(Survey.Found jar, String named, String main, String why) {
    Set<Survey.Found> libraries = new LinkedHashSet<>(List.of(jar));
    boolean all = addNamed(libraries);
    // a script may name more
    if (!all || libraries.size() == 1 || !main.equals(jar.what().fact("main"))) {
      found.stream()
          .filter(f -> f.what().nature() == Nature.JAR)
          .filter(
              f ->
                  f.folder().equals(jar.folder())
                      || f.path()
                          .startsWith(jar.folder().equals(".") ? "lib" : jar.folder() + "/lib"))
          .forEach(libraries::add);
    }
    Set<Hint> hints = around.apply(jar, main);
    return new Survey.Candidate(
        Survey.Kind.JAR,
        named,
        main,
        new Survey.Candidate.Manner(
            ProgramSearch.surface(hints),
            ProgramSearch.isService(hints),
            Optional.of(
                    Math.max(
                        ProgramSearch.java(jar),
                        libraries.stream().mapToInt(ProgramSearch::java).max().orElse(0)))
                .filter(j -> j > 0),
            List.of()),
        new Survey.Candidate.Files(List.of(), List.copyOf(libraries), Optional.empty()),
        4,
        List.of(why));
  }

  /**
   * Adds what manifests name beside them (JAR File Specification, "Class-Path Attribute"), and what
   * those jars' do.
   *
   * @return whether all of it was found, so that nothing else can be meant
   */
  private boolean addNamed(Set<Survey.Found> libraries) {
    boolean all = true;
    List<Survey.Found> open = new ArrayList<>(libraries);
    for (int i = 0; i < open.size(); i++) {
      Survey.Found jar = open.get(i);
      for (String address : jar.what().fact("class path").split(" +", -1)) {
        Optional<String> path = path(jar, address);
        Optional<Survey.Found> named =
            path.flatMap(p -> found.stream().filter(f -> f.path().equals(p)).findFirst());
        // a folder is none that code comes from, as a rule
        all &= !address.endsWith(".jar") || named.isPresent();
        named
            .filter(f -> f.what().nature() == Nature.JAR)
            .filter(libraries::add)
            .ifPresent(open::add);
      }
    }
    return all;
  }

  private static Optional<String> path(Survey.Found from, String address) {
    try {
      URI relative = new URI(address);
      URI folder =
          new URI(null, null, from.folder().equals(".") ? "/" : "/" + from.folder() + "/", null);
      return Optional.ofNullable(
              relative.isAbsolute() ? null : folder.resolve(relative).normalize().getPath())
          .map(p -> p.substring(1));
    } catch (URISyntaxException e) {
      // a runtime passes over it, too
      return Optional.empty();
    }
  }
}
