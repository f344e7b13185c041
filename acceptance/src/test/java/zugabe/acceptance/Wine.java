package zugabe.acceptance;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * A Windows-like system in a folder of its own: runs command scripts with Wine's {@code cmd}, with
 * a recorder in the place of Java. What passes here is proved for Wine's {@code cmd} only.
 */
final class Wine implements AutoCloseable {
  private static final Path SOURCE = Program.ROOT.resolve("acceptance/src/test/native/recorder.c");

  private final Path folder;

  private Wine(Path folder) {
    this.folder = folder;
  }

  /** Made once, and copied for each who wants one. */
  private static Path prepared;

  /** With a fresh system, and {@code java.exe} in the folder {@code runtime/bin}. */
  static Wine create() throws IOException, InterruptedException {
    Path folder = Files.createTempDirectory("wine").toRealPath();
    Program.Result copied =
        Program.in(folder).run("cp", "-a", prepared() + "/.", folder.toString());
    if (copied.exit() != 0) {
      throw new IllegalStateException(copied.all());
    }
    Wine wine = new Wine(folder);
    // one that has just been idle for its time would end while the next program looks for it
    wine.program(folder).run("wineserver", "-p");
    return wine;
  }

  private static synchronized Path prepared() throws IOException, InterruptedException {
    if (prepared == null) {
      Path target = Program.ROOT.resolve("acceptance/target/wine");
      Program.in(Program.ROOT).run("rm", "-rf", target.toString());
      Wine wine = new Wine(Files.createDirectories(target));
      wine.prepare();
      prepared = wine.folder;
    }
    return prepared;
  }

  private void prepare() throws IOException, InterruptedException {
    Path java = Files.createDirectories(folder.resolve("runtime/bin")).resolve("java.exe");
    Program.Result compiled =
        Program.in(folder)
            .run(
                "x86_64-w64-mingw32-gcc",
                "-Os",
                "-s",
                "-o",
                java.toString(),
                SOURCE.toString(),
                "-lshell32");
    if (compiled.exit() != 0) {
      throw new IllegalStateException(compiled.all());
    }
    Files.createDirectories(folder.resolve("home"));
    program(folder).run("timeout", "100", "wine", "wineboot", "-i");
    // what is copied must not be written to any more
    program(folder).run("wineserver", "-k");
    program(folder).run("wineserver", "-w");
  }

  Path folder() {
    return folder;
  }

  Path runtime() {
    return folder.resolve("runtime");
  }

  /** Starts programs of that system from a folder. */
  Program program(Path from) {
    Program program = Program.in(from);
    Map.of(
            "WINEPREFIX", folder.resolve("prefix").toString(),
            "HOME", folder.resolve("home").toString(),
            "WINEARCH", "win64",
            "WINEDEBUG", "-all",
            "WINEDLLOVERRIDES", "mscoree=;mshtml=;winemenubuilder.exe=d;winedbg.exe=d",
            "LANG", "C.UTF-8",
            "LC_ALL", "C.UTF-8")
        .forEach(program::with);
    return program;
  }

  /**
   * The command that starts a script; arguments follow. By way of another script, since the quotes
   * of {@code cmd /c} have rules of their own and its exit code is not the script's.
   */
  List<String> script(Path script) throws IOException {
    Path driver = folder.resolve("driver.cmd");
    String text = "@\"%SCRIPT%\" %*\r\n";
    // another run may be reading it
    if (!Files.exists(driver) || !Files.readString(driver).equals(text)) {
      Files.writeString(driver, text);
    }
    return List.of(
        "env", "SCRIPT=" + named(script), "timeout", "60", "wine", "cmd", "/c", named(driver));
  }

  /**
   * What a script said. On a busy machine the C library under Wine now and then stumbles over its
   * own assertion when the script is over, and the exit code is lost: then the scripts' rule
   * decides, that those that fail say why on standard error.
   */
  static Program.Result told(Program.Result r) {
    String stumbled = "(?m)^Inconsistency detected by ld.so: dl-fini.c: .*\\R?";
    String err = r.err().replaceAll(stumbled, "");
    return err.equals(r.err()) ? r : new Program.Result(err.isBlank() ? 0 : 1, r.out(), err);
  }

  /** A path as that system's programs name it. */
  static String named(Path path) {
    return "Z:" + path.toString().replace('/', '\\');
  }

  /** What the recorder wrote: one list of texts for each start. */
  static List<List<String>> starts(Path record) throws IOException {
    List<List<String>> starts = new ArrayList<>();
    // one that is just being written is there before its text is
    if (Files.exists(record) && Files.size(record) > 0) {
      for (String text : Files.readString(record, StandardCharsets.UTF_8).split("\0", -1)) {
        if (text.equals("start")) {
          starts.add(new ArrayList<>());
        } else {
          starts.get(starts.size() - 1).add(text);
        }
      }
    }
    return starts;
  }

  @Override
  public void close() throws IOException {
    try {
      program(folder).run("wineserver", "-k");
      program(folder).run("wineserver", "-w");
      Program.in(folder.getParent()).run("rm", "-rf", folder.toString());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
