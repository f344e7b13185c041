package zugabe.formats.classfile;

import java.util.ArrayDeque;
import java.util.BitSet;
import java.util.Deque;

/**
 * Whether a handler only passes on what it catches, as compilers make them for {@code
 * try}-with-resources: each of its ways ends in a throw of a local variable.
 */
final class Rethrowing {
  private static final int ALOAD = 25;
  private static final int ALOAD_0 = 42;
  private static final int ALOAD_3 = 45;
  private static final int IFEQ = 153;
  private static final int GOTO = 167;
  private static final int RET = 169;
  private static final int IRETURN = 172;
  private static final int RETURN = 177;
  private static final int ATHROW = 191;
  private static final int IFNULL = 198;
  private static final int IFNONNULL = 199;
  private static final int GOTO_W = 200;

  /** Handlers that compilers make are short. */
  private static final int MOST = 2048;

  private final ConstantPool pool;
  private final int code;
  private final int length;
  private final BitSet seen = new BitSet();
  private final Deque<Integer> open = new ArrayDeque<>();
  private boolean throwsOn;

  private Rethrowing(ConstantPool pool, int code, int length) {
    this.pool = pool;
    this.code = code;
    this.length = length;
  }

  /**
   * Follows a handler.
   *
   * @param code where the method's code starts
   * @param handler offset within it
   */
  static boolean is(ConstantPool pool, int code, int length, int handler) {
    return new Rethrowing(pool, code, length).passesOn(handler);
  }

  private boolean passesOn(int handler) {
    open.push(handler);
    int count = 0;
    while (!open.isEmpty()) {
      int offset = open.pop();
      boolean loaded = false;
      while (offset >= 0 && offset < length && !seen.get(offset)) {
        seen.set(offset);
        int opcode = pool.u1(code + offset);
        if (++count > MOST || ends(opcode, loaded)) {
          return false;
        }
        loaded = opcode == ALOAD || (opcode >= ALOAD_0 && opcode <= ALOAD_3);
        offset = next(offset, opcode);
      }
    }
    return throwsOn;
  }

  /** Whether a way ends here otherwise than by passing on, or goes where it can't be followed. */
  private boolean ends(int opcode, boolean loaded) {
    if (opcode == ATHROW) {
      throwsOn |= loaded;
      return !loaded;
    }
    boolean jumpsAbout = opcode >= GOTO + 1 && opcode <= RET + 2;
    return jumpsAbout || (opcode >= IRETURN && opcode <= RETURN);
  }

  /** Where it goes on; less than 0 for nowhere. */
  private int next(int offset, int opcode) {
    int at = code + offset;
    if (opcode == ATHROW) {
      return -1;
    }
    if (opcode == GOTO) {
      return offset + (short) pool.u2(at + 1);
    }
    if (opcode == GOTO_W) {
      return offset + pool.u4(at + 1);
    }
    if ((opcode >= IFEQ && opcode < GOTO) || opcode == IFNULL || opcode == IFNONNULL) {
      open.push(offset + (short) pool.u2(at + 1));
    }
    return offset + Instructions.length(pool, at, code);
  }
}
