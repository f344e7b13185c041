package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.dataformat.yaml.YAMLFactory;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.core.kind.Registry;
import zugabe.core.shape.Field;
import zugabe.kinds.Kinds;

/** Keys belong to kinds: others are errors, and those that do nothing are told. */
public final class KindKeysTest {
  private static final Registry KINDS = Kinds.registry();

  private static List<String> keys(String kind) {
    return KINDS.of(kind).keys().fields().stream().map(Field::key).toList();
  }

  @DataProvider
  public Object[][] kinds() {
    return KINDS.names().stream().map(k -> new Object[] {k}).toArray(Object[][]::new);
  }

  /** Every key of every kind in one deliverable: each foreign one is told where it stands. */
  @Test(dataProvider = "kinds")
  public void everyKeyOfEveryOtherKindIsAnErrorAtItsPlace(String kind) throws Exception {
    Set<String> all = new LinkedHashSet<>();
    KINDS.names().forEach(k -> all.addAll(keys(k)));
    StringBuilder recipe =
        new StringBuilder(
            "app: {name: Tern, version: 1.0}\nmaterials:\n  app: {own: classes}\n"
                + "deliverables:\n  it:\n    kind: "
                + kind
                + "\n");
    all.forEach(key -> recipe.append("    ").append(key).append(": {x: y}\n"));
    recipe.append("    nonsense: 1\n");
    try (Workspace w = Workspace.create()) {
      w.write("classes/a.txt", "a").write("zugabe.yaml", recipe.toString());
      Program.Result r = w.program().zugabe("check", "--verbose");
      assertThat(r.exit()).isEqualTo(2);
      int line = 7;
      for (String key : all) {
        String told = "error Z1021  zugabe.yaml:" + line + ":5  deliverables.it." + key + "\n";
        if (keys(kind).contains(key)) {
          assertThat(r.err()).doesNotContain(told);
        } else {
          assertThat(r.err()).contains(told);
        }
        line++;
      }
      assertThat(r.err()).contains("error Z1002  zugabe.yaml:" + line + ":5");
    }
  }

  @DataProvider
  public Object[][] foreign() {
    return new Object[][] {
      {
        "kind: war, libraries: nested",
        "\"libraries\" isn't a key of kind: war; it belongs to kind: windows-launcher, jar.",
        "To do: Remove it; a web archive has its libraries in WEB-INF/lib."
      },
      {
        "kind: jar, programs: [a]",
        "\"programs\" isn't a key of kind: jar; it belongs to kind: archive.",
        "To do: Write program: with one name"
      },
      {
        "kind: jar, packed: false",
        "\"packed\" isn't a key of kind: jar; no kind knows it any more.",
        "To do: Write one-file: instead."
      },
      {
        "kind: archive, stands-alone: true",
        "\"stands-alone\" isn't a key of kind: archive; it belongs to kind: war.",
        "To do: Remove it."
      },
      {
        "kind: jra, program: a, libaries: merged",
        "error Z1008  zugabe.yaml:4:27  deliverables.it.kind",
        "Did you mean \"jar\"?",
        "error Z1002  zugabe.yaml:4:44  deliverables.it.libaries",
        "Did you mean \"libraries\"?"
      },
      {"program: a", "error Z1004  zugabe.yaml:4:20  deliverables.it.kind"},
    };
  }

  @Test(dataProvider = "foreign")
  public void whatToWriteInsteadIsSaid(String... row) throws Exception {
    try (Workspace w = Workspace.create()) {
      w.write("classes/a.txt", "a")
          .write(
              "zugabe.yaml",
              "app: {name: Tern, version: 1.0}\nmaterials: {app: {own: classes}}\n"
                  + "programs: {a: {}}\ndeliverables: {it: {"
                  + row[0]
                  + "}}\n");
      Program.Result r = w.program().zugabe("check");
      assertThat(r.exit()).isEqualTo(2);
      String text = r.err().replaceAll("\\n {2,9}(?!To do:)", " ");
      assertThat(text).contains(List.of(row).subList(1, row.length));
    }
  }

  private static final String USELESS =
      """
      app: {name: Tern, version: 1.0}
      roots: {far: ..}
      materials:
        app: {own: classes, libraries: lib/*.jar, web: pages}
        unused: {own: classes}
      programs:
        tern: {materials: app, service: {}, interpreter: sh}
        idle: {materials: app, main: example.tern.Main}
        script: {materials: files, file: run, options: [-Xmx1m], java: 17+}
      deliverables:
        jar: {kind: jar, program: tern, libraries: beside, merge: {a: keep-latest}}
        library: {kind: jar, materials: app, scripts: always, file: tern-library.jar}
        set: {kind: archive, materials: files, install: true, packing: stored, formats: tar, attributes: {A: b}}
        installed: {kind: archive, programs: [script], file: script}
      keys: {mine: {store: keys/k.p12, alias: a}}
      destinations: {site: {kind: folder, path: site}}
      """
          .replace("  unused:", "  files: {own: files}\n  unused:");

  @Test
  public void keysThatDoNothingAreNotes() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.write("pages/a.html", "<p>").write("files/run", "#!/bin/sh\n").write("keys/k.p12", "k");
      assertThat(w.path("files/run").toFile().setExecutable(true)).isTrue();
      w.write("zugabe.yaml", USELESS);
      Program.Result r = w.program().zugabe("check");
      assertThat(r.exit()).as(r.all()).isZero();
      String text = r.err().replaceAll("\\n {2,9}(?!To do:)", " ");
      assertThat(text)
          .contains(
              "note Z1022  zugabe.yaml:2:14  roots.far No path starts from the root \"far\".",
              "note Z1022  zugabe.yaml:4:50  materials.app.web web: has no effect",
              "materials.unused No deliverable has the materials \"unused\".",
              "programs.tern.service service: has no effect, because nothing installs the program.",
              "programs.tern.interpreter interpreter: has no effect",
              "programs.idle No deliverable has the program \"idle\".",
              "programs.script.options[0] options: has no effect: \"script\" isn't a program in Java.",
              "programs.script.java java: has no effect",
              "deliverables.jar.merge.a merge: has no effect here, because libraries: beside",
              "deliverables.library.scripts scripts: has no effect here",
              "deliverables.set.install install: has no effect here: it has no programs.",
              "deliverables.set.packing packing: has no effect here",
              "deliverables.set.attributes.A attributes: has no effect here",
              "keys.mine.store No deliverable is signed with the key \"mine\".",
              "destinations.site.kind Nothing is handed over to \"site\" in this version.");
    }
  }

  @Test
  public void whatAKeyNamesIsLookedForEvenWhenTheKeyDoesNothing() throws Exception {
    try (Workspace w = Workspace.withProgram()) {
      w.write("pages/a.html", "<p>").write("files/run", "#!/bin/sh\n");
      w.write("zugabe.yaml", USELESS).replace("zugabe.yaml", "web: pages", "web: pagse");
      Program.Result r = w.program().zugabe("check");
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.err())
          .contains(
              "error Z2001  zugabe.yaml:4:50  materials.app.web",
              "error Z2001  zugabe.yaml:16:22  keys.mine.store");
    }
  }

  private static final ObjectMapper JSON = new ObjectMapper();

  private static Set<String> faults(String schema, String yaml) throws Exception {
    JsonNode node = new ObjectMapper(new YAMLFactory()).readTree(yaml);
    Set<String> faults = new LinkedHashSet<>();
    JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
        .getSchema(schema)
        .validate(node)
        .forEach(m -> faults.add(m.getMessage()));
    return faults;
  }

  /** A validator, and so an editor, takes the keys of a deliverable's own kind and no others. */
  @Test(dataProvider = "kinds")
  public void theSchemaHasABranchForEachKind(String kind) throws Exception {
    Program here = Program.in(Program.ROOT);
    String whole = here.zugabe("schema").out();
    String recipe =
        "app: {name: A, version: '1'}\nmaterials: {a: {own: b}}\ndeliverables: {it: {kind: %s%s}}";
    String must = kind.equals("release") ? ", release: {runtime: x}" : "";
    assertThat(faults(whole, recipe.formatted(kind, must + ", file: x"))).isEmpty();
    for (String other : KINDS.names()) {
      for (String key : keys(other)) {
        if (!keys(kind).contains(key)) {
          assertThat(faults(whole, recipe.formatted(kind, must + ", " + key + ": x")))
              .as(key + " in " + kind)
              .isNotEmpty();
        }
      }
    }
    assertThat(faults(whole, recipe.formatted("x" + kind, must))).isNotEmpty();
    JsonNode one = JSON.readTree(here.zugabe("schema", "--kind", kind).out());
    List<String> offered = new ArrayList<>();
    one.at("/properties").fieldNames().forEachRemaining(offered::add);
    List<String> expected = new ArrayList<>(List.of("kind", "file", "sign"));
    expected.addAll(keys(kind));
    assertThat(offered).containsExactlyInAnyOrderElementsOf(expected);
    assertThat(faults(one.toString(), "{kind: " + kind + must + "}")).isEmpty();
  }

  @Test
  public void aSchemaOfNoKindIsAWrongCommand() throws Exception {
    Program.Result r = Program.in(Program.ROOT).zugabe("schema", "--kind", "jra");
    assertThat(r.exit()).isEqualTo(2);
    assertThat(r.err())
        .contains(
            "there is no kind \"jra\"; known: war, windows-launcher, apk, jar, release, archive");
  }

  /** The example of a page is built from the demonstration's materials. */
  @Test(dataProvider = "kinds")
  public void everyKindsPageIsCurrentAndItsExampleIsBuilt(String kind) throws Exception {
    Path page = Program.ROOT.resolve("docs/kinds/" + kind + ".md");
    assertThat(Files.readString(page))
        .as("made by: docs/make")
        .isEqualTo(Program.in(Program.ROOT).zugabe("schema", "--kind", kind, "--page").out());
    try (Workspace w = Workspace.create()) {
      Program.Result copied =
          w.program().run("cp", "-R", Program.ROOT.resolve("cli/target/app/demo") + "/.", ".");
      assertThat(copied.exit()).as(copied.all()).isZero();
      w.write("zugabe.yaml", KINDS.of(kind).example());
      Program.Result r = w.program().zugabe("build");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.err()).doesNotContain("error", "warning", "Z1022");
      try (Stream<Path> made = Files.list(w.path("out"))) {
        assertThat(made).hasSizeGreaterThan(2);
      }
    }
  }
}
