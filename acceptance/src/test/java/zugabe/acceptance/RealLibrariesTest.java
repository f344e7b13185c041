package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/**
 * An application of libraries that are hard to package behaves the same from the class path and in
 * all three ways, on every runtime: embedded databases found by service files, a logging library
 * with a plug-in index, a signed cryptography jar, a multi-release library, native libraries for
 * several platforms, a component-scanning framework with namespace registries, resources with names
 * that aren't ASCII.
 */
public final class RealLibrariesTest {
  private static final String RECIPE =
      """
      app: {name: Tern, version: 1.0}
      materials:
        app: {own: classes, libraries: lib/*.jar}
      programs:
        tern: {main: example.real.Main, trial: {expect: {text: in parallel 128}, within: 60s}}
      deliverables:
        merged: {kind: jar, libraries: merged, file: merged.jar}
        nested: {kind: jar, libraries: nested, file: nested.jar}
        beside: {kind: jar, libraries: beside, one-file: false, file: beside}
        packed: {kind: jar, libraries: beside, file: packed.zip}
      """;
  private static final List<String> JARS =
      List.of("out/merged.jar", "out/nested.jar", "out/beside/tern.jar");

  private Workspace workspace;

  @BeforeClass
  public void build() throws Exception {
    workspace = Workspace.create();
    Applications.libraries(
        workspace, "h2", "hsqldb", "log4j", "bcprov", "jackson", "snappy", "spring");
    Applications.compile(workspace, "real");
    workspace.write("zugabe.yaml", RECIPE);
    Program.Result r = workspace.program().zugabe("build");
    assertThat(r.exit()).as(r.all()).isZero();
  }

  @AfterClass(alwaysRun = true)
  public void remove() throws Exception {
    workspace.close();
  }

  private Program.Result start(String java, String... how) throws Exception {
    return workspace
        .program()
        .run(Stream.concat(Stream.of(java), Stream.of(how)).toArray(String[]::new));
  }

  @Test
  public void theProgramBehavesTheSameInAllWaysOnEveryRuntime() throws Exception {
    for (String java : Program.runtimes()) {
      String path = "classes:" + Applications.classPath(workspace, "lib");
      Program.Result expected = start(java, "-cp", path, "example.real.Main");
      assertThat(expected.exit()).as(expected.all()).isZero();
      assertThat(expected.out())
          .contains("H2 7", "HSQL Database Engine 7", "{\"m\":\"spring tide\"}", "bean buoy")
          .contains("list [7, 9]", "snappy neap tide", "low water\nlow water", "in parallel 128");
      for (String jar : JARS) {
        Program.Result r = start(java, "-jar", jar);
        assertThat(r.out()).as(jar + " on " + java + r.err()).isEqualTo(expected.out());
        assertThat(r.exit()).isZero();
      }
    }
  }

  @Test
  public void nestedLibrariesKeepWhatTheyHaveBesideTheProgram() throws Exception {
    for (String java : Program.runtimes()) {
      String beside = start(java, "-jar", "out/beside/tern.jar", "travel").out();
      Program.Result nested = start(java, "-jar", "out/nested.jar", "travel");
      assertThat(nested.out()).as(nested.err()).contains("signed true", "version 2.2.224");
      assertThat(withoutLocation(nested.out())).isEqualTo(withoutLocation(beside));
      assertThat(nested.out()).contains("nested.jar/~/inner/lib/h2-2.2.224.jar\n");
      assertThat(start(java, "-jar", "out/merged.jar", "travel").out())
          .contains("signed false", "driver org.h2.Driver org.hsqldb.jdbc.JDBCDriver");
    }
  }

  private static String withoutLocation(String text) {
    return text.replaceAll("location .*", "");
  }

  @Test
  public void nestedLibrariesTravelUnchangedAndAligned() throws Exception {
    String python =
        """
        import zipfile,sys,glob,os
        z=zipfile.ZipFile('out/nested.jar')
        f=open('out/nested.jar','rb')
        for p in sorted(glob.glob('lib/*.jar')):
          i=z.getinfo('inner/lib/'+os.path.basename(p))
          assert i.compress_type==0, p
          assert z.read(i)==open(p,'rb').read(), p
          f.seek(i.header_offset+26)
          n,e=(int.from_bytes(f.read(2),'little') for _ in range(2))
          assert (i.header_offset+30+n+e)%4096==0, p
        print('as they were')
        """;
    Program.Result r = workspace.program().run("python3", "-c", python);
    assertThat(r.out()).as(r.err()).isEqualTo("as they were\n");
  }

  @Test
  public void everyDeliverableIsRehearsedAndNoLibraryIsUnpacked() throws Exception {
    Program.Result r = workspace.program().zugabe("rehearse", "--verbose");
    assertThat(r.exit()).as(r.all()).isZero();
    assertThat(r.out().split("✓ as expected", -1)).hasSize(5);
    assertThat(r.out().lines().filter(l -> l.matches("    (app|home|tmp|work)/.*")))
        .allMatch(l -> l.contains("libsnappyjava.so"));
  }

  @Test
  public void theMergeIsShownByCheck() throws Exception {
    Program.Result r = workspace.program().zugabe("check", "--verbose");
    assertThat(r.out())
        .containsPattern("join-services +META-INF/services/java.sql.Driver +h2.*, hsqldb")
        .containsPattern("join-plugins +META-INF/org/apache/logging/log4j/.*Log4j2Plugins.dat")
        .containsPattern("join-properties +META-INF/spring.handlers +spring-aop.*, spring-beans")
        .containsPattern("set-aside +META-INF/license.txt +spring-aop-5.3.39.jar");
    assertThat(r.err()).contains("The signed library bcprov-jdk18on-1.86.jar is merged");
  }

  @Test
  public void aJarThatWasPackedAnewSaysSo() throws Exception {
    Path folder = Files.createDirectories(workspace.path("anew"));
    Program.Result packed =
        workspace
            .program()
            .run(
                "python3",
                "-c",
                "import zipfile\na=zipfile.ZipFile('out/nested.jar')\nb=zipfile.ZipFile('anew/x.jar','w',8)\n"
                    + "for i in a.infolist(): b.writestr(i.filename,a.read(i))");
    assertThat(packed.exit()).as(packed.all()).isZero();
    Program.Result r = Program.in(folder).run("java", "-jar", "x.jar");
    assertThat(r.exit()).isEqualTo(1);
    assertThat(r.err())
        .startsWith("This jar can't be started: inner/lib/")
        .contains("must be stored")
        .doesNotContain("\tat ");
    assertThat(Program.in(folder).zugabe("inspect", "x.jar").err())
        .contains("error Z6009  x.jar  entry inner/lib/");
    assertThat(workspace.program().run("java", "-javaagent:out/nested.jar", "-version").err())
        .contains("it can't be used as a -javaagent");
  }

  @Test
  public void aToolkitsApplicationClassStartsInAllWays() throws Exception {
    try (Workspace w = Workspace.create()) {
      Applications.libraries(w, "javafx");
      Applications.compile(w, "toolkit");
      w.write("zugabe.yaml", RECIPE.replace("example.real", "example.toolkit"));
      Program.Result built = w.program().zugabe("build");
      assertThat(built.exit()).as(built.all()).isZero();
      assertThat(built.err()).contains("note Z3008");
      for (String java : Program.runtimes()) {
        for (String jar : JARS) {
          assertThat(w.program().run(java, "-jar", jar).out())
              .as(jar + " on " + java)
              .isEqualTo("ready 7\n");
        }
      }
    }
  }
}
