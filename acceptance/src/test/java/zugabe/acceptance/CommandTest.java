package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.core.program.Version;

/** The command line as a user meets it. */
public final class CommandTest {
  static JsonNode valid(String text, String schema) throws Exception {
    return Answers.valid(text, schema);
  }

  @Test
  public void versionAndHelp() throws Exception {
    Program here = Program.in(Program.ROOT);
    assertThat(here.zugabe("--version").out()).isEqualTo("zugabe " + Version.TEXT + "\n");
    for (String command : commands()) {
      List<String> line = new ArrayList<>(List.of(command.split(" ")));
      line.add("--help");
      Program.Result r = here.zugabe(line.toArray(String[]::new));
      assertThat(r.exit()).isZero();
      assertThat(r.out())
          .startsWith("Example:\n")
          .contains("Usage: zugabe " + command, "Exit codes:");
      List<String> group = line.subList(0, line.size() - 2);
      assertThat(
              here.zugabe(Stream.concat(group.stream(), Stream.of("--help")).toArray(String[]::new))
                  .out())
          .contains("\n  " + line.get(group.size()) + " ");
    }
  }

  /** All of them, those of groups with their group's name. */
  private static List<String> commands() throws Exception {
    return Program.in(Path.of("/")).zugabe("manual", "--commands").out().lines().toList();
  }

  @DataProvider
  public Object[][] wrong() {
    return new Object[][] {
      {new String[] {"biuld"}, "biuld"},
      {new String[] {"build", "--otu", "x"}, "--otu"},
      {new String[] {"build", "--jobs", "0"}, "--jobs takes a number from 1 to 256"},
      {new String[] {"build", "--jobs", "1.5"}, "\"1.5\" is not a whole number"},
      {
        new String[] {"stand-in", "timestamp", "--port", "99999"}, "--port takes a number from 0 to"
      },
      {new String[] {"build", "--set", "version"}, "--set takes KEY=VALUE"},
      {new String[] {"build", "--wait", "-1"}, "--wait takes"},
      {new String[] {"explain", "Z9999"}, "there is no finding Z9999"},
      {new String[] {"inspect"}, "FILE"},
      {new String[] {"completion", "fish"}, "bash and zsh"},
      {new String[] {"manual", "nothing"}, "no command nothing"},
      {new String[] {"manual", "key", "nothing"}, "no command key nothing"},
    };
  }

  @Test(dataProvider = "wrong")
  public void aWrongCommandLineIsExitCode2(String[] arguments, String message) throws Exception {
    Program.Result r = Program.in(Path.of("/")).zugabe(arguments);
    assertThat(r.exit()).isEqualTo(2);
    assertThat(r.out()).isEmpty();
    assertThat(r.err()).contains(message).doesNotContain("\tat ");
  }

  @Test
  public void answersAreOneJsonDocumentEach() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      JsonNode check = valid(w.program().zugabe("check", "--json").out(), "check");
      assertThat(check.at("/deliverables/0/main").asText()).isEqualTo("example.tern.Main");
      JsonNode build = valid(w.program().zugabe("build", "--json", "--verbose").out(), "build");
      assertThat(build.at("/deliverables/0/files/0/path").asText()).isEqualTo("tern-1.0.jar");
      valid(Files.readString(w.path("out/receipt.json")), "receipt");
      JsonNode inspect =
          valid(w.program().zugabe("inspect", "--json", "out/tern-1.0.jar").out(), "inspect");
      assertThat(inspect.at("/java/version").asInt()).isEqualTo(17);
      assertThat(inspect.at("/start/command").asText()).isEqualTo("java -jar tern-1.0.jar");
      valid(w.program().zugabe("inspect", "--json", "zugabe.yaml").out(), "inspect");
      JsonNode survey = valid(w.program().zugabe("survey", "--json").out(), "survey");
      assertThat(survey.at("/programs/0/kind").asText()).isIn("class", "jar");
      valid(w.program().zugabe("survey", "nowhere", "--json").out(), "survey");
      valid(w.program().zugabe("explain", "--json", "z1001").out(), "explain");
      valid(w.program().zugabe("explain", "--json").out(), "explain");
      JsonNode rehearse = valid(w.program().zugabe("rehearse", "--json").out(), "rehearse");
      assertThat(rehearse.at("/rehearsals/0/output").asText()).isEqualTo("good tide0\n");
      JsonNode both = valid(w.program().zugabe("build", "--rehearse", "--json").out(), "build");
      assertThat(both.at("/rehearsals/0/ok").asBoolean()).isTrue();
      w.replace("zugabe.yaml", "kind: jar", "kind: jra");
      Program.Result wrong = w.program().zugabe("check", "--json");
      assertThat(wrong.err()).isEmpty();
      assertThat(wrong.exit()).isEqualTo(2);
      JsonNode finding = valid(wrong.out(), "check").at("/findings/0");
      assertThat(finding.at("/where/line").asInt()).isEqualTo(5);
      assertThat(finding.at("/code").asText()).isEqualTo("Z1008");
    }
  }

  @Test
  public void checkWritesNothing() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      Program.Result r = w.program().zugabe("check");
      assertThat(r.exit()).isZero();
      assertThat(r.out())
          .startsWith("zugabe.yaml: Tern 1.0, 1 note.")
          .contains("starts example.tern.Main on Java 17+");
      try (var files = Files.list(w.folder())) {
        assertThat(files.map(p -> p.getFileName().toString()))
            .containsExactlyInAnyOrder("classes", "lib", "zugabe.yaml");
      }
    }
  }

  @Test
  public void quietVerboseAndPlainOutput() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.replace("zugabe.yaml", "kind: jar", "kind: jar, materials: app");
      Program.Result quiet = w.program().zugabe("build", "--quiet");
      assertThat(quiet.all()).isEmpty();
      Program.Result verbose = w.program().zugabe("build", "--verbose");
      assertThat(verbose.err())
          .contains("Why: The jar is made as a library")
          .doesNotContain("\033");
      assertThat(verbose.out())
          .contains("jar was made of:", "own files of app", "lib/greeting.jar");
    }
  }

  @Test
  public void theRecipeIsFoundFromBelowAndByName() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      Program.Result below = Program.in(w.path("classes/example")).zugabe("build", "--out", "here");
      assertThat(below.exit()).as(below.all()).isZero();
      assertThat(w.path("classes/example/here/tern-1.0.jar")).exists();
      Program.Result named =
          Program.in(Path.of("/")).zugabe("check", "-r", w.path("zugabe.yaml").toString());
      assertThat(named.exit()).as(named.all()).isZero();
    }
  }

  @Test
  public void theStartScriptWorksThroughALink() throws Exception {
    try (Workspace w = Workspace.create()) {
      Files.createDirectories(w.path("a b"));
      Files.createSymbolicLink(w.path("a b/link"), Program.ROOT.resolve("zugabe"));
      Files.createSymbolicLink(w.path("again"), Path.of("a b/link"));
      assertThat(w.program().run("./again", "--version").out()).startsWith("zugabe ");
      assertThat(w.program().run("dash", "./again", "explain", "Z9999").exit()).isEqualTo(2);
    }
  }

  @Test
  public void inspectShowsWhatIsInside() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.program().zugabe("build");
      String text = w.program().zugabe("inspect", "out/tern-1.0.jar").out();
      assertThat(text)
          .contains(
              "Identity\n  name     Tern",
              "command  java -jar tern-1.0.jar",
              "17 or later, because of example/",
              "Manifest-Version        1.0",
              "example/lib/Greeting.class".substring(12),
              "Biggest");
      w.jar("plain.zip", Workspace.entries("a/b.txt", "x".repeat(5000), "a/c.txt", "y"));
      assertThat(w.program().zugabe("inspect", "plain.zip").out())
          .startsWith("plain.zip: zip, ")
          .contains("a/", "b.txt", "5.0 kB");
      w.jar("evil.zip", Workspace.entries("../a", "x"));
      Program.Result evil = w.program().zugabe("inspect", "evil.zip");
      assertThat(evil.exit()).isEqualTo(1);
      assertThat(evil.err()).contains("error Z2006  evil.zip  entry ../a at byte 0");
    }
  }

  @Test
  public void shellsCompleteCommandsAndOptions() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.write("completion", w.program().zugabe("completion", "bash").out());
      String function =
          w.program()
              .run("bash", "-c", "source ./completion; complete -p zugabe")
              .out()
              .replaceAll(".*-F (\\S+).*\\n", "$1");
      assertThat(
              w.program()
                  .run(
                      "bash",
                      "-c",
                      "source ./completion; COMP_WORDS=(zugabe build --); COMP_CWORD=2; "
                          + function
                          + "; echo \"${COMPREPLY[@]}\"")
                  .out())
          .contains("--tidy", "--recipe");
      Program.Result zsh =
          w.program()
              .run(
                  "zsh",
                  "-fc",
                  "autoload -Uz compinit; compinit -u -d ./dump; source ./completion && echo read");
      assertThat(zsh.out()).as(zsh.all()).contains("read");
      assertThat(w.program().zugabe("completion", "zsh").out())
          .isEqualTo(Files.readString(w.path("completion")));
    }
  }

  @Test
  public void manualPagesAreGood() throws Exception {
    try (Workspace w = Workspace.create()) {
      List<String> pages = new ArrayList<>(List.of("manual"));
      commands().forEach(command -> pages.add("manual " + command));
      for (String page : pages) {
        w.write("page", w.program().zugabe(page.split(" ")).out());
        Program.Result lint = w.program().run("mandoc", "-T", "lint", "-W", "warning", "page");
        assertThat(lint.out().lines().filter(l -> !l.contains("missing date")))
            .as(page + lint.all())
            .isEmpty();
        assertThat(w.program().run("mandoc", "-T", "html", "page").out()).contains("EXIT_STATUS");
      }
    }
  }
}
