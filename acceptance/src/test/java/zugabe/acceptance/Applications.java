package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javax.tools.ToolProvider;

/** Applications with real libraries, compiled into a workspace. */
final class Applications {
  private static final Path SOURCES = Program.ROOT.resolve("acceptance/src/test/applications");
  private static final Path LIBRARIES = Program.ROOT.resolve("acceptance/target/libraries");

  private Applications() {}

  /** Copies libraries into {@code lib}, by the start of their names. */
  static void libraries(Workspace w, String... names) throws IOException {
    Files.createDirectories(w.path("lib"));
    try (Stream<Path> list = Files.list(LIBRARIES)) {
      for (Path jar : list.sorted().toList()) {
        String file = jar.getFileName().toString();
        if (Stream.of(names).anyMatch(file::startsWith)) {
          Files.copy(jar, w.path("lib").resolve(file));
        }
      }
    }
  }

  /** An application that uses 14 real libraries: its libraries and compiled classes. */
  static void real(Workspace w) throws IOException {
    libraries(
        w,
        "h2",
        "log4j-api",
        "log4j-core",
        "bcprov",
        "jackson",
        "snappy",
        "spring",
        "hsqldb",
        "log4j-layout");
    compile(w, "real");
  }

  /** Beans and an embedded Tomcat, whose pages are found through a service. */
  static void quay(Workspace w) throws IOException {
    libraries(w, "spring", "tomcat-embed", "jakarta.annotation");
    compile(w, "quay");
    w.write(
        "classes/META-INF/services/jakarta.servlet.ServletContainerInitializer",
        "example.quay.Pages\n");
  }

  /** An embedded Jetty. */
  static void pier(Workspace w) throws IOException {
    libraries(w, "jetty", "slf4j", "jakarta.servlet");
    compile(w, "pier");
  }

  /** A client and a server of a networking library. */
  static void wharf(Workspace w) throws IOException {
    libraries(w, "netty");
    compile(w, "wharf");
  }

  /** An application class of a windowing toolkit, whose libraries are for one platform. */
  static void toolkit(Workspace w) throws IOException {
    libraries(w, "javafx");
    compile(w, "toolkit");
  }

  /**
   * Java with a native library, a table and a script that starts it; a native program beside it.
   */
  static void harbour(Workspace w) throws Exception {
    Files.createDirectories(w.path("lib"));
    compile(w, "harbour");
    w.write("tables/today.csv", "04:52\n")
        .write("LICENSE", "Free for all who wait for the tide.\n");
    w.write(
        "run.sh",
        """
        #!/bin/sh
        cd "$(dirname "$0")"
        exec java -Dunit=dm -Djava.library.path=native -cp classes example.harbour.Main daily "$@"
        """);
    Files.createDirectories(w.path("native"));
    Files.createDirectories(w.path("tools"));
    gcc(w, "harbour/level.c", "-shared", "-fPIC", "-o", "native/liblevel.so");
    gcc(w, "harbour/gauge.c", "-o", "tools/gauge");
    Files.delete(w.path("lib"));
  }

  private static void gcc(Workspace w, String source, String... how) throws Exception {
    List<String> command = new ArrayList<>(List.of("gcc", SOURCES.resolve(source).toString()));
    command.addAll(List.of(how));
    Program.Result r = w.program().run(command.toArray(String[]::new));
    if (r.exit() != 0) {
      throw new IllegalStateException(r.all());
    }
  }

  /** What a draft says, what a check says of it, and what its programs print. */
  record Drafted(String recipe, String check, String rehearsal) {}

  /** Drafts, checks, builds and rehearses with no edit and no error; what the draft says. */
  static String drafted(Workspace w) throws Exception {
    return goesOut(w, false).recipe();
  }

  /**
   * Drafts, checks, builds and rehearses with no edit and no error.
   *
   * @param wine whether programs for Windows are started, too
   */
  static Drafted goesOut(Workspace w, boolean wine) throws Exception {
    ok(w.program().zugabe("survey", "--draft"));
    String check = ok(w.program().zugabe("check")).err();
    ok(w.program().zugabe("build"));
    Program program = wine ? w.program() : w.program().withoutWine();
    String rehearsal = ok(program.zugabe("rehearse", "--verbose")).out();
    return new Drafted(Files.readString(w.path("zugabe.yaml")), check, rehearsal);
  }

  private static Program.Result ok(Program.Result r) {
    assertThat(r.exit()).as(r.all()).isZero();
    return r;
  }

  /** Compiles an application's sources into {@code classes}, beside its resources. */
  static void compile(Workspace w, String application) throws IOException {
    Path sources = SOURCES.resolve(application);
    compile(w, sources);
    Path resources = sources.resolve("resources");
    if (Files.isDirectory(resources)) {
      try (Stream<Path> list = Files.list(resources)) {
        for (Path file : list.toList()) {
          Files.copy(file, w.path("classes").resolve(file.getFileName()));
        }
      }
    }
  }

  /** Compiles all sources of a folder. */
  static void compile(Workspace w, Path sources) throws IOException {
    Path classes = Files.createDirectories(w.path("classes"));
    List<String> arguments =
        new ArrayList<>(
            List.of("--release", "17", "-nowarn", "-encoding", "UTF-8", "-d", classes.toString()));
    arguments.add("-cp");
    arguments.add(classPath(w, "lib"));
    try (Stream<Path> walk = Files.walk(sources)) {
      walk.map(Path::toString).filter(p -> p.endsWith(".java")).forEach(arguments::add);
    }
    if (ToolProvider.getSystemJavaCompiler().run(null, null, null, arguments.toArray(String[]::new))
        != 0) {
      throw new IllegalStateException("can't compile " + sources);
    }
  }

  /** All jars of a folder, as a class path. */
  static String classPath(Workspace w, String folder) throws IOException {
    try (Stream<Path> list = Files.list(w.path(folder))) {
      return String.join(":", list.sorted().map(Path::toString).toList());
    }
  }
}
