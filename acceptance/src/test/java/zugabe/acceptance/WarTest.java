package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.jar.JarFile;
import java.util.stream.Stream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Web archives on two servers and without one, and wrong ones. */
public final class WarTest {
  private static final Path SERVERS = Path.of("target/servers").toAbsolutePath();

  private static final String RECIPE =
      """
      app: {name: Tern, version: 1.0}
      materials: {app: {own: classes, libraries: "lib/*.jar", web: pages}}
      programs:
        alone: {materials: app, main: example.tern.Alone, trial: {arguments: ["PORT"], expect: {address: "http://127.0.0.1:PORT/tide", text: high water good tide}, within: 40s}}
      deliverables:
        site: {kind: war, program: alone, file: tides.war, stands-alone: true, page: {path: tide, text: high water good tide}}
      """;

  private static Path server(String start) throws IOException {
    try (Stream<Path> list = Files.list(SERVERS)) {
      return list.filter(p -> p.getFileName().toString().contains(start)).findFirst().orElseThrow();
    }
  }

  private static Workspace workspace() throws Exception {
    Workspace w = Workspace.create();
    w.library(
        "lib/greeting.jar",
        "example.lib.Greeting",
        "public static String text() { return \"good tide\"; }");
    Applications.libraries(w, "jakarta.servlet-api", "tomcat-embed-core");
    Applications.compile(w, "embedded");
    w.write("pages/index.html", "<h1>Tides</h1>");
    int port;
    try (ServerSocket socket = new ServerSocket(0)) {
      port = socket.getLocalPort();
    }
    return w.write("zugabe.yaml", RECIPE.replace("PORT", String.valueOf(port)));
  }

  private static Program.Result ok(Program.Result r) {
    assertThat(r.exit()).as(r.all()).isZero();
    return r;
  }

  /** Uses what came with Jakarta Servlet 6.0, once by its own class, which inherits it. */
  private static final String NEW =
      """
      public static class R extends jakarta.servlet.ServletRequestWrapper {
        public R(jakarta.servlet.ServletRequest r) { super(r); }
      }
      public String id(jakarta.servlet.http.HttpServletRequest r, jakarta.servlet.http.Cookie c) {
        c.setAttribute("SameSite", "Lax");
        return new R(r).getServletConnection().getProtocol();
      }
      """;

  @DataProvider
  public Object[][] servers() {
    return new Object[][] {{"tomcat"}, {"jetty-home"}};
  }

  @Test(dataProvider = "servers")
  public void aServerTakesIt(String server) throws Exception {
    try (Workspace w = workspace()) {
      ok(w.program().zugabe("build"));
      Program.Result r =
          ok(w.program().zugabe("rehearse", "site", "--server", server(server).toString()));
      assertThat(r.out()).contains("with tides.war", "✓ as expected, stopped");
      w.replace("zugabe.yaml", "page: {path: tide, text: high", "page: {path: tide, text: low");
      Program.Result wrong =
          w.program().zugabe("rehearse", "site", "--server", server(server).toString());
      assertThat(wrong.exit()).isEqualTo(1);
      assertThat(wrong.err()).contains("error Z6002", "doesn't answer \"low water");
      // without a program, servers' parts are left out, and pages of the top are served
      w.write(
          "zugabe.yaml",
          """
          app: {name: Tern, version: 1.0}
          materials: {app: {own: classes, libraries: "lib/*.jar", web: pages}}
          deliverables: {site: {kind: war, materials: app, file: ROOT.war, page: {text: Tides}}}
          """);
      assertThat(ok(w.program().zugabe("build")).err())
          .contains("note Z4016  lib/tomcat-embed-core", "the server Tomcat");
      ok(w.program().zugabe("rehearse", "site", "--server", server(server).toString()));
      try (JarFile war = new JarFile(w.path("out/ROOT.war").toFile(), true)) {
        assertThat(war.stream().map(e -> e.getName()))
            .contains("WEB-INF/lib/greeting.jar", "WEB-INF/classes/example/tern/Tide.class")
            .noneMatch(n -> n.contains("tomcat") || n.contains("zugabe"));
      }
    }
  }

  @Test
  public void itStandsAlone() throws Exception {
    try (Workspace w = workspace()) {
      Program.Result built = ok(w.program().zugabe("build"));
      assertThat(built.err()).contains("kept aside").doesNotContain("Z4015");
      assertThat(ok(w.program().zugabe("rehearse", "site")).out())
          .contains("java -jar tides.war", "✓ as expected, stopped");
      try (JarFile war = new JarFile(w.path("out/tides.war").toFile(), true)) {
        assertThat(war.stream().map(e -> e.getName()))
            .contains("WEB-INF/aside/jakarta.servlet-api-6.0.0.jar", "WEB-INF/lib/greeting.jar")
            .noneMatch(n -> n.startsWith("inner/"));
      }
      assertThat(ok(w.program().zugabe("inspect", "out/tides.war")).out())
          .contains("example.tern.Alone", "WEB-INF");
    }
  }

  @Test
  public void aServerHasToBeKnown() throws Exception {
    try (Workspace w = workspace()) {
      w.replace("zugabe.yaml", "stands-alone: true", "stands-alone: false");
      ok(w.program().zugabe("build"));
      assertThat(w.program().zugabe("rehearse").err()).contains("note Z6010", "--server FOLDER");
      Program.Result r = w.program().zugabe("rehearse", "--server", "pages");
      assertThat(r.exit()).isEqualTo(1);
      assertThat(r.err()).contains("error Z6011  pages");
    }
  }

  private static final String WEB_XML =
      "<web-app xmlns=\"https://jakarta.ee/xml/ns/jakartaee\" version=\"6.0\">%s</web-app>";

  private interface Change {
    void to(Workspace w) throws Exception;
  }

  private static Object[] row(String finding, Change change) {
    return new Object[] {finding, change};
  }

  private static void fragment(Workspace w, String library, String name) throws IOException {
    w.jar(
        "lib/" + library,
        Workspace.entries(
            "META-INF/web-fragment.xml", "<web-fragment><name>" + name + "</name></web-fragment>"));
  }

  @DataProvider
  public Object[][] wrong() {
    return new Object[][] {
      row("note Z4018", w -> w.write("pages/x.html", "")),
      row(
          "It needs a server with Jakarta Servlet 6.0 or later",
          w -> w.write("pages/WEB-INF/web.xml", WEB_XML.formatted(""))),
      row("note Z4015", w -> w.replace("zugabe.yaml", "file: tides.war, ", "")),
      row(
          "error Z4017",
          w -> {
            Applications.libraries(w, "javax.servlet-api");
            w.compile("classes", "example.tern.Old", "javax.servlet.Servlet old;");
          }),
      row(
          "registers itself with javax.servlet",
          w ->
              old(
                  w,
                  Workspace.entries(
                      "META-INF/services/javax.servlet.ServletContainerInitializer", "x"))),
      row("warning Z4022  lib/old.jar", w -> old(w, Map.of())),
      row(
          "warning Z4019",
          w -> {
            Files.delete(w.path("pages/index.html"));
            Files.delete(w.path("classes/example/tern/Tide.class"));
            w.write("pages/WEB-INF/note", "")
                .replace("zugabe.yaml", ", program: alone", ", materials: app");
            w.replace("zugabe.yaml", "stands-alone: true, ", "");
          }),
      row(
          "error Z4020",
          w -> {
            fragment(w, "a.jar", "gull");
            fragment(w, "b.jar", "gull");
          }),
      row(
          "both answer /tide",
          w ->
              w.compile(
                  "classes",
                  "example.tern.More",
                  "@jakarta.servlet.annotation.WebServlet(\"/tide\") public static class S extends jakarta.servlet.http.HttpServlet {}")),
      row("warning Z4021", w -> w.write("pages/.env", "SECRET=1")),
      row(
          "be served to everybody as /conf/release.p12",
          w -> w.write("pages/conf/release.p12", "")),
      row("error Z4023  pages/WEB-INF/web.xml", w -> w.write("pages/WEB-INF/web.xml", "<web-app>")),
      row(
          "error Z4023",
          w ->
              w.write(
                  "pages/WEB-INF/web.xml",
                  "<!DOCTYPE w [<!ENTITY a SYSTEM \"file:///etc/passwd\">]><web-app>&a;</web-app")),
      row(
          "warning Z4024",
          w ->
              w.write(
                  "pages/WEB-INF/web.xml",
                  WEB_XML.formatted(
                      "<servlet><servlet-name>x</servlet-name><servlet-class>example.No</servlet-class></servlet>"))),
      row(
          "note Z8010 zugabe.yaml:6:9 deliverables.site jakarta.servlet.ServletConnection, jakarta.servlet.ServletRequestWrapper.getServletConnection(), jakarta.servlet.http.Cookie.setAttribute() are in Jakarta Servlet 6.0 and later only; example.tern.New needs them (classes/example/tern/New.class).",
          w ->
              w.replace("zugabe.yaml", "program: alone, ", "materials: app, ")
                  .replace("zugabe.yaml", "stands-alone: true, ", "")
                  .compile("classes", "example.tern.New", NEW)),
      // one of them went with the generation that brought the other
      row(
          "error Z8010 zugabe.yaml:6:9 deliverables.site jakarta.servlet.http.HttpSessionContext",
          w -> {
            w.replace("zugabe.yaml", "program: alone, ", "materials: app, ")
                .replace("zugabe.yaml", "stands-alone: true, ", "")
                .compile("classes", "example.tern.New", NEW)
                .library(
                    "lib/old.jar",
                    "jakarta.servlet.http.HttpSessionContext",
                    "public static Object none;")
                .compile(
                    "classes",
                    "example.tern.Past",
                    "public Object o(Object x) { return (jakarta.servlet.http.HttpSessionContext) x; }");
            Files.delete(w.path("lib/old.jar"));
          }),
      row(
          "error Z8001  zugabe.yaml:6:9  deliverables.site\n  Class jakarta.servlet.jsp.jstl.core.Config is missing",
          w -> {
            w.replace("zugabe.yaml", "program: alone, ", "materials: app, ")
                .replace("zugabe.yaml", "stands-alone: true, ", "")
                .library(
                    "lib/tags.jar", "jakarta.servlet.jsp.jstl.core.Config", "public static int n;")
                .compile(
                    "classes",
                    "example.tern.Tags",
                    "public int n() { return jakarta.servlet.jsp.jstl.core.Config.n; }");
            Files.delete(w.path("lib/tags.jar"));
          }),
      row("warning Z4035", w -> w.replace("zugabe.yaml", "tides.war", "tides##2.war")),
      row("error Z3018", w -> w.replace("zugabe.yaml", "program: alone, ", "materials: app, ")),
      row("error Z4006", w -> w.write("pages/WEB-INF/classes/example/tern/Tide.class", "")),
    };
  }

  /** A library with a class for the old interfaces. */
  private static void old(Workspace w, Map<String, byte[]> more) throws Exception {
    try (Workspace other = Workspace.create()) {
      Applications.libraries(other, "javax.servlet-api");
      other.compile("c", "example.old.X", "javax.servlet.Servlet old;");
      Map<String, byte[]> entries = new LinkedHashMap<>(more);
      entries.put("example/old/X.class", Files.readAllBytes(other.path("c/example/old/X.class")));
      w.jar("lib/old.jar", entries);
    }
  }

  private static String oneLine(String text) {
    return text.replaceAll("\\s+", " ");
  }

  @Test(dataProvider = "wrong")
  public void wrongOnesHaveFindings(String finding, Change change) throws Exception {
    try (Workspace w = workspace()) {
      change.to(w);
      Program.Result r = w.program().zugabe("check");
      assertThat(oneLine(r.err())).as(r.out()).contains(oneLine(finding));
    }
  }

  @Test
  public void theSameInputsGiveTheSameBytes() throws Exception {
    try (Workspace w = workspace()) {
      for (String jobs : List.of("1", "3")) {
        ok(w.program().zugabe("build", "--jobs", jobs, "--out", "out" + jobs));
      }
      assertThat(w.path("out1/tides.war")).hasSameBinaryContentAs(w.path("out3/tides.war"));
    }
  }
}
