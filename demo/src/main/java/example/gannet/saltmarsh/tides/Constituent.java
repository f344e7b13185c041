package example.gannet.saltmarsh.tides;

/**
 * One harmonic part of a tide.
 *
 * @param name such as M2, the main lunar one
 * @param amplitudeMetres half its range
 * @param phaseDegrees where it stands at the start of 2026, UTC
 * @param degreesPerHour how fast it turns
 */
public record Constituent(
    String name, double amplitudeMetres, double phaseDegrees, double degreesPerHour) {
  /** Its part of the height, in metres. */
  double heightMetres(double hours) {
    return amplitudeMetres * Math.cos(Math.toRadians(degreesPerHour * hours - phaseDegrees));
  }
}
