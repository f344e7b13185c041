package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Which classes decide what Java a program needs. */
public final class NewerJavaTest {
  private static final int VERSION_AT = 7;
  private static final byte JAVA_21 = 65;

  private static final String RECIPE = Workspace.RECIPE + "programs: {p: {main: a.Main}}\n";

  /** A library with a class for Java 17, which uses one for Java 21 as is said. */
  private static Workspace using(String use) throws Exception {
    Workspace w = Workspace.create();
    w.compile("late", "lib.Late", "public static void go() { }");
    w.library("lib/late.jar", "lib.Late", "public static void go() { }");
    w.compile("early", "lib.Early", "public static void use() throws Exception { " + use + " }");
    Map<String, byte[]> entries = new LinkedHashMap<>();
    entries.put("lib/Early.class", Files.readAllBytes(w.path("early/lib/Early.class")));
    byte[] late = Files.readAllBytes(w.path("late/lib/Late.class"));
    late[VERSION_AT] = JAVA_21;
    entries.put("lib/Late.class", late);
    Files.delete(w.path("lib/late.jar"));
    w.compile("early", "lib.Late", "public static void go() { }");
    w.jar("lib/tide.jar", Map.of("lib/Early.class", entries.get("lib/Early.class")));
    w.compile(
        "classes",
        "a.Main",
        "public static void main(String[] a) throws Exception { lib.Early.use(); }");
    w.jar("lib/tide.jar", entries);
    return w;
  }

  @DataProvider
  public Object[][] optional() {
    return new Object[][] {
      {""},
      {"if (Runtime.version().feature() >= 21) { Late.go(); }"},
      {"if (!System.getProperty(\"java.specification.version\").equals(\"17\")) { new Late(); }"},
      {"try { Late.go(); } catch (UnsupportedClassVersionError e) { }"},
      {"try { Class.forName(\"lib.Late\"); } catch (ClassNotFoundException e) { }"},
    };
  }

  @Test(dataProvider = "optional")
  public void whatIsOptionalDoesNotRaiseIt(String use) throws Exception {
    try (Workspace w = using(use)) {
      w.write("zugabe.yaml", RECIPE);
      Program.Result r = w.program().zugabe("check");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.out()).contains("starts a.Main on Java 17+");
      w.write("zugabe.yaml", RECIPE.replace("main: a.Main", "main: a.Main, java: 17+"));
      r = w.program().zugabe("check");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.err())
          .contains(
              "note Z3022  lib/tide.jar  entry lib/Late.class",
              "It is compiled for Java 21 (class-file version 65)");
    }
  }

  @Test
  public void whatIsNeededRaisesIt() throws Exception {
    try (Workspace w = using("Late.go();")) {
      w.write("zugabe.yaml", RECIPE);
      assertThat(w.program().zugabe("check").out()).contains("starts a.Main on Java 21+");
      w.write("zugabe.yaml", RECIPE.replace("main: a.Main", "main: a.Main, java: 17+"));
      Program.Result r = w.program().zugabe("check");
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.err()).contains("error Z3004  lib/tide.jar  entry lib/Late.class");
    }
  }

  /** Tomcat has classes for Java 22, which it loads by name where that runs. */
  @Test
  public void aRealLibrarysClassesForNewerJava() throws Exception {
    try (Workspace w = Workspace.create()) {
      Applications.quay(w);
      Path natives =
          Program.ROOT.resolve(
              "acceptance/target/servers/apache-tomcat-10.1.34/lib/tomcat-coyote-ffm.jar");
      Files.copy(natives, w.path("lib/tomcat-coyote-ffm.jar"));
      w.write(
          "zugabe.yaml",
          Workspace.RECIPE + "programs: {p: {main: example.quay.Main, java: 17+}}\n");
      Program.Result r = w.program().zugabe("check");
      assertThat(r.exit()).as(r.all()).isZero();
      assertThat(r.err()).contains("note Z3022  lib/tomcat-coyote-ffm.jar", "/panama/");
    }
  }
}
