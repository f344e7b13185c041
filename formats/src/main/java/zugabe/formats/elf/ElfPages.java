package zugabe.formats.elf;

import java.io.IOException;
import zugabe.bytes.Access;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/**
 * The pages of memory that a library was linked for: the least alignment of what is loaded of it
 * ({@code p_align} of {@code PT_LOAD}).
 */
public final class ElfPages {
  private static final int WIDE = 2;
  private static final int BIG_ENDIAN = 2;
  private static final int MOST_HEADERS = 4096;

  private ElfPages() {}

  /**
   * Reads it.
   *
   * @return in bytes; 0 when nothing of it is loaded
   * @throws MalformedException when the file is damaged
   */
  public static long of(Access access) throws IOException {
    Fields in = new Fields(access, false);
    if (!in.starts(0, "\u007fELF")) {
      throw new MalformedException("it doesn't start like an ELF file", 0);
    }
    boolean wide = in.u1(4) == WIDE;
    in = in.withByteOrder(in.u1(5) == BIG_ENDIAN);
    long headers = wide ? in.u8(32) : in.u4(28);
    int size = in.u2(wide ? 54 : 42);
    int count = in.u2(wide ? 56 : 44);
    if (count > MOST_HEADERS) {
      throw new MalformedException("it claims " + count + " program headers", wide ? 56 : 44);
    }
    long least = 0;
    for (int i = 0; i < count; i++) {
      long at = headers + (long) i * size;
      if (in.u4(at) == ProgramHeader.PT_LOAD) {
        long align = wide ? in.u8(at + 48) : in.u4(at + 28);
        least = least == 0 ? align : Math.min(least, align);
      }
    }
    return least;
  }
}
