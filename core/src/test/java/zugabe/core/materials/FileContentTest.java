package zugabe.core.materials;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.OptionalLong;
import java.util.concurrent.atomic.AtomicInteger;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;
import zugabe.bytes.ContentChangedException;

public final class FileContentTest {
  private Path path = Path.of("");

  @BeforeMethod
  public void write() throws IOException {
    path = Files.createTempFile("content", ".txt");
    Files.writeString(path, "high tide");
  }

  @AfterMethod
  public void remove() throws IOException {
    Files.delete(path);
  }

  private static long read(FileContent file) throws IOException {
    try (InputStream in = file.open()) {
      return in.transferTo(OutputStream.nullOutputStream());
    }
  }

  /** Whoever reads a file again compares it with what was read first. */
  @Test
  public void whatChangesBetweenTwoReadersIsSeen() throws Exception {
    FileContent file = new FileContent(path, "a.txt", 9, ReadExtent.WHOLE);
    read(file);
    String digest = file.digest();
    assertThat(read(file)).isEqualTo(9);
    Files.writeString(path, "low tides");
    assertThatThrownBy(() -> read(file))
        .isInstanceOf(ContentChangedException.class)
        .hasMessageContaining("its CRC-32 is no longer the same");
    assertThat(file.digest()).isEqualTo(digest);
  }

  /** A digest that was taken on trust is forgotten when the file is another. */
  @Test
  public void whatWasKnownIsCompared() throws Exception {
    FileContent first = new FileContent(path, "a.txt", 9, ReadExtent.WHOLE);
    String digest = first.digest();
    AtomicInteger changes = new AtomicInteger();
    FileContent same = new FileContent(path, "a.txt", 9, ReadExtent.WHOLE);
    same.known(digest, first.crc32(), OptionalLong.empty(), changes::incrementAndGet);
    read(same);
    assertThat(same.sha256()).contains(digest);
    assertThat(changes).hasValue(0);
    FileContent other = new FileContent(path, "a.txt", 9, ReadExtent.WHOLE);
    other.known(digest, first.crc32() + 1, OptionalLong.empty(), changes::incrementAndGet);
    assertThatThrownBy(() -> read(other)).isInstanceOf(ContentChangedException.class);
    assertThat(changes).hasValue(1);
  }
}
