package zugabe.core.rehearse;

import java.io.File;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import zugabe.core.recipe.TrialSpec;

/** Starts one thing in a throw-away place and looks at what it does. */
public final class Rehearsal {
  /** How long it may take to go when it is asked to, in milliseconds. */
  private static final String UNFINISHED = "it hadn't finished";

  private static final long GRACE_MILLIS = 5000;

  private static final long BETWEEN_MILLIS = 20;

  /** A service that runs for so long has come up. */
  private static final long WATCHED_MILLIS = 4000;

  private static final String NOT_STOPPED =
      "it didn't stop within " + GRACE_MILLIS + " ms when it was asked to";

  private final Start start;
  private final Optional<TrialSpec> trial;
  private final Place place;
  private final Path runtime;
  private boolean stopped;
  private boolean isService;

  /**
   * What came of it.
   *
   * @param command as a user would type it
   * @param outcome how it ended
   * @param output what it printed, both streams
   * @param telling the lines that tell most, of output and logs
   * @param written files it wrote, by path in the throw-away place ({@code home}, {@code tmp},
   *     {@code work}, {@code app}), with sizes in bytes; -1 for removed ones
   * @param leftRunning command lines of processes that were still there at the end, and were ended
   */
  public record Result(
      String command,
      Outcome outcome,
      String output,
      List<String> telling,
      Map<String, Long> written,
      List<String> leftRunning,
      long millis) {

    Result withFault(String why) {
      Outcome failed = new Outcome(outcome.exit(), outcome.judged(), Optional.of(why));
      return new Result(command, failed, output, telling, written, leftRunning, millis);
    }

    public int exit() {
      return outcome.exit();
    }

    public Optional<String> fault() {
      return outcome.fault();
    }

    /** Whether somebody else listens where it would. */
    public boolean findsAddressInUse() {
      return Crash.isAddressInUse(output);
    }

    /** Whether it would have opened a window, which can't be shown here. */
    public boolean wantsDisplay() {
      return Crash.wantsDisplay(output);
    }

    /** Whether it was expected to end, and didn't in time. */
    public boolean ranTooLong() {
      return fault().filter(f -> f.startsWith(UNFINISHED)).isPresent();
    }

    /** Whether it wrote into its own folder, which is read-only where programs are installed. */
    public List<String> writtenBesideItself() {
      return written.keySet().stream()
          .filter(p -> p.startsWith("app/") || p.startsWith("home/.local/lib/"))
          .toList();
    }
  }

  private Rehearsal(Start start, Optional<TrialSpec> trial, Place place, Path runtime) {
    this.start = start;
    this.trial = trial;
    this.place = place;
    this.runtime = runtime;
  }

  /**
   * Rehearses files that lie in a folder.
   *
   * @param subject what is rehearsed
   * @param runtime folder of the Java runtime to use
   * @return empty when nothing there can be started
   */
  public static Optional<Result> of(Subject subject, Optional<TrialSpec> trial, Path runtime)
      throws IOException {
    return of(
        subject,
        trial,
        runtime,
        Place.create(),
        place -> Start.find(place.app(), subject.program()).map(s -> s.with(subject.arguments())));
  }

  /** Rehearses a web archive on a server. */
  public static Result on(Course.OnServer course, Path folder, Path runtime) throws IOException {
    Server server = course.server();
    Subject subject = new Subject(folder, course.files(), Optional.empty());
    String war = subject.files().get(0);
    int port = Server.freePort();
    String address = "http://127.0.0.1:" + port + Server.context(war) + course.page();
    TrialSpec trial =
        new TrialSpec(List.of(), 0, course.text(), Optional.of(address), course.within());
    return of(
            subject,
            Optional.of(trial),
            runtime,
            Place.plain(),
            place -> Optional.of(server.start(place, place.app().resolve(war), port)))
        .orElseThrow();
  }

  /** Rehearses a program for Windows under Wine. */
  public static Result under(
      Path wine, Course.UnderWine course, Path folder, Runtimes.Chosen runtime) throws IOException {
    Subject subject = new Subject(folder, course.files(), Optional.empty());
    UnderWine under = new UnderWine(wine, runtime);
    return of(
            subject,
            course.trial(),
            runtime.home(),
            Place.create(),
            place -> Optional.of(under.start(place, course.program(), course.variables())))
        .orElseThrow();
  }

  /** Rehearses a package on what stands in for a phone. */
  public static Result onPhone(Phone.Maker phones, Course.OnPhone course, Path folder)
      throws IOException {
    return new PhoneRehearsal(phones, course).run(folder);
  }

  /** Finds what is to be started among what lies in a place. */
  private interface Finding {
    Optional<Start> start(Place place) throws IOException;
  }

  private static Optional<Result> of(
      Subject subject, Optional<TrialSpec> trial, Path runtime, Place place, Finding finding)
      throws IOException {
    return in(
        place,
        there -> {
          subject.putInto(there.app());
          Optional<Start> start = finding.start(there);
          return start.isPresent()
              ? Optional.of(new Rehearsal(start.get(), trial, there, runtime).run())
              : Optional.empty();
        });
  }

  /** Starts one thing in a place that is there already. */
  static Result of(Start start, Optional<TrialSpec> trial, Place place, Path runtime)
      throws IOException {
    return new Rehearsal(start, trial, place, runtime).run();
  }

  /** Starts an installed service, watches it for a while, and stops it. */
  static Result service(Unit unit, Place place, Path runtime) throws IOException {
    Rehearsal one = new Rehearsal(unit.start(), Optional.empty(), place, runtime);
    one.isService = true;
    return one.run();
  }

  /** What is done in a place. */
  interface Doing<T> {
    T in(Place place) throws IOException;
  }

  /** Does something in a place, and removes the place whatever happens. */
  static <T> T in(Place place, Doing<T> doing) throws IOException {
    for (Place left : Place.left()) {
      endQuietly(new Processes(left.mark(), Optional.empty()));
      remove(left);
    }
    // an interrupted rehearsal leaves nothing either
    Thread hook = new Thread(() -> remove(place));
    Runtime.getRuntime().addShutdownHook(hook);
    try {
      return doing.in(place);
    } finally {
      Runtime.getRuntime().removeShutdownHook(hook);
      place.close();
    }
  }

  private static void remove(Place place) {
    try {
      place.close();
    } catch (IOException e) {
      // the process is ending: nobody is left to tell
      return;
    }
  }

  private Result run() throws IOException {
    List<String> arguments = trial.map(TrialSpec::arguments).orElse(List.of());
    long began = System.nanoTime();
    Process process = start(arguments);
    Processes processes = new Processes(place.mark(), Optional.of(process));
    Thread end = new Thread(() -> endQuietly(processes));
    Runtime.getRuntime().addShutdownHook(end);
    Listener output = new Listener(process.getInputStream());
    output.start();
    try {
      Optional<String> fault =
          trial.flatMap(TrialSpec::address).isPresent()
              ? answers(process, processes)
              : ends(process, processes);
      List<String> left = processes.others().stream().map(Processes::commandLine).sorted().toList();
      processes.endAll();
      output.await(2000);
      String text = output.text();
      int exit = stopped ? -1 : process.exitValue();
      fault = fault.or(() -> judge(exit, text));
      long millis = TimeUnit.NANOSECONDS.toMillis(System.nanoTime() - began);
      Map<String, Long> written = place.written();
      return new Result(
          start.shown(arguments),
          new Outcome(exit, isJudged(text), fault),
          text,
          telling(text, written),
          written,
          left,
          millis);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new InterruptedIOException("interrupted");
    } finally {
      endQuietly(processes);
      Runtime.getRuntime().removeShutdownHook(end);
    }
  }

  private static void endQuietly(Processes processes) {
    try {
      processes.endAll();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private Process start(List<String> arguments) throws IOException {
    List<String> options =
        List.of(
            "-Duser.home=" + place.home(), "-Djava.io.tmpdir=" + place.tmp(), "-XX:-UsePerfData");
    List<String> command = start.command(runtime, options, place.home());
    command.addAll(arguments);
    place.seal();
    ProcessBuilder builder =
        new ProcessBuilder(command)
            .directory(
                start.surroundings().map(Start.Surroundings::folder).orElse(place.work()).toFile())
            .redirectErrorStream(true);
    Map<String, String> own =
        start.surroundings().map(Start.Surroundings::environment).orElse(Map.of());
    Map<String, String> all = new LinkedHashMap<>(Map.of("JAVA_HOME", runtime.toString()));
    all.putAll(own);
    surround(builder, place, all);
    return builder.start();
  }

  /** Of the machine's environment nothing goes in but what a program can't do without. */
  static void surround(ProcessBuilder builder, Place place, Map<String, String> own) {
    boolean windows = File.separatorChar == '\\';
    builder.redirectInput(new File(windows ? "NUL" : "/dev/null"));
    Map<String, String> environment = builder.environment();
    String system = environment.getOrDefault("SystemRoot", "");
    environment.clear();
    if (windows) {
      environment.put("SystemRoot", system);
      environment.put("APPDATA", place.home().toString());
    }
    environment.put("PATH", windows ? system + "\\System32" : "/usr/bin:/bin");
    environment.put("HOME", place.home().toString());
    environment.put("TMPDIR", place.tmp().toString());
    environment.put("LANG", "C.UTF-8");
    environment.putAll(own);
    environment.put(Processes.MARK, place.mark());
  }

  /** Waits for its end. */
  private Optional<String> ends(Process process, Processes processes) throws InterruptedException {
    long limit = isService ? WATCHED_MILLIS : limitMillis();
    if (process.waitFor(limit, TimeUnit.MILLISECONDS)) {
      return Optional.empty();
    }
    stopped = true;
    boolean went = processes.stopFirst(GRACE_MILLIS);
    if (isService && !went) {
      return Optional.of(NOT_STOPPED);
    }
    return trial.isEmpty() ? Optional.empty() : Optional.of(UNFINISHED + " after " + limit + " ms");
  }

  private long limitMillis() {
    return trial.map(TrialSpec::within).orElse(TrialSpec.DEFAULT_LIMIT).toMillis();
  }

  /** Waits for an answer, then stops it. */
  private Optional<String> answers(Process process, Processes processes)
      throws InterruptedException {
    Answering answering = new Answering(trial.orElseThrow());
    long end = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(limitMillis());
    Optional<String> answer = Optional.empty();
    while (answer.isEmpty() && process.isAlive() && System.nanoTime() < end) {
      answer = answering.ask();
      if (answer.isEmpty()) {
        TimeUnit.MILLISECONDS.sleep(BETWEEN_MILLIS);
      }
    }
    String address = trial.orElseThrow().address().orElseThrow();
    if (answer.isEmpty() && !process.isAlive()) {
      return Optional.of(
          "it ended with exit code " + process.exitValue() + " before " + address + " answered");
    }
    stopped = true;
    boolean went = processes.stopFirst(GRACE_MILLIS);
    if (answer.isEmpty()) {
      return Optional.of(
          address + ": " + answering.lastFault() + " within " + limitMillis() + " ms");
    }
    String text = trial.orElseThrow().text().orElse("");
    if (!answer.get().contains(text)) {
      return Optional.of(address + " doesn't answer \"" + text + "\"");
    }
    return went ? Optional.empty() : Optional.of(NOT_STOPPED);
  }

  /** A service whose place is taken here shows nothing. */
  private boolean isJudged(String text) {
    return trial.isPresent() || (isService && (stopped || !Crash.isAddressInUse(text)));
  }

  private Optional<String> judge(int exit, String text) {
    if (isService && !stopped && !Crash.isAddressInUse(text)) {
      return Optional.of("it ended by itself with exit code " + exit);
    }
    if (trial.isEmpty()) {
      return Crash.in(text, exit);
    }
    if (stopped) {
      return Optional.empty();
    }
    if (exit != trial.get().exit()) {
      return Optional.of("it exited with code " + exit + " instead of " + trial.get().exit());
    }
    return trial
        .get()
        .text()
        .filter(t -> !text.contains(t))
        .map(t -> "it doesn't print \"" + t + "\"");
  }

  /** Of the output, and of logs it wrote. */
  private List<String> telling(String text, Map<String, Long> written) throws IOException {
    List<String> lines = new ArrayList<>(TellingLines.of(text));
    for (Map.Entry<String, Long> file : written.entrySet()) {
      if (file.getKey().endsWith(".log") && file.getValue() > 0 && file.getValue() < 1 << 20) {
        Path log = place.app().getParent().resolve(file.getKey());
        String content = new String(Files.readAllBytes(log), StandardCharsets.UTF_8);
        TellingLines.of(content).forEach(l -> lines.add(file.getKey() + ": " + l));
      }
    }
    return lines;
  }
}
