package zugabe.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Runs rows and prints a table of them. */
public final class Bench {
  /**
   * What the receipt tells: the digest of every file that goes in, and of the one that comes out.
   */
  private static final String DIGESTS =
      " && find . -type f -print0 | xargs -0 sha256sum >/dev/null && sha256sum $A";

  private static final long HUGE_BYTES = 5_000_000_000L;
  private static final int START_ROUNDS = 20;

  private final Path root = Path.of("").toAbsolutePath();
  private final Path base;
  private final int rounds;

  private Bench(Path base, int rounds) {
    this.base = base;
    this.rounds = rounds;
  }

  /** Measured work. */
  private interface Work {
    Run run() throws IOException, InterruptedException;
  }

  public static void main(String[] args) throws IOException, InterruptedException {
    Path shared = Path.of("/dev/shm");
    String folder =
        System.getenv()
            .getOrDefault(
                "BENCH_DIR",
                Files.isDirectory(shared) ? "/dev/shm" : System.getProperty("java.io.tmpdir"));
    Bench bench =
        new Bench(
            Files.createDirectories(Path.of(folder, "zugabe-bench")),
            Integer.parseInt(System.getenv().getOrDefault("BENCH_ROUNDS", "3")));
    List<String> rows =
        args.length == 0
            ? List.of(
                "zip",
                "raw",
                "stored",
                "tar",
                "gz",
                "zst",
                "xz",
                "hash",
                "deflate",
                "start",
                "travel",
                "links",
                "sign",
                "launcher",
                "phone",
                "wine",
                "heap")
            : List.of(args);
    System.out.printf(
        Locale.ROOT,
        "%s, Java %s, %d processors, medians of %d rounds%n",
        System.getProperty("os.arch"),
        System.getProperty("java.version"),
        Runtime.getRuntime().availableProcessors(),
        bench.rounds);
    System.out.printf(
        "%-28s %17s %17s %19s %15s %7s %6s%n",
        "row", "seconds", "CPU seconds", "peak memory", "size", "ratio", "goal");
    System.out.printf(
        "%-28s %8s %8s %8s %8s %9s %9s %7s %7s%n",
        "", "anchor", "ours", "anchor", "ours", "anchor", "ours", "anchor", "ours");
    for (String row : rows) {
      bench.row(row);
    }
  }

  private void row(String row) throws IOException, InterruptedException {
    switch (row) {
      case "zip" -> compare("zip, level 6", "0.38", "deflated", "zip", "-6");
      case "stored" -> compare("zip, stored, digests too", "0.60", "stored", "zip", "-0");
      case "tar" -> archive("tar, digests too", "0.80", "tar", "tar -cf $A ." + DIGESTS);
      case "gz" ->
          archive("tar.gz, digests too", "0.60", "tar.gz", "tar -cf - . | pigz -6 >$A" + DIGESTS);
      case "zst" ->
          archive(
              "tar.zst, level 3, digests too",
              "1.00",
              "tar.zst",
              "tar -cf - . | zstd -q -3 -T2 >$A" + DIGESTS);
      case "xz" -> archive("tar.xz, preset 6", "1.20", "tar.xz", "tar -cf - . | xz -6 -T2 >$A");
      case "raw" -> raw();
      case "hash" -> hash();
      case "deflate" -> Deflating.run(Corpus.content(base), root, rounds);
      case "start" -> start();
      case "travel" -> travel();
      case "links" -> Linking.run(base, root.resolve("zugabe").toString());
      case "sign" -> sign();
      case "launcher" -> launcher();
      case "phone" -> phone();
      case "wine" -> UnderWine.run(base, root.resolve("zugabe").toString());
      case "heap" -> heap();
      default -> throw new IOException("there is no row " + row);
    }
  }

  private void compare(String title, String goal, String packing, String... zip)
      throws IOException, InterruptedException {
    Path content = Corpus.content(base);
    Path archive = base.resolve("anchor.zip");
    String command = String.join(" ", zip) + " -q -r " + archive + " .";
    String digests =
        packing.equals("stored")
            ? " && find . -type f -print0 | xargs -0 sha256sum >/dev/null && sha256sum " + archive
            : "";
    Path recipe = recipe("own", "{own: [content]}", packing);
    alternate(
        title,
        goal,
        () -> anchor(content, archive, command + digests),
        archive,
        () -> ours(recipe),
        base.resolve("ours/bench-1.zip"));
  }

  /**
   * A recipe for one format against a line of a shell that writes the same content to {@code $A}.
   */
  private void archive(String title, String goal, String format, String line)
      throws IOException, InterruptedException {
    Path whole = Corpus.content(base);
    // preset 6 is so slow that a part of the content has to do
    Path content = format.equals("tar.xz") ? whole.resolve("small") : whole;
    Path file = base.resolve("anchor." + format);
    Path recipe =
        Files.writeString(
            base.resolve("archive.yaml"),
            "app: {name: Bench, version: 1}\nmaterials: {all: {own: ["
                + base.relativize(content)
                + "]}}\ndeliverables: {files: {kind: archive, formats: ["
                + format
                + "]}}\n");
    alternate(
        title,
        goal,
        () -> anchor(content, file, line.replace("$A", file.toString())),
        file,
        () -> ours(recipe),
        base.resolve("ours/bench-1." + format));
  }

  private void raw() throws IOException, InterruptedException {
    Path content = Corpus.content(base);
    Path archive = base.resolve("anchor.zip");
    Path recipe = recipe("raw", "{libraries: [jars/*.jar]}", "deflated");
    alternate(
        "zip of travelling entries",
        "0.20",
        () -> anchor(content, archive, "zip -6 -q -r " + archive + " ."),
        archive,
        () -> ours(recipe),
        base.resolve("ours/bench-1.jar"));
  }

  /**
   * Every file's SHA-256; neither side writes anything. Ours starts as the program does, the anchor
   * runs in as many processes as there are processors.
   */
  private void hash() throws IOException, InterruptedException {
    Path content = Corpus.content(base);
    List<Run> alone = new ArrayList<>();
    List<Run> together = new ArrayList<>();
    List<Run> own = new ArrayList<>();
    String path = hashingPath();
    Path archive = base.resolve("hashing.jsa");
    Files.deleteIfExists(archive);
    String main = Hashing.class.getName();
    Run.of(
        base,
        Map.of(),
        "java",
        "-XX:+UseSerialGC",
        "-XX:ArchiveClassesAtExit=" + archive,
        "-cp",
        path,
        main,
        content.resolve("small").toString());
    for (int i = 0; i < rounds; i++) {
      alone.add(
          Run.of(
              content,
              Map.of(),
              "sh",
              "-c",
              "find . -type f -print0 | xargs -0 openssl dgst -sha256 >/dev/null"));
      together.add(
          Run.of(
              content,
              Map.of(),
              "sh",
              "-c",
              "find . -type f -print0 | xargs -0 -n 400 -P "
                  + Runtime.getRuntime().availableProcessors()
                  + " openssl dgst -sha256 >/dev/null"));
      own.add(
          Run.of(
              base,
              Map.of(),
              "java",
              "-Xmx256m",
              "-XX:+UseSerialGC",
              "-XX:-UsePerfData",
              "-XX:SharedArchiveFile=" + archive,
              "-cp",
              path,
              main,
              content.toString()));
    }
    start("SHA-256 of a tree", median(together), median(own), "1.50");
    start("  one process of the anchor", median(together), median(alone), "");
  }

  private void sign() throws IOException, InterruptedException {
    Path jar = Signing.jar(base, Corpus.content(base));
    Signing row = new Signing(base, root.resolve("zugabe").toString(), hashingPath());
    row.run(jar, rounds);
    Files.delete(jar);
    start("sign a jar", median(row.bare()), median(row.signing()), "1.20");
    start("verify a jar", median(row.bare()), median(row.verifying()), "1.20");
  }

  private void phone() throws IOException, InterruptedException {
    Packaging row = new Packaging(base, root);
    row.run(rounds);
    start("sign a package of 200 MB", median(row.digest()), median(row.signing()), "1.30");
    start(
        "5,000 resources, start apart",
        median(row.resources().start()),
        median(row.resources().compiling()),
        "");
  }

  private void launcher() throws IOException, InterruptedException {
    Launching row = new Launching(base, root.resolve("zugabe").toString());
    row.run(Corpus.content(base), rounds);
    start("a start program, first time", median(row.copying()), median(row.first()), "1.30");
    start("  again", median(row.copying()), median(row.again()), "1.30");
  }

  /** Jars only: an archive of class data can't be made of folders. */
  private String hashingPath() throws IOException {
    try (Stream<Path> app = Files.list(root.resolve("cli/target/app/lib"));
        Stream<Path> built = Files.list(root.resolve("benchmark/target"))) {
      return Stream.concat(app, built)
          .map(Path::toString)
          .filter(p -> p.matches(".*/zugabe-(core|formats|bench)-[^/]*\\.jar"))
          .sorted()
          .collect(Collectors.joining(":"));
    }
  }

  private static Run anchor(Path content, Path archive, String command)
      throws IOException, InterruptedException {
    Files.deleteIfExists(archive);
    return Run.of(content, Map.of(), "sh", "-c", command);
  }

  private Run ours(Path recipe) throws IOException, InterruptedException {
    return Run.of(
        base,
        // an encoder of xz alone takes 93 MB
        Map.of("ZUGABE_JAVA_OPTIONS", recipe.endsWith("archive.yaml") ? "-Xmx768m" : "-Xmx256m"),
        root.resolve("zugabe").toString(),
        "build",
        "-q",
        "-r",
        recipe.toString(),
        "-o",
        base.resolve("ours").toString());
  }

  private Path recipe(String name, String materials, String packing) throws IOException {
    return Files.writeString(
        base.resolve(name + ".yaml"),
        "app: {name: Bench, version: 1}\nmaterials: {all: "
            + materials
            + "}\ndeliverables: {all: {kind: "
            // classes that lie elsewhere than they say may go into no jar
            + (name.equals("raw") ? "jar" : "archive, formats: zip")
            + ", materials: all, packing: "
            + packing
            + "}}\n");
  }

  private void alternate(
      String title, String goal, Work anchor, Path anchorFile, Work ours, Path oursFile)
      throws IOException, InterruptedException {
    List<Run> theirs = new ArrayList<>();
    List<Run> own = new ArrayList<>();
    for (int i = 0; i < rounds; i++) {
      theirs.add(anchor.run());
      own.add(ours.run());
    }
    Run a = median(theirs);
    Run o = median(own);
    System.out.printf(
        Locale.ROOT,
        "%-28s %7.1fs %7.1fs %7.1fs %7.1fs %6d MB %6d MB %4d MB %4d MB %6.2f %6s%n",
        title,
        a.seconds(),
        o.seconds(),
        a.cpu(),
        o.cpu(),
        a.peak() / 1000,
        o.peak() / 1000,
        Files.size(anchorFile) / 1_000_000,
        Files.size(oursFile) / 1_000_000,
        o.seconds() / a.seconds(),
        goal);
    Files.delete(anchorFile);
  }

  private static Run median(List<Run> runs) {
    List<Run> sorted = runs.stream().sorted(Comparator.comparingDouble(Run::seconds)).toList();
    return sorted.get(sorted.size() / 2);
  }

  /** A bare runtime that says hello, against the program; all three take turns. */
  private void start() throws IOException, InterruptedException {
    Path hello = base.resolve("hello");
    Files.createDirectories(hello);
    Files.writeString(
        hello.resolve("Hello.java"),
        "public class Hello { public static void main(String[] a) { System.out.println(\"hello\"); } }");
    Run.of(hello, Map.of(), "javac", "Hello.java");
    Path demo = root.resolve("cli/target/app/demo/zugabe.yaml");
    String zugabe = root.resolve("zugabe").toString();
    List<Run> bare = new ArrayList<>();
    List<Run> version = new ArrayList<>();
    List<Run> check = new ArrayList<>();
    for (int i = 0; i < START_ROUNDS; i++) {
      bare.add(Run.of(hello, Map.of(), "java", "-cp", ".", "Hello"));
      version.add(Run.of(base, Map.of(), zugabe, "--version"));
      check.add(Run.of(base, Map.of(), zugabe, "check", "-r", demo.toString()));
    }
    start("start: --version", median(bare), median(version), "2.50");
    start("start: check of the demo", median(bare), median(check), "7.00");
  }

  /**
   * A program of 40 libraries, which travel in three ways; the anchor is the folder beside the jar.
   * All take turns.
   */
  private void travel() throws IOException, InterruptedException {
    Path folder = base.resolve("travel");
    Application.make(folder);
    Path recipe =
        Files.writeString(
            folder.resolve("zugabe.yaml"),
            """
            app: {name: Bench, version: 1}
            materials: {all: {own: classes, libraries: lib/*.jar}}
            deliverables:
              merged: {kind: jar, file: merged.jar}
              nested: {kind: jar, libraries: nested, file: nested.jar}
              beside: {kind: jar, libraries: beside, one-file: false, file: beside}
            """);
    Run.of(folder, Map.of(), root.resolve("zugabe").toString(), "build", "-r", recipe.toString());
    List<Run> beside = new ArrayList<>();
    List<Run> nested = new ArrayList<>();
    List<Run> merged = new ArrayList<>();
    Run first = Run.of(folder, Map.of(), "java", "-jar", "out/nested.jar");
    for (int i = 0; i < START_ROUNDS; i++) {
      beside.add(Run.of(folder, Map.of(), "java", "-jar", "out/beside/bench.jar"));
      nested.add(Run.of(folder, Map.of(), "java", "-jar", "out/nested.jar"));
      merged.add(Run.of(folder, Map.of(), "java", "-jar", "out/merged.jar"));
    }
    start("start: 40 libraries nested", median(beside), median(nested), "1.15");
    start("start: the first time", median(beside), first, "1.15");
    start("start: 40 libraries merged", median(beside), median(merged), "1.05");
  }

  static void start(String title, Run bare, Run ours, String goal) {
    System.out.printf(
        Locale.ROOT,
        "%-28s %5.0f ms %5.0f ms %5.0f ms %5.0f ms %6d MB %6d MB %7s %7s %6.2f %6s%n",
        title,
        bare.seconds() * 1000,
        ours.seconds() * 1000,
        bare.cpu() * 1000,
        ours.cpu() * 1000,
        bare.peak() / 1000,
        ours.peak() / 1000,
        "",
        "",
        ours.seconds() / bare.seconds(),
        goal);
  }

  /** No anchor: these have to pass in a heap of 256 MB. */
  private void heap() throws IOException, InterruptedException {
    Corpus.many(base, 100_000);
    alone("100,000 entries, 256 MB heap", recipe("many", "{own: [many]}", "deflated"));
    Corpus.huge(base, HUGE_BYTES);
    alone("one file of 5 GB, 256 MB heap", recipe("huge", "{own: [huge]}", "deflated"));
    try (Stream<Path> files = Files.walk(base.resolve("huge"))) {
      for (Path p : files.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(p);
      }
    }
  }

  private void alone(String title, Path recipe) throws IOException, InterruptedException {
    Run ours = ours(recipe);
    Path file = base.resolve("ours/bench-1.zip");
    Run.of(
        base,
        Map.of(),
        "python3",
        "-c",
        "import zipfile; zipfile.ZipFile('" + file + "').namelist()");
    System.out.printf(
        Locale.ROOT,
        "%-28s %8s %7.1fs %8s %7.1fs %9s %6d MB %7s %4d MB %6s %6s%n",
        title,
        "",
        ours.seconds(),
        "",
        ours.cpu(),
        "",
        ours.peak() / 1000,
        "",
        Files.size(file) / 1_000_000,
        "passed",
        "");
    Files.delete(file);
  }
}
