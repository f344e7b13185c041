package zugabe.core.making;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.MappedByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.ReadableByteChannel;
import java.nio.channels.WritableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;
import zugabe.bytes.Digests;
import zugabe.core.RecipeWords;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Severity;
import zugabe.core.kind.Ready;
import zugabe.core.kind.Registry;
import zugabe.core.links.Links;
import zugabe.core.materials.MaterialCode;
import zugabe.core.materials.Materials;
import zugabe.core.materials.ReadExtent;
import zugabe.core.materials.UserCache;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.core.plan.Planner;
import zugabe.core.recipe.Recipe;
import zugabe.core.work.Progress;
import zugabe.core.work.Workers;
import zugabe.kinds.Kinds;

/**
 * Builds onto a disk that fails at its n-th operation, for every n: the last good files stay whole.
 */
public final class FaultyDiskTest {
  private static final List<String> FINAL_NAMES =
      List.of("mark-1.jar", "two-1.jar", "four.zip", "three/mark.jar", "three/lib/part.jar");
  private static final String RECIPE =
      """
      app: {name: Mark, version: 1}
      materials: {app: {own: own, libraries: lib}}
      deliverables:
        one: {kind: jar, materials: app}
        two: {kind: jar, materials: app, file: two-1.jar}
        three: {kind: jar, materials: app, libraries: beside, one-file: false, file: three}
        four: {kind: jar, materials: app, libraries: beside, file: four.zip}
      """;

  private Path folder;

  @BeforeMethod
  public void materials() throws IOException {
    folder = Files.createTempDirectory("faulty").toRealPath();
    Files.createDirectories(folder.resolve("own"));
    Files.writeString(folder.resolve("own/small.txt"), "small");
    Files.write(folder.resolve("own/large.bin"), new byte[3_000_000]);
    Files.createDirectories(folder.resolve("lib"));
    try (ZipOutputStream jar =
        new ZipOutputStream(Files.newOutputStream(folder.resolve("lib/part.jar")))) {
      jar.putNextEntry(new ZipEntry("part.txt"));
      jar.write('p');
    }
  }

  @AfterMethod
  public void remove() throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path p : all.sorted(java.util.Comparator.reverseOrder()).toList()) {
        Files.delete(p);
      }
    }
  }

  /** Counts what is done to the disk and fails at one operation. */
  private static final class FaultyDisk implements Disk {
    private static final int FAIL_AT_READING = 0;

    private final int failAt;
    private int count;

    FaultyDisk(int failAt) {
      this.failAt = failAt;
    }

    /** Reading back happens beside writing, so it isn't counted: either it fails or it doesn't. */
    private void read() throws IOException {
      if (failAt == FAIL_AT_READING) {
        throw new IOException("Input/output error");
      }
    }

    private void step(String message) throws IOException {
      if (++count == failAt) {
        throw new IOException(message);
      }
    }

    @Override
    public FileChannel create(Path file) throws IOException {
      step("Permission denied");
      return new FaultyChannel(Disk.super.create(file), this);
    }

    @Override
    public void rename(Path from, Path to) throws IOException {
      step("Input/output error");
      Disk.super.rename(from, to);
    }
  }

  private List<Finding> build(Disk disk) throws IOException {
    return build(disk, RECIPE);
  }

  private List<Finding> build(Disk disk, String text) throws IOException {
    Findings findings = new Findings();
    try (Workers workers = Workers.of(2)) {
      Registry kinds = Kinds.registry();
      Recipe recipe =
          Recipe.read(
                  new Recipe.Source("r", text, List.of(), Map.of()),
                  new RecipeWords(kinds),
                  findings)
              .orElseThrow();
      Materials.Shelf shelf = new Materials.Shelf(workers, UserCache.none(), findings);
      Plan plan =
          new Planner(
                  recipe,
                  kinds,
                  new Planner.Reading(
                      folder,
                      folder,
                      ReadExtent.WHOLE,
                      shelf,
                      new Links(workers, UserCache.none()),
                      Progress.NONE),
                  findings)
              .plan(List.of(), java.time.Instant.EPOCH);
      List<Ready> ready = new ArrayList<>();
      for (Planned d : plan.inOrder()) {
        ready.add(kinds.check(d, Map.of(), findings));
      }
      assertThat(findings.sorted()).noneMatch(f -> f.severity() == Severity.ERROR);
      Builder.Order order =
          new Builder.Order(
              folder.resolve("out"),
              "out",
              List.of(),
              false,
              Duration.ZERO,
              Signers.NONE,
              Pending.NONE);
      new Builder(plan, ready, order, new Builder.Means(disk, workers, Progress.NONE), findings)
          .run();
    }
    note(findings.sorted());
    return findings.sorted();
  }

  /** For the test that looks for a run that raised each finding. */
  private static void note(List<Finding> findings) throws IOException {
    StringBuilder lines = new StringBuilder();
    for (Finding f : findings) {
      lines.append(f.code()).append('\t').append(f.what());
      lines.append(" To do: ").append(f.fix()).append('\n');
    }
    Files.writeString(
        Path.of("target/raised.txt"), lines, StandardOpenOption.CREATE, StandardOpenOption.APPEND);
  }

  private Map<String, String> files() throws IOException {
    Map<String, String> files = new TreeMap<>();
    try (Stream<Path> list = Files.walk(folder.resolve("out"))) {
      for (Path p : list.filter(Files::isRegularFile).toList()) {
        try (InputStream in = Files.newInputStream(p)) {
          files.put(
              folder.resolve("out").relativize(p).toString(), Digests.sha256Hex(in.readAllBytes()));
        }
      }
    }
    files.remove(FolderLock.FILE);
    return files;
  }

  @Test
  public void everyFailureLeavesTheLastGoodFiles() throws IOException {
    FaultyDisk counting = new FaultyDisk(-1);
    build(counting);
    Map<String, String> old = files();
    assertThat(old).hasSize(FINAL_NAMES.size() + 2).containsKeys("receipt.json", "SHA256SUMS");
    Files.writeString(folder.resolve("own/small.txt"), "changed");
    List<String> seen = new ArrayList<>();
    for (int n = FaultyDisk.FAIL_AT_READING; n <= counting.count; n++) {
      List<Finding> findings = build(new FaultyDisk(n));
      assertThat(findings)
          .as("failure at operation %d", n)
          .anyMatch(f -> f.code() == MakingCode.Z5008 || f.code() == MakingCode.Z5002);
      Map<String, String> now = files();
      assertThat(now.keySet()).noneMatch(name -> name.endsWith(".part"));
      seen.add(String.valueOf(now.equals(old)));
      // a record either tells the truth or isn't there
      if (now.containsKey("receipt.json")) {
        assertThat(Files.readString(folder.resolve("out/receipt.json")))
            .contains(FINAL_NAMES.stream().map(now::get).toList());
      }
      assertThat(now.keySet()).containsAll(FINAL_NAMES);
    }
    assertThat(seen).contains("true", "false");
    assertThat(build(new FaultyDisk(-1)).stream().filter(f -> f.code().name().startsWith("Z5")))
        .isEmpty();
    assertThat(files()).containsOnlyKeys(old.keySet());
  }

  @Test
  public void aDiskThatIsTooSmallIsAskedFirst() throws IOException {
    List<Finding> findings =
        build(
            new Disk() {
              @Override
              public long free(Path folder) {
                return 100;
              }

              @Override
              public FileChannel create(Path file) {
                throw new AssertionError("nothing may be written");
              }
            });
    assertThat(findings)
        .anyMatch(f -> f.code() == MakingCode.Z5002 && f.what().contains("100 are free"));
  }

  @Test
  public void aFileThatChangesMeanwhileIsAFinding() throws IOException {
    for (String changed : List.of("small2", "SMALL")) {
      Files.writeString(folder.resolve("own/small.txt"), "small");
      Files.writeString(folder.resolve("own/Code.class"), "small");
      List<Finding> findings =
          build(
              new Disk() {
                @Override
                public FileChannel create(Path file) throws IOException {
                  Files.writeString(folder.resolve("own/Code.class"), changed);
                  return Disk.super.create(file);
                }
              },
              // looking for a main class reads every class once
              RECIPE.replace(", materials: app", ""));
      assertThat(findings)
          .anyMatch(
              f -> f.code() == MaterialCode.Z2004 && f.where().file().equals("own/Code.class"));
      assertThat(folder.resolve("out/mark-1.jar")).doesNotExist();
    }
  }

  @Test
  public void theLockNamesItsHolder() throws IOException {
    Files.createDirectories(folder.resolve("out"));
    try (FolderLock held = FolderLock.take(folder.resolve("out"), Duration.ZERO, Progress.NONE)) {
      assertThat(held).isNotNull();
      assertThat(build(Disk.REAL))
          .anyMatch(
              f ->
                  f.code() == MakingCode.Z5003
                      && f.what().contains("process " + ProcessHandle.current().pid()));
    }
    assertThat(build(Disk.REAL)).noneMatch(f -> f.code() == MakingCode.Z5003);
  }

  @Test
  public void recordsAreNotTrusted() throws IOException {
    build(Disk.REAL);
    Files.writeString(folder.resolve("keep.part"), "somebody's");
    Path receipt = folder.resolve("out/receipt.json");
    Files.writeString(receipt, Files.readString(receipt).replace("two-1.jar", "../keep"));
    build(Disk.REAL);
    assertThat(folder.resolve("keep.part")).exists();
    Files.writeString(receipt, "{ nonsense");
    assertThat(build(Disk.REAL)).anyMatch(f -> f.code() == MakingCode.Z5006);
  }

  @Test
  public void anInterruptedCommitIsTakenUp() throws IOException {
    build(Disk.REAL);
    Path out = folder.resolve("out");
    Files.move(out.resolve("receipt.json"), out.resolve("receipt.json.aside"));
    Files.writeString(out.resolve("two-1.jar"), "of another build");
    Files.writeString(out.resolve("mark-1.jar.part"), "half");
    OutputFolder open =
        OutputFolder.open(out, Disk.REAL, Duration.ZERO, new Findings(), Progress.NONE);
    try (open) {
      Optional<zugabe.core.receipt.Receipt> last = open.last();
      assertThat(last.orElseThrow().deliverables())
          .extracting(r -> r.name())
          .containsExactly("one", "three", "four");
    }
    build(Disk.REAL);
    assertThat(files()).hasSize(FINAL_NAMES.size() + 2);
  }

  /** A file whose writes are counted too. */
  private static final class FaultyChannel extends FileChannel {
    private final FileChannel real;
    private final FaultyDisk disk;

    FaultyChannel(FileChannel real, FaultyDisk disk) {
      this.real = real;
      this.disk = disk;
    }

    @Override
    public int write(ByteBuffer bytes, long position) throws IOException {
      disk.step("No space left on device");
      return real.write(bytes, position);
    }

    @Override
    public int write(ByteBuffer bytes) throws IOException {
      disk.step("No space left on device");
      return real.write(bytes);
    }

    @Override
    public int read(ByteBuffer into, long position) throws IOException {
      disk.read();
      return real.read(into, position);
    }

    @Override
    public int read(ByteBuffer into) throws IOException {
      return real.read(into);
    }

    @Override
    public long read(ByteBuffer[] into, int offset, int length) throws IOException {
      return real.read(into, offset, length);
    }

    @Override
    public long write(ByteBuffer[] from, int offset, int length) throws IOException {
      return real.write(from, offset, length);
    }

    @Override
    public long position() throws IOException {
      return real.position();
    }

    @Override
    public FileChannel position(long position) throws IOException {
      return real.position(position);
    }

    @Override
    public long size() throws IOException {
      return real.size();
    }

    @Override
    public FileChannel truncate(long size) throws IOException {
      return real.truncate(size);
    }

    @Override
    public void force(boolean metaData) throws IOException {
      real.force(metaData);
    }

    @Override
    public long transferTo(long position, long count, WritableByteChannel target)
        throws IOException {
      return real.transferTo(position, count, target);
    }

    @Override
    public long transferFrom(ReadableByteChannel from, long position, long count)
        throws IOException {
      return real.transferFrom(from, position, count);
    }

    @Override
    public MappedByteBuffer map(MapMode mode, long position, long size) throws IOException {
      return real.map(mode, position, size);
    }

    @Override
    public FileLock lock(long position, long size, boolean shared) throws IOException {
      return real.lock(position, size, shared);
    }

    @Override
    public FileLock tryLock(long position, long size, boolean shared) throws IOException {
      return real.tryLock(position, size, shared);
    }

    @Override
    protected void implCloseChannel() throws IOException {
      real.close();
    }
  }
}
