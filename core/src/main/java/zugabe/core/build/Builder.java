package zugabe.core.build;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import zugabe.bytes.Content;
import zugabe.bytes.ContentChangedException;
import zugabe.core.finding.Finding;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.program.Version;
import zugabe.core.receipt.Receipt;
import zugabe.core.recipe.ValueOverride;
import zugabe.core.target.Held;
import zugabe.core.target.Input;
import zugabe.core.target.Output;
import zugabe.core.target.Targets;
import zugabe.core.work.Progress;
import zugabe.core.work.Workers;
import zugabe.formats.deflate.Deflate;

/** Carries a plan out. Whatever fails, the last good files stay as they were. */
public final class Builder {
  private final Plan plan;
  private final Order order;
  private final Targets targets;
  private final Disk disk;
  private final Workers workers;
  private final Progress progress;
  private final Findings findings;
  private final Map<String, List<Output>> outputs = new LinkedHashMap<>();
  private final List<String> parts = new ArrayList<>();
  private Held held = Held.NOTHING;

  /**
   * How to build.
   *
   * @param out the output folder
   * @param shown how the user named it
   * @param overrides recorded in the receipt
   * @param tidy whether files that the recipe no longer makes are removed
   * @param waitAtMost how long to wait for another build
   */
  public record Order(
      Path out, String shown, List<ValueOverride> overrides, boolean tidy, Duration waitAtMost) {}

  /** What was made, and what an earlier build had left that was removed. */
  public record Result(List<Receipt.Row> rows, List<String> removed) {}

  public Builder(
      Plan plan,
      Order order,
      Targets targets,
      Disk disk,
      Workers workers,
      Progress progress,
      Findings findings) {
    this.plan = plan;
    this.order = order;
    this.targets = targets;
    this.disk = disk;
    this.workers = workers;
    this.progress = progress;
    this.findings = findings;
  }

  /** Makes everything in the plan; empty when something was wrong, which is in the findings. */
  public Optional<Result> run() {
    try (OutputFolder folder =
        OutputFolder.open(order.out(), disk, order.waitAtMost(), findings, progress)) {
      return run(folder);
    } catch (FolderLock.HeldException e) {
      findings.add(
          FindingCode.Z5003,
          Where.file(order.shown()),
          "The output folder is in use by " + e.getMessage() + ".",
          "Wait until it is done, or end that process; then build again.");
    } catch (IOException e) {
      findings.add(
          FindingCode.Z5001,
          Where.file(order.shown()),
          "The output folder can't be used: " + reason(e) + ".",
          "Make it writable, or name another one with --out.");
    }
    return Optional.empty();
  }

  private Optional<Result> run(OutputFolder folder) throws IOException {
    Optional<Receipt> last = folder.last();
    folder.removeOrphans(
        last.map(Receipt::deliverables).orElse(List.of()).stream()
            .flatMap(r -> r.files().stream())
            .map(Receipt.Made::path)
            .toList());
    List<String> names = new ArrayList<>();
    boolean done = false;
    try {
      for (Planned d : plan.deliverables()) {
        if (isSelfContained(d)) {
          assemble(d, names);
        }
      }
      folder.removeOrphans(names);
      if (!hasRoom() || overwritesMaterial(folder)) {
        return Optional.empty();
      }
      Map<String, Receipt.Row> rows = new LinkedHashMap<>();
      plan.deliverables().forEach(d -> rows.put(d.name(), null));
      for (Planned d : plan.inOrder()) {
        if (!isSelfContained(d)) {
          makeParts(folder, d);
          assemble(d, names);
          if (overwritesMaterial(folder)) {
            return Optional.empty();
          }
        }
        rows.put(d.name(), row(d, write(folder, d)));
        progress.at("making the receipt", 0, 0);
      }
      Leftovers leftovers = new Leftovers(plan, all(), order, findings);
      List<String> left = leftovers.of(folder, last);
      List<Receipt.Row> made = List.copyOf(rows.values());
      Receipt receipt = merged(last, made, order.tidy() ? List.of() : left);
      removeParts(folder);
      folder.commit(names, receipt);
      done = true;
      return Optional.of(new Result(made, leftovers.tidy(folder, left)));
    } catch (ContentChangedException e) {
      findings.add(
          FindingCode.Z2004,
          Where.file(e.what()),
          e.getMessage() + ".",
          "Wait until whatever writes it is done, then build again.");
    } catch (IOException e) {
      failed(e);
    } finally {
      if (!done) {
        removeParts(folder);
        folder.undo(names);
      }
    }
    return Optional.empty();
  }

  /** Whether it needs nothing that this build makes first. */
  private boolean isSelfContained(Planned d) {
    return d.holds().isEmpty() && d.tree().map(t -> t.parts().isEmpty()).orElse(true);
  }

  private void assemble(Planned d, List<String> names) throws IOException {
    List<Output> files = targets.of(d.kind()).assemble(d, held);
    outputs.put(d.name(), files);
    files.forEach(f -> names.add(f.file()));
  }

  /** Writes what is laid out into the deliverable, and doesn't go out itself. */
  private void makeParts(OutputFolder folder, Planned d) throws IOException {
    Map<String, Content> made = new LinkedHashMap<>();
    for (Output part : targets.of(d.kind()).parts(d)) {
      // a name that no deliverable can have
      String name = "." + d.name() + "." + part.file();
      parts.add(name);
      Path path = folder.prepare(name);
      removeAtExit(path);
      try (FileChannel file = disk.create(path)) {
        Spool.write(part.layout(), file, part.file(), workers, progress);
      }
      made.put(part.file(), new FileContent(path, part.file(), Files.size(path), false));
    }
    held = new Held(held.deliverables(), made);
  }

  private void removeParts(OutputFolder folder) throws IOException {
    for (String name : parts) {
      Files.deleteIfExists(folder.part(name));
    }
  }

  private void failed(IOException e) {
    String reason = reason(e);
    if (reason.contains("No space left")
        || reason.contains("not enough space")
        || reason.contains("File too large")
        || reason.contains("quota")) {
      findings.add(
          FindingCode.Z5002,
          Where.file(order.shown()),
          "Writing stopped: " + reason + ".",
          "Free some space, or name another folder with --out. What was made before is untouched.");
    } else {
      findings.add(
          FindingCode.Z5008,
          Where.file(order.shown()),
          "Reading or writing failed: " + reason + ".",
          "Check the disk and the permissions. What was made before is untouched.");
    }
  }

  private static String reason(IOException e) {
    if (e instanceof java.nio.file.AccessDeniedException denied) {
      return "permission denied for " + Path.of(denied.getFile()).getFileName();
    }
    if (e instanceof java.nio.file.FileAlreadyExistsException) {
      return "a file has its name";
    }
    if (e instanceof FileSystemException f && f.getReason() != null) {
      return f.getReason();
    }
    return e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
  }

  private boolean hasRoom() throws IOException {
    long needed = all().stream().mapToLong(o -> o.layout().leastSize()).sum();
    long free = disk.free(order.out());
    if (free >= needed) {
      return true;
    }
    findings.add(
        FindingCode.Z5002,
        Where.file(order.shown()),
        "At least " + needed + " bytes are needed, and " + free + " are free.",
        "Free some space, or name another folder with --out. Nothing was written.");
    return false;
  }

  private boolean overwritesMaterial(OutputFolder folder) throws IOException {
    boolean found = false;
    for (Output output : all()) {
      Path target = folder.file(output.file());
      if (!Files.exists(target)) {
        continue;
      }
      long size = Files.size(target);
      for (Input input : all().stream().flatMap(o -> o.inputs().stream()).toList()) {
        for (FileContent file : input.files()) {
          // most files have another size, which is known
          if (file.path().equals(target)
              || (file.size() == size && Files.isSameFile(target, file.path()))) {
            findings.add(
                FindingCode.Z5007,
                Where.file(file.name()),
                "The deliverable " + output.file() + " would overwrite it.",
                "Name another file by file:, or another folder with --out.");
            found = true;
          }
        }
      }
    }
    return found;
  }

  private List<Output> all() {
    return outputs.values().stream().flatMap(List::stream).toList();
  }

  private List<Receipt.Made> write(OutputFolder folder, Planned d) throws IOException {
    List<Receipt.Made> made = new ArrayList<>();
    List<Held.File> finished = new ArrayList<>();
    try {
      hold(d);
      for (Output output : outputs.get(d.name())) {
        Path part = folder.prepare(output.file());
        removeAtExit(part);
        try (FileChannel file = disk.create(part)) {
          Spool.Written written =
              Spool.write(output.layout(), file, output.file(), workers, progress);
          made.add(new Receipt.Made(output.file(), written.size(), written.sha256()));
          fewer(output.file(), written.jobs());
          finished.add(
              new Held.File(
                  output.file(),
                  output.mode(),
                  new FileContent(part, output.file(), written.size(), false)));
        }
        folder.allow(part, output.mode());
      }
      Map<String, List<Held.File>> all = new LinkedHashMap<>(held.deliverables());
      all.put(d.name(), finished);
      held = new Held(all, Map.of());
      return made;
    } finally {
      release(d);
    }
  }

  private void fewer(String file, int jobs) {
    if (jobs < workers.jobs()) {
      findings.add(
          FindingCode.Z5009,
          Where.file(order.shown() + "/" + file),
          "Memory was enough for " + jobs + " of " + workers.jobs() + " threads.",
          "Nothing, unless it took too long: then give the runtime more, as by ZUGABE_JAVA_OPTIONS=-Xmx2g.");
    }
  }

  /** A process that is told to end still runs this, so that no half file stays. */
  private static void removeAtExit(Path part) {
    if (part.getFileSystem().equals(java.nio.file.FileSystems.getDefault())) {
      part.toFile().deleteOnExit();
    }
  }

  /** Files with many entries are kept open while their entries travel; not too many at once. */
  private static void hold(Planned d) throws IOException {
    for (var library : d.materials().libraries().stream().limit(256).toList()) {
      library.file().hold();
    }
  }

  private static void release(Planned d) throws IOException {
    for (var library : d.materials().libraries()) {
      library.file().release();
    }
  }

  private Receipt.Row row(Planned d, List<Receipt.Made> made) throws IOException {
    List<Receipt.Used> inputs = new ArrayList<>();
    for (Output output : outputs.get(d.name())) {
      for (Input input : output.inputs()) {
        inputs.add(Inputs.used(input));
      }
    }
    List<Finding> about = findings.sorted().stream().filter(f -> concerns(f.where(), d)).toList();
    return new Receipt.Row(
        d.name(), d.kind(), made, inputs, PlanDigest.of(d), order.overrides(), about);
  }

  /** Whether a place belongs to a deliverable: its own part of the recipe, or one of its inputs. */
  private boolean concerns(Where where, Planned d) {
    String program = d.program().map(p -> "programs." + p.name()).orElse("-");
    return Stream.of("deliverables." + d.name(), program, "materials." + d.materials().name())
            .anyMatch(key -> where.key().equals(key) || where.key().startsWith(key + "."))
        || outputs.get(d.name()).stream()
            .flatMap(o -> o.inputs().stream())
            .flatMap(i -> i.files().stream())
            .anyMatch(f -> f.name().equals(where.file()));
  }

  /**
   * Rows of deliverables that weren't asked for this time stay, as long as the recipe still has
   * them.
   */
  private Receipt merged(Optional<Receipt> last, List<Receipt.Row> made, List<String> left) {
    String deflate = Deflate.fingerprint();
    last.map(Receipt::deflate)
        .filter(f -> !f.equals(deflate))
        .ifPresent(
            f ->
                findings.add(
                    FindingCode.Z5005,
                    Where.file(Receipt.FILE),
                    "The last build's deflate engine was " + f + ", this one is " + deflate + ".",
                    "Nothing, unless you compare bytes: then build on the machine of the last build."));
    Map<String, Receipt.Row> rows = new LinkedHashMap<>();
    plan.allNames().forEach(n -> rows.put(n, null));
    last.ifPresent(
        l ->
            l.deliverables().stream()
                .filter(r -> rows.containsKey(r.name()))
                .forEach(r -> rows.put(r.name(), r)));
    made.forEach(r -> rows.put(r.name(), r));
    rows.values().removeIf(java.util.Objects::isNull);
    return new Receipt(
        Version.TEXT,
        deflate,
        plan.app().name(),
        plan.app().version(),
        List.copyOf(rows.values()),
        left);
  }
}
