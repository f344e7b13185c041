package zugabe.core.materials;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;
import zugabe.core.Folders;

/** What is kept, for how long, and where. */
public final class UserCacheTest {
  private static final byte[] VALUE = "four metres".getBytes(StandardCharsets.UTF_8);

  private Path home;

  @BeforeMethod
  public void make() throws IOException {
    home = Files.createTempDirectory("cache");
  }

  @AfterMethod
  public void remove() throws IOException {
    Folders.remove(home);
  }

  private UserCache at(Instant now) {
    return UserCache.of(
        Map.of("XDG_CACHE_HOME", home.toString()), Clock.fixed(now, ZoneOffset.UTC));
  }

  private List<Path> kept() throws IOException {
    try (Stream<Path> all = Files.list(home.resolve("zugabe"))) {
      return all.filter(p -> !p.endsWith("swept")).toList();
    }
  }

  @Test
  public void whatIsPutIsThereUnderItsKindAndKeyOnly() {
    UserCache cache = at(Instant.now());
    assertThat(cache.isOn()).isTrue();
    cache.put("level", "gannet-quay", VALUE);
    assertThat(cache.get("level", "gannet-quay")).contains(VALUE);
    assertThat(at(Instant.now()).get("level", "gannet-quay")).contains(VALUE);
    assertThat(cache.get("level", "heron-staithe")).isEmpty();
    assertThat(cache.get("height", "gannet-quay")).isEmpty();
    cache.put("level", "gannet-quay", new byte[0]);
    assertThat(cache.get("level", "gannet-quay").orElseThrow()).isEmpty();
  }

  @Test
  public void whatNobodyUsedForLongGoes() throws Exception {
    Instant now = Instant.now();
    at(now).put("level", "old", VALUE);
    at(now).put("level", "used", VALUE);
    assertThat(kept()).hasSize(2);
    Instant later = now.plus(Duration.ofDays(20));
    assertThat(at(later).get("level", "used")).isPresent();
    // looking at it counted as use; the other is swept out when something new comes
    at(now.plus(Duration.ofDays(40))).put("level", "new", VALUE);
    UserCache last = at(now.plus(Duration.ofDays(40)));
    assertThat(last.get("level", "old")).isEmpty();
    assertThat(last.get("level", "used")).isPresent();
  }

  @Test
  public void nothingIsSaidOfFilesThatJustChangedOrAreGone() throws Exception {
    Path file = Files.writeString(home.resolve("file"), "1");
    Instant now = Instant.now();
    Files.setLastModifiedTime(file, FileTime.from(now));
    assertThat(at(now).stamp(file)).isEmpty();
    UserCache later = at(now.plusSeconds(60));
    String stamp = later.stamp(file).orElseThrow();
    assertThat(later.stamp(file)).contains(stamp);
    Files.writeString(file, "22");
    Files.setLastModifiedTime(file, FileTime.from(now));
    assertThat(later.stamp(file)).isPresent().get().isNotEqualTo(stamp);
    assertThat(later.stamp(home.resolve("none"))).isEmpty();
  }

  @Test
  public void offOrWithoutAPlaceItKeepsNothing() {
    Clock clock = Clock.systemUTC();
    String folder = home.toString();
    for (UserCache cache :
        List.of(
            UserCache.none(),
            UserCache.of(Map.of(), clock),
            UserCache.of(Map.of("XDG_CACHE_HOME", "not/absolute"), clock),
            UserCache.of(Map.of("XDG_CACHE_HOME", folder, "ZUGABE_CACHE", "off"), clock))) {
      assertThat(cache.isOn()).isFalse();
      cache.put("level", "gannet-quay", VALUE);
      assertThat(cache.get("level", "gannet-quay")).isEmpty();
    }
    assertThat(home).isEmptyDirectory();
  }

  @Test
  public void aPlaceThatCantBeWrittenIsNoFault() throws Exception {
    Path file = Files.writeString(home.resolve("file"), "1");
    UserCache cache = UserCache.of(Map.of("XDG_CACHE_HOME", file.toString()), Clock.systemUTC());
    cache.put("level", "gannet-quay", VALUE);
    assertThat(cache.get("level", "gannet-quay")).isEmpty();
    assertThat(file).hasContent("1");
  }
}
