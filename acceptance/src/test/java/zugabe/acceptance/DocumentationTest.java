package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.node.NullNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.testng.annotations.Test;
import zugabe.core.finding.Code;
import zugabe.core.program.Version;

/** What is written about the program is true. */
public final class DocumentationTest {
  private static final Path ROOT = Program.ROOT;

  private static List<Path> files(String folder, String ending) throws IOException {
    try (Stream<Path> walk = Files.walk(ROOT.resolve(folder))) {
      return walk.filter(
              p -> p.toString().endsWith(ending) && !p.toString().contains("/target/classes/"))
          .sorted()
          .toList();
    }
  }

  @Test
  public void everyFindingHasAPage() throws IOException {
    for (Code code : Known.CODES) {
      String page = Files.readString(ROOT.resolve("docs/findings/" + code + ".md"));
      assertThat(page)
          .startsWith(
              "# " + code + ": " + code.title() + "\n\nSeverity: " + code.severity().word() + "\n")
          .contains(
              "\n## Why it matters\n\n" + code.why(),
              "\n## How it shows\n",
              "\n## How to fix it\n",
              "\n## Example\n");
      assertThat(Files.readString(ROOT.resolve("docs/findings/README.md")))
          .contains(
              "| ["
                  + code
                  + "]("
                  + code
                  + ".md) | "
                  + code.severity().word()
                  + " | "
                  + code.title()
                  + " |");
    }
    assertThat(files("docs/findings", ".md")).hasSize(Known.CODES.size() + 1);
  }

  @Test
  public void generatedFilesAreCurrent() throws Exception {
    Program here = Program.in(ROOT);
    assertThat(Files.readString(ROOT.resolve("docs/schemas/recipe.schema.json")))
        .as("made by: ./zugabe schema")
        .isEqualTo(here.zugabe("schema").out());
    assertThat(Files.readString(ROOT.resolve("docs/man/zugabe.1")))
        .as("made by: docs/make")
        .isEqualTo(here.zugabe("manual").out());
    List<String> pages = new ArrayList<>(List.of("zugabe.1"));
    for (String command : here.zugabe("manual", "--commands").out().lines().toList()) {
      String page = "zugabe-" + command.replace(' ', '-') + ".1";
      pages.add(page);
      List<String> line = new ArrayList<>(List.of("manual"));
      line.addAll(List.of(command.split(" ")));
      assertThat(Files.readString(ROOT.resolve("docs/man").resolve(page)))
          .as("made by: docs/make")
          .isEqualTo(here.zugabe(line.toArray(String[]::new)).out());
    }
    assertThat(files("docs/man", ".1").stream().map(f -> f.getFileName().toString()))
        .containsExactlyInAnyOrderElementsOf(pages);
    assertThat(Files.readString(ROOT.resolve("docs/completion/zugabe.bash")))
        .as("made by: docs/make")
        .isEqualTo(here.zugabe("completion", "bash").out());
  }

  @Test
  public void theVersionIsTheBuilds() throws IOException {
    assertThat(Files.readString(ROOT.resolve("pom.xml")))
        .contains("<version>" + Version.TEXT + "</version>");
    assertThat(Files.readString(ROOT.resolve("CHANGELOG.md"))).contains("## " + Version.TEXT);
  }

  @Test
  public void linksLeadSomewhere() throws IOException {
    Pattern link = Pattern.compile("\\]\\(([^)#:]+)(#[^)]*)?\\)");
    List<String> broken = new ArrayList<>();
    for (Path page :
        Stream.concat(
                Stream.of("README.md", "ARCHITECTURE.md", "CONTRIBUTING.md", "CHANGELOG.md")
                    .map(ROOT::resolve),
                files("docs", ".md").stream())
            .toList()) {
      Matcher m = link.matcher(Files.readString(page));
      while (m.find()) {
        if (!Files.exists(page.resolveSibling(m.group(1)))) {
          broken.add(ROOT.relativize(page) + ": " + m.group(1));
        }
      }
    }
    assertThat(broken).isEmpty();
  }

  @Test
  public void picturesAreFewAndUsed() throws IOException {
    String readme = Files.readString(ROOT.resolve("README.md"));
    List<Path> pictures = files("docs/screenshots", ".png");
    assertThat(pictures).hasSizeBetween(1, 19);
    assertThat(pictures).allMatch(p -> readme.contains(ROOT.relativize(p).toString()));
  }

  @Test
  public void shellScriptsPassALinter() throws Exception {
    Program.Result r =
        Program.in(ROOT)
            .run(
                "shellcheck",
                "zugabe",
                "verify",
                "bench",
                "cli/src/main/app/quicker-starts.sh",
                "native/make",
                "docs/make",
                "docs/screenshots/make",
                ".ci/run");
    assertThat(r.exit()).as(r.all()).isZero();
  }

  /** Where tests can't look, at least a reader can: sources stay within the sizes of a room. */
  @Test
  public void sourceFilesStaySmall() throws IOException {
    for (String module :
        List.of(
            "formats",
            "core",
            "kinds",
            "stand-ins",
            "cli",
            "demo",
            "short-start",
            "fuzzing",
            "benchmark",
            "acceptance")) {
      for (Path p : files(module + "/src", ".java")) {
        assertThat(Files.readString(p).lines().collect(Collectors.toList()))
            .as(p.toString())
            .hasSizeLessThan(450);
      }
    }
  }

  /** What a schema refers to is in it. */
  @Test
  public void everySchemaIsWhole() throws Exception {
    try (Stream<Path> list = Files.list(Program.ROOT.resolve("docs/schemas"))) {
      for (Path file : list.sorted().toList()) {
        String name = file.getFileName().toString().replace(".schema.json", "");
        assertThat(Answers.schema(name).validate(NullNode.getInstance())).as(name).isNotEmpty();
      }
    }
  }
}
