package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Six real applications, each as a build left it: drafted, checked, built and rehearsed with no
 * edit and no error; then with mistakes planted in it, each of which is found.
 */
public final class ApplicationsTest {
  private interface Application {
    void in(Workspace w) throws Exception;
  }

  /**
   * Whether its start program is started under Wine, what the rehearsal has to print, and commands
   * that spoil it with what each has to bring.
   */
  @DataProvider
  public Object[][] applications() {
    return new Object[][] {
      {
        (Application) Applications::quay,
        false,
        List.of("| low water\n"),
        List.of(
            "sed -i 's/libraries: beside, file: .*/libraries: nested}/' zugabe.yaml",
            "warning Z8012",
            "sed -i 's:own. .classes:&/example:' zugabe.yaml",
            "error Z3023")
      },
      {
        (Application) Applications::pier,
        false,
        List.of("| pier on 0\n", "| low water\n"),
        List.of(
            "sed -i 's/main: .*/&\\n    java: 11+/' zugabe.yaml",
            "error Z3004",
            "rm classes/example/pier/Main*Tide.class",
            "error Z8001")
      },
      {
        (Application) Applications::real,
        true,
        List.of("| in parallel 128\n", "| bean heights\n"),
        List.of(
            "rm lib/hsqldb*",
            "warning Z8011",
            "sed -i 's/main: .*/&\\n    options: [-verbose:class]/' zugabe.yaml",
            "warning Z3019")
      },
      {
        (Application) Applications::wharf,
        false,
        List.of("| low water, 7 versions\n"),
        List.of(
            "cp lib/netty-common-*.jar lib/netty-common-4.1.100.Final.jar",
            "warning Z4025",
            "rm lib/netty-resolver*",
            "warning Z8001")
      },
      {
        (Application) Applications::toolkit,
        false,
        List.of("| ready 7\n"),
        List.of(
            "true",
            "note Z3026",
            "sed -i 's/kind: jar.*/kind: archive, platforms: [linux-x64, windows-x64]}/' zugabe.yaml",
            "warning Z3025")
      },
      {
        (Application) Applications::harbour,
        false,
        List.of("| 04:52 42dm daily\n", "| 42 dm\n"),
        List.of(
            "sed -i '/natives:/d; /liblevel/d' zugabe.yaml",
            "warning Z8006",
            "sed -i 's/platforms: .linux-x64., //' zugabe.yaml",
            "error Z3020",
            "cp --remove-destination native/liblevel.so tools/gauge",
            "error Z3020",
            "sed -i 's/license: /icon: LICENSE\\n  &/' zugabe.yaml",
            "error Z2020",
            "openssl genrsa -out tables/key.txt 2048",
            "error Z9001")
      },
    };
  }

  @Test(dataProvider = "applications")
  public void goesOutWithoutAnEditAndItsMistakesAreFound(
      Application application, boolean wine, List<String> printed, List<String> planted)
      throws Exception {
    try (Workspace w = Workspace.create()) {
      application.in(w);
      Applications.Drafted drafted = Applications.goesOut(w, wine);
      assertThat(drafted.rehearsal()).contains(printed);
      String before = drafted.check();
      assertThat(before).doesNotContain("error ");
      List<String> missed = new ArrayList<>();
      for (int i = 0; i < planted.size(); i += 2) {
        String after = spoilt(w, planted.get(i));
        if (!after.contains(planted.get(i + 1) + "  ")) {
          missed.add(planted.get(i) + " isn't " + planted.get(i + 1) + ":\n" + after);
        }
      }
      assertThat(missed).as("before:\n%s", before).isEmpty();
    }
  }

  /** What a check says of a copy that a command changed. */
  private static String spoilt(Workspace w, String command) throws Exception {
    try (Workspace copy = Workspace.create()) {
      Program.Result r =
          w.program()
              .run(
                  "sh",
                  "-c",
                  "cp -al . \"$1\" && cd \"$1\" && " + command,
                  "sh",
                  copy.folder().toString());
      assertThat(r.exit()).as(r.all()).isZero();
      return copy.program().zugabe("check").err();
    }
  }
}
