package example.gannet.saltmarsh.tides;

import java.time.Instant;

/** A high or a low water. */
public record Turn(Instant time, double heightMetres, boolean high) {}
