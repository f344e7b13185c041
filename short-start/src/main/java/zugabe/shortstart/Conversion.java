package zugabe.shortstart;

import java.util.List;
import java.util.Map;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;

/** Conversions as {@code LambdaMetafactory} allows them: casts, boxing, unboxing and widening. */
final class Conversion {
  private static final Map<Type, String> WRAPPERS =
      Map.of(
          Type.BOOLEAN_TYPE, "java/lang/Boolean",
          Type.CHAR_TYPE, "java/lang/Character",
          Type.BYTE_TYPE, "java/lang/Byte",
          Type.SHORT_TYPE, "java/lang/Short",
          Type.INT_TYPE, "java/lang/Integer",
          Type.FLOAT_TYPE, "java/lang/Float",
          Type.LONG_TYPE, "java/lang/Long",
          Type.DOUBLE_TYPE, "java/lang/Double");

  /** From, to, and the instruction; what is shorter than an int is one on the stack. */
  private record Widening(Type from, Type to, int instruction) {}

  private static final List<Widening> WIDENINGS =
      List.of(
          new Widening(Type.INT_TYPE, Type.LONG_TYPE, Opcodes.I2L),
          new Widening(Type.INT_TYPE, Type.FLOAT_TYPE, Opcodes.I2F),
          new Widening(Type.INT_TYPE, Type.DOUBLE_TYPE, Opcodes.I2D),
          new Widening(Type.LONG_TYPE, Type.FLOAT_TYPE, Opcodes.L2F),
          new Widening(Type.LONG_TYPE, Type.DOUBLE_TYPE, Opcodes.L2D),
          new Widening(Type.FLOAT_TYPE, Type.DOUBLE_TYPE, Opcodes.F2D));

  private Conversion() {}

  static void of(MethodVisitor code, Type from, Type to) {
    if (from.equals(to)) {
      return;
    }
    if (isPrimitive(from) && isPrimitive(to)) {
      widen(code, from, to);
    } else if (isPrimitive(from)) {
      String wrapper = WRAPPERS.get(from);
      String descriptor = Type.getMethodDescriptor(Type.getObjectType(wrapper), from);
      code.visitMethodInsn(Opcodes.INVOKESTATIC, wrapper, "valueOf", descriptor, false);
    } else if (isPrimitive(to)) {
      unbox(code, from, to);
    } else if (!to.getInternalName().equals("java/lang/Object")) {
      code.visitTypeInsn(Opcodes.CHECKCAST, to.getInternalName());
    }
  }

  private static boolean isPrimitive(Type type) {
    return type.getSort() < Type.ARRAY;
  }

  private static void unbox(MethodVisitor code, Type from, Type to) {
    Type inside =
        WRAPPERS.entrySet().stream()
            .filter(w -> w.getValue().equals(from.getInternalName()))
            .map(Map.Entry::getKey)
            .findFirst()
            .orElse(to);
    String wrapper = WRAPPERS.get(inside);
    if (!wrapper.equals(from.getInternalName())) {
      code.visitTypeInsn(Opcodes.CHECKCAST, wrapper);
    }
    String method = inside.getClassName() + "Value";
    code.visitMethodInsn(
        Opcodes.INVOKEVIRTUAL, wrapper, method, Type.getMethodDescriptor(inside), false);
    widen(code, inside, to);
  }

  private static void widen(MethodVisitor code, Type from, Type to) {
    Type have = onStack(from);
    Type want = onStack(to);
    if (!have.equals(want)) {
      code.visitInsn(
          WIDENINGS.stream()
              .filter(w -> w.from().equals(have) && w.to().equals(want))
              .findFirst()
              .orElseThrow(
                  () -> new IllegalStateException("no conversion from " + from + " to " + to))
              .instruction());
    }
  }

  private static Type onStack(Type type) {
    return type.getSort() <= Type.INT_TYPE.getSort() ? Type.INT_TYPE : type;
  }
}
