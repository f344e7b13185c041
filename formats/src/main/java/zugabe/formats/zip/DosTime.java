package zugabe.formats.zip;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;

/** MS-DOS date and time (APPNOTE 4.4.6): UTC here, even seconds, years 1980 to 2107. */
final class DosTime {
  private static final Instant FIRST = Instant.parse("1980-01-01T00:00:00Z");
  private static final Instant LAST = Instant.parse("2107-12-31T23:59:58Z");

  private DosTime() {}

  /**
   * The 4-byte field: time in the low half, date in the high half. Times out of range are moved to
   * its ends.
   */
  static long encode(Instant instant) {
    Instant inRange = instant.isBefore(FIRST) ? FIRST : instant.isAfter(LAST) ? LAST : instant;
    LocalDateTime t = LocalDateTime.ofInstant(inRange, ZoneOffset.UTC);
    int date = (t.getYear() - 1980) << 9 | t.getMonthValue() << 5 | t.getDayOfMonth();
    int time = t.getHour() << 11 | t.getMinute() << 5 | t.getSecond() / 2;
    return (long) date << 16 | time;
  }

  /** The instant, or the first one when the fields name no day or hour. */
  static Instant decode(long field) {
    int date = (int) (field >>> 16);
    int time = (int) (field & 0xFFFF);
    try {
      return LocalDateTime.of(
              1980 + (date >>> 9),
              date >>> 5 & 0xF,
              date & 0x1F,
              time >>> 11,
              time >>> 5 & 0x3F,
              (time & 0x1F) * 2)
          .toInstant(ZoneOffset.UTC);
    } catch (DateTimeException e) {
      return FIRST;
    }
  }
}
