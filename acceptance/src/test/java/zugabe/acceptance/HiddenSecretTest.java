package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.Stream;
import org.testng.annotations.Test;

/** Secrets show nowhere: not in what is said or written, and not in what other programs get. */
public final class HiddenSecretTest {
  private static final String VARIABLE = "KEY_PASSWORD";

  /** Of this test alone: other tests run beside it. */
  private static final String GIVEN = "thirteen dunlins 6607";

  /** Looks at every process below some other, again and again. */
  private static final class Watch implements AutoCloseable {
    private final AtomicBoolean over = new AtomicBoolean();
    private final Set<String> seen = new TreeSet<>();
    private final Thread thread = new Thread(this::look);

    Watch() {
      thread.start();
    }

    private void look() {
      while (!over.get()) {
        ProcessHandle.current().descendants().forEach(this::note);
        LockSupport.parkNanos(2_000_000);
      }
    }

    private void note(ProcessHandle process) {
      try {
        String line = line(process);
        boolean own = line.contains("zugabe.jar");
        // the start script's tools have what the user's shell has, and the runtime's helper ours
        boolean started = !line.isBlank() && !line.contains("jspawnhelper");
        if (!own && started && isBelowOurs(process)) {
          Path proc = Path.of("/proc", String.valueOf(process.pid()));
          String environment = text(proc.resolve("environ"));
          // one that became another meanwhile is looked at again
          if (line.equals(line(process))) {
            seen.add(line + "\n" + environment);
          }
        } else if (own) {
          seen.add(line);
        }
      } catch (IOException e) {
        // it has ended meanwhile
      }
    }

    private static boolean isBelowOurs(ProcessHandle process) throws IOException {
      Optional<ProcessHandle> above = process.parent();
      while (above.isPresent()) {
        if (line(above.get()).contains("zugabe.jar")) {
          return true;
        }
        above = above.get().parent();
      }
      return false;
    }

    private static String line(ProcessHandle process) throws IOException {
      return text(Path.of("/proc", String.valueOf(process.pid()), "cmdline")).replace('\0', ' ');
    }

    Set<String> seen() {
      return seen;
    }

    @Override
    public void close() {
      over.set(true);
      try {
        thread.join();
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
      }
    }
  }

  private static String text(Path file) throws IOException {
    return new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1);
  }

  private static Program program(Workspace w, Path temporary) {
    // a process, with its temporary files where they are looked for
    return w.program()
        .with(VARIABLE, GIVEN)
        .with("PATH", System.getenv("PATH"))
        .with("SEEN", w.path("seen").toString())
        .with("ZUGABE_JAVA_OPTIONS", "-Djava.io.tmpdir=" + temporary);
  }

  private static String[] words(String line) {
    return Stream.of(line.split(" ")).map(w -> w.replace('|', ' ')).toArray(String[]::new);
  }

  @Test
  public void secretsShowNowhere() throws Exception {
    String dump = "cat /proc/self/environ /proc/self/cmdline >>$SEEN; env >>$SEEN; sleep 0.1; ";
    try (Workspace w = Keys.workspace()) {
      // its path has no space, which options of a runtime can't have
      Path temporary = Files.createTempDirectory("secrets");
      String made = "bronze curlew 5108";
      w.write("secret.txt", made + "\n");
      Files.setPosixFilePermissions(
          w.path("secret.txt"),
          java.nio.file.attribute.PosixFilePermissions.fromString("rw-------"));
      Keys.shell(w, Keys.openssl("Far Desk", "far.key", "far.pem"));
      for (String line :
          List.of(
              "release --for java --algorithm ec-p256 --subject CN=Release --password env:"
                  + VARIABLE,
              "packages --for openpgp --algorithm ed25519 --subject Desk|<d@gannet.example> --password env:"
                  + VARIABLE,
              "told --for java --algorithm ec-p256 --subject CN=Told --password file:secret.txt")) {
        Program.Result r = w.program().with(VARIABLE, GIVEN).here(words("key new " + line));
        assertThat(r.exit()).as(r.all()).isZero();
      }
      w.replace("zugabe.yaml", "file:secret.txt", "\"command:" + dump + "cat secret.txt\"");
      w.replace(
          "zugabe.yaml",
          "keys:\n",
          "keys:\n  far: {store: far.pem, helper: \""
              + dump
              + "openssl pkeyutl -sign -inkey far.key -pkeyopt digest:sha256\"}\n");
      w.replace(
          "zugabe.yaml",
          "{kind: jar}",
          "{kind: jar, sign: release}\n  far: {kind: jar, file: far.jar, sign: far}\n  told: {kind: jar, file: told.jar, sign: told}");
      Files.writeString(
          w.path("zugabe.yaml"), Files.readString(w.path("zugabe.yaml")) + "sign: packages\n");
      StringBuilder said = new StringBuilder();
      Set<String> processes;
      try (Watch watch = new Watch()) {
        for (String line :
            List.of(
                "key prove --debug",
                "check --json",
                "build --json",
                "rehearse jar --debug -v",
                "verify out/tern-1.0.jar out/SHA256SUMS --json",
                "key backup release --to sheet.txt --password command:sleep|0.2;nothing-there --debug",
                "key import x --from keys/release.p12 --from-password file:secret.txt --password env:KEY_PASSWORD --debug")) {
          said.append(program(w, temporary).zugabe(words(line)).all());
        }
        said.append(
            program(w, temporary).with(VARIABLE, made).zugabe("build", "--debug", "-v").all());
        processes = watch.seen();
      }
      assertThat(said).contains("Far Desk", "error Z0103", "good tide");
      List<String> secrets = List.of(GIVEN, made);
      String seen = text(w.path("seen"));
      assertThat(seen).contains("ZUGABE_SIGN_ALGORITHM", "SEEN=");
      for (String secret : secrets) {
        assertThat(said.toString()).doesNotContain(secret);
        assertThat(seen).doesNotContain(secret);
        assertThat(processes)
            .anyMatch(p -> p.contains("zugabe.jar"))
            .anyMatch(p -> p.contains("pkeyutl") && p.contains("ZUGABE_SIGN_ALGORITHM"))
            .allMatch(p -> !p.contains(secret));
        assertThat(holders(w.folder(), secret))
            .isEqualTo(secret.equals(made) ? List.of("secret.txt") : List.of());
        assertThat(holders(temporary, secret)).isEmpty();
      }
      w.program().run("rm", "-rf", temporary.toString());
    }
  }

  /** The files that have a text in them. */
  private static List<String> holders(Path folder, String secret) throws IOException {
    List<String> holders = new ArrayList<>();
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path file : all.filter(Files::isRegularFile).sorted().toList()) {
        if (text(file).contains(secret)) {
          holders.add(folder.relativize(file).toString());
        }
      }
    }
    return holders;
  }
}
