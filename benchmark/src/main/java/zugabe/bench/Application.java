package zugabe.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

/**
 * A made-up program of 40 libraries: at its start it loads ten of the sixty classes of each, and
 * reads a resource of each.
 */
final class Application {
  private static final int LIBRARIES = 40;
  private static final int CLASSES = 60;
  private static final int LOADED = 10;
  private static final int METHODS = 40;

  private final Random random = new Random(20260101);

  /** Makes {@code classes} and {@code lib} below a folder. */
  static void make(Path folder) throws IOException {
    Application application = new Application();
    for (int i = 0; i < LIBRARIES; i++) {
      Path jar = Files.createDirectories(folder.resolve("lib")).resolve("part-" + i + ".jar");
      try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(jar))) {
        for (int j = 0; j < CLASSES; j++) {
          out.putNextEntry(new ZipEntry("part" + i + "/C" + j + ".class"));
          out.write(application.part(i, j));
        }
        out.putNextEntry(new ZipEntry("part" + i + "/text.txt"));
        out.write("spring tide\n".repeat(50).getBytes(java.nio.charset.StandardCharsets.UTF_8));
      }
    }
    Path main = Files.createDirectories(folder.resolve("classes/app")).resolve("Main.class");
    Files.write(main, main());
  }

  private byte[] part(int i, int j) {
    ClassWriter writer = new ClassWriter(ClassWriter.COMPUTE_MAXS);
    String name = "part" + i + "/C" + j;
    writer.visit(Opcodes.V17, Opcodes.ACC_PUBLIC, name, null, "java/lang/Object", null);
    for (int m = 0; m < METHODS; m++) {
      MethodVisitor method =
          writer.visitMethod(
              Opcodes.ACC_STATIC, "m" + m + "x" + random.nextInt(1000), "(I)I", null, null);
      method.visitCode();
      method.visitVarInsn(Opcodes.ILOAD, 0);
      for (int k = 0; k < 12; k++) {
        method.visitLdcInsn(random.nextInt());
        method.visitInsn(k % 2 == 0 ? Opcodes.IADD : Opcodes.IXOR);
      }
      method.visitInsn(Opcodes.IRETURN);
      method.visitMaxs(0, 0);
      method.visitEnd();
    }
    MethodVisitor run =
        writer.visitMethod(Opcodes.ACC_PUBLIC | Opcodes.ACC_STATIC, "run", "()V", null, null);
    run.visitCode();
    if (j < LOADED - 1) {
      run.visitMethodInsn(Opcodes.INVOKESTATIC, "part" + i + "/C" + (j + 1), "run", "()V", false);
    } else {
      run.visitLdcInsn(org.objectweb.asm.Type.getObjectType(name));
      run.visitLdcInsn("text.txt");
      run.visitMethodInsn(
          Opcodes.INVOKEVIRTUAL,
          "java/lang/Class",
          "getResourceAsStream",
          "(Ljava/lang/String;)Ljava/io/InputStream;",
          false);
      run.visitMethodInsn(Opcodes.INVOKEVIRTUAL, "java/io/InputStream", "read", "()I", false);
      run.visitInsn(Opcodes.POP);
    }
    run.visitInsn(Opcodes.RETURN);
    run.visitMaxs(0, 0);
    run.visitEnd();
    writer.visitEnd();
    return writer.toByteArray();
  }

  private static byte[] main() {
    ClassWriter writer = new ClassWriter(ClassWriter.COMPUTE_MAXS);
    writer.visit(Opcodes.V17, Opcodes.ACC_PUBLIC, "app/Main", null, "java/lang/Object", null);
    MethodVisitor main =
        writer.visitMethod(
            Opcodes.ACC_PUBLIC | Opcodes.ACC_STATIC, "main", "([Ljava/lang/String;)V", null, null);
    main.visitCode();
    for (int i = 0; i < LIBRARIES; i++) {
      main.visitMethodInsn(Opcodes.INVOKESTATIC, "part" + i + "/C0", "run", "()V", false);
    }
    main.visitInsn(Opcodes.RETURN);
    main.visitMaxs(0, 0);
    main.visitEnd();
    writer.visitEnd();
    return writer.toByteArray();
  }
}
