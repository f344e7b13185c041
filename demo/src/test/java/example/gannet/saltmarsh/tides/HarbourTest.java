package example.gannet.saltmarsh.tides;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.testng.annotations.Test;

public final class HarbourTest {
  /** One wave of one metre that comes round every twelve hours, highest at midnight. */
  private static final Harbour PLAIN =
      new Harbour("plain", "Plain", 2, List.of(new Constituent("S2", 1, 0, 30)));

  @Test
  public void aSingleWaveIsWhereItShouldBe() {
    assertThat(PLAIN.heightMetres(Instant.parse("2026-01-01T00:00:00Z")))
        .isEqualTo(3, within(1e-9));
    assertThat(PLAIN.heightMetres(Instant.parse("2026-03-01T06:00:00Z")))
        .isEqualTo(1, within(1e-9));
    assertThat(PLAIN.heightMetres(Instant.parse("2026-03-01T03:00:00Z")))
        .isEqualTo(2, within(1e-9));
  }

  @Test
  public void itsTurnsAreFound() {
    List<Turn> turns = PLAIN.turns(LocalDate.of(2026, 3, 1));
    assertThat(turns)
        .extracting(t -> t.time().toString())
        .containsExactly(
            "2026-03-01T00:00:00Z",
            "2026-03-01T06:00:00Z",
            "2026-03-01T12:00:00Z",
            "2026-03-01T18:00:00Z");
    assertThat(turns).extracting(Turn::high).containsExactly(true, false, true, false);
  }

  @Test
  public void everyHarbourHasHighAndLowWatersInTurn() {
    assertThat(Harbours.load().all()).hasSize(3);
    for (Harbour h : Harbours.load().all()) {
      List<Turn> turns = h.turns(LocalDate.of(2026, 6, 9));
      assertThat(turns).hasSizeBetween(2, 5);
      for (int i = 1; i < turns.size(); i++) {
        assertThat(turns.get(i).high()).isNotEqualTo(turns.get(i - 1).high());
        assertThat(Duration.between(turns.get(i - 1).time(), turns.get(i).time()).toMinutes())
            .isGreaterThan(60);
      }
    }
    assertThat(Harbours.load().named("nowhere")).isEmpty();
  }

  @Test
  public void theJsonSaysTheSame() {
    assertThat(TideJson.of(PLAIN, LocalDate.of(2026, 3, 1)))
        .contains("\"harbour\" : \"plain\"", "\"heightMetres\" : 3.0");
  }
}
