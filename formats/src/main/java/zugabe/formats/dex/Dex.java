package zugabe.formats.dex;

import java.io.IOException;
import zugabe.bytes.Access;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;
import zugabe.bytes.Regex;

/**
 * What the header of a Dalvik executable says.
 *
 * <pre>
 *  0 8 magic "dex\n035\0"   88 4 method_ids_size
 * 32 4 file_size            96 4 class_defs_size
 * </pre>
 *
 * @param version of the format, such as 35
 * @param classes how many it defines
 * @param methods how many it refers to: 65,536 at most
 */
public record Dex(int version, long classes, long methods) {
  private static final int HEADER_BYTES = 112;

  /** Whether a file starts like one. */
  public static boolean isDex(byte[] start) {
    return start.length >= 8
        && start[0] == 'd'
        && start[1] == 'e'
        && start[2] == 'x'
        && start[3] == '\n'
        && start[7] == 0;
  }

  /**
   * Reads one.
   *
   * @throws MalformedException when it is damaged
   */
  public static Dex read(Access access) throws IOException {
    Fields in = new Fields(access, false);
    if (!in.starts(0, "dex\n") || in.size() < HEADER_BYTES) {
      throw new MalformedException("it doesn't start like a Dalvik executable", 0);
    }
    if (in.u4(32) > in.size()) {
      throw new MalformedException("it is shorter than the " + in.u4(32) + " bytes it tells", 32);
    }
    String digits = in.text(4, 3);
    if (!Regex.matches(digits, "[0-9]{3}")) {
      throw new MalformedException("its version isn't a number", 4);
    }
    return new Dex(Integer.parseInt(digits), in.u4(96), in.u4(88));
  }

  /** The least level of the Android interfaces whose runtime reads this version. */
  public int leastApi() {
    return switch (version) {
      case 35 -> 1;
      case 37 -> 24;
      case 38 -> 26;
      case 39 -> 28;
      case 40 -> 30;
      default -> version < 35 ? 1 : 35;
    };
  }
}
