package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/**
 * {@code zugabe.cmd}, run by Wine's {@code cmd}: builds when it must, passes arguments and exit
 * code on.
 */
public final class CheckoutTest {
  private Wine wine;
  private Path checkout;
  private Path record;
  private Path once;

  @BeforeClass
  public void start() throws Exception {
    wine = Wine.create();
  }

  @AfterClass(alwaysRun = true)
  public void stop() throws Exception {
    if (wine != null) {
      wine.close();
    }
  }

  @BeforeMethod
  public void layOut() throws Exception {
    checkout = Files.createTempDirectory(wine.folder(), "check out ü");
    record = checkout.resolve("record");
    once = checkout.resolve("once");
    Files.copy(Program.ROOT.resolve("zugabe.cmd"), checkout.resolve("zugabe.cmd"));
    // stands in for the build: makes the program, or fails
    Files.writeString(
        checkout.resolve("mvn.cmd"),
        """
        @echo off
        echo built with %*>> built.txt
        mkdir cli\\target\\app 2>nul
        echo jar> cli\\target\\app\\zugabe.jar
        if exist fail.txt exit /b 1
        exit /b 0
        """
            .replace("\n", "\r\n"));
  }

  private Program.Result run(String exit, String... arguments) throws Exception {
    List<String> command = new ArrayList<>(wine.script(checkout.resolve("zugabe.cmd")));
    command.addAll(List.of(arguments));
    return wine.program(wine.folder())
        .with("JAVA_HOME", Wine.named(wine.runtime()))
        .with("PATH", System.getenv("PATH"))
        .with("WINEPATH", Wine.named(checkout))
        .with("RECORD", Wine.named(record))
        .with("RECORD_ONCE", Wine.named(once))
        .with("RECORD_EXIT", exit)
        .run(command.toArray(String[]::new));
  }

  private void built() throws Exception {
    Files.createDirectories(checkout.resolve("cli/target/app"));
    Files.writeString(checkout.resolve("cli/target/app/zugabe.jar"), "jar");
  }

  private static List<String> arguments(List<String> start) {
    return start.subList(start.lastIndexOf("-jar") + 2, start.indexOf("folder"));
  }

  @Test
  public void aFirstStartBuildsAndPassesArgumentsAndExitCodeOn() throws Exception {
    Program.Result r = run("2", "check", "two words", "--set", "a=ü", "");
    assertThat(r.err()).contains("zugabe: building the program");
    assertThat(checkout.resolve("built.txt"))
        .content()
        .contains("-pl formats,inner-loader,core,kinds,demo,stand-ins,short-start,cli");
    assertThat(Wine.starts(record)).hasSize(1);
    assertThat(arguments(Wine.starts(record).get(0)))
        .containsExactly("check", "two words", "--set", "a=ü", "");
    assertThat(r.exit()).isEqualTo(2);
  }

  @Test
  public void aBuiltProgramIsStartedAtOnceFromTheFolderOfTheUser() throws Exception {
    built();
    Program.Result r = run("1", "build");
    assertThat(r.exit()).isEqualTo(1);
    assertThat(r.err()).doesNotContain("building");
    List<String> start = Wine.starts(record).get(0);
    assertThat(start).contains("-Dzugabe.checkout=" + Wine.named(checkout) + "\\.");
    assertThat(start.get(start.size() - 2)).isEqualTo(Wine.named(wine.folder()));
  }

  @Test
  public void changedSourcesAreBuiltOnceAndThenStarted() throws Exception {
    built();
    Files.writeString(once, "the program says that its sources are newer");
    Program.Result r = run("0", "build", "a jar");
    assertThat(r.exit()).isZero();
    assertThat(r.err()).contains("zugabe: building the program");
    assertThat(Wine.starts(record)).hasSize(2);
    assertThat(arguments(Wine.starts(record).get(1))).containsExactly("build", "a jar");
    assertThat(Wine.starts(record).get(1)).noneMatch(a -> a.startsWith("-Dzugabe.checkout"));
  }

  @Test
  public void aFailedBuildSaysSo() throws Exception {
    Files.writeString(checkout.resolve("fail.txt"), "");
    Program.Result r = run("0", "build");
    assertThat(r.exit()).isEqualTo(3);
    assertThat(r.err()).contains("zugabe: the build failed");
    assertThat(record).doesNotExist();
  }

  @Test
  public void theProgramKnowsWhetherItsSourcesAreNewer() throws Exception {
    Path source = checkout.resolve("core/src/main/java/zugabe/New.java");
    Files.createDirectories(source.getParent());
    Files.writeString(source, "");
    String[] explain = explain();
    assertThat(Program.in(checkout).run(explain).exit()).isEqualTo(75);
    Files.setLastModifiedTime(source, FileTime.fromMillis(0));
    assertThat(Program.in(checkout).run(explain).exit()).isZero();
  }

  private String[] explain() {
    List<String> command = new ArrayList<>(Program.java("explain", "Z1001"));
    command.add(1, "-Dzugabe.checkout=" + checkout);
    return command.toArray(String[]::new);
  }

  @Test
  public void everyModuleThatIsBuiltIsLookedAt() throws Exception {
    String[] explain = explain();
    String script = Files.readString(Program.ROOT.resolve("zugabe"));
    Matcher modules = Pattern.compile("-pl (\\S+) package").matcher(script);
    assertThat(modules.find()).isTrue();
    for (String module : modules.group(1).split(",", -1)) {
      for (String source : List.of(module + "/pom.xml", module + "/src/main/New.java")) {
        Files.createDirectories(checkout.resolve(source).getParent());
        Files.writeString(checkout.resolve(source), "");
        assertThat(Program.in(checkout).run(explain).exit()).as(source).isEqualTo(75);
        Files.delete(checkout.resolve(source));
      }
      assertThat(script).contains("$home/" + module + "/pom.xml", "$home/" + module + "/src/main");
    }
  }
}
