package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/**
 * What a program sees of libraries inside its jar, compared with what it sees of them beside it.
 */
public final class NestedLoaderTest {
  private static final String PROGRAM =
      """
      public static void main(String[] a) throws Exception {
        ClassLoader l = Main.class.getClassLoader();
        for (String name : a[0].split(",")) {
          var all = java.util.Collections.list(l.getResources(name));
          System.out.println(name + ": " + all.size());
          for (java.net.URL url : all) {
            String text = url.toExternalForm();
            System.out.println("  " + text.substring(text.lastIndexOf("!/") + 2).replaceFirst("^inner/app/", "").toLowerCase());
            var again = new java.net.URL(text).openConnection();
            System.out.println("  " + again.getContentLengthLong() + " " + new String(again.getInputStream().readAllBytes(), "UTF-8").strip());
          }
        }
        System.out.println(new java.net.URL(l.getResource("one/deep/a.txt"), "../b.txt").openStream().readAllBytes().length);
        System.out.println(new String(l.getResourceAsStream("one/large.txt").readAllBytes()).length());
        System.out.println(l.getResource("no/such.txt") + " " + l.getResourceAsStream("no/such.txt"));
        System.out.println(Class.forName("one.Sealed").getPackage().isSealed() + " " + Class.forName("one.Sealed").getPackage().getSpecificationTitle());
        System.out.println(Class.forName("one.Versioned").getMethod("text").invoke(null));
        try { Class.forName("no.Such"); } catch (ClassNotFoundException e) { System.out.println("missing " + e.getMessage()); }
        try { new java.net.URL(l.getResource("one/deep/a.txt"), "no.txt").openStream(); } catch (java.io.FileNotFoundException e) { System.out.println("not found"); }
        System.out.println(Main.class.getPackage().getImplementationTitle());
        throw new IllegalStateException("thrown by the program");
      }
      """;

  private Workspace workspace;

  @BeforeClass
  public void build() throws Exception {
    workspace = Workspace.create();
    Workspace w = workspace;
    w.compile("classes", "example.tern.Main", PROGRAM);
    w.write("classes/own.txt", "mine").write("classes/both.txt", "mine");
    w.compile("one", "one.Sealed", "");
    w.compile("one", "one.Versioned", "public static String text() { return \"base\"; }");
    w.compile("newer", "one.Versioned", "public static String text() { return \"17\"; }");
    Map<String, byte[]> one = new LinkedHashMap<>();
    one.putAll(
        Workspace.entries(
            "META-INF/MANIFEST.MF",
            "Manifest-Version: 1.0\nMulti-Release: true\nSealed: true\nSpecification-Title: One\n\n",
            "both.txt",
            "one",
            "one/",
            "",
            "one/deep/",
            "",
            "one/deep/a.txt",
            "a",
            "one/b.txt",
            "bb",
            "one/odd näme 100% #?.txt",
            "odd",
            "one/large.txt",
            "tide".repeat(100_000),
            "one/text.txt",
            "base",
            "META-INF/versions/17/one/text.txt",
            "17",
            "META-INF/versions/99/one/text.txt",
            "99"));
    one.put("one/Sealed.class", Files.readAllBytes(w.path("one/one/Sealed.class")));
    one.put("one/Versioned.class", Files.readAllBytes(w.path("one/one/Versioned.class")));
    one.put(
        "META-INF/versions/17/one/Versioned.class",
        Files.readAllBytes(w.path("newer/one/Versioned.class")));
    w.jar("lib/part.jar", one);
    w.jar("lib/two.jar", Workspace.entries("both.txt", "two", "one/b.txt", "two's", "one/", ""));
    w.write(
        "zugabe.yaml",
        """
        app: {name: Tern, version: 1.0}
        materials: {app: {own: classes, libraries: lib/*.jar}}
        deliverables:
          nested: {kind: jar, libraries: nested, file: "nested ü +#.jar"}
          beside: {kind: jar, libraries: beside, one-file: false, file: beside}
        """);
    Program.Result r = w.program().zugabe("build");
    assertThat(r.exit()).as(r.all()).isZero();
  }

  @AfterClass(alwaysRun = true)
  public void remove() throws Exception {
    workspace.close();
  }

  @Test
  public void everythingIsFoundAsBesideTheProgram() throws Exception {
    String names =
        "own.txt,both.txt,one/b.txt,one/text.txt,one/,one,one/deep,one/odd näme 100% #?.txt,no.txt";
    for (String java : Program.runtimes()) {
      Program.Result beside = workspace.program().run(java, "-jar", "out/beside/tern.jar", names);
      Program.Result nested = workspace.program().run(java, "-jar", "out/nested ü +#.jar", names);
      assertThat(nested.out())
          .as(nested.err())
          .isEqualTo(beside.out())
          .contains(
              "both.txt: 3", "one/b.txt: 2", "true One\n17\nmissing no.Such\nnot found\nTern");
      assertThat(nested.exit()).isEqualTo(1);
      assertThat(nested.err())
          .contains("IllegalStateException: thrown by the program")
          .doesNotContain("InvocationTargetException");
    }
  }

  @Test
  public void aDamagedLibraryIsNamed() throws Exception {
    Path copy = workspace.path("damaged.jar");
    byte[] bytes = Files.readAllBytes(workspace.path("out/nested ü +#.jar"));
    String text = new String(bytes, java.nio.charset.StandardCharsets.ISO_8859_1);
    int name = text.indexOf("one/Sealed.class");
    while (!text.startsWith("PK\3\4", name - 30)) {
      name = text.indexOf("one/Sealed.class", name + 1);
    }
    int data = name + 60;
    bytes[data] ^= 0x55;
    bytes[data + 1] ^= 0x55;
    Files.write(copy, bytes);
    Program.Result r = workspace.program().run("java", "-jar", copy.toString(), "own.txt");
    assertThat(r.exit()).isEqualTo(1);
    assertThat(r.err()).contains("one/Sealed.class in inner/lib/part.jar is damaged");
  }
}
