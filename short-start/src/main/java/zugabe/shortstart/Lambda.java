package zugabe.shortstart;

import org.objectweb.asm.Handle;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;

/**
 * A call of {@code LambdaMetafactory.metafactory}.
 *
 * @param method the name of the interface's method
 * @param factory what is captured, to the interface
 * @param erased the method's type as the interface declares it
 * @param implementation what is called
 * @param actual the method's type as it is used here
 */
record Lambda(String method, Type factory, Type erased, Handle implementation, Type actual) {
  Type[] captured() {
    return factory.getArgumentTypes();
  }

  boolean constructs() {
    return implementation.getTag() == Opcodes.H_NEWINVOKESPECIAL;
  }

  /** Whether the implementation takes an object to be called on before its arguments. */
  boolean hasReceiver() {
    return implementation.getTag() == Opcodes.H_INVOKEVIRTUAL
        || implementation.getTag() == Opcodes.H_INVOKEINTERFACE
        || implementation.getTag() == Opcodes.H_INVOKESPECIAL;
  }

  /** The type that comes out of the implementation. */
  Type result() {
    return constructs()
        ? Type.getObjectType(implementation.getOwner())
        : Type.getReturnType(implementation.getDesc());
  }
}
