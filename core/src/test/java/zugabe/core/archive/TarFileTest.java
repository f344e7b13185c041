package zugabe.core.archive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.github.luben.zstd.ZstdOutputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.zip.GZIPOutputStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import org.tukaani.xz.LZMA2Options;
import org.tukaani.xz.XZOutputStream;
import zugabe.bytes.Content;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Findings;
import zugabe.core.inspect.Inspection;
import zugabe.core.inspect.TarInspector;
import zugabe.core.materials.MaterialCode;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;
import zugabe.formats.tar.TarReader;
import zugabe.formats.unix.Owner;

/** Tar files in every compression, told by their first bytes, listed and damaged. */
public final class TarFileTest {
  private static byte[] tar() throws IOException {
    Instant time = Instant.parse("2026-03-01T12:00:00Z");
    List<Entry> entries =
        List.of(
            new Entry.Directory("tern", 0755, time),
            new Entry.RegularFile(
                "tern/bin/tern",
                0755,
                time,
                Entry.Role.OWN,
                Content.of("#!/bin/sh\n".repeat(500).getBytes(StandardCharsets.UTF_8)),
                "tern"),
            new Entry.SymbolicLink("tern/link", 0777, time, "bin/tern"));
    return TarTree.content(new InstallTree(entries)).open().readAllBytes();
  }

  private static byte[] packed(String format) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (OutputStream out =
        switch (format) {
          case "tar.gz" -> new GZIPOutputStream(bytes);
          case "tar.xz" -> new XZOutputStream(bytes, new LZMA2Options(0));
          case "tar.zst" -> new ZstdOutputStream(bytes);
          default -> bytes;
        }) {
      out.write(tar());
    }
    return bytes.toByteArray();
  }

  @Test
  public void everyEntryOfATreeKeepsItsOwner() throws Exception {
    Instant time = Instant.parse("2026-03-01T12:00:00Z");
    Owner keeper = new Owner("saltmarsh", 990, "adm", 4);
    Content log = Content.of(new byte[3]);
    List<Entry> entries =
        List.of(
            new Entry.Directory("log", 0750, time).ownedBy(keeper).at("var/log"),
            new Entry.RegularFile("var/log/tide", 0640, time, Entry.Role.OWN, log, "tide")
                .ownedBy(keeper),
            new Entry.SymbolicLink("var/now", 0777, time, "log/tide").ownedBy(keeper).at("var/n"),
            new Entry.Awaited(
                    "var/part", 0644, Owner.ROOT, time, Entry.Role.GENERATED, "", "part", "it")
                .ownedBy(keeper)
                .filled(log, 0600),
            new Entry.RegularFile("var/root", 0644, time, Entry.Role.OWN, log, "root"));
    TarReader reader = new TarReader(TarTree.content(new InstallTree(entries)).open());
    List<String> owners = new ArrayList<>();
    for (var e = reader.next(); e.isPresent(); e = reader.next()) {
      owners.add(e.get().name() + " " + e.get().owner().user() + " " + e.get().owner().gid());
    }
    assertThat(owners)
        .containsExactly(
            "var/log/ saltmarsh 4",
            "var/log/tide saltmarsh 4",
            "var/n saltmarsh 4",
            "var/part saltmarsh 4",
            "var/root root 0");
  }

  @DataProvider
  public Object[][] formats() {
    return new Object[][] {{"tar"}, {"tar.gz"}, {"tar.xz"}, {"tar.zst"}};
  }

  @Test(dataProvider = "formats")
  public void everyCompressionIsToldAndListed(String format) throws Exception {
    Findings findings = new Findings();
    Optional<Inspection> inspection =
        TarInspector.inspect("a", Content.of(packed(format)), findings);
    assertThat(findings.sorted()).isEmpty();
    assertThat(inspection.orElseThrow().kind()).isEqualTo(format);
    assertThat(inspection.get().holds().entries())
        .extracting(Inspection.Item::path)
        .containsExactly("tern/", "tern/bin/tern", "tern/link");
    assertThat(inspection.get().start()).containsEntry("commands", "tern");
  }

  @Test(dataProvider = "formats")
  public void aCutOneIsAFindingOrNone(String format) throws Exception {
    byte[] good = packed(format);
    for (int end = 0; end < Math.min(good.length, 6000); end += 61) {
      Findings findings = new Findings();
      Optional<Inspection> inspection =
          TarInspector.inspect("a", Content.of(Arrays.copyOf(good, end)), findings);
      if (inspection.isPresent() && !findings.sorted().isEmpty()) {
        assertThat(findings.sorted()).extracting(Finding::code).containsOnly(MaterialCode.Z2005);
      }
    }
  }

  @Test
  public void otherFilesAreNoTarFiles() throws Exception {
    for (String text : List.of("", "PK", "text\n".repeat(300))) {
      Content content = Content.of(text.getBytes(StandardCharsets.UTF_8));
      assertThat(TarFile.open(content)).isEmpty();
      assertThat(TarInspector.inspect("a", content, new Findings())).isEmpty();
    }
    assertThatThrownBy(() -> TarFile.open(Content.of(new byte[] {0x1F, (byte) 0x8B, 9, 9})))
        .isInstanceOf(IOException.class);
  }
}
