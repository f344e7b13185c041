package zugabe.formats.pe;

import java.nio.ByteOrder;
import java.util.Arrays;
import zugabe.bytes.ByteReader;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;

/**
 * A small program whose resources are made anew: everything else of it stays byte by byte, and a
 * section {@code .rsrc} is added behind its others.
 *
 * @param bytes the whole file
 * @param checksumAt where the optional header's checksum is, which is zeros
 */
@SuppressWarnings("ArrayRecordComponent") // nobody compares them
public record ProgramImage(byte[] bytes, int checksumAt) {
  /** Bytes of the checksum. */
  public static final int CHECKSUM = 4;

  private static final String NAME = ".rsrc";
  private static final int E_LFANEW = 0x3C;
  private static final int SIGNATURE = 4;
  private static final int RESOURCE_TABLE = 2;

  /** Of the optional header's fields, which lie at the same places in both kinds. */
  private static final int SECTION_ALIGNMENT = 32;

  private static final int FILE_ALIGNMENT = 36;
  private static final int SIZE_OF_IMAGE = 56;
  private static final int SIZE_OF_HEADERS = 60;
  private static final int CHECK_SUM = 64;

  /** Initialised data that is only read. */
  private static final long CHARACTERISTICS = 0x40000040L;

  /**
   * Adds resources.
   *
   * @param template a program without any, and with nothing behind its sections
   */
  public static ProgramImage of(byte[] template, Resources resources) throws MalformedException {
    Headers headers = Headers.read(template);
    SectionHeader last = headers.last();
    long address = aligned(last.virtualAddress() + last.virtualSize(), headers.sectionAlignment());
    int size = resources.size();
    int rawSize = (int) aligned(size, headers.fileAlignment());
    int rawAt = (int) aligned(template.length, headers.fileAlignment());
    byte[] image = Arrays.copyOf(template, rawAt + rawSize);
    System.arraycopy(resources.encode(address), 0, image, rawAt, size);
    SectionHeader section = new SectionHeader(NAME, size, address, rawSize, rawAt, CHARACTERISTICS);
    ByteWriter line = ByteWriter.ofSize(SectionHeader.SIZE, ByteOrder.LITTLE_ENDIAN);
    section.encode(line);
    System.arraycopy(line.done(), 0, image, headers.nextSectionAt(), SectionHeader.SIZE);
    int optional = headers.optionalAt();
    put(image, headers.coffAt() + 2, 2, headers.count() + 1);
    put(image, optional + SIZE_OF_IMAGE, 4, aligned(address + size, headers.sectionAlignment()));
    put(image, optional + CHECK_SUM, 4, 0);
    int directory = optional + OptionalHeader.fixedSize(headers.wide()) + 8 * RESOURCE_TABLE;
    put(image, directory, 4, address);
    put(image, directory + 4, 4, size);
    return new ProgramImage(image, optional + CHECK_SUM);
  }

  private static long aligned(long size, long alignment) {
    return (size + alignment - 1) / alignment * alignment;
  }

  private static void put(byte[] image, int at, int width, long value) {
    for (int i = 0; i < width; i++) {
      image[at + i] = (byte) (value >> (Byte.SIZE * i));
    }
  }

  /** What of a template's headers is needed. */
  private record Headers(
      int coffAt,
      int count,
      boolean wide,
      long sectionAlignment,
      long fileAlignment,
      SectionHeader last,
      int nextSectionAt) {

    int optionalAt() {
      return coffAt + CoffHeader.SIZE;
    }

    static Headers read(byte[] template) throws MalformedException {
      ByteReader start = reader(template, E_LFANEW, 4);
      int coffAt = (int) start.u4() + SIGNATURE;
      CoffHeader coff = CoffHeader.decode(reader(template, coffAt, CoffHeader.SIZE));
      int optionalAt = coffAt + CoffHeader.SIZE;
      boolean wide = reader(template, optionalAt, 2).u2() == OptionalHeader.PE32_PLUS;
      int table = optionalAt + coff.sizeOfOptionalHeader();
      int next = table + SectionHeader.SIZE * coff.numberOfSections();
      long room = reader(template, optionalAt + SIZE_OF_HEADERS, 4).u4();
      if (coff.numberOfSections() == 0 || next + SectionHeader.SIZE > room) {
        throw new MalformedException("there is no room for one more section", next);
      }
      return new Headers(
          coffAt,
          coff.numberOfSections(),
          wide,
          reader(template, optionalAt + SECTION_ALIGNMENT, 4).u4(),
          reader(template, optionalAt + FILE_ALIGNMENT, 4).u4(),
          SectionHeader.decode(reader(template, next - SectionHeader.SIZE, SectionHeader.SIZE)),
          next);
    }

    private static ByteReader reader(byte[] template, int at, int size) throws MalformedException {
      try (var access = Content.of(template).access()) {
        return new zugabe.bytes.Fields(access, false).structure(at, size);
      } catch (MalformedException e) {
        throw e;
      } catch (java.io.IOException e) {
        throw new IllegalStateException("bytes in memory are read", e);
      }
    }
  }
}
