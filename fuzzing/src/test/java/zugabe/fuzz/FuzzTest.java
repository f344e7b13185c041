package zugabe.fuzz;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Set;
import org.testng.annotations.Test;

/** Half a minute over everything; {@code ./fuzz} goes on from there. */
public final class FuzzTest {
  @Test
  public void nothingFaultsInHalfAMinute() throws Exception {
    ByteArrayOutputStream said = new ByteArrayOutputStream();
    PrintStream out = new PrintStream(said, true, StandardCharsets.UTF_8);
    long faults = Fuzz.run(Set.of(), Duration.ofSeconds(30), 1, out, Path.of("target/fuzz-kept"));
    assertThat(faults).as(said.toString(StandardCharsets.UTF_8)).isZero();
  }
}
