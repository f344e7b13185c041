package zugabe.core.rehearse;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import zugabe.core.recipe.TrialSpec;

/**
 * Installs an archive with its own script, starts what is installed, removes it with its own
 * script, and looks for what stays behind.
 *
 * @param subject the archive
 * @param name what it is installed as
 * @param trials of its programs, by their names
 */
public record InstallRehearsal(
    Subject subject, String name, Map<String, Optional<TrialSpec>> trials) {
  /** Where installations for one user go, in the user's home. */
  private static final String INSTALLED = ".local/lib/";

  private static final Optional<TrialSpec> SCRIPT =
      Optional.of(
          new TrialSpec(List.of(), 0, Optional.empty(), Optional.empty(), Duration.ofMinutes(2)));

  /**
   * Does it all.
   *
   * @param runtime folder of the Java runtime to use
   * @return what each step gave; the last one that was reached is the last
   */
  public List<Rehearsal.Result> run(Path runtime) throws IOException {
    return Rehearsal.in(Place.create(), place -> run(place, runtime));
  }

  private List<Rehearsal.Result> run(Place place, Path runtime) throws IOException {
    subject.putInto(place.app());
    List<Rehearsal.Result> results = new ArrayList<>();
    Optional<Path> script = find(place.app(), "install.sh");
    if (script.isEmpty()) {
      for (Map.Entry<String, Optional<TrialSpec>> trial : trials.entrySet()) {
        Optional<Path> program = find(place.app(), trial.getKey());
        if (program.isPresent()) {
          results.add(start(place, program.get(), List.of(), trial.getValue(), runtime));
        }
      }
      return results;
    }
    Set<String> before = paths(place.home());
    results.add(start(place, script.get(), List.of("--user", "--no-start"), SCRIPT, runtime));
    Path prefix = place.home().resolve(INSTALLED + name);
    if (results.get(0).fault().isPresent()) {
      return results;
    }
    Set<String> installed = paths(place.home());
    for (Map.Entry<String, Optional<TrialSpec>> trial : trials.entrySet()) {
      Path program = prefix.resolve("bin").resolve(trial.getKey());
      results.add(start(place, program, List.of(), trial.getValue(), runtime));
    }
    for (Path unit : units(place.home())) {
      Path state = place.home().resolve(".local/state");
      results.add(Rehearsal.service(Unit.of(unit, place.home(), state), place, runtime));
    }
    Set<String> tried = paths(place.home());
    tried.removeAll(installed);
    Rehearsal.Result removed =
        start(place, prefix.resolve("uninstall.sh"), List.of(), SCRIPT, runtime);
    Set<String> after = paths(place.home());
    after.removeAll(before);
    // what the programs themselves wrote is theirs
    after.removeAll(tried);
    after.removeIf(p -> tried.stream().anyMatch(t -> t.startsWith(p + "/")));
    after.removeIf(p -> p.startsWith(".config/" + name) || p.equals(".config"));
    String own = INSTALLED + name + "/";
    if (tried.stream().anyMatch(t -> t.startsWith(own))) {
      // where a program wrote into its own folder that stays, and a record with it
      after.remove(own + ".installed");
    }
    results.add(
        after.isEmpty() || removed.fault().isPresent()
            ? removed
            : removed.withFault("it leaves behind " + String.join(", ", after)));
    return results;
  }

  /** Of services that were installed. */
  private static List<Path> units(Path home) throws IOException {
    Path folder = home.resolve(".config/systemd/user");
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    try (Stream<Path> list = Files.list(folder)) {
      return list.filter(p -> p.toString().endsWith(".service")).sorted().toList();
    }
  }

  private static Rehearsal.Result start(
      Place place, Path script, List<String> words, Optional<TrialSpec> trial, Path runtime)
      throws IOException {
    Start start =
        new Start(
            Optional.of(script),
            words,
            ("./" + ShellWords.of(script.getFileName().toString()) + " " + ShellWords.of(words))
                .strip());
    return Rehearsal.of(start, trial, place, runtime);
  }

  private static Optional<Path> find(Path folder, String name) throws IOException {
    try (Stream<Path> walk = Files.walk(folder, 3)) {
      return walk.filter(p -> p.getFileName().toString().equals(name))
          .filter(Files::isExecutable)
          .filter(Files::isRegularFile)
          .sorted()
          .findFirst();
    }
  }

  private static Set<String> paths(Path folder) throws IOException {
    try (Stream<Path> walk = Files.walk(folder)) {
      return walk.map(p -> folder.relativize(p).toString())
          .filter(p -> !p.isEmpty())
          .collect(java.util.stream.Collectors.toCollection(TreeSet::new));
    }
  }
}
