package zugabe.formats.deflate;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import java.util.zip.Inflater;
import java.util.zip.InflaterInputStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Bytes change together with {@link Deflate#ENGINE} only: each version has files of its own, which
 * {@link DeflateBytes} writes once, and they stay.
 */
public final class EngineVersionTest {
  private static Map<String, byte[]> kept(int engine) throws IOException {
    Map<String, byte[]> kept = new LinkedHashMap<>();
    for (String kind : Contents.kinds().keySet()) {
      for (String effort : List.of("deflated", "smallest")) {
        String name = kind + "." + effort;
        String path = "engine-" + engine + "/" + name;
        try (InputStream in = EngineVersionTest.class.getResourceAsStream(path)) {
          if (in == null && engine < Deflate.ENGINE) {
            // a content that came later
            continue;
          }
          assertThat(in).as("%s: write it with DeflateBytes", path).isNotNull();
          kept.put(name, in.readAllBytes());
        }
      }
    }
    return kept;
  }

  @Test
  public void theBytesAreThoseOfTheVersion() throws Exception {
    Map<String, byte[]> made = DeflateBytes.made();
    Map<String, byte[]> kept = kept(Deflate.ENGINE);
    assertThat(made.keySet()).isEqualTo(kept.keySet());
    kept.forEach((name, bytes) -> assertThat(made.get(name)).as(name).isEqualTo(bytes));
  }

  @DataProvider
  public Object[][] versions() {
    return IntStream.rangeClosed(1, Deflate.ENGINE)
        .mapToObj(version -> new Object[] {version})
        .toArray(Object[][]::new);
  }

  /** And those that are kept are the contents. */
  @Test(dataProvider = "versions")
  public void keptFilesUnpackToTheContents(int version) throws Exception {
    Map<String, byte[]> kept = kept(version);
    for (Map.Entry<String, byte[]> kind : Contents.kinds().entrySet()) {
      for (String effort : List.of(".deflated", ".smallest")) {
        byte[] bytes = kept.get(kind.getKey() + effort);
        if (bytes == null) {
          continue;
        }
        InputStream packed = new ByteArrayInputStream(bytes);
        assertThat(new InflaterInputStream(packed, new Inflater(true)).readAllBytes())
            .as(kind.getKey() + effort)
            .isEqualTo(kind.getValue());
      }
    }
  }

  @DataProvider
  public Object[][] ways() {
    return new Object[][] {
      {List.of("-Xint")},
      {List.of("-XX:TieredStopAtLevel=1")},
      {List.of("-XX:-TieredCompilation")},
      {List.of("-XX:UseAVX=0")},
      {List.of("-XX:+UseParallelGC", "-Duser.language=tr")}
    };
  }

  /** Interpreted, compiled by either compiler, with other instructions, by every runtime here. */
  @Test(dataProvider = "ways")
  public void everyRuntimeMakesTheSameBytes(List<String> options) throws Exception {
    String wanted = DeflateBytes.told(kept(Deflate.ENGINE));
    for (Path java : runtimes()) {
      List<String> command =
          new ArrayList<>(List.of(java.toString(), "-XX:+IgnoreUnrecognizedVMOptions"));
      command.addAll(options);
      command.addAll(
          List.of("-cp", System.getProperty("java.class.path"), DeflateBytes.class.getName()));
      Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
      String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      assertThat(said).as("%s %s", java, options).isEqualTo(wanted);
      assertThat(process.waitFor()).isZero();
    }
  }

  /** This one, and those that are installed beside it, version 17 and later. */
  private static List<Path> runtimes() throws IOException {
    Path own = Path.of(System.getProperty("java.home")).toRealPath();
    List<Path> all = new ArrayList<>(List.of(own.resolve("bin/java")));
    try (Stream<Path> beside = Files.list(own.getParent())) {
      for (Path home : beside.filter(h -> !Files.isSymbolicLink(h) && !h.equals(own)).toList()) {
        Path release = home.resolve("release");
        if (Files.exists(release)
            && Files.readString(release)
                .matches("(?s).*JAVA_VERSION=.(1[7-9]|[2-9][0-9])[.\"].*")) {
          all.add(home.resolve("bin/java"));
        }
      }
    }
    return all;
  }
}
