package zugabe.formats.cab;

import java.io.IOException;
import java.util.Optional;
import zugabe.bytes.Access;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/**
 * The start of a cabinet ([MS-CAB], section 2.1), with the place of its signature: 20 bytes that
 * the header reserves tell where behind the cabinet's data that lies.
 *
 * <pre>
 * offset size name
 *      0    4 signature: MSCF
 *      4    4 reserved1
 *      8    4 cbCabinet: its size
 *     16    4 coffFiles: where the first file's line is
 *     26    2 cFolders
 *     30    2 flags
 *     36    2 cbCFHeader: bytes that the header reserves, with flag 4
 *     38    1 cbCFFolder: bytes that each folder reserves
 *     40    - abReserve; of a signed one:
 *     40    4   100000
 *     44    4   where the signature is
 *     48    4   its size
 *     52    8   zeros
 *      -    - names of the cabinets before and behind it, with flags 1 and 2
 *      -    8 each folder, with what it reserves; the first 4 are where its data is
 * </pre>
 *
 * @param size of the cabinet's own data
 * @param folders number of folders
 * @param folderReserve bytes that each of them reserves
 * @param reserves whether the header reserves anything
 * @param place of the signature; empty when none is provided for
 */
public record CabinetHeader(
    long size,
    long filesAt,
    int folders,
    int folderReserve,
    boolean reserves,
    Optional<Place> place) {

  /** Where a signature is, and how large it is; both are zero when there is none yet. */
  public record Place(long at, long size) {}

  /** Where the fixed part ends. */
  public static final int FIXED = 36;

  /** What is put in behind it: lengths of what is reserved, and the place of a signature. */
  public static final int RESERVED = 24;

  public static final int SIZE_AT = 8;
  public static final int FILES_AT = 16;
  public static final int FLAGS_AT = 30;
  public static final int PLACE_AT = 44;
  public static final int FLAG_RESERVED = 4;

  /** What a signature's place starts with. */
  public static final int MARK = 0x100000;

  /** Bytes of a folder's line. */
  public static final int FOLDER = 8;

  private static final int NAMED = 3;
  private static final int OWN = 20;

  /** Whether a file starts like a cabinet. */
  public static boolean mayBe(byte[] start) {
    return start.length >= FIXED
        && start[0] == 'M'
        && start[1] == 'S'
        && start[2] == 'C'
        && start[3] == 'F';
  }

  /**
   * Reads it.
   *
   * @throws MalformedException when it is damaged, or part of a set
   */
  public static CabinetHeader read(Access access) throws IOException {
    Fields in = new Fields(access, false);
    if (!in.starts(0, "MSCF")) {
      throw new MalformedException("it doesn't start like a cabinet", 0);
    }
    int flags = in.u2(FLAGS_AT);
    if ((flags & NAMED) != 0) {
      throw new MalformedException("it is one of a set of cabinets", FLAGS_AT);
    }
    long size = in.u4(SIZE_AT);
    boolean reserves = (flags & FLAG_RESERVED) != 0;
    Optional<Place> place = Optional.empty();
    int folderReserve = 0;
    if (reserves) {
      folderReserve = in.u1(38);
      if (in.u2(FIXED) == OWN && in.u4(40) == MARK) {
        place = Optional.of(new Place(in.u4(PLACE_AT), in.u4(PLACE_AT + 4)));
      }
    }
    if (size > access.size() || size < FIXED) {
      throw new MalformedException("its size is out of its bounds", SIZE_AT);
    }
    if (place.isPresent()
        && place.get().size() > 0
        && (place.get().at() < size || place.get().at() + place.get().size() > access.size())) {
      throw new MalformedException("its signature's place is out of its bounds", PLACE_AT);
    }
    long filesAt = in.u4(FILES_AT);
    int folders = in.u2(26);
    long lines = FIXED + (reserves ? 4L + in.u2(FIXED) : 0);
    if (lines + (long) folders * (FOLDER + folderReserve) > size || filesAt > size) {
      throw new MalformedException("its folders' lines are out of its bounds", 26);
    }
    for (int i = 0; i < folders; i++) {
      long line = lines + (long) i * (FOLDER + folderReserve);
      if (in.u4(line) > size) {
        throw new MalformedException("a folder's data is out of its bounds", line);
      }
    }
    return new CabinetHeader(size, filesAt, folders, folderReserve, reserves, place);
  }
}
