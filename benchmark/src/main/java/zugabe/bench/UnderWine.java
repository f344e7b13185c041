package zugabe.bench;

import java.io.File;
import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * What the native start program adds to the start of a Java runtime, and to memory: under Wine,
 * with a stand-in for {@code java.exe} that ends at once. Pairs of starts take turns; Wine's server
 * runs all the time.
 */
final class UnderWine {
  private static final int PAIRS = 60;
  private static final int GOAL_MILLIS = 30;
  private static final int GOAL_KB = 3000;

  /** Ends at once, or after some milliseconds that its environment names. */
  private static final String STAND_IN =
      """
      #include <windows.h>
      void begin(void) {
        WCHAR text[16];
        DWORD wait = 0;
        if (GetEnvironmentVariableW(L"WAIT", text, 16) > 0)
          for (WCHAR *at = text; *at >= '0' && *at <= '9'; at++) wait = wait * 10 + *at - '0';
        Sleep(wait);
        ExitProcess(0);
      }
      """;

  private final Path folder;
  private final String zugabe;
  private final Map<String, String> environment;

  private UnderWine(Path folder, String zugabe) {
    this.folder = folder;
    this.zugabe = zugabe;
    this.environment =
        Map.of(
            "WINEPREFIX", folder.resolve("prefix").toString(),
            "HOME", folder.toString(),
            "WINEARCH", "win64",
            "WINEDEBUG", "-all",
            "WINEDLLOVERRIDES", "mscoree=;mshtml=;winemenubuilder.exe=d",
            "LANG", "C.UTF-8");
  }

  static void run(Path base, String zugabe) throws IOException, InterruptedException {
    UnderWine row = new UnderWine(Files.createDirectories(base.resolve("wine")), zugabe);
    row.prepare();
    try {
      row.time();
      row.memory();
    } finally {
      Run.of(row.folder, row.environment, "wineserver", "-k");
    }
  }

  private void prepare() throws IOException, InterruptedException {
    Path runtime = Files.createDirectories(folder.resolve("out/runtime/bin"));
    Files.writeString(folder.resolve("out/runtime/release"), "JAVA_VERSION=\"17.0.1\"\n");
    Files.writeString(folder.resolve("java.c"), STAND_IN);
    Run.of(
        folder,
        Map.of(),
        "x86_64-w64-mingw32-gcc",
        "-Os",
        "-s",
        "-nostdlib",
        "-Wl,--entry=begin",
        "-o",
        runtime.resolve("java.exe").toString(),
        "java.c",
        "-lkernel32");
    Files.createDirectories(folder.resolve("classes"));
    Files.writeString(
        folder.resolve("Hello.java"),
        "public class Hello { public static void main(String[] a) { System.out.println(1); } }");
    Run.of(folder, Map.of(), "javac", "--release", "17", "-d", "classes", "Hello.java");
    Files.writeString(
        folder.resolve("zugabe.yaml"),
        """
        app: {name: Bench, version: 1}
        materials: {all: {own: classes}}
        programs: {hello: {materials: all, main: Hello, surface: console}}
        deliverables: {exe: {kind: windows-launcher, file: hello.exe}}
        """);
    Run.of(folder, Map.of(), zugabe, "build", "-q");
    Run.of(folder, environment, "sh", "-c", "wineserver -k; wineserver -w; wineserver -p");
    Run.of(folder, environment, "wine", "wineboot", "-i");
  }

  private void time() throws IOException, InterruptedException {
    List<Double> differences = new ArrayList<>();
    List<Double> bare = new ArrayList<>();
    for (int i = 0; i < PAIRS; i++) {
      double with = with();
      double without =
          Run.of(folder, environment, "wine", "out/runtime/bin/java.exe", "-jar", "out/hello.exe")
              .seconds();
      bare.add(without);
      differences.add(with - without);
    }
    System.out.printf(
        Locale.ROOT,
        "start for Windows: %d pairs, the runtime alone %.0f ms, the start program adds %.1f ms (goal %d)%n",
        PAIRS,
        1000 * median(bare),
        1000 * median(differences),
        GOAL_MILLIS);
  }

  private double with() throws IOException, InterruptedException {
    return Run.of(folder, environment, "wine", "out/hello.exe").seconds();
  }

  private static double median(List<Double> all) {
    return all.stream().sorted().toList().get(all.size() / 2);
  }

  /** What is its own, beside that of a program that does nothing. */
  private void memory() throws IOException, InterruptedException {
    ProcessBuilder builder =
        new ProcessBuilder("wine", "out/hello.exe")
            .directory(folder.toFile())
            .redirectErrorStream(true)
            .redirectOutput(folder.resolve("log").toFile())
            .redirectInput(new File("/dev/null"));
    builder.environment().putAll(environment);
    builder.environment().put("WAIT", "3000");
    Process process = builder.start();
    Thread.sleep(1500);
    long own = privateKb(folder, "hello.exe");
    long nothing = privateKb(folder, "java.exe");
    process.waitFor();
    System.out.printf(
        Locale.ROOT,
        "memory for Windows: the start program has %d kB of its own, one that does nothing %d kB: %d kB more (goal %d)%n",
        own,
        nothing,
        own - nothing,
        GOAL_KB);
  }

  private static long privateKb(Path folder, String program) throws IOException {
    int gone = 0;
    try (DirectoryStream<Path> all = Files.newDirectoryStream(Path.of("/proc"), "[0-9]*")) {
      for (Path one : all) {
        try {
          String[] words = Files.readString(one.resolve("cmdline")).split("\0", -1);
          boolean here = Files.readSymbolicLink(one.resolve("cwd")).equals(folder);
          if (here && words[0].replace('\\', '/').endsWith("/" + program)) {
            return Files.readAllLines(one.resolve("smaps_rollup")).stream()
                .filter(l -> l.startsWith("Private_"))
                .mapToLong(l -> Long.parseLong(l.replaceAll("[^0-9]", "")))
                .sum();
          }
        } catch (IOException e) {
          // it ended meanwhile, or is somebody else's
          gone++;
        }
      }
    }
    throw new IOException(program + " doesn't run; " + gone + " others can't be read");
  }
}
