package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.testng.annotations.Test;
import zugabe.formats.classfile.ClassLinks;
import zugabe.formats.classfile.Guard;
import zugabe.formats.classfile.LinkReader;

/** A real application from which single classes and services of its libraries are taken away. */
public final class TakenAwayTest {
  private static final int FEW = 5;
  private static final String RECIPE =
      """
      app: {name: Tern, version: 1.0}
      materials:
        app: {own: classes, libraries: lib/*.jar}
      programs:
        tern: {main: example.real.Main}
      deliverables:
        tern: {kind: jar, libraries: nested}
      """;

  private static Workspace application() throws Exception {
    Workspace w = Workspace.create();
    Applications.real(w);
    return w.write("zugabe.yaml", RECIPE);
  }

  /** Errors and warnings about links, each on one line. */
  private static List<String> told(Workspace w) throws Exception {
    List<String> told = new ArrayList<>();
    String err = w.program().zugabe("check").err();
    for (String finding : err.split("\n(?=error|warning|note)", -1)) {
      if (finding.contains(" Z8") && !finding.startsWith("note")) {
        told.add(finding.replaceAll("\\s+", " "));
      }
    }
    return told;
  }

  /** Classes of libraries that the application's own classes name, with the jars they lie in. */
  private static Map<String, Path> named(Workspace w) throws IOException {
    Set<String> names = new TreeSet<>();
    try (Stream<Path> walk = Files.walk(w.path("classes"))) {
      for (Path p : walk.filter(f -> f.toString().endsWith(".class")).toList()) {
        for (ClassLinks.Link link : LinkReader.read(Files.readAllBytes(p)).links()) {
          if (link.guard() == Guard.NONE && link.kind() != ClassLinks.Kind.RESOURCE) {
            names.add(link.owner());
          }
        }
      }
    }
    Map<String, Path> found = new TreeMap<>();
    try (Stream<Path> jars = Files.list(w.path("lib"))) {
      for (Path jar : jars.sorted().toList()) {
        try (ZipFile zip = new ZipFile(jar.toFile())) {
          for (String name : names) {
            if (zip.getEntry(name + ".class") != null) {
              found.putIfAbsent(name, jar);
            }
          }
        }
      }
    }
    return found;
  }

  private static void without(Workspace w, Path jar, String gone) throws IOException {
    Map<String, byte[]> entries = new LinkedHashMap<>();
    try (ZipFile zip = new ZipFile(jar.toFile())) {
      for (ZipEntry e : zip.stream().toList()) {
        if (!e.getName().equals(gone)) {
          entries.put(e.getName(), zip.getInputStream(e).readAllBytes());
        }
      }
    }
    w.jar("lib/" + jar.getFileName(), entries);
  }

  @Test
  public void eachClassThatIsTakenAwayIsNamedAndNothingElse() throws Exception {
    try (Workspace w = application()) {
      List<String> intact = told(w);
      assertThat(intact).noneMatch(l -> l.startsWith("error"));
      Map<String, Path> named = named(w);
      assertThat(named).hasSizeGreaterThan(FEW);
      for (Map.Entry<String, Path> e : named.entrySet()) {
        String gone = e.getKey();
        Path jar = e.getValue();
        byte[] whole = Files.readAllBytes(jar);
        without(w, jar, gone + ".class");
        List<String> told = new ArrayList<>(told(w));
        Files.write(jar, whole);
        told.removeAll(intact);
        String name = gone.replace('/', '.');
        assertThat(told).as(name).anyMatch(l -> l.startsWith("error Z8001") && l.contains(name));
        assertThat(told).as(name).allMatch(l -> l.contains(name));
      }
    }
  }

  @Test
  public void aProviderThatIsTakenAwayIsNamed() throws Exception {
    try (Workspace w = Workspace.create()) {
      w.compile(
          "classes",
          "a.Main",
          "public static void main(String[] a) { for (Object o : java.util.ServiceLoader.load(Runnable.class)) { a = null; } }");
      w.library("lib/level.jar", "lib.Level", "public static void other() { }");
      w.write("zugabe.yaml", RECIPE.replace("example.real.Main", "a.Main"));
      w.write("classes/META-INF/services/java.lang.Runnable", "lib.Level\nlib.Mean\n");
      assertThat(told(w)).singleElement().asString().contains("error Z8003", "lib.Mean is missing");
      w.write("classes/META-INF/services/java.lang.Runnable", "lib.Level\n");
      assertThat(told(w)).isEmpty();
    }
  }
}
