/**
 * Tides of made-up harbours, computed from made-up harmonic constants. Shared by all programs of
 * Saltmarsh.
 */
package example.gannet.saltmarsh.tides;
