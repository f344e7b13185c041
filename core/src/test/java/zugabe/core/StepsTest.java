package zugabe.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.testng.annotations.Test;

/** The time of a signature in two steps: OpenPGP signs it, so both steps have the same. */
public final class StepsTest {
  private static final Instant START = Instant.parse("2026-11-28T09:00:00.900Z");

  /** A second passes whenever it is asked. */
  private static final class Ticking extends Clock {
    private Instant now = START;

    @Override
    public Instant instant() {
      now = now.plus(Duration.ofSeconds(1));
      return now;
    }

    @Override
    public ZoneId getZone() {
      return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(ZoneId zone) {
      return this;
    }
  }

  @Test
  public void readingALargeFileTakesTimeBetween() {
    Clock first =
        new Signatures.Steps(Optional.of(Path.of("d")), List.of(), Optional.empty())
            .time(new Ticking());
    for (int i = 0; i < 2; i++) {
      assertThat(first.instant()).isEqualTo(Instant.parse("2026-11-28T09:00:01Z"));
    }
    Clock second =
        new Signatures.Steps(Optional.empty(), List.of(Path.of("s")), Optional.of(first.instant()))
            .time(new Ticking());
    assertThat(second.instant()).isEqualTo(first.instant());
    Clock once =
        new Signatures.Steps(Optional.empty(), List.of(), Optional.empty()).time(new Ticking());
    assertThat(once.instant()).isBefore(once.instant());
  }
}
