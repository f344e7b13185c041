package zugabe.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.core.RecipeWords;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.kinds.Kinds;

public final class RecipeTest {
  private static final String GOOD =
      """
      app: {name: Saltmarsh, version: 2.10}
      materials:
        app: {own: classes}
      deliverables:
        jar: {kind: jar}
      """;
  private static final Map<String, String> ENVIRONMENT = Map.of("HARBOUR", "quay");

  private static List<String> faults(String text, ValueOverride... overrides) {
    Findings findings = new Findings();
    read(text, List.of(overrides), ENVIRONMENT, findings);
    return findings.sorted().stream().map(RecipeTest::shortly).toList();
  }

  private static Optional<Recipe> read(
      String text,
      List<ValueOverride> overrides,
      Map<String, String> environment,
      Findings findings) {
    return Recipe.read(
        new Recipe.Source("r", text, overrides, environment),
        new RecipeWords(Kinds.registry()),
        findings);
  }

  private static String shortly(Finding f) {
    String place =
        f.where().line() > 0 ? f.where().line() + ":" + f.where().column() : f.where().file();
    return f.code() + " " + place + " " + f.where().key();
  }

  private static Recipe read(String text) {
    Findings findings = new Findings();
    Optional<Recipe> recipe = read(text, List.of(), ENVIRONMENT, findings);
    assertThat(findings.sorted()).isEmpty();
    return recipe.orElseThrow();
  }

  /** The recipe with a line more in its app. */
  private static String app(String line) {
    return GOOD.replace(
        "app: {name: Saltmarsh, version: 2.10}",
        "app:\n  name: Saltmarsh\n  version: 2.10\n  " + line);
  }

  @Test
  public void scalarsStayAsWritten() {
    Recipe r = read(app("summary: NO"));
    assertThat(r.app().version().value()).isEqualTo("2.10");
    assertThat(r.app().summary()).contains("NO");
    assertThat(r.materials().get("app").own())
        .extracting(f -> f.from().value())
        .containsExactly("classes");
  }

  @Test
  public void jsonIsAccepted() {
    Recipe r =
        read(
            """
            {"app": {"name": "Saltmarsh", "version": "1.0"},
            \t"materials": {"app": {"own": ["classes"]}}, "deliverables": {"jar": {"kind": "jar"}}}
            """);
    assertThat(r.app().name()).isEqualTo("Saltmarsh");
  }

  @Test
  public void variablesAreFilledIn() {
    Recipe r =
        read(
            app(
                "summary: \"{{x} {app.version} {env.HARBOUR} {env.NONE:none} {app.maker:nobody} {env.EMPTY:}\""));
    assertThat(r.app().summary()).contains("{x} 2.10 quay none nobody ");
    assertThat(
            read(app("summary: \"{app.name} {app.maker}\"\n  maker: \"of {app.version}\""))
                .app()
                .summary())
        .contains("Saltmarsh of 2.10");
  }

  @Test
  public void overridesReplaceAndAdd() {
    Findings findings = new Findings();
    Recipe r =
        read(
                GOOD,
                List.of(
                    new ValueOverride("app.version", "3"),
                    new ValueOverride("deliverables.jar.file", "{app.version}.jar")),
                Map.of(),
                findings)
            .orElseThrow();
    assertThat(findings.sorted()).isEmpty();
    assertThat(r.app().version().value()).isEqualTo("3");
    assertThat(r.deliverables().get("jar").common().file().map(Located::value)).contains("3.jar");
  }

  @Test
  public void everythingThatCanBeSaid() {
    Recipe r =
        read(
            """
            zugabe: 1
            app:
              id: example.gannet.saltmarsh
              name: Saltmarsh
              version: 2.4.0
              time: 2026-03-01T12:00:00Z
              license: {id: Apache-2.0, text: LICENSE.txt}
            roots: {build: ../app/build}
            materials:
              desktop: {own: ["build:classes"], libraries: ["build:lib/*.jar"]}
            programs:
              saltmarsh:
                materials: desktop
                main: example.gannet.saltmarsh.Main
                surface: window
                java: 17-21
                options: [-Xmx256m]
                trial: {arguments: [--self-test], expect: {exit: 3, text: ready}, within: 500ms}
            keys:
              release: {store: keys/release.p12, alias: release, password: env:SALTMARSH_KEY_PASSWORD}
            deliverables:
              desktop-jar: {kind: jar, program: saltmarsh, libraries: merged, sign: release, attributes: {Built-For: you}}
            destinations:
              site: {kind: folder, path: out/site}
            """);
    ProgramSpec program = r.programs().get("saltmarsh");
    assertThat(program.start().java().orElseThrow().value().text()).isEqualTo("17-21");
    assertThat(program.surface().orElseThrow().value()).isEqualTo(ProgramSpec.Surface.WINDOW);
    assertThat(program.trial())
        .contains(
            new TrialSpec(
                List.of("--self-test"),
                3,
                Optional.of("ready"),
                Optional.empty(),
                Duration.ofMillis(500)));
    assertThat(r.app().time().orElseThrow()).hasToString("2026-03-01T12:00:00Z");
    assertThat(r.deliverables().get("desktop-jar").own().orElseThrow().toString())
        .contains("Built-For=Located[value=you");
  }

  @DataProvider
  public Object[][] wrong() {
    return new Object[][] {
      {"", List.of("Z1001 r ")},
      {"# nothing", List.of("Z1001 r ")},
      {"just text", List.of("Z1003 1:1 ")},
      {"- a\n- b", List.of("Z1003 1:1 ")},
      {GOOD + "\tx: 1\n", List.of("Z1001 6:1 ")},
      {GOOD + "---\nx: 1\n", List.of("Z1001 7:1 ")},
      {app("name2: x"), List.of("Z1002 4:3 app.name2")},
      {app("name: again"), List.of("Z1005 4:3 app.name")},
      {app("summary: [a, b]"), List.of("Z1003 4:12 app.summary")},
      {app("summary:"), List.of("Z1004 4:11 app.summary")},
      {app("summary: \"\""), List.of("Z1008 4:12 app.summary")},
      {app("summary: \"{app.nmae}\""), List.of("Z1006 4:12 app.summary")},
      {app("summary: \"{env.NONE}\""), List.of("Z1006 4:12 app.summary")},
      {app("summary: \"{build}\""), List.of("Z1006 4:12 app.summary")},
      {app("summary: {app.name}"), List.of("Z1007 4:12 app.summary")},
      {app("summary: {app.name}.jar"), List.of("Z1007 4:12 ")},
      {app("summary: &x text"), List.of("Z1009 4:12 app.summary")},
      {app("summary: \"{app.summary}\""), List.of("Z1016 4:12 app.summary")},
      {app("id: saltmarsh"), List.of("Z1008 4:7 app.id")},
      {app("time: yesterday"), List.of("Z1008 4:9 app.time")},
      {app("time: 2026-02-31T00:00:00Z"), List.of("Z1008 4:9 app.time")},
      {app("homepage: ftp://x"), List.of("Z1008 4:13 app.homepage")},
      {GOOD.replace("version: 2.10", "version: 2/10"), List.of("Z1008 1:33 app.version")},
      {GOOD.replace(", version: 2.10", ""), List.of("Z1004 1:6 app.version")},
      {GOOD.replace("kind: jar", "kind: jra"), List.of("Z1008 5:15 deliverables.jar.kind")},
      {GOOD.replace("{kind: jar}", "jar"), List.of("Z1003 5:8 deliverables.jar")},
      {GOOD.replace("jar: {", "Jar: {"), List.of("Z1008 5:3 deliverables.Jar")},
      {
        GOOD.replace("kind: jar", "kind: jar, program: tool"),
        List.of("Z1010 5:29 deliverables.jar.program")
      },
      {
        GOOD.replace("kind: jar", "kind: jar, materials: ap"),
        List.of("Z1010 5:31 deliverables.jar.materials")
      },
      {
        GOOD.replace("kind: jar", "kind: jar, file: a/b.jar"),
        List.of("Z1008 5:26 deliverables.jar.file")
      },
      {GOOD + "programs:\n  p: {java: 21-17}\n", List.of("Z1008 7:13 programs.p.java")},
      {
        GOOD + "programs:\n  p: {surface: desk, main: 1x}\n",
        List.of("Z1008 7:16 programs.p.surface", "Z1008 7:28 programs.p.main")
      },
      {
        GOOD + "programs:\n  p: {trial: {within: soon, expect: {exit: 256}}}\n",
        List.of("Z1008 7:23 programs.p.trial.within", "Z1008 7:44 programs.p.trial.expect.exit")
      },
      {
        GOOD + "keys:\n  k: {store: a, alias: b, password: hunter2}\n",
        List.of("Z1015 7:37 keys.k.password")
      },
      {GOOD + "zugabe: 2\n", List.of("Z1008 6:9 zugabe")},
      {GOOD + "program: {}\n", List.of("Z1002 6:1 program")},
      {"app: {name: A, version: 1}", List.of("Z1004 1:1 deliverables")},
      {"a: ".repeat(40) + "1", List.of("Z1001 1:5 ")},
    };
  }

  @Test(dataProvider = "wrong")
  public void eachFaultHasItsPlace(String text, List<String> expected) {
    assertThat(faults(text)).containsExactlyInAnyOrderElementsOf(expected);
  }

  @Test
  public void allFaultsAreFoundAtOnce() {
    String text =
        "app: {nam: Saltmarsh, version: 1 2}\nmaterials: {a: {owns: x}}\nprograms: {p: {materials: b}}\n";
    assertThat(faults(text)).hasSize(6);
  }

  @Test
  public void aSecretIsNeverRepeated() {
    Findings findings = new Findings();
    read(
        GOOD + "keys: {k: {store: a, alias: b, password: hunter2}}", List.of(), Map.of(), findings);
    assertThat(findings.sorted().toString()).doesNotContain("hunter2");
  }

  @Test
  public void overridesThatCanNotBeApplied() {
    assertThat(faults(GOOD, new ValueOverride("app", "x"))).containsExactly("Z1011 --set app ");
    assertThat(faults(GOOD, new ValueOverride("app.name.first", "x")))
        .containsExactly("Z1011 --set app.name.first ");
    assertThat(faults(GOOD, new ValueOverride("app.nmae", "x")))
        .containsExactly("Z1002 --set app.nmae app.nmae");
  }

  @Test
  public void hugeAndDeepRecipesAreRefused() {
    assertThat(faults("# " + "x".repeat(RecipeParser.MAX_CHARS))).containsExactly("Z1001 r ");
    assertThat(faults("[".repeat(2000))).hasSize(1);
  }
}
