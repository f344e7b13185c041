package zugabe.fuzz;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;

/**
 * Gives spoilt inputs to everything that takes them from anywhere. A fault is an exception that no
 * caller expects, more memory than there is, or an input that takes longer than {@link #LIMIT}; its
 * input is kept.
 */
public final class Fuzz {
  private static final Duration LIMIT = Duration.ofSeconds(10);

  private final PrintStream out;
  private final Path kept;
  private final AtomicReference<Running> running = new AtomicReference<>();
  private long faults;

  private static final class Running {
    private final String target;
    private final byte[] input;
    private final long since;

    Running(String target, byte[] input, long since) {
      this.target = target;
      this.input = input;
      this.since = since;
    }
  }

  private Fuzz(PrintStream out, Path kept) {
    this.out = out;
    this.kept = kept;
  }

  /**
   * Runs from the command line: {@code [READER…] [--minutes N] [--seed S]}.
   *
   * @param args which readers, default all; how long in all, default 1; the first seed, default 1
   */
  public static void main(String[] args) throws IOException {
    Set<String> names = new LinkedHashSet<>();
    double minutes = 1;
    long seed = 1;
    List<String> words = Arrays.asList(args);
    for (int i = 0; i < words.size(); i++) {
      switch (words.get(i)) {
        case "--minutes" -> minutes = Double.parseDouble(words.get(++i));
        case "--seed" -> seed = Long.parseLong(words.get(++i));
        default -> names.add(words.get(i));
      }
    }
    long faults =
        run(
            names,
            Duration.ofMillis((long) (minutes * 60_000)),
            seed,
            System.out,
            Path.of("fuzz-kept"));
    System.exit(faults == 0 ? 0 : 1);
  }

  /** Returns the number of faults. */
  static long run(Set<String> names, Duration time, long seed, PrintStream out, Path kept)
      throws IOException {
    Path folder = Files.createTempDirectory("fuzz");
    Map<String, Target> targets = Targets.in(folder);
    if (!targets.keySet().containsAll(names)) {
      out.println("fuzz: there is " + targets.keySet());
      return 1;
    }
    List<Target> wanted = new ArrayList<>(targets.values());
    wanted.removeIf(t -> !names.isEmpty() && !names.contains(t.name()));
    Fuzz fuzz = new Fuzz(out, kept);
    Thread watch = new Thread(fuzz::watch);
    watch.setDaemon(true);
    watch.start();
    out.printf("%-14s %10s %10s %10s %9s%n", "reader", "inputs", "taken", "refused", "longest");
    for (Target target : wanted) {
      fuzz.run(target, time.dividedBy(wanted.size()), seed);
    }
    out.println(fuzz.faults + " faults, seed " + seed);
    remove(folder);
    return fuzz.faults;
  }

  private void run(Target target, Duration time, long seed) throws IOException {
    Mutations mutations = new Mutations(seed, target.seeds());
    long end = System.nanoTime() + time.toNanos();
    long taken = 0;
    long refused = 0;
    long longest = 0;
    while (System.nanoTime() < end) {
      byte[] input = mutations.next();
      long start = System.nanoTime();
      running.set(new Running(target.name(), input, start));
      try {
        target.taker().take(input);
        taken++;
      } catch (IOException e) {
        refused++;
      } catch (RuntimeException | Error e) {
        keep(target.name(), input, e.toString());
        e.printStackTrace(out);
      }
      longest = Math.max(longest, System.nanoTime() - start);
    }
    running.set(null);
    out.printf(
        "%-14s %10d %10d %10d %6d ms%n",
        target.name(), taken + refused, taken, refused, longest / 1_000_000);
  }

  private void keep(String target, byte[] input, String what) throws IOException {
    faults++;
    Files.createDirectories(kept);
    Path file = kept.resolve(target + "-" + faults);
    Files.write(file, input);
    out.println("FAULT in " + target + ": " + what + "; its input is kept in " + file);
  }

  /** An input that takes too long ends everything: nothing else can be tried behind it. */
  private void watch() {
    try {
      while (true) {
        Thread.sleep(500);
        Running r = running.get();
        if (r != null && System.nanoTime() - r.since > LIMIT.toNanos()) {
          keep(r.target, r.input, "not done after " + LIMIT.toSeconds() + " s");
          System.exit(1);
        }
      }
    } catch (InterruptedException | IOException e) {
      Thread.currentThread().interrupt();
    }
  }

  private static void remove(Path folder) throws IOException {
    try (var all = Files.walk(folder)) {
      for (Path p : all.sorted(java.util.Comparator.reverseOrder()).toList()) {
        Files.delete(p);
      }
    }
  }
}
