package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.testng.ITestContext;
import org.testng.annotations.AfterSuite;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.core.finding.Code;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Severity;

/** Holds the examples of the findings' pages to what the program says and takes. */
public final class ExampleTest {
  private static final Pattern BLOCK = Pattern.compile("```([a-z]*)\n(.*?)```", Pattern.DOTALL);
  private static final Pattern HEAD = Pattern.compile("(error|warning|note) (Z\\d{4})( {2}\\S.*)?");
  private static final Pattern LITERAL = Pattern.compile("\"((?:[^\"\\\\\n]|\\\\.)*)\"");
  private static final Pattern KEY = Pattern.compile("(?m)^([a-z-]+):");
  private static final Pattern WORD =
      Pattern.compile("(?<![\\S&&[^(\"]])[A-Za-z][a-z']*(?![^\\s,;:.?!)\"])(?![.,]\\S)");
  private static final double COVERED = 0.6;
  private static final int LONG_ENOUGH = 2;
  private static final double ALIKE = 0.8;

  /** Pages about the recipe's text whose example shows how it should be. */
  private static final Set<Code> RIGHT_FORM =
      Set.of(RecipeCode.Z1012, RecipeCode.Z1013, RecipeCode.Z1015);

  private static final Map<String, String> REST =
      Map.of(
          "app", "app: {name: Tern, version: 1.0}\n",
          "materials", "materials: {app: {own: classes, libraries: lib/*.jar}}\n",
          "deliverables", "deliverables: {tern: {kind: jar}}\n");

  private ITestContext suite;

  private record Example(Code code, String language, String text) {
    @Override
    public String toString() {
      return code.name();
    }
  }

  private static List<Example> examples(Code code) throws IOException {
    String page = Files.readString(Program.ROOT.resolve("docs/findings/" + code + ".md"));
    List<Example> examples = new ArrayList<>();
    Matcher m = BLOCK.matcher(page.substring(page.indexOf("## Example")));
    while (m.find()) {
      examples.add(new Example(code, m.group(1), m.group(2)));
    }
    assertThat(examples).as(code.name()).isNotEmpty();
    return examples;
  }

  private static Iterator<Object[]> examples(boolean yaml) throws IOException {
    List<Object[]> rows = new ArrayList<>();
    for (Code code : Known.CODES) {
      for (Example e : examples(code)) {
        boolean said = HEAD.matcher(e.text().lines().findFirst().orElse("")).matches();
        if (yaml ? e.language().equals("yaml") : said) {
          rows.add(new Object[] {e});
        }
      }
    }
    return rows.iterator();
  }

  @DataProvider
  Iterator<Object[]> recipes() throws IOException {
    return examples(true);
  }

  @DataProvider
  Iterator<Object[]> outputs() throws IOException {
    return examples(false);
  }

  /** Every text constant of the program that may be part of a message. */
  private static Set<String> constants() throws IOException {
    Set<String> constants = new TreeSet<>();
    for (String module : List.of("core", "kinds", "formats")) {
      try (Stream<Path> files = Files.walk(Program.ROOT.resolve(module + "/src/main/java"))) {
        for (Path p : files.filter(f -> f.toString().endsWith(".java")).toList()) {
          Matcher m = LITERAL.matcher(Files.readString(p));
          while (m.find()) {
            String raw = m.group(1).replace("\\\"", "\"").replace("\\\\", "\\");
            if (raw.contains(" ") && raw.strip().length() >= LONG_ENOUGH) {
              constants.add(raw.strip().toLowerCase(Locale.ROOT));
            }
          }
        }
      }
    }
    return constants;
  }

  /**
   * The part of a sentence's plain words that stand in constants of the program; names of files and
   * classes are the example's own.
   */
  private static double covered(String sentence, Set<String> constants) {
    String lower = sentence.toLowerCase(Locale.ROOT);
    boolean[] known = new boolean[lower.length()];
    for (String c : constants) {
      for (int at = lower.indexOf(c); at >= 0; at = lower.indexOf(c, at + 1)) {
        Arrays.fill(known, at, at + c.length(), true);
      }
    }
    int all = 0;
    int covered = 0;
    Matcher words = WORD.matcher(sentence);
    while (words.find()) {
      all++;
      covered += known[words.start()] && known[words.end() - 1] ? 1 : 0;
    }
    return (double) covered / all;
  }

  @Test(dataProvider = "outputs")
  public void whatIsSaidTheProgramCanSay(Example example) throws Exception {
    Set<String> constants = constants();
    String remedy = "";
    for (String line : example.text().lines().toList()) {
      Matcher head = HEAD.matcher(line);
      if (head.matches()) {
        assertThat(head.group(2)).isEqualTo(example.code().name());
        Severity own = example.code().severity();
        assertThat(own.word().equals(head.group(1)) || own == Severity.ERROR).isTrue();
      } else {
        assertThat(line).startsWith("  ");
        remedy = remedy + " " + line.strip();
      }
    }
    for (String sentence : remedy.split("To do: ", -1)) {
      if (!sentence.isBlank()) {
        assertThat(covered(sentence.strip(), constants)).as(sentence).isGreaterThan(COVERED);
      }
    }
  }

  /** Plain words in their order; names are an example's own. */
  private static List<String> plain(String sentence) {
    List<String> words = new ArrayList<>();
    Matcher m = WORD.matcher(sentence);
    while (m.find()) {
      words.add(m.group().toLowerCase(Locale.ROOT));
    }
    return words;
  }

  /** How much of two sentences is the same: their longest common sequence of words. */
  private static double alike(List<String> a, List<String> b) {
    int[][] longest = new int[a.size() + 1][b.size() + 1];
    for (int i = 1; i <= a.size(); i++) {
      for (int j = 1; j <= b.size(); j++) {
        longest[i][j] =
            a.get(i - 1).equals(b.get(j - 1))
                ? longest[i - 1][j - 1] + 1
                : Math.max(longest[i - 1][j], longest[i][j - 1]);
      }
    }
    int most = Math.max(a.size(), b.size());
    return most == 0 ? 1 : (double) longest[a.size()][b.size()] / most;
  }

  @BeforeClass
  public void remember(ITestContext context) {
    suite = context;
  }

  /** The same of sentences; of those that end with a list of names what stands before it. */
  private static double alike(String example, String said) {
    double whole = alike(plain(example), plain(said));
    List<String> before = plain(example.replaceFirst(": [^:]*$", ""));
    return before.size() < LONG_ENOUGH + 1
        ? whole
        : Math.max(whole, alike(before, plain(said.replaceFirst(": [^:]*$", ""))));
  }

  /** Whether every class with tests takes part: only then everything was said. */
  private boolean isWhole() throws IOException {
    Set<String> ran = new TreeSet<>();
    suite
        .getSuite()
        .getAllMethods()
        .forEach(m -> ran.add(m.getRealClass().getSimpleName() + ".java"));
    try (Stream<Path> files =
        Files.walk(Program.ROOT.resolve("acceptance/src/test/java/zugabe/acceptance"))) {
      return files
          .map(f -> f.getFileName().toString())
          .filter(f -> f.endsWith("Test.java"))
          .allMatch(ran::contains);
    }
  }

  /** Sentences in a page's examples. */
  private static List<String> saidIn(Code code) throws IOException {
    List<String> sentences = new ArrayList<>();
    for (Example e : examples(code)) {
      List<String> lines = e.text().lines().toList();
      if (HEAD.matcher(lines.get(0)).matches()) {
        String text = String.join(" ", lines.stream().filter(l -> l.startsWith("  ")).toList());
        sentences.addAll(Sayings.sentences(text.replaceAll("\\s+", " ")));
      }
    }
    return sentences;
  }

  /**
   * When all tests have run, each finding was raised in one of them, and each example's sentence
   * was said, but for the names in it. What only a failing machine raises is raised in tests of
   * other modules, which leave a note.
   */
  @AfterSuite
  public void whatIsSaidWasSaidInATest() throws IOException {
    List<String> untrue = new ArrayList<>();
    Sayings.noteOthers();
    for (Code code : Known.CODES) {
      Set<String> said = Sayings.under(code.name());
      if (said.isEmpty()) {
        untrue.add(code + ": no test raises it");
      }
      for (String sentence : saidIn(code)) {
        double best = said.stream().mapToDouble(s -> alike(sentence, s)).max().orElse(0);
        if (best < ALIKE) {
          untrue.add(code + " " + best + ": " + sentence);
        }
      }
    }
    if (isWhole()) {
      assertThat(untrue).isEmpty();
    }
  }

  /** Puts what belongs into a group, a program or a deliverable there. */
  private static String whole(String text) throws IOException {
    JsonNode schema =
        new ObjectMapper()
            .readTree(Program.ROOT.resolve("docs/schemas/recipe.schema.json").toFile())
            .get("properties");
    List<String> keys = new ArrayList<>();
    Matcher m = KEY.matcher(text);
    while (m.find()) {
      keys.add(m.group(1));
    }
    String recipe = text;
    if (!keys.stream().anyMatch(schema::has)) {
      for (String place : List.of("materials", "programs", "deliverables")) {
        // of deliverables the first kind that knows all keys
        Optional<JsonNode> known =
            schema.get(place).findValues("properties").stream()
                .filter(p -> place.equals("deliverables") == p.has("kind"))
                .filter(p -> keys.stream().allMatch(p::has))
                .findFirst();
        if (known.isPresent()) {
          String must =
              switch (place) {
                case "deliverables" ->
                    keys.contains("kind")
                        ? ""
                        : "    kind: " + known.get().at("/kind/const").asText() + "\n";
                case "programs" -> "    main: example.Main\n";
                default -> "";
              };
          recipe = place + ":\n  app:\n" + must + text.indent(4);
          break;
        }
      }
    }
    for (Map.Entry<String, String> rest : REST.entrySet()) {
      if (!recipe.matches("(?s)(.*\n)?" + rest.getKey() + ":.*")) {
        recipe = recipe.endsWith("\n") ? recipe + rest.getValue() : recipe + "\n" + rest.getValue();
      }
    }
    return recipe;
  }

  @Test(dataProvider = "recipes")
  public void whatIsWrittenTheProgramTakes(Example example) throws Exception {
    try (Workspace w = Workspace.create()) {
      w.compile("classes", "example.Main", "public static void main(String[] a) { }");
      w.jar("lib/level.jar", Workspace.entries("META-INF/LICENSE", "as you like"));
      String recipe = whole(example.text());
      w.write("zugabe.yaml", recipe);
      String said = w.program().zugabe("check").err();
      if (example.code().isAboutRecipe() && !RIGHT_FORM.contains(example.code())) {
        assertThat(said).as(recipe).contains(" " + example.code().name() + "  ");
      } else {
        // names stand for what the example doesn't show; its form has to be right
        assertThat(said).as(recipe).doesNotContainPattern("error Z100[1-9]|error Z101[1456]");
      }
    }
  }
}
