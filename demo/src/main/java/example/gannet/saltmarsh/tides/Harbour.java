package example.gannet.saltmarsh.tides;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;

/** A harbour and its tide. All times are UTC. */
public record Harbour(
    String id, String name, double meanLevelMetres, List<Constituent> constituents) {
  private static final Instant START = Instant.parse("2026-01-01T00:00:00Z");
  private static final int STEP_SECONDS = 60;

  /** Height of the water over chart datum, in metres. */
  public double heightMetres(Instant time) {
    double hours = Duration.between(START, time).toSeconds() / 3600.0;
    return meanLevelMetres + constituents.stream().mapToDouble(c -> c.heightMetres(hours)).sum();
  }

  /** The day's high and low waters, to the minute. */
  public List<Turn> turns(LocalDate day) {
    List<Turn> turns = new ArrayList<>();
    Instant end = day.plusDays(1).atStartOfDay().toInstant(ZoneOffset.UTC);
    Instant time = day.atStartOfDay().toInstant(ZoneOffset.UTC);
    while (time.isBefore(end)) {
      double before = heightMetres(time.minusSeconds(STEP_SECONDS));
      double here = heightMetres(time);
      double after = heightMetres(time.plusSeconds(STEP_SECONDS));
      if ((before < here && here >= after) || (before > here && here <= after)) {
        turns.add(new Turn(time.truncatedTo(ChronoUnit.MINUTES), here, before < here));
      }
      time = time.plusSeconds(STEP_SECONDS);
    }
    return turns;
  }
}
