package zugabe.shortstart;

import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.Opcodes;

/**
 * Class files from before version 50 have no frames (JVMS 4.10.2), so they are verified by
 * inference at each start, and class-data archives can't keep the result.
 */
final class Frames {
  private Frames() {}

  static byte[] added(byte[] classFile, ClassLoader classes) {
    ClassReader reader = new ClassReader(classFile);
    ClassWriter writer =
        new ClassWriter(reader, ClassWriter.COMPUTE_FRAMES) {
          @Override
          protected ClassLoader getClassLoader() {
            return classes;
          }
        };
    // The pool of constants is kept, methods are not: frames are computed for methods that pass
    // through a visitor.
    reader.accept(
        new ClassVisitor(Opcodes.ASM9, writer) {
          @Override
          public void visit(
              int version,
              int access,
              String name,
              String signature,
              String superName,
              String[] interfaces) {
            super.visit(Opcodes.V11, access, name, signature, superName, interfaces);
          }

          @Override
          public org.objectweb.asm.MethodVisitor visitMethod(
              int access, String name, String descriptor, String signature, String[] exceptions) {
            return new org.objectweb.asm.MethodVisitor(
                Opcodes.ASM9,
                super.visitMethod(access, name, descriptor, signature, exceptions)) {};
          }
        },
        ClassReader.SKIP_FRAMES);
    return writer.toByteArray();
  }
}
