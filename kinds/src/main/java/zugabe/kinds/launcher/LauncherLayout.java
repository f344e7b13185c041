package zugabe.kinds.launcher;

import java.util.Arrays;
import java.util.Iterator;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import zugabe.bytes.Layout;
import zugabe.bytes.RangeDigest;
import zugabe.bytes.Segment;
import zugabe.formats.pe.PeChecksum;
import zugabe.formats.pe.ProgramImage;

/**
 * The program with the jar behind it: a zip file counts from the file's start. The checksum of the
 * program's header is about the whole file.
 */
record LauncherLayout(ProgramImage program, Layout jar) implements Layout {
  @Override
  public Iterator<Segment> segments() {
    byte[] bytes = program.bytes();
    int behind = program.checksumAt() + ProgramImage.CHECKSUM;
    RangeDigest sum = RangeDigest.checksum("checksum", new PeChecksum());
    Segment.Slot slot = new Segment.Slot("checksum", ProgramImage.CHECKSUM);
    Stream<Segment> front =
        Stream.of(
            new Segment.RangeStart("checksum", sum),
            literal("headers", bytes, 0, program.checksumAt()),
            new Segment.RangeEnd("checksum", sum, false),
            slot,
            new Segment.RangeStart("checksum", sum),
            literal("program", bytes, behind, bytes.length));
    Stream<Segment> back =
        Stream.of(
            new Segment.RangeEnd("checksum", sum, true),
            new Segment.Fill("checksum", slot, size -> checksum(sum.value(), size)));
    Iterable<Segment> middle = jar::segments;
    return Stream.of(front, StreamSupport.stream(middle.spliterator(), false), back)
        .flatMap(s -> s)
        .iterator();
  }

  private static Segment literal(String label, byte[] bytes, int from, int to) {
    return new Segment.Encoded(label, position -> Arrays.copyOfRange(bytes, from, to));
  }

  /** The sum, whose first byte counts most, and the file's length; the last byte counts most. */
  private static byte[] checksum(byte[] sum, long size) {
    long value = size;
    for (int i = 0; i < sum.length; i++) {
      value += (long) (sum[i] & 0xFF) << (Byte.SIZE * (sum.length - 1 - i));
    }
    byte[] bytes = new byte[ProgramImage.CHECKSUM];
    for (int i = 0; i < bytes.length; i++) {
      bytes[i] = (byte) (value >> (Byte.SIZE * i));
    }
    return bytes;
  }

  @Override
  public long leastSize() {
    return program.bytes().length + jar.leastSize();
  }

  @Override
  public long mostSize() {
    return program.bytes().length + jar.mostSize();
  }
}
