package zugabe.formats.classfile;

/** How long instructions are (JVM Specification, section 6.5). */
final class Instructions {
  static final int LDC = 18;
  static final int LDC_W = 19;
  static final int GETSTATIC = 178;
  static final int PUTSTATIC = 179;
  static final int PUTFIELD = 181;
  static final int INVOKEVIRTUAL = 182;
  static final int INVOKEINTERFACE = 185;
  static final int INVOKEDYNAMIC = 186;
  static final int NEW = 187;
  static final int ANEWARRAY = 189;
  static final int CHECKCAST = 192;
  static final int INSTANCEOF = 193;
  static final int MULTIANEWARRAY = 197;

  private static final int IINC = 132;
  private static final int TABLESWITCH = 170;
  private static final int LOOKUPSWITCH = 171;
  private static final int WIDE = 196;
  private static final int LAST = 201;
  private static final byte[] OPERANDS = new byte[LAST + 1];

  static {
    operands(1, 16, 16, LDC, LDC, 21, 25, 54, 58, 169, 169, 188, 188);
    operands(2, 17, 17, LDC_W, 20, IINC, IINC, 153, 168, GETSTATIC, 184, NEW, NEW);
    operands(2, ANEWARRAY, ANEWARRAY, CHECKCAST, INSTANCEOF, 198, 199);
    operands(3, MULTIANEWARRAY, MULTIANEWARRAY);
    operands(4, INVOKEINTERFACE, INVOKEDYNAMIC, 200, LAST);
  }

  private Instructions() {}

  private static void operands(int bytes, int... ranges) {
    for (int i = 0; i < ranges.length; i += 2) {
      for (int opcode = ranges[i]; opcode <= ranges[i + 1]; opcode++) {
        OPERANDS[opcode] = (byte) bytes;
      }
    }
  }

  /**
   * Bytes of the instruction at a place.
   *
   * @param code where the method's code starts: switches are aligned to it
   */
  static int length(ConstantPool pool, int at, int code) {
    int opcode = pool.u1(at);
    if (opcode > LAST) {
      throw new IllegalArgumentException("unknown instruction " + opcode);
    }
    if (opcode == WIDE) {
      return pool.u1(at + 1) == IINC ? 6 : 4;
    }
    if (opcode != TABLESWITCH && opcode != LOOKUPSWITCH) {
      return 1 + OPERANDS[opcode];
    }
    int operands = at + 4 - (at - code) % 4;
    long cases =
        opcode == LOOKUPSWITCH
            ? 2L * pool.u4(operands + 4)
            : (long) pool.u4(operands + 8) - pool.u4(operands + 4) + 1;
    long length = operands - at + (opcode == LOOKUPSWITCH ? 8 : 12) + 4 * cases;
    if (cases < 0 || length > Integer.MAX_VALUE - at) {
      throw new IllegalArgumentException("a switch of " + cases + " cases");
    }
    return (int) length;
  }
}
