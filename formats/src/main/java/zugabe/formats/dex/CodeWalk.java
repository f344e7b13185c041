package zugabe.formats.dex;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import zugabe.bytes.Fields;
import zugabe.bytes.MalformedException;

/**
 * Goes through a method's instructions, in units of two bytes, for what it calls and reads, and for
 * the texts that stand in the code itself (Dalvik bytecode format).
 *
 * <pre>
 *  0 u2 registers_size    12 u4 insns_size, in units
 *  8 u4 debug_info_off    16    insns
 * </pre>
 *
 * A text counts while nothing but constants, fields and calls came between; what is put together at
 * other places isn't followed.
 */
final class CodeWalk {
  /** Units that each instruction takes: runs of how many opcodes, and how long each is. */
  private static final int[][] RUNS = {
    {2, 1}, {1, 2}, {1, 3}, {1, 1}, {1, 2}, {1, 3}, {1, 1}, {1, 2}, {1, 3}, {9, 1}, {1, 2}, {1, 3},
    {2, 2}, {1, 3}, {1, 5}, {2, 2}, {1, 3}, {1, 2}, {2, 1}, {2, 2}, {1, 1}, {2, 2}, {3, 3}, {2, 1},
    {1, 2}, {3, 3}, {17, 2}, {6, 1}, {42, 2}, {5, 3}, {1, 1}, {5, 3}, {23, 1}, {32, 2}, {32, 1},
    {19, 2}, {23, 1}, {2, 4}, {2, 3}, {2, 2}
  };

  private static final byte[] UNITS = new byte[256];

  static {
    int at = 0;
    for (int[] run : RUNS) {
      Arrays.fill(UNITS, at, at + run[0], (byte) run[1]);
      at += run[0];
    }
  }

  private static final int HEADER_BYTES = 16;
  private static final int SIZE_AT = 12;

  /** Gets what is met. */
  interface Uses {
    /**
     * Called for each method that is called.
     *
     * @param method its number
     * @param texts numbers of the texts among its arguments, where they are known
     */
    void call(int method, List<Long> texts) throws IOException;

    /** Called for each field that is read or written. */
    void field(int field);
  }

  private final byte[] code;
  private final long place;
  private final Uses uses;
  private final Map<Integer, Long> texts = new HashMap<>();

  private CodeWalk(byte[] code, long place, Uses uses) {
    this.code = code;
    this.place = place;
    this.uses = uses;
  }

  /**
   * Goes through one.
   *
   * @param at where the method's code is
   */
  static void walk(Fields in, long at, Uses uses) throws IOException {
    long size = in.u4(at + SIZE_AT);
    if (size > in.size() / 2) {
      throw new MalformedException("a method claims " + size + " units of code", at);
    }
    new CodeWalk(in.bytes(at + HEADER_BYTES, (int) (2 * size)), at, uses).run();
  }

  private int unit(int at) throws MalformedException {
    if (2 * at + 1 >= code.length) {
      throw new MalformedException("a method ends within an instruction", place);
    }
    return (code[2 * at] & 0xFF) | (code[2 * at + 1] & 0xFF) << 8;
  }

  private void run() throws IOException {
    for (long at = 0; 2 * at < code.length; at += length((int) at)) {
      instruction((int) at);
    }
  }

  /** Tables of switches and arrays stand among the code, behind a nop with a number. */
  private long length(int at) throws MalformedException {
    int first = unit(at);
    return switch (first) {
      case 0x0100 -> 4 + 2L * unit(at + 1);
      case 0x0200 -> 2 + 4L * unit(at + 1);
      case 0x0300 -> 4 + (unit(at + 1) * (unit(at + 2) | (long) unit(at + 3) << 16) + 1) / 2;
      default -> UNITS[first & 0xFF];
    };
  }

  private void instruction(int at) throws IOException {
    int first = unit(at);
    int op = first & 0xFF;
    int wide = first >> 8;
    int narrow = wide & 0xF;
    if (op >= 0x52 && op <= 0x6d) {
      uses.field(unit(at + 1));
    }
    if (op == 0x1a) {
      texts.put(wide, (long) unit(at + 1));
    } else if (op == 0x1b) {
      texts.put(wide, unit(at + 1) | (long) unit(at + 2) << 16);
    } else if (op == 0x12 || (op >= 0x52 && op <= 0x58) || op == 0x20 || op == 0x23) {
      overwritten(narrow, op == 0x53);
    } else if ((op >= 0x0a && op <= 0x0d) || (op >= 0x13 && op <= 0x1c) || op == 0x22) {
      overwritten(wide, op == 0x0b || (op >= 0x16 && op <= 0x19));
    } else if (op >= 0x60 && op <= 0x66) {
      overwritten(wide, op == 0x61);
    } else if (op >= 0x6e && op <= 0x72) {
      some(at, wide);
    } else if (op >= 0x74 && op <= 0x78) {
      range(at, wide);
    } else if (op != 0) {
      texts.clear();
    }
  }

  private void overwritten(int register, boolean wide) {
    texts.remove(register);
    if (wide) {
      texts.remove(register + 1);
    }
  }

  /** Up to five registers: the fifth in the first unit, the others in the third. */
  private void some(int at, int word) throws IOException {
    int four = unit(at + 2);
    List<Integer> registers = new ArrayList<>();
    for (int i = 0; i < Math.min(word >> 4, 4); i++) {
      registers.add((four >> (4 * i)) & 0xF);
    }
    if (word >> 4 > 4) {
      registers.add(word & 0xF);
    }
    tell(unit(at + 1), registers);
  }

  private void range(int at, int count) throws IOException {
    int first = unit(at + 2);
    List<Integer> registers = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      registers.add(first + i);
    }
    tell(unit(at + 1), registers);
  }

  private void tell(int method, List<Integer> registers) throws IOException {
    uses.call(method, registers.stream().filter(texts::containsKey).map(texts::get).toList());
  }
}
