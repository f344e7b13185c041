package zugabe.acceptance;

import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAPackage;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAnyPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.domain.JavaField;
import com.tngtech.archunit.core.domain.JavaModifier;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.testng.annotations.Test;
import zugabe.kinds.Kinds;

/** The house as ARCHITECTURE.md draws it: its table of arrows is what is tested. */
public final class ArchitectureTest {
  /**
   * As they were compiled: in the jars of the program, which are on the class path as well, lambdas
   * are classes of their own, and what their bodies use can't be seen.
   */
  private static final JavaClasses CLASSES = new ClassFileImporter().importPaths(compiled());

  private static List<Path> compiled() {
    // the demo's and the tests' aren't the program's
    Set<String> others = Set.of("acceptance", "demo");
    try (Stream<Path> modules = Files.list(Program.ROOT)) {
      return modules
          .filter(m -> !others.contains(m.getFileName().toString()))
          .map(m -> m.resolve("target/classes"))
          .filter(Files::isDirectory)
          .toList();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Rows {@code | `package` | `package`, `package` |} of the document. */
  private static Map<String, List<String>> arrows() throws IOException {
    Map<String, List<String>> arrows = new LinkedHashMap<>();
    Pattern row = Pattern.compile("^\\| `([a-z.]+)` \\| (.*) \\|$");
    for (String line : Files.readAllLines(Program.ROOT.resolve("ARCHITECTURE.md"))) {
      Matcher m = row.matcher(line);
      if (m.matches()) {
        List<String> to =
            Arrays.stream(m.group(2).split(","))
                .map(s -> s.replace("`", "").strip())
                .filter(s -> !s.isEmpty() && !s.equals("–"))
                .toList();
        arrows.put(m.group(1), to);
      }
    }
    return arrows;
  }

  @Test
  public void packagesUseOnlyWhatTheDocumentAllows() throws IOException {
    Map<String, List<String>> arrows = arrows();
    assertThat(arrows).hasSizeGreaterThan(15);
    arrows.forEach(
        (from, to) -> {
          List<String> allowed = new ArrayList<>(List.of("java..", "javax..", "zugabe." + from));
          to.forEach(
              t -> allowed.add(t.startsWith("lib:") ? t.substring(4) + ".." : "zugabe." + t));
          classes()
              .that()
              .resideInAPackage("zugabe." + from)
              .should()
              .onlyDependOnClassesThat()
              .resideInAnyPackage(allowed.toArray(String[]::new))
              .check(CLASSES);
        });
  }

  @Test
  public void everyPackageIsInTheDocument() throws IOException {
    Map<String, List<String>> arrows = arrows();
    assertThat(
            CLASSES.stream().map(c -> c.getPackageName().substring("zugabe.".length())).distinct())
        .allMatch(arrows::containsKey);
  }

  @Test
  public void thereAreNoCycles() {
    slices().matching("zugabe.(**)").should().beFreeOfCycles().check(CLASSES);
  }

  @Test
  public void coreAndFormatsNeitherPrintNorExit() {
    noClasses()
        .that()
        .resideInAnyPackage("zugabe.core..", "zugabe.formats..", "zugabe.bytes")
        .should()
        .accessField(System.class, "out")
        .orShould()
        .accessField(System.class, "err")
        .orShould()
        .callMethod(System.class, "exit", int.class)
        .orShould()
        .callMethod(System.class, "getenv")
        .check(CLASSES);
  }

  @Test
  public void formatsKnowNoDiskNoClockAndNoLanguage() {
    noClasses()
        .that()
        .resideInAnyPackage("zugabe.formats..", "zugabe.bytes")
        .should()
        .dependOnClassesThat(
            resideInAnyPackage("java.nio.file..")
                .or(com.tngtech.archunit.core.domain.JavaClass.Predicates.type(java.io.File.class)))
        .orShould()
        .callMethod(java.time.Instant.class, "now")
        .orShould()
        .callMethod(System.class, "currentTimeMillis")
        .check(CLASSES);
    noClasses()
        .that()
        .resideInAPackage("zugabe..")
        .should()
        .callMethod(java.util.Locale.class, "getDefault")
        .orShould()
        .callMethod(String.class, "toLowerCase")
        .orShould()
        .callMethod(String.class, "toUpperCase")
        .orShould()
        .callMethod(java.time.Instant.class, "now")
        .orShould()
        .callMethod(java.time.LocalDate.class, "now")
        .check(CLASSES);
  }

  /** Expressions that try again take time without bounds; those of {@code Regex} don't. */
  @Test
  public void textsFromAnywhereAreMatchedInLinearTime() {
    noClasses()
        .that()
        .resideInAnyPackage("zugabe.core..", "zugabe.kinds..", "zugabe.formats..", "zugabe.bytes")
        .should()
        .dependOnClassesThat()
        .resideInAPackage("java.util.regex..")
        .orShould()
        .callMethod(String.class, "matches", String.class)
        .orShould()
        .callMethod(String.class, "replaceAll", String.class, String.class)
        .orShould()
        .callMethod(String.class, "replaceFirst", String.class, String.class)
        .check(CLASSES);
  }

  @Test
  public void onlyWhoHasToTouchesTheDisk() {
    noClasses()
        .that(
            resideInAPackage("zugabe.core..")
                .and(
                    com.tngtech.archunit.base.DescribedPredicate.not(
                        resideInAnyPackage(
                            "zugabe.core",
                            "zugabe.core.materials",
                            "zugabe.core.making",
                            "zugabe.core.keys",
                            "zugabe.core.rehearse",
                            "zugabe.core.unpacking"))))
        .should()
        .dependOnClassesThat()
        .haveFullyQualifiedName("java.nio.file.Files")
        .orShould()
        .dependOnClassesThat()
        .haveFullyQualifiedName("java.io.FileOutputStream")
        .orShould()
        .dependOnClassesThat()
        .haveFullyQualifiedName("java.io.FileInputStream")
        .check(CLASSES);
  }

  @Test
  public void jacksonIsSeenOnlyInItsTwoRooms() {
    noClasses()
        .that(
            resideInAPackage("zugabe..")
                .and(
                    com.tngtech.archunit.base.DescribedPredicate.not(
                        resideInAnyPackage("zugabe.core.recipe", "zugabe.core.json"))))
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("com.fasterxml..", "org.yaml..")
        .check(CLASSES);
    noClasses()
        .that()
        .resideInAPackage("zugabe..")
        .should()
        .dependOnClassesThat()
        .resideInAPackage("com.fasterxml.jackson.databind..")
        .check(CLASSES);
  }

  @Test
  public void nothingThrowsBareRuntimeExceptions() {
    noClasses()
        .that()
        .resideInAPackage("zugabe..")
        .should()
        .callConstructor(RuntimeException.class, String.class)
        .orShould()
        .callConstructor(RuntimeException.class)
        .orShould()
        .callConstructor(RuntimeException.class, Throwable.class)
        .check(CLASSES);
  }

  /** More than that nobody can hold in mind, or write in the right order. */
  @Test
  public void recordsAndConstructorsAreSmall() {
    List<String> large = new ArrayList<>();
    for (JavaClass c : CLASSES) {
      if (c.isRecord()) {
        long components = c.getFields().stream().filter(f -> !isStatic(f)).count();
        if (components > 8) {
          large.add(c.getName() + " has " + components + " components");
        }
        continue;
      }
      c.getConstructors().stream()
          .filter(x -> !c.isEnum() && !x.getModifiers().contains(JavaModifier.SYNTHETIC))
          .filter(x -> x.getRawParameterTypes().size() > (isInner(c) ? 7 : 6))
          .forEach(x -> large.add(x.getFullName()));
    }
    assertThat(large).isEmpty();
  }

  private static boolean isStatic(JavaField field) {
    return field.getModifiers().contains(JavaModifier.STATIC);
  }

  /** It is handed the object around it. */
  private static boolean isInner(JavaClass c) {
    return c.isInnerClass() || c.isAnonymousClass() || c.isLocalClass();
  }

  /** Files in which such a word means something else than a kind of deliverable. */
  private static final Map<String, String> OTHER_WORDS =
      Map.of(
          "Nature.java", "what a file is, whoever made it",
          "RuntimeRelease.java", "the file in which a Java runtime says its version",
          "Senses.java", "words that people type",
          "Glance.java", "endings of files, whoever made them");

  /** Nothing but its own package, the registry and documents knows a kind by name. */
  @Test
  public void nobodyKnowsAKindByName() throws IOException {
    Pattern name = Pattern.compile("\"(" + String.join("|", Kinds.registry().names()) + ")\"");
    List<String> knowing = new ArrayList<>();
    for (String module : List.of("core", "cli", "formats", "kinds")) {
      try (Stream<Path> walk = Files.walk(Program.ROOT.resolve(module + "/src/main/java"))) {
        for (Path p : walk.filter(f -> f.toString().endsWith(".java")).toList()) {
          Matcher m = name.matcher(Files.readString(p));
          while (m.find()) {
            boolean own =
                p.endsWith("zugabe/kinds/Kinds.java")
                    || p.toString().contains("/kinds/" + m.group(1).replaceAll(".*-", "") + "/")
                    || OTHER_WORDS.containsKey(p.getFileName().toString());
            if (!own) {
              knowing.add(Program.ROOT.relativize(p) + ": " + m.group());
            }
          }
        }
      }
    }
    assertThat(knowing).isEmpty();
  }

  /** Kinds don't know each other. */
  @Test
  public void noKindUsesAnother() {
    slices().matching("zugabe.kinds.(*)..").should().notDependOnEachOther().check(CLASSES);
  }

  @Test
  public void theFilesThatEveryKindGoesThroughAreShort() throws IOException {
    for (String folder : List.of("", "plan", "recipe", "finding", "shape", "kind", "checks")) {
      try (Stream<Path> list =
          Files.list(Program.ROOT.resolve("core/src/main/java/zugabe/core").resolve(folder))) {
        for (Path p : list.filter(f -> f.toString().endsWith(".java")).toList()) {
          assertThat(Files.readAllLines(p)).as(p.toString()).hasSizeLessThan(300);
        }
      }
    }
  }
}
