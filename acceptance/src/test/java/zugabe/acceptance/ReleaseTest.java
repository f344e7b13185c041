package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Releases for Erlang/OTP: the demonstration's alarm server on the system's runtime, and wrong
 * ones.
 */
public final class ReleaseTest {
  private static final Path ALARM = Program.ROOT.resolve("demo/src/main/workspace/alarm");

  private static final String PACKED =
      "  tide-alarm:\n    kind: release\n    packing: stored\n    formats: [tar.gz]\n";

  static Workspace workspace() throws Exception {
    Workspace w = Workspace.create();
    try (Stream<Path> walk = Files.walk(ALARM)) {
      for (Path file : walk.filter(Files::isRegularFile).toList()) {
        Path to = w.path(ALARM.relativize(file).toString());
        Files.createDirectories(to.getParent());
        Files.copy(file, to);
      }
    }
    Path erlang =
        Path.of(ok(w.program().run("sh", "-c", "readlink -f $(command -v erl)")).out().strip());
    return w.replace(
        "zugabe.yaml", "/usr/lib/erlang}", erlang.getParent().getParent().toString() + "}");
  }

  private static Program.Result ok(Program.Result r) {
    assertThat(r.exit()).as(r.all()).isZero();
    return r;
  }

  /** Starts the release on a free port and returns what it answers; it is stopped then. */
  private static String ask(Workspace w, Path release, String path) throws Exception {
    Process process =
        w.program()
            .with("HOME", w.path("home").toString())
            .with("PATH", path)
            .builder(release.resolve("bin/tide_alarm").toString(), "--port", "0")
            .redirectErrorStream(true)
            .start();
    try {
      byte[] start = new byte[4096];
      StringBuilder out = new StringBuilder();
      while (!out.toString().contains("127.0.0.1:") || !out.toString().endsWith("/\n")) {
        int got = process.getInputStream().read(start);
        if (got < 0) {
          throw new AssertionError(out.toString());
        }
        out.append(new String(start, 0, got, StandardCharsets.UTF_8));
      }
      String address = out.substring(out.indexOf("http://")).strip();
      try (var in = java.net.URI.create(address).toURL().openStream()) {
        return new String(in.readAllBytes(), StandardCharsets.UTF_8);
      }
    } finally {
      process.destroy();
      assertThat(process.waitFor(20, TimeUnit.SECONDS)).isTrue();
    }
  }

  private static final String PATH = System.getenv("PATH");

  @Test
  public void itBootsBeforeAndAfterBeingMoved() throws Exception {
    try (Workspace w = workspace()) {
      ok(w.program().zugabe("build", "tide-alarm"));
      ok(w.program().run("tar", "-xf", "out/tide-alarm-2.4.0.tar.gz"));
      Path release = w.path("tide-alarm-2.4.0");
      assertThat(ask(w, release, PATH))
          .startsWith("gannet-quay 5.5 m\n")
          .endsWith("nonode@nohost\n");
      Path moved = Files.createDirectories(w.path("ander swo ü")).resolve("x");
      Files.move(release, moved);
      // the table is made once: a second time the step would fail
      assertThat(ask(w, moved, PATH)).startsWith("gannet-quay 5.5 m\n");
      ok(w.program().run("shellcheck", "-s", "sh", moved.resolve("bin/tide_alarm").toString()));
      // what is written is what the runtime's own functions read
      ok(
          w.program()
              .run(
                  "erl",
                  "-noinput",
                  "-eval",
                  "{ok,[{release,{\"tide_alarm\",\"2.4.0\"},{erts,E},A}]}=file:consult(\""
                      + moved
                      + "/releases/2.4.0/tide_alarm.rel\"),E=erlang:system_info(version),"
                      + "{value,{kernel,K}}=lists:keysearch(kernel,1,A),{ok,K}=application:get_key(kernel,vsn),"
                      + "{ok,B}=file:read_file(\""
                      + moved
                      + "/releases/2.4.0/start.boot\"),"
                      + "{script,{\"tide_alarm\",\"2.4.0\"},_}=binary_to_term(B),halt()."));
    }
  }

  @Test
  public void aNodeHasASecretOfItsOwn() throws Exception {
    try (Workspace w = workspace()) {
      ok(w.program().zugabe("build", "tide-alarm"));
      assertThat(w.program().run("tar", "-tf", "out/tide-alarm-2.4.0.tar.gz").out())
          .doesNotContain("cookie");
      ok(w.program().run("tar", "-xf", "out/tide-alarm-2.4.0.tar.gz"));
      w.write(
          "home/.config/tide-alarm/tide_alarm.settings",
          "node = tides@127.0.0.1\ndata = "
              + w.path("kept here")
              + "\noption = -start_epmd\noption = false\noption = -dist_listen\noption = false\n");
      assertThat(ask(w, w.path("tide-alarm-2.4.0"), PATH)).endsWith("tides@127.0.0.1\n");
      Path cookie = w.path("kept here/.erlang.cookie");
      assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(cookie)))
          .isEqualTo("r--------");
      assertThat(Files.readString(cookie)).matches("[0-9a-f]{48}");
      assertThat(w.path("kept here/alarms.dets")).exists();
    }
  }

  @Test
  public void aCarriedRuntimeNeedsNoOther() throws Exception {
    try (Workspace w = workspace()) {
      ok(w.program().zugabe("build", "tide-alarm-with-runtime"));
      Path archive;
      try (Stream<Path> list = Files.list(w.path("out"))) {
        archive = list.filter(p -> p.toString().endsWith(".tar.gz")).findFirst().orElseThrow();
      }
      ok(w.program().run("tar", "-xf", archive.toString()));
      Path bare = Files.createDirectories(w.path("bare"));
      for (String name :
          new String[] {
            "sh", "sed", "cat", "mkdir", "readlink", "uname", "od", "tr", "chmod", "mv"
          }) {
        Files.createSymbolicLink(
            bare.resolve(name),
            Path.of(ok(w.program().run("sh", "-c", "command -v " + name)).out().strip()));
      }
      Path release = w.path(archive.getFileName().toString().replace(".tar.gz", ""));
      assertThat(ask(w, release, bare.toString())).startsWith("gannet-quay 5.5 m\n");
      ok(w.program().run("rm", "-r", release.resolve("releases/2.4.0/sys.config").toString()));
      Program.Result torn =
          w.program().with("HOME", w.path("home").toString()).run(release + "/bin/tide_alarm");
      assertThat(torn.exit()).isEqualTo(1);
      assertThat(torn.err()).contains("there is no system configuration");
    }
  }

  @Test
  public void aFailedFirstRunIsRepeatedAndNoRuntimeIsTold() throws Exception {
    try (Workspace w = workspace()) {
      w.replace("zugabe.yaml", "tide_alarm_store:create   #", "tide_alarm_store:nothing   #");
      ok(w.program().zugabe("build", "tide-alarm"));
      ok(w.program().run("tar", "-xf", "out/tide-alarm-2.4.0.tar.gz"));
      Program p = w.program().with("HOME", w.path("home").toString());
      for (int i = 0; i < 2; i++) {
        Program.Result r = p.run("tide-alarm-2.4.0/bin/tide_alarm");
        assertThat(r.exit()).isEqualTo(1);
        assertThat(r.err())
            .contains("the first-run step tide_alarm_store:nothing() failed", "undef");
      }
      w.write("tide-alarm-2.4.0/etc/tide_alarm.settings", "erlang = /nowhere\n");
      assertThat(p.run("tide-alarm-2.4.0/bin/tide_alarm").err()).contains("erlang = /nowhere");
    }
  }

  @Test
  public void itIsRehearsedAndInspected() throws Exception {
    try (Workspace w = workspace()) {
      Program.Result check = ok(w.program().zugabe("check", "tide-alarm", "--tree"));
      assertThat(check.err()).contains("note Z7008", "tide_alarm-1.2.0 of the materials");
      assertThat(check.out()).contains("tide_alarm.rel", "start.boot");
      ok(w.program().zugabe("build", "tide-alarm"));
      assertThat(ok(w.program().zugabe("rehearse", "tide-alarm")).out())
          .contains("$ ./tide_alarm --port", "✓ as expected, stopped");
      w.replace("zugabe.yaml", "      trial:", "      # trial:");
      assertThat(ok(w.program().zugabe("rehearse", "tide-alarm")).err())
          .contains("note Z6008", "\"tide-alarm\" isn't started");
      assertThat(ok(w.program().zugabe("inspect", "out/tide-alarm-2.4.0.tar.gz")).out())
          .contains("commands  tide_alarm");
      Files.write(
          w.path("cut.tar.gz"),
          java.util.Arrays.copyOf(
              Files.readAllBytes(w.path("out/tide-alarm-2.4.0.tar.gz")), 100_000));
      Program.Result cut = w.program().zugabe("inspect", "cut.tar.gz");
      assertThat(cut.exit()).isEqualTo(1);
      assertThat(cut.err()).contains("error Z2005  cut.tar.gz");
    }
  }

  @Test
  public void severalApplicationsKeepTheirFiles() throws Exception {
    try (Workspace w = workspace()) {
      w.write(
          "lib/bell/ebin/bell.app",
          "{application, bell, [{vsn, \"0.3\"}, {modules, [bell]}, {applications, [kernel, tide_alarm]}]}.");
      Files.copy(
          w.path("lib/tide_alarm/ebin/tide_alarm_sup.beam"), w.path("lib/bell/ebin/bell.beam"));
      w.write("lib/bell/priv/tone.txt", "dong").write("lib/bell/src/bell.erl", "");
      ok(w.program().zugabe("build", "tide-alarm"));
      assertThat(ok(w.program().run("tar", "-tf", "out/tide-alarm-2.4.0.tar.gz")).out())
          .contains("lib/bell-0.3/ebin/bell.beam\n", "lib/bell-0.3/priv/tone.txt\n")
          .doesNotContain("bell.erl", "bell-0.3/ebin/tide_alarm", "tide_alarm-1.2.0/ebin/bell");
    }
  }

  private interface Change {
    void to(Workspace w) throws IOException;
  }

  private static Object[] row(String finding, Change change) {
    return new Object[] {finding, change};
  }

  private static Change app(String old, String with) {
    return w -> w.replace("lib/tide_alarm/ebin/tide_alarm.app", old, with);
  }

  @DataProvider
  public Object[][] wrong() {
    return new Object[][] {
      row(
          "error Z7001  lib/tide_alarm/ebin/tide_alarm.app  line 4",
          app("tide_alarm_sup]},", "tide_alarm_sup}")),
      row("its vsn isn't a version", app("{vsn, \"1.2.0\"}", "{vsn, 12}")),
      row("it isn't {application", app("{application,", "{program,")),
      row("it tells of \"bell\"", app("{application, tide_alarm,", "{application, bell,")),
      row("error Z7002", app("[kernel, stdlib]", "[kernel, stdlib, no_such_thing]")),
      row(
          "error Z7003",
          w -> {
            w.replace("lib/tide_alarm/ebin/tide_alarm.app", "[kernel, stdlib]", "[kernel, bell]");
            w.write(
                "lib/bell/ebin/bell.app",
                "{application, bell, [{vsn, \"1\"}, {applications, [tide_alarm]}]}.");
          }),
      row(
          "is there twice, as",
          w ->
              w.write(
                  "lib/other/ebin/tide_alarm.app",
                  "{application, tide_alarm, [{vsn, \"1.3\"}, {modules, []}]}.")),
      row("error Z7004", app("{env,", "{runtime_dependencies, [\"erts-999.0\"]}, {env,")),
      row(
          "the folder is named tide_alarm-7",
          w -> Files.move(w.path("lib/tide_alarm"), w.path("lib/tide_alarm-7"))),
      row("error Z7005", w -> w.replace("zugabe.yaml", "runtime: \"erlang:\"", "runtime: src")),
      row("error Z7006", w -> Files.delete(w.path("lib/tide_alarm/ebin/tide_alarm_sup.beam"))),
      row("warning Z7007", app(", tide_alarm_sup]}", "]}")),
      row(
          "packing: has no effect here: it is for zip, which isn't made.",
          w -> w.replace("zugabe.yaml", "  tide-alarm:\n    kind: release\n", PACKED)),
      row(
          "error Z1004",
          w ->
              w.write(
                  "zugabe.yaml",
                  "app: {name: T, version: 1}\nmaterials: {a: {applications: lib/*}}\ndeliverables: {r: {kind: release}}\n")),
    };
  }

  @Test(dataProvider = "wrong")
  public void wrongOnesHaveFindings(String finding, Change change) throws Exception {
    try (Workspace w = workspace()) {
      change.to(w);
      Program.Result r = w.program().zugabe("check");
      assertThat(r.err()).as(r.out()).contains(finding);
      assertThat(w.path("out")).doesNotExist();
    }
  }
}
