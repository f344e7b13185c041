package zugabe.kinds.launcher;

import java.io.IOException;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import zugabe.bytes.Content;
import zugabe.bytes.Layout;
import zugabe.bytes.RangeDigest;
import zugabe.bytes.Segment;
import zugabe.bytes.WordSum;
import zugabe.core.sign.Described;
import zugabe.core.sign.ProgramSignature;
import zugabe.formats.pe.CertificateTable;
import zugabe.formats.pe.PeChecksum;
import zugabe.formats.pe.ProgramImage;
import zugabe.formats.zip.ZipEnd;

/**
 * The program with the jar behind it: a zip file counts from the file's start. The checksum of the
 * program's header is about the whole file. Signatures come last, and the jar's comment reaches
 * over them.
 */
record LauncherLayout(
    ProgramImage program, Layout jar, Optional<ProgramSignature> signer, Described described)
    implements Layout {
  /** In the place of a jar, when what is started lies beside. */
  static final Layout NO_JAR = Layout.copyOf("no jar", Content.of(new byte[0]));

  /** The largest size that a program's header can hold. */
  static final long MOST_BYTES = 0xFFFF_FFFFL;

  @Override
  public Iterator<Segment> segments() {
    return signer.isPresent() ? new Signed(signer.get()).segments() : unsigned();
  }

  private Iterator<Segment> unsigned() {
    byte[] bytes = program.bytes();
    int behind = program.checksumAt() + ProgramImage.CHECKSUM;
    FileSum sum = new FileSum();
    Segment.Slot slot = new Segment.Slot("checksum", ProgramImage.CHECKSUM);
    return Stream.<Stream<Segment>>of(
            Segments.of(
                sum.over(List.of(literal("headers", bytes, 0, program.checksumAt())).iterator())),
            Stream.of(slot),
            Segments.of(
                sum.over(
                    Stream.concat(
                            Stream.of(literal("program", bytes, behind, bytes.length)),
                            Segments.of(jar.segments()))
                        .iterator())),
            Stream.of(new Segment.Fill("checksum", slot, size -> checksum(sum.value(), size))))
        .flatMap(s -> s)
        .iterator();
  }

  /** One walk over a program that is signed. */
  private final class Signed {
    private final ProgramSignature by;
    private final RangeDigest sum = RangeDigest.checksum("checksum", new WordSum());
    private final RangeDigest digest;
    private final Segment.Slot checksumSlot = new Segment.Slot("checksum", ProgramImage.CHECKSUM);
    private final Segment.Slot directorySlot =
        new Segment.Slot("place of signatures", CertificateTable.HEADER);
    private byte[] directory = {};

    Signed(ProgramSignature by) {
      this.by = by;
      this.digest = RangeDigest.of(by.algorithm());
    }

    /** Neither slot is in a range: what goes into the second one is added to the sum at the end. */
    Iterator<Segment> segments() {
      byte[] bytes = program.bytes();
      int checksumEnd = program.checksumAt() + ProgramImage.CHECKSUM;
      int directoryEnd = program.directoryAt() + CertificateTable.HEADER;
      return Stream.<Stream<Segment>>of(
              covered(literal("headers", bytes, 0, program.checksumAt())),
              Stream.of(checksumSlot),
              covered(literal("headers", bytes, checksumEnd, program.directoryAt())),
              Stream.of(directorySlot),
              Stream.of(
                  new Segment.RangeStart("checksum", sum),
                  new Segment.RangeStart("digest", digest),
                  literal("program", bytes, directoryEnd, bytes.length)),
              Segments.withLast(jar, this::commented),
              Stream.of(
                  new Segment.Encoded("padding", at -> new byte[CertificateTable.padding(at)]),
                  new Segment.RangeEnd("digest", digest, true),
                  new Segment.Encoded("signatures", this::table),
                  new Segment.RangeEnd("checksum", sum, true),
                  new Segment.Fill("place of signatures", directorySlot, at -> directory),
                  new Segment.Fill(
                      "checksum",
                      checksumSlot,
                      size -> checksum(word(sum.value()) + WordSum.of(directory), size))))
          .flatMap(s -> s)
          .iterator();
    }

    private Stream<Segment> covered(Segment segment) {
      return Stream.of(
          new Segment.RangeStart("checksum", sum),
          new Segment.RangeStart("digest", digest),
          segment,
          new Segment.RangeEnd("digest", digest, false),
          new Segment.RangeEnd("checksum", sum, false));
    }

    /** The end of the zip file, whose comment is all that comes behind it. */
    private byte[] commented(byte[] end, long at) {
      int padding = CertificateTable.padding(at + end.length);
      return ZipEnd.withComment(end, padding + by.tableLength());
    }

    private byte[] table(long at) throws IOException {
      byte[] table = by.table(digest.value(), described);
      directory = CertificateTable.directory(at, table.length);
      return table;
    }
  }

  private static Segment literal(String label, byte[] bytes, int from, int to) {
    return new Segment.Encoded(label, position -> Arrays.copyOfRange(bytes, from, to));
  }

  /** The sum of words and the file's length, together. */
  private static byte[] checksum(long sum, long size) throws IOException {
    if (size > MOST_BYTES) {
      throw new IOException("a program for Windows has less than 4 GB, and this one has " + size);
    }
    return PeChecksum.field(sum, size);
  }

  /** A checksum's value, whose first byte counts most. */
  static long word(byte[] value) {
    long word = 0;
    for (byte b : value) {
      word = (word << Byte.SIZE) | (b & 0xFF);
    }
    return word;
  }

  @Override
  public long leastSize() {
    return program.bytes().length + jar.leastSize();
  }

  @Override
  public long mostSize() {
    return program.bytes().length
        + jar.mostSize()
        + signer.map(s -> CertificateTable.ALIGNMENT + s.tableLength()).orElse(0);
  }
}
