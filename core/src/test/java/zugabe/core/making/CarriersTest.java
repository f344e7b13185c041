package zugabe.core.making;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.zip.CRC32;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import zugabe.bytes.Content;
import zugabe.bytes.ContentChangedException;
import zugabe.bytes.Digests;
import zugabe.bytes.Packing;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.ReadExtent;
import zugabe.core.work.Progress;
import zugabe.core.work.Workers;
import zugabe.formats.deflate.Deflate;
import zugabe.formats.zip.ArchivedContent;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipMember;
import zugabe.formats.zip.ZipReader;
import zugabe.formats.zip.ZipWriter;

/** Entries that travel from one archive into another, enough of them for all workers. */
public final class CarriersTest {
  private static final Instant TIME = Instant.parse("2026-05-04T10:20:30Z");
  private static final int FILES = 900;

  private Path source;
  private List<ZipEntry> entries;

  @BeforeClass
  public void make() throws IOException {
    source = Files.createTempFile("source", ".zip");
    Random random = new Random(7);
    List<ZipMember> members = new ArrayList<>();
    for (int i = 0; i < FILES; i++) {
      if (i % 50 == 0) {
        members.add(ZipMember.folder("quay" + i, TIME));
      }
      byte[] bytes = new byte[i == 300 ? 3_000_000 : 100 + random.nextInt(12_000)];
      random.nextBytes(bytes);
      Packing packing = i % 7 == 0 ? Packing.stored() : new Deflate();
      members.add(
          ZipMember.file("quay" + i / 50 * 50 + "/b" + i, TIME, Content.of(bytes), packing));
    }
    try (Workers workers = Workers.of(2);
        FileChannel out = Disk.REAL.create(source)) {
      Spool.write(ZipWriter.layout(members), out, "source", workers, Progress.NONE);
    }
    entries =
        ZipReader.read(new FileContent(source, "source", Files.size(source), ReadExtent.IN_PART))
            .entries();
  }

  @AfterClass(alwaysRun = true)
  public void remove() throws IOException {
    Files.delete(source);
  }

  private static long rawCrc32(ZipEntry entry) throws IOException {
    CRC32 crc = new CRC32();
    try (InputStream in = entry.raw().open()) {
      crc.update(in.readAllBytes());
    }
    return crc.getValue();
  }

  /** All entries, with new content between some of them; one may be taken for another. */
  private List<ZipMember> members(int wrong) throws IOException {
    List<ZipMember> members = new ArrayList<>();
    for (int i = 0; i < entries.size(); i++) {
      ZipEntry entry = entries.get(i);
      members.add(
          entry.isFolder()
              ? ZipMember.folder(entry.name(), TIME)
              : ZipMember.file(
                      entry.name(),
                      TIME,
                      new ArchivedContent(entry, rawCrc32(entry) ^ (i == wrong ? 1 : 0)),
                      new Deflate())
                  .aligned(entry.isDeflated() ? 1 : 64));
      if (i % 400 == 399) {
        members.add(ZipMember.file("new" + i, TIME, Content.of(new byte[200_000]), new Deflate()));
      }
    }
    return members;
  }

  private static byte[] written(List<ZipMember> members, int jobs, boolean digested)
      throws IOException {
    Path file = Files.createTempFile("travelled", ".zip");
    try (Workers workers = Workers.of(jobs);
        FileChannel out = Disk.REAL.create(file)) {
      if (digested) {
        Spool.Written written =
            Spool.write(ZipWriter.layout(members), out, "test", workers, Progress.NONE);
        assertThat(written.sha256()).isEqualTo(Digests.sha256Hex(Files.readAllBytes(file)));
      } else {
        Spool.writePlain(ZipWriter.layout(members), out, "test", workers, Progress.NONE);
      }
      return Files.readAllBytes(file);
    } finally {
      Files.delete(file);
    }
  }

  @DataProvider
  public Object[][] ways() {
    return new Object[][] {{2, true}, {5, true}, {3, false}};
  }

  @Test(dataProvider = "ways")
  public void eachArrivesAtItsPlace(int jobs, boolean digested) throws IOException {
    List<ZipMember> members = members(-1);
    byte[] made = written(members, jobs, digested);
    assertThat(made).isEqualTo(written(members, 1, false));
    List<ZipEntry> read = ZipReader.read(Content.of(made)).entries();
    assertThat(read).hasSameSizeAs(members);
    int next = 0;
    for (ZipEntry entry : read) {
      if (entry.name().startsWith("new")) {
        continue;
      }
      ZipEntry from = entries.get(next++);
      assertThat(entry.name()).isEqualTo(from.name());
      assertThat(rawCrc32(entry)).as(entry.name()).isEqualTo(rawCrc32(from));
      if (!entry.isDeflated() && entry.size() > 0) {
        assertThat(entry.place().data() % 64).as(entry.name()).isZero();
      }
    }
  }

  /** Whoever carries it notices that it isn't what was looked at. */
  @Test
  public void whatChangedOnTheWayIsNamed() {
    assertThatThrownBy(() -> written(members(500), 3, true))
        .isInstanceOf(ContentChangedException.class)
        .hasMessageContaining(entries.get(500).name());
  }

  private static Path large(int size) throws IOException {
    return fill(Files.createTempFile("large", ".bin"), size);
  }

  private static Path fill(Path file, int size) throws IOException {
    byte[] bytes = new byte[size];
    new Random(11).nextBytes(bytes);
    return Files.write(file, bytes);
  }

  private static FileContent known(Path file) throws IOException {
    FileContent content = new FileContent(file, "large", Files.size(file), ReadExtent.WHOLE);
    content.digest();
    return content;
  }

  /** Stored files that were read before: a long one part by part, the short ones together. */
  private static List<ZipMember> stored(List<FileContent> contents) {
    List<ZipMember> members = new ArrayList<>();
    for (FileContent content : contents) {
      members.add(ZipMember.file("f" + members.size(), TIME, content, Packing.stored()));
    }
    members.add(ZipMember.file("new", TIME, Content.of(new byte[300_000]), new Deflate()));
    return members;
  }

  @Test
  public void whatIsKnownIsCopiedByAll() throws IOException {
    Path file = large(21_000_001);
    Path other = large(400_003);
    try {
      byte[] made = written(stored(List.of(known(file), known(other))), 4, true);
      assertThat(made).isEqualTo(written(stored(List.of(known(file), known(other))), 1, false));
      // a content that nobody has read yet takes the other way, to the same bytes
      FileContent unread = new FileContent(file, "large", Files.size(file), ReadExtent.WHOLE);
      assertThat(written(stored(List.of(unread, known(other))), 3, true)).isEqualTo(made);
      try (InputStream in = ZipReader.read(Content.of(made)).entries().get(0).raw().open()) {
        assertThat(in.readAllBytes()).isEqualTo(Files.readAllBytes(file));
      }
    } finally {
      Files.delete(file);
      Files.delete(other);
    }
  }

  private interface Change {
    void of(FileChannel file) throws IOException;
  }

  @DataProvider
  public Object[][] changes() {
    Change oneByte = f -> f.write(ByteBuffer.wrap(new byte[] {1, 2, 3}), f.size() / 2);
    Change longer = f -> f.write(ByteBuffer.wrap(new byte[] {1}), f.size());
    Change shorter = f -> f.truncate(f.size() - 1);
    return new Object[][] {
      {20_000_000, oneByte, "its CRC-32 is no longer the same"},
      {20_000_000, longer, "it grew beyond 20000000 bytes"},
      {20_000_000, shorter, "it had 20000000 bytes and has 19999999"},
      {400_000, oneByte, "its CRC-32 is no longer the same"},
      {400_000, longer, "it grew beyond 400000 bytes"},
      {400_000, shorter, "it had 400000 bytes and has 399999"},
    };
  }

  @Test(dataProvider = "changes")
  public void whatChangedSinceIsNamed(int size, Change change, String said) throws IOException {
    Path file = large(size);
    try {
      for (int jobs : new int[] {1, 3}) {
        FileContent content = known(fill(file, size));
        try (FileChannel out = FileChannel.open(file, StandardOpenOption.WRITE)) {
          change.of(out);
        }
        assertThatThrownBy(() -> written(stored(List.of(content)), jobs, true))
            .isInstanceOf(ContentChangedException.class)
            .hasMessageContaining("large")
            .hasMessageContaining(said);
      }
    } finally {
      Files.delete(file);
    }
  }
}
