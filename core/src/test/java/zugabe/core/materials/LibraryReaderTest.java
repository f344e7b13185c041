package zugabe.core.materials;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.channels.ClosedChannelException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.bytes.Access;
import zugabe.bytes.ContentChangedException;
import zugabe.core.finding.Findings;
import zugabe.core.work.Workers;
import zugabe.formats.zip.ArchivedContent;

/** A large library that all workers read together is taken for what one of them takes it. */
public final class LibraryReaderTest {
  private Path jar;

  @BeforeMethod
  public void create() throws IOException {
    jar = Files.createTempFile("large", ".jar");
  }

  @AfterMethod(alwaysRun = true)
  public void remove() throws IOException {
    Files.delete(jar);
  }

  private static void add(ZipOutputStream out, String name, byte[] bytes) throws IOException {
    out.putNextEntry(new ZipEntry(name));
    out.write(bytes);
  }

  private static byte[] text(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  /** A class file's start. */
  private static byte[] header(int major) {
    return new byte[] {
      (byte) 0xCA, (byte) 0xFE, (byte) 0xBA, (byte) 0xBE, 0, 0, 0, (byte) major, 0, 0
    };
  }

  private void write(int properties, boolean odd) throws IOException {
    Random random = new Random(properties);
    try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(jar))) {
      add(
          out,
          "META-INF/MANIFEST.MF",
          text("Manifest-Version: 1.0\r\nImplementation-Version: 7\r\n\r\n"));
      for (int i = 0; i < 220; i++) {
        byte[] noise = new byte[100_000];
        random.nextBytes(noise);
        add(out, "tide/noise" + i, noise);
        add(out, "tide/C" + i + ".class", header(52 + i % 100 / 10));
        if (odd && i % 90 == 50) {
          add(out, "tide/D" + i + ".class", text("no class at all"));
        }
      }
      for (int i = 0; i < properties; i++) {
        add(out, "META-INF/maven/p" + i + "/pom.properties", text("version=3." + i + "\n"));
      }
    }
  }

  private static List<Long> sums(Library library) {
    return library.contents().stream().map(ArchivedContent::rawCrc32).toList();
  }

  private FileContent file() throws IOException {
    return new FileContent(jar, "large.jar", Files.size(jar), ReadExtent.WHOLE);
  }

  /** A writer that is done must not close what workers still unpack. */
  @Test
  public void aFileStaysOpenUntilAllLetItGo() throws IOException {
    Files.write(jar, new byte[] {7, 8});
    FileContent file = file();
    file.hold();
    file.hold();
    try (Access access = file.access()) {
      byte[] got = new byte[2];
      file.release();
      assertThat(access.read(0, got, 0, 2)).isEqualTo(2);
      file.release();
      assertThatThrownBy(() -> access.read(0, got, 0, 2))
          .isInstanceOf(ClosedChannelException.class);
    }
  }

  @DataProvider
  public Object[][] libraries() {
    return new Object[][] {{0, false}, {1, true}, {2, false}};
  }

  @Test(dataProvider = "libraries")
  public void workersTogetherSeeWhatOneSees(int properties, boolean odd) throws IOException {
    write(properties, odd);
    assertThat(LibraryReader.isLarge(file())).isTrue();
    Findings findings = new Findings();
    Library one = LibraryReader.read(file(), UserCache.none(), findings).orElseThrow();
    assertThat(findings.sorted()).hasSize(odd ? 2 : 0);
    assertThat(one.version()).contains(properties == 1 ? "3.0" : "7");
    assertThat(one.highestClass()).isEqualTo("tide/C90.class");
    try (Workers workers = Workers.of(3)) {
      Findings others = new Findings();
      LibraryReader.Begun begun = LibraryReader.begin(file(), UserCache.none(), workers, others);
      Library all = begun.library().orElseThrow();
      assertThat(others.sorted()).as("only of whole libraries").isEmpty();
      assertThat(all.contents())
          .usingRecursiveComparison()
          .ignoringFields("entry.archive", "checked")
          .isEqualTo(one.contents());
      assertThat(sums(all)).isEqualTo(sums(one)).doesNotContain(0L);
      try (LibraryReader.Rest rest = begun.rest().orElseThrow()) {
        rest.finish();
      }
      assertThat(all.file().sha256()).isPresent().isEqualTo(one.file().sha256());
      assertThat(List.of(all.version(), all.manifest(), all.highestMajor(), all.highestClass()))
          .isEqualTo(
              List.of(one.version(), one.manifest(), one.highestMajor(), one.highestClass()));
      assertThat(others.sorted()).isEqualTo(findings.sorted());
    }
  }

  @Test
  public void damageIsFoundByBoth() throws IOException {
    write(0, true);
    byte[] bytes = Files.readAllBytes(jar);
    bytes[bytes.length / 3] ^= 1;
    bytes[bytes.length / 3 * 2] ^= 1;
    Files.write(jar, bytes);
    Findings findings = new Findings();
    Optional<Library> one = LibraryReader.read(file(), UserCache.none(), findings);
    try (Workers workers = Workers.of(3)) {
      Findings others = new Findings();
      LibraryReader.Begun begun = LibraryReader.begin(file(), UserCache.none(), workers, others);
      if (begun.rest().isPresent()) {
        try (LibraryReader.Rest rest = begun.rest().get()) {
          rest.finish();
        }
      }
      assertThat(one).isEmpty();
      assertThat(others.sorted()).hasSize(2).isEqualTo(findings.sorted());
    }
  }

  /** Its digest and what was unpacked come of two readings. */
  @Test
  public void whatIsWrittenMeanwhileIsNoticed() throws Exception {
    write(0, false);
    AtomicBoolean done = new AtomicBoolean();
    Thread writer =
        new Thread(
            () -> {
              for (int i = 0; !done.get(); i++) {
                try {
                  Files.setLastModifiedTime(jar, FileTime.fromMillis(i * 1000L));
                } catch (IOException e) {
                  return;
                }
              }
            });
    writer.start();
    try (Workers workers = Workers.of(2)) {
      assertThatThrownBy(
              () -> {
                try (LibraryReader.Rest rest =
                    LibraryReader.begin(file(), UserCache.none(), workers, new Findings())
                        .rest()
                        .orElseThrow()) {
                  rest.finish();
                }
              })
          .isInstanceOf(ContentChangedException.class)
          .hasMessageContaining("large.jar");
    } finally {
      done.set(true);
      writer.join();
    }
  }
}
