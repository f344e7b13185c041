package zugabe.acceptance;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.tools.ToolProvider;

/** A user's folder: sources are compiled, libraries packed by the JDK's own zip writer. */
final class Workspace implements AutoCloseable {
  /** The least a recipe can say. */
  static final String RECIPE =
      """
      app: {name: Tern, version: 1.0}
      materials:
        app: {own: classes, libraries: lib/*.jar}
      deliverables:
        jar: {kind: jar}
      """;

  private final Path folder;

  private Workspace(Path folder) {
    this.folder = folder;
  }

  static Workspace create() throws IOException {
    return new Workspace(Files.createTempDirectory("zugabe test ü").toRealPath());
  }

  /** With a main class, a library that it calls, and the recipe. */
  static Workspace withProgram() throws IOException {
    Workspace w = create();
    w.library(
        "lib/greeting.jar",
        "example.lib.Greeting",
        "public static String text() { return \"good tide\"; }");
    w.compile(
        "classes",
        "example.tern.Main",
        "public static void main(String[] a) { System.out.println(example.lib.Greeting.text() + a.length); }");
    w.write("zugabe.yaml", RECIPE);
    return w;
  }

  Path folder() {
    return folder;
  }

  Path path(String path) {
    return folder.resolve(path);
  }

  Program program() {
    return Program.in(folder);
  }

  Workspace write(String path, String text) throws IOException {
    Files.createDirectories(path(path).getParent());
    Files.writeString(path(path), text);
    return this;
  }

  Workspace replace(String path, String old, String with) throws IOException {
    String text = Files.readString(path(path));
    if (!text.contains(old)) {
      throw new IllegalArgumentException(path + " has no \"" + old + "\"");
    }
    return write(path, text.replace(old, with));
  }

  /** Compiles one class against what is in lib. */
  Workspace compile(String into, String name, String body) throws IOException {
    return compile(into, name, body, "17");
  }

  Workspace compile(String into, String name, String body, String release) throws IOException {
    int dot = name.lastIndexOf('.');
    String text =
        "package "
            + name.substring(0, dot)
            + ";\npublic class "
            + name.substring(dot + 1)
            + " { "
            + body
            + " }\n";
    Path source = Files.createTempDirectory("source").resolve(name.substring(dot + 1) + ".java");
    Files.writeString(source, text);
    Files.createDirectories(path(into));
    List<String> path = new ArrayList<>();
    for (String jar : List.of("lib")) {
      if (Files.isDirectory(path(jar))) {
        try (Stream<Path> list = Files.list(path(jar))) {
          list.forEach(p -> path.add(p.toString()));
        }
      }
    }
    javac(
        "--release",
        release,
        "-cp",
        String.join(":", path),
        "-d",
        path(into).toString(),
        source.toString());
    Files.delete(source);
    Files.delete(source.getParent());
    return this;
  }

  static void javac(String... arguments) {
    int code = ToolProvider.getSystemJavaCompiler().run(null, null, null, arguments);
    if (code != 0) {
      throw new IllegalStateException("can't compile " + String.join(" ", arguments));
    }
  }

  /** A library of one class. */
  Workspace library(String path, String className, String body) throws IOException {
    String entry = className.replace('.', '/') + ".class";
    try (Workspace made = new Workspace(Files.createTempDirectory("library"))) {
      made.compile("c", className, body);
      return jar(path, Map.of(entry, Files.readAllBytes(made.path("c/" + entry))));
    }
  }

  Workspace jar(String path, Map<String, byte[]> entries) throws IOException {
    Files.createDirectories(path(path).getParent());
    try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(path(path)))) {
      for (Map.Entry<String, byte[]> e : entries.entrySet()) {
        ZipEntry entry = new ZipEntry(e.getKey());
        entry.setTimeLocal(LocalDateTime.of(2026, 1, 1, 0, 0));
        out.putNextEntry(entry);
        out.write(e.getValue());
        out.closeEntry();
      }
    }
    return this;
  }

  /** Entries by alternating names and texts. */
  static Map<String, byte[]> entries(String... namesAndTexts) {
    Map<String, byte[]> entries = new LinkedHashMap<>();
    for (int i = 0; i < namesAndTexts.length; i += 2) {
      entries.put(
          namesAndTexts[i], namesAndTexts[i + 1].getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }
    return entries;
  }

  /** Changes bytes of a file in place. */
  Workspace patch(String path, int at, int... values) throws IOException {
    byte[] bytes = Files.readAllBytes(path(path));
    for (int i = 0; i < values.length; i++) {
      bytes[at + i] = (byte) values[i];
    }
    try (OutputStream out = Files.newOutputStream(path(path))) {
      out.write(bytes);
    }
    return this;
  }

  @Override
  public void close() throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path p : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(p);
      }
    }
  }
}
