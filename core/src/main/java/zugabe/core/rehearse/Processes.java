package zugabe.core.rehearse;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;

/**
 * Everything that a rehearsal started, however far it went away: processes inherit a mark in their
 * environment. Where the system doesn't show environments, descendants are all that can be found.
 */
final class Processes {
  static final String MARK = "ZUGABE_REHEARSAL";

  private static final Path PROC = Path.of("/proc");
  private static final int ROUNDS = 50;

  private final String mark;
  private final Optional<ProcessHandle> first;

  /**
   * @param first the one that was started; empty when it isn't known any more
   */
  Processes(String mark, Optional<Process> first) {
    this.mark = MARK + "=" + mark;
    this.first = first.map(Process::toHandle);
  }

  /** Those that run, but for the first, with their command lines. */
  List<ProcessHandle> others() {
    Map<Long, ProcessHandle> found = new LinkedHashMap<>();
    long firstPid = first.map(ProcessHandle::pid).orElse(-1L);
    first.ifPresent(f -> f.descendants().forEach(p -> found.put(p.pid(), p)));
    if (Files.isDirectory(PROC)) {
      ProcessHandle.allProcesses()
          .filter(p -> p.pid() != firstPid && hasMark(p.pid()))
          .forEach(p -> found.put(p.pid(), p));
    }
    return found.values().stream().filter(ProcessHandle::isAlive).toList();
  }

  private boolean hasMark(long pid) {
    try {
      byte[] environment = Files.readAllBytes(PROC.resolve(pid + "/environ"));
      // a process that has ended and isn't collected yet shows nothing
      return ("\0" + new String(environment, StandardCharsets.UTF_8)).contains("\0" + mark + "\0");
    } catch (IOException e) {
      // somebody else's, or gone
      return false;
    }
  }

  static String commandLine(ProcessHandle process) {
    try {
      String line =
          Files.readString(PROC.resolve(process.pid() + "/cmdline"), StandardCharsets.ISO_8859_1);
      return new String(line.getBytes(StandardCharsets.ISO_8859_1), StandardCharsets.UTF_8)
          .replace('\0', ' ')
          .strip();
    } catch (IOException e) {
      return process.info().commandLine().orElse("process " + process.pid());
    }
  }

  /**
   * Ends the first by asking it, and after a while by force. Returns whether it went when asked.
   */
  boolean stopFirst(long graceMillis) throws InterruptedException {
    ProcessHandle process = first.orElseThrow();
    process.destroy();
    if (ended(process, graceMillis)) {
      return true;
    }
    process.destroyForcibly();
    ended(process, graceMillis);
    return false;
  }

  private static boolean ended(ProcessHandle process, long millis) throws InterruptedException {
    long end = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(millis);
    while (process.isAlive() && System.nanoTime() < end) {
      TimeUnit.MILLISECONDS.sleep(10);
    }
    return !process.isAlive();
  }

  /** Ends everything by force, also what is started meanwhile. */
  void endAll() throws InterruptedException {
    first.ifPresent(ProcessHandle::destroyForcibly);
    for (int round = 0; round < ROUNDS; round++) {
      List<ProcessHandle> left = new ArrayList<>(others());
      if (left.isEmpty()) {
        return;
      }
      left.forEach(ProcessHandle::destroyForcibly);
      TimeUnit.MILLISECONDS.sleep(20);
    }
  }
}
