package zugabe.formats.pe;

import java.io.IOException;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.List;
import zugabe.bytes.ByteWriter;
import zugabe.bytes.Content;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;
import zugabe.formats.pe.OptionalHeader.DataDirectory;

/**
 * A small program whose resources are made anew: everything else of it stays byte by byte, and a
 * section {@code .rsrc} is added behind its others.
 *
 * @param bytes the whole file
 * @param checksumAt where the optional header's checksum is, which is zeros
 * @param directoryAt where the place of signatures stands
 */
@SuppressWarnings("ArrayRecordComponent") // nobody compares them
public record ProgramImage(byte[] bytes, int checksumAt, int directoryAt) {
  /** Bytes of the checksum. */
  public static final int CHECKSUM = 4;

  private static final String NAME = ".rsrc";

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
  public static ProgramImage of(byte[] template, Resources resources) throws IOException {
    Fields in = new Fields(Content.of(template).access(), false);
    ImageHeaders headers = ImageHeaders.read(in);
    int optional = (int) headers.optionalAt();
    long alignment = in.u4(optional + SECTION_ALIGNMENT);
    long fileAlignment = in.u4(optional + FILE_ALIGNMENT);
    List<SectionHeader> sections = headers.sections();
    int next =
        optional + headers.coff().sizeOfOptionalHeader() + SectionHeader.SIZE * sections.size();
    if (sections.isEmpty() || next + SectionHeader.SIZE > in.u4(optional + SIZE_OF_HEADERS)) {
      throw new MalformedException("there is no room for one more section", next);
    }
    SectionHeader last = sections.get(sections.size() - 1);
    long address = aligned(last.virtualAddress() + last.virtualSize(), alignment);
    int size = resources.size();
    int rawSize = (int) aligned(size, fileAlignment);
    int rawAt = (int) aligned(template.length, fileAlignment);
    byte[] image = Arrays.copyOf(template, rawAt + rawSize);
    System.arraycopy(resources.encode(address), 0, image, rawAt, size);
    SectionHeader section = new SectionHeader(NAME, size, address, rawSize, rawAt, CHARACTERISTICS);
    ByteWriter line = ByteWriter.ofSize(SectionHeader.SIZE, ByteOrder.LITTLE_ENDIAN);
    section.encode(line);
    System.arraycopy(line.done(), 0, image, next, SectionHeader.SIZE);
    put(image, (int) headers.coffAt() + 2, 2, sections.size() + 1);
    put(image, optional + SIZE_OF_IMAGE, 4, aligned(address + size, alignment));
    put(image, optional + CHECK_SUM, 4, 0);
    int directories = optional + OptionalHeader.fixedSize(headers.optional().isWide());
    int directory = directories + DataDirectory.SIZE * DataDirectory.RESOURCE_TABLE;
    put(image, directory, 4, address);
    put(image, directory + 4, 4, size);
    return new ProgramImage(
        image,
        optional + CHECK_SUM,
        directories + DataDirectory.SIZE * DataDirectory.CERTIFICATE_TABLE);
  }

  private static long aligned(long size, long alignment) {
    return (size + alignment - 1) / alignment * alignment;
  }

  private static void put(byte[] image, int at, int width, long value) {
    for (int i = 0; i < width; i++) {
      image[at + i] = (byte) (value >> (Byte.SIZE * i));
    }
  }
}
