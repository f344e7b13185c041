package zugabe.core.making;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.ContentChangedException;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.keys.Hand;
import zugabe.core.keys.X509Key;
import zugabe.core.kind.Input;
import zugabe.core.kind.Output;
import zugabe.core.kind.Ready;
import zugabe.core.kind.Supply;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Library;
import zugabe.core.materials.MaterialCode;
import zugabe.core.materials.ReadExtent;
import zugabe.core.plan.Plan;
import zugabe.core.plan.PlanDigest;
import zugabe.core.plan.Planned;
import zugabe.core.program.Version;
import zugabe.core.receipt.Receipt;
import zugabe.core.recipe.ValueOverride;
import zugabe.core.sign.FileSigning;
import zugabe.core.sign.Stamping;
import zugabe.core.work.Progress;
import zugabe.core.work.Workers;
import zugabe.formats.deflate.Deflate;

/** Carries a plan out. Whatever fails, the last good files stay as they were. */
public final class Builder {
  private final Plan plan;
  private final List<Ready> ready;
  private final Order order;
  private final Disk disk;
  private final Workers workers;
  private final Progress progress;
  private final Findings findings;
  private final Map<String, List<Output>> outputs = new LinkedHashMap<>();
  private final PartFiles parts;
  private Supply supply = Supply.NOTHING;

  /**
   * How to build.
   *
   * @param out the output folder
   * @param shown how the user named it
   * @param overrides recorded in the receipt
   * @param tidy whether files that the recipe no longer makes are removed
   * @param waitAtMost how long to wait for another build
   * @param signers who signs what is made
   * @param pending what is still being found out of the materials
   */
  public record Order(
      Path out,
      String shown,
      List<ValueOverride> overrides,
      boolean tidy,
      Duration waitAtMost,
      Signers signers,
      Pending pending) {}

  /** What it is built with. */
  public record Means(Disk disk, Workers workers, Progress progress) {}

  /** What was made, and what an earlier build had left that was removed. */
  public record Result(List<Receipt.Row> rows, List<String> removed) {}

  /**
   * @param ready the plan's deliverables, each behind those that it holds
   */
  public Builder(Plan plan, List<Ready> ready, Order order, Means means, Findings findings) {
    this.plan = plan;
    this.ready = ready;
    this.order = order;
    this.disk = means.disk();
    this.workers = means.workers();
    this.progress = means.progress();
    this.findings = findings;
    this.parts = new PartFiles(means);
  }

  /** Makes everything in the plan; empty when something was wrong, which is in the findings. */
  public Optional<Result> run() {
    try (OutputFolder folder =
        OutputFolder.open(order.out(), disk, order.waitAtMost(), findings, progress)) {
      return run(folder);
    } catch (FolderLock.HeldException e) {
      findings.add(
          MakingCode.Z5003,
          Where.file(order.shown()),
          "The output folder is in use by " + e.getMessage() + ".",
          "Wait until it is done, or end that process; then build again.");
    } catch (IOException e) {
      findings.add(
          MakingCode.Z5001,
          Where.file(order.shown()),
          "The output folder can't be used: " + MakingFaults.reason(e) + ".",
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
      Map<String, List<Output>> needed = new LinkedHashMap<>();
      for (Ready d : ready) {
        needed.put(d.planned().name(), d.parts());
        if (isSelfContained(d, needed)) {
          assemble(d, names, folder);
        }
      }
      folder.removeOrphans(names);
      if (!hasRoom() || overwritesMaterial(folder)) {
        return Optional.empty();
      }
      Map<String, List<Receipt.Made>> written = new LinkedHashMap<>();
      for (Ready d : ready) {
        if (!isSelfContained(d, needed)) {
          supply =
              Supply.of(
                  supply.deliverables(),
                  parts.make(folder, d.planned().name(), needed.get(d.planned().name())));
          assemble(d, names, folder);
          if (overwritesMaterial(folder)) {
            return Optional.empty();
          }
        }
        written.put(d.planned().name(), write(folder, d.planned()));
      }
      order.pending().finish();
      if (findings.hasErrors()) {
        return Optional.empty();
      }
      progress.at("making the receipt", 0, 0);
      List<Receipt.Row> made = new ArrayList<>();
      for (Planned d : plan.deliverables()) {
        made.add(row(d, written.get(d.name())));
      }
      Leftovers leftovers = new Leftovers(plan, outputs(), order, findings);
      List<String> left = leftovers.of(folder, last);
      Receipt receipt = merged(last, made, order.tidy() ? List.of() : left);
      parts.remove(folder);
      folder.commit(names, receipt, order.signers().sums());
      done = true;
      return Optional.of(new Result(made, leftovers.tidy(folder, left)));
    } catch (UncheckedIOException e) {
      tell(e.getCause());
    } catch (IOException e) {
      tell(e);
    } finally {
      if (!done) {
        parts.remove(folder);
        folder.undo(names);
      }
    }
    return Optional.empty();
  }

  private void tell(IOException e) {
    if (isToldBetter()) {
      return;
    }
    if (e instanceof ContentChangedException changed) {
      changed(changed);
    } else if (e instanceof Hand.NoSignatureException none) {
      order.signers().all().stream()
          .filter(s -> s.key() instanceof X509Key x && x.hand().own().isEmpty())
          .findFirst()
          .or(() -> order.signers().all().stream().findFirst())
          .ifPresent(
              s -> FileSigning.noSignature(s.key(), none, Where.file(order.shown()), findings));
    } else if (!(e instanceof Stamping.NoneException)) {
      // why there is no timestamp is among the findings
      MakingFaults.report(e, order.shown(), findings);
    }
  }

  private void changed(ContentChangedException e) {
    findings.add(
        MaterialCode.Z2004,
        Where.file(e.what()),
        e.getMessage() + ".",
        "Wait until the program that writes it has finished, then build again.");
  }

  /** Writing may have met damage before the reader of a large library got there. */
  private boolean isToldBetter() {
    try {
      order.pending().finish();
    } catch (ContentChangedException e) {
      changed(e);
    } catch (IOException e) {
      return false;
    }
    return findings.hasErrors();
  }

  /** Whether it needs nothing that this build makes first. */
  private static boolean isSelfContained(Ready d, Map<String, List<Output>> parts) {
    return d.planned().holds().isEmpty() && parts.get(d.planned().name()).isEmpty();
  }

  private void assemble(Ready d, List<String> names, OutputFolder folder) throws IOException {
    Optional<Signers.Signer> signer = order.signers().of(d.planned().name());
    List<Output> made =
        d.assemble(
            supply.with(
                signer.flatMap(s -> s.inside(workers)),
                signer.flatMap(Signers.Signer::ofCode),
                signer.flatMap(s -> s.ofPackages(workers))));
    List<Output> files = new ArrayList<>(made);
    String ending = signer.map(Signers.Signer::ending).orElse("");
    for (Output o : ending.isEmpty() ? List.<Output>of() : made) {
      String file = o.file() + ending;
      files.add(
          new Output(
              file,
              0644,
              signer.orElseThrow().beside(file, () -> finished(folder, o.file())),
              List.of()));
    }
    outputs.put(d.planned().name(), files);
    files.forEach(f -> names.add(f.file()));
  }

  private static FileContent finished(OutputFolder folder, String file) throws IOException {
    Path part = folder.part(file);
    return new FileContent(part, file, Files.size(part), ReadExtent.IN_PART);
  }

  private boolean hasRoom() throws IOException {
    long needed = outputs().stream().mapToLong(o -> o.layout().leastSize()).sum();
    long free = disk.free(order.out());
    if (free >= needed) {
      return true;
    }
    findings.add(
        MakingCode.Z5002,
        Where.file(order.shown()),
        "At least " + needed + " bytes are needed, and " + free + " are free.",
        "Free some space, or name another folder with --out. Nothing was written.");
    return false;
  }

  private boolean overwritesMaterial(OutputFolder folder) throws IOException {
    boolean found = false;
    for (Output output : outputs()) {
      Path target = folder.file(output.file());
      if (!Files.exists(target)) {
        continue;
      }
      long size = Files.size(target);
      for (Input input : outputs().stream().flatMap(o -> o.inputs().stream()).toList()) {
        for (FileContent file : input.files()) {
          // most files have another size, which is known
          if (file.path().equals(target)
              || (file.size() == size && Files.isSameFile(target, file.path()))) {
            findings.add(
                MakingCode.Z5007,
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

  private List<Output> outputs() {
    return outputs.values().stream().flatMap(List::stream).toList();
  }

  private List<Receipt.Made> write(OutputFolder folder, Planned d) throws IOException {
    List<Receipt.Made> made = new ArrayList<>();
    List<Supply.File> finished = new ArrayList<>();
    hold(d);
    try {
      for (Output output : outputs.get(d.name())) {
        Path part = folder.prepare(output.file());
        try (FileChannel file = HalfFiles.create(disk, part)) {
          Spool.Written written =
              Spool.write(output.layout(), file, output.file(), workers, progress);
          made.add(new Receipt.Made(output.file(), written.size(), written.sha256()));
          fewer(output.file(), written.jobs());
          if (!isSignature(d, output)) {
            finished.add(
                new Supply.File(
                    output.file(),
                    output.mode(),
                    new FileContent(part, output.file(), written.size(), ReadExtent.IN_PART)));
          }
        }
        folder.allow(part, output.mode());
      }
      Map<String, List<Supply.File>> all = new LinkedHashMap<>(supply.deliverables());
      all.put(d.name(), finished);
      supply = Supply.of(all, Map.of());
      return made;
    } finally {
      release(d);
    }
  }

  private boolean isSignature(Planned d, Output output) {
    String ending = order.signers().of(d.name()).map(Signers.Signer::ending).orElse("");
    return !ending.isEmpty()
        && output.file().endsWith(ending)
        && outputs.get(d.name()).stream().anyMatch(o -> (o.file() + ending).equals(output.file()));
  }

  private void fewer(String file, int jobs) {
    if (jobs < workers.jobs()) {
      findings.add(
          MakingCode.Z5009,
          Where.file(order.shown() + "/" + file),
          "Memory was enough for " + jobs + " of " + workers.jobs() + " threads.",
          "Nothing, unless it took too long: then give the runtime more, as by ZUGABE_JAVA_OPTIONS=-Xmx2g.");
    }
  }

  /** Files with many entries are kept open while their entries travel; not too many at once. */
  private static void hold(Planned d) throws IOException {
    List<FileContent> held = new ArrayList<>();
    try {
      for (FileContent library : libraries(d)) {
        library.hold();
        held.add(library);
      }
    } catch (IOException e) {
      for (FileContent library : held) {
        library.release();
      }
      throw e;
    }
  }

  private static void release(Planned d) throws IOException {
    for (FileContent library : libraries(d)) {
      library.release();
    }
  }

  private static List<FileContent> libraries(Planned d) {
    return d.parts().stream()
        .flatMap(p -> p.materials().libraries().stream())
        .map(Library::file)
        .distinct()
        .limit(256)
        .toList();
  }

  private Receipt.Row row(Planned d, List<Receipt.Made> made) throws IOException {
    List<Receipt.Used> used = new ArrayList<>();
    for (Output output : outputs.get(d.name())) {
      for (Input input : output.inputs()) {
        used.add(InputDigest.of(input));
      }
    }
    List<Input> inputs = outputs.get(d.name()).stream().flatMap(o -> o.inputs().stream()).toList();
    List<Finding> about = new Concern(d, inputs).of(findings.sorted());
    return new Receipt.Row(
        d.name(),
        d.kind(),
        made,
        used,
        PlanDigest.of(d),
        order.overrides(),
        about,
        order.signers().of(d.name()).map(Signers.Signer::by));
  }

  /**
   * Rows of deliverables that weren't asked for this time stay, as long as the recipe still has
   * them.
   */
  private Receipt merged(Optional<Receipt> last, List<Receipt.Row> made, List<String> left) {
    Map<String, Receipt.Row> rows = new LinkedHashMap<>();
    plan.intents().keySet().forEach(n -> rows.put(n, null));
    last.ifPresent(
        l ->
            l.deliverables().stream()
                .filter(r -> rows.containsKey(r.name()))
                .forEach(r -> rows.put(r.name(), r)));
    made.forEach(r -> rows.put(r.name(), r));
    rows.values().removeIf(java.util.Objects::isNull);
    return new Receipt(
        Version.TEXT,
        Deflate.ENGINE,
        plan.app().name(),
        plan.app().version(),
        List.copyOf(rows.values()),
        left);
  }
}
