package zugabe.core.jar;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.testng.annotations.Test;
import zugabe.core.archive.EntryPacking;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Library;
import zugabe.core.materials.Materials;
import zugabe.core.materials.ReadExtent;
import zugabe.core.plan.Identity;
import zugabe.core.plan.Part;
import zugabe.core.plan.Use;
import zugabe.core.tree.Entry;
import zugabe.formats.jar.JarOrder;
import zugabe.formats.jar.Manifest;
import zugabe.formats.jar.Manifest.Attribute;
import zugabe.formats.zip.ArchivedContent;
import zugabe.formats.zip.ZipEntry;

/** The index of a jar with jars inside. */
public final class NestTest {
  private static ArchivedContent entry(String name, long size, FileContent file) {
    return new ArchivedContent(
        new ZipEntry(
            name, new ZipEntry.Payload(0, 0, size, size), new ZipEntry.Place(0, 0), 0, 0, file),
        0);
  }

  private static JarPlan planned(Map<String, List<FileContent>> natives, Library... libraries) {
    Where where = Where.file("zugabe.yaml");
    Materials materials =
        new Materials("app", List.of(), Map.of(), List.of(), List.of(libraries), natives, null);
    return new JarPlan(
        "tern-1.0.jar",
        "tern",
        new Identity(
            Optional.empty(),
            "tern",
            "Tern",
            "1.0 beta",
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty()),
        Instant.EPOCH,
        new Part(Optional.empty(), materials, Use.LOADED, List.of(), Optional.empty(), where),
        new JarStyle(Travel.NESTED, EntryPacking.DEFLATED, List.of(), Optional.empty(), Map.of()),
        where);
  }

  @Test
  public void theIndexTellsFoldersVersionsAndSigners() throws Exception {
    Path nativeFile = Files.createTempFile("lib", ".so");
    FileContent tide = new FileContent(nativeFile, "libtide.so", 0, ReadExtent.WHOLE);
    FileContent jar = new FileContent(Path.of("a.jar"), "lib/a.jar", 1, ReadExtent.IN_PART);
    Library library =
        new Library(
            "a.jar",
            Optional.empty(),
            jar,
            List.of(
                entry("META-INF/K.SF", 1, jar),
                entry("META-INF/K.RSA", 1, jar),
                entry("a/B.class", 1, jar),
                entry("META-INF/versions/11/c/D.class", 1, jar),
                entry("META-INF/versions/9/a/B.class", 1, jar)),
            Optional.of(Manifest.of(List.of(new Attribute("Multi-Release", "true")))),
            52,
            "a/B.class",
            Optional.empty());
    Findings findings = new Findings();
    List<Entry> entries =
        new Nest(planned(Map.of("linux-x64", List.of(tide)), library), findings)
            .tree()
            .sorted(JarOrder.BY_NAME)
            .entries();
    Entry.RegularFile index =
        (Entry.RegularFile)
            entries.stream().filter(e -> e.path().equals("inner/index")).findFirst().orElseThrow();
    String text = new String(index.content().open().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(text)
        .startsWith("v 1\na tern/1.0_beta\nl inner/lib/a.jar\nr 9 11\ns\nd META-INF\n")
        .contains("d a\n", "d c\n")
        .containsPattern("n linux-x64 [0-9a-f]{64} inner/native/linux-x64/lib.*\\.so\n$");
    assertThat(findings.sorted()).isEmpty();
    Files.delete(nativeFile);
  }

  @Test
  public void anEntryTooLargeForTheLoaderIsAFinding() throws Exception {
    FileContent jar = new FileContent(Path.of("a.jar"), "lib/a.jar", 1, ReadExtent.IN_PART);
    Library library =
        new Library(
            "a.jar",
            Optional.empty(),
            jar,
            List.of(entry("all.bin", 3L << 30, jar)),
            Optional.empty(),
            0,
            "",
            Optional.empty());
    Findings findings = new Findings();
    new Nest(planned(Map.of(), library), findings).tree();
    assertThat(findings.sorted()).extracting(Finding::code).containsExactly(JarContentCode.Z4010);
    // for the test that looks for a run that raised each finding
    Finding finding = findings.sorted().get(0);
    Files.writeString(
        Path.of("target/raised.txt"),
        finding.code() + "\t" + finding.what() + " To do: " + finding.fix() + "\n");
  }
}
