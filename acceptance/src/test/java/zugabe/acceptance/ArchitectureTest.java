package zugabe.acceptance;

import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAPackage;
import static com.tngtech.archunit.core.domain.JavaClass.Predicates.resideInAnyPackage;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.testng.annotations.Test;

/** The house as ARCHITECTURE.md draws it: its table of arrows is what is tested. */
public final class ArchitectureTest {
  private static final JavaClasses CLASSES =
      new ClassFileImporter()
          .withImportOption(new ImportOption.DoNotIncludeTests())
          .importPackages("zugabe");

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
                            "zugabe.core.rehearse"))))
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
}
