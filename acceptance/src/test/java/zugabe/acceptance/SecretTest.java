package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.attribute.PosixFilePermissions;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Where passwords come from, which are good enough, and that they never show. */
public final class SecretTest {

  @DataProvider
  public Object[][] passwords() {
    return new Object[][] {
      {"short", "It has 5 characters; 10 are the least."},
      {"Passw0rdPassw0rd!", "tried first"},
      {"changeit123456", "tried first"},
      {"aaaaaaaaaaaa", "again and again"},
      {"abcdefghijklm", "again and again"},
    };
  }

  @Test(dataProvider = "passwords")
  public void aPasswordIsJudged(String password, String what) throws Exception {
    try (Workspace w = Keys.workspace()) {
      Program.Result r =
          Keys.release(w.program().with("KEY_PASSWORD", password), "--subject", Keys.SUBJECT);
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.err().replaceAll("\\s+", " ")).contains("error Z0111", what);
      assertThat(r.all()).doesNotContain(password);
      assertThat(w.path("keys")).doesNotExist();
    }
  }

  @Test
  public void secretsComeFromFourPlaces() throws Exception {
    try (Workspace w = Keys.workspace()) {
      // a password is made and lies in a file of its own
      Program.Result r =
          Keys.release(w, "--subject", Keys.SUBJECT, "--generate-password", "keys/password");
      assertThat(r.exit()).as(r.all()).isZero();
      String made = Files.readString(w.path("keys/password")).strip();
      assertThat(made).matches("[a-z2-9]{5}(-[a-z2-9]{5}){4}");
      assertThat(r.all()).doesNotContain(made);
      assertThat(Files.readString(w.path("zugabe.yaml"))).contains("password: file:keys/password}");
      assertThat(w.program().zugabe("key", "prove").exit()).isZero();
      Files.setPosixFilePermissions(
          w.path("keys/password"), PosixFilePermissions.fromString("rw-r--r--"));
      assertThat(w.program().zugabe("key", "prove").err()).contains("warning Z0102", "chmod 600");
      w.replace("zugabe.yaml", "file:keys/password", "\"command:cat keys/password\"");
      assertThat(w.program().zugabe("key", "prove").exit()).isZero();
      w.replace("zugabe.yaml", "cat keys/password", "echo wrong; exit 1");
      assertThat(w.program().zugabe("key", "prove").err())
          .contains("error Z0101", "The helper for the password failed")
          .doesNotContain("wrong");
      w.replace("zugabe.yaml", "\"command:echo wrong; exit 1\"", "prompt");
      assertThat(w.program().zugabe("key", "prove").err())
          .contains("error Z0101", "there is no terminal");
      w.replace("zugabe.yaml", "prompt", "env:NOWHERE");
      r = w.program().zugabe("key", "prove");
      assertThat(r.err()).contains("error Z0101", "The variable NOWHERE isn't set.");
      assertThat(r.exit()).isEqualTo(1);
    }
  }

  @Test
  public void aPasswordOnTheCommandLineIsRefusedAndNotRepeated() throws Exception {
    try (Workspace w = Keys.workspace()) {
      Program.Result r =
          Keys.release(w.program(), "--subject", Keys.SUBJECT, "--password", Keys.PASSWORD);
      assertThat(r.exit()).isEqualTo(2);
      assertThat(r.err()).contains("never the password itself").doesNotContain(Keys.PASSWORD);
    }
  }

  @Test
  public void aWrongPasswordAndNone() throws Exception {
    try (Workspace w = Keys.workspace()) {
      Keys.make(w, "release", "java", "ec-p256");
      Keys.make(w, "packages", "openpgp", "ed25519");
      Program.Result r =
          w.program().with("KEY_PASSWORD", "another heron 99").zugabe("key", "prove");
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.err())
          .contains(
              "error Z0103", "The password doesn't open keys/release.p12", "keys/packages.asc");
      w.replace("zugabe.yaml", "{kind: jar}", "{kind: jar, sign: release}");
      // a check needs no secret
      Program.Result check = w.program().zugabe("check");
      assertThat(check.exit()).as(check.all()).isZero();
      assertThat(check.err()).contains("note Z0101", "The variable KEY_PASSWORD isn't set.");
      assertThat(w.program().zugabe("build").err()).contains("error Z0101");
      assertThat(w.path("out")).doesNotExist();
    }
  }

  /** Whatever isn't said is asked on a terminal; a password isn't shown, and typed twice. */
  @Test
  public void whatMattersIsAskedFor() throws Exception {
    String script =
        """
        import os, pty, sys
        answers = [b'java', b'Release Desk', b'Gannet Harbour Works', b'GB', sys.argv[2].encode(), sys.argv[2].encode()]
        pid, fd = pty.fork()
        if pid == 0:
            os.execv(sys.argv[1], [sys.argv[1], 'key', 'new', 'release', '--algorithm', 'ec-p256'])
        seen = b''
        while True:
            try:
                part = os.read(fd, 4096)
            except OSError:
                break
            if not part:
                break
            seen += part
            if seen.endswith(b': ') and answers:
                os.write(fd, answers.pop(0) + b'\\n')
        sys.stdout.write(seen.decode())
        sys.exit(os.waitstatus_to_exitcode(os.waitpid(pid, 0)[1]))
        """;
    try (Workspace w = Keys.workspace()) {
      Program.Result r =
          w.program()
              .run(
                  "python3",
                  "-c",
                  script,
                  Program.ROOT.resolve("zugabe").toString(),
                  Keys.PASSWORD);
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.out())
          .contains("What is it to sign (java, android", "Who signs (a name)", "In which country")
          .contains("Password of the new key", Keys.SUBJECT)
          .doesNotContain(Keys.PASSWORD);
      assertThat(Files.readString(w.path("zugabe.yaml")))
          .contains("release: {store: keys/release.p12, password: prompt}");
    }
  }
}
