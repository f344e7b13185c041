package zugabe.shortstart;

import java.util.Map;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.Handle;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;

/**
 * Replaces what the lambdas and method references of a class were compiled to, calls of {@code
 * LambdaMetafactory}, by classes that stand in the jar. Functions that can be serialized or have
 * several methods keep their calls.
 */
final class LambdaCalls extends ClassVisitor {
  private final Map<String, byte[]> entries;
  private final NestMembers members;
  private String name = "";
  private String host = "";
  private int functions;

  private LambdaCalls(ClassWriter writer, Map<String, byte[]> entries, NestMembers members) {
    super(Opcodes.ASM9, writer);
    this.entries = entries;
    this.members = members;
  }

  /**
   * Replaces the calls of a class.
   *
   * @param entries takes the new classes
   * @param members is told of them
   * @return the class file without such calls; itself when it has none
   */
  static byte[] replaced(byte[] classFile, Map<String, byte[]> entries, NestMembers members) {
    ClassReader reader = new ClassReader(classFile);
    ClassWriter writer = new ClassWriter(reader, 0);
    LambdaCalls calls = new LambdaCalls(writer, entries, members);
    reader.accept(calls, 0);
    return calls.functions == 0 ? classFile : writer.toByteArray();
  }

  @Override
  public void visit(
      int version,
      int access,
      String name,
      String signature,
      String superName,
      String[] interfaces) {
    this.name = name;
    host = name;
    super.visit(version, access, name, signature, superName, interfaces);
  }

  @Override
  public void visitNestHost(String host) {
    this.host = host;
    super.visitNestHost(host);
  }

  @Override
  public MethodVisitor visitMethod(
      int access, String name, String descriptor, String signature, String[] exceptions) {
    return new MethodVisitor(
        Opcodes.ASM9, super.visitMethod(access, name, descriptor, signature, exceptions)) {
      @Override
      public void visitInvokeDynamicInsn(
          String method, String descriptor, Handle bootstrap, Object... arguments) {
        if (bootstrap.getOwner().equals("java/lang/invoke/LambdaMetafactory")
            && bootstrap.getName().equals("metafactory")) {
          Lambda lambda =
              new Lambda(
                  method,
                  Type.getMethodType(descriptor),
                  (Type) arguments[0],
                  (Handle) arguments[1],
                  (Type) arguments[2]);
          make(lambda, this);
        } else {
          super.visitInvokeDynamicInsn(method, descriptor, bootstrap, arguments);
        }
      }
    };
  }

  private void make(Lambda lambda, MethodVisitor code) {
    FunctionClass function = new FunctionClass(name + "$$F" + functions++, host, lambda);
    entries.put(function.name() + ".class", function.classFile());
    members.add(host, function.name());
    function.push(code);
  }
}
