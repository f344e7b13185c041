package zugabe.bench;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

/**
 * A made-up program of 1,000 libraries with 300 classes each, a third of which its main class
 * reaches.
 */
final class Libraries {
  static final int JARS = 1_000;
  static final int CLASSES = 300;

  /** Of each library; programs use a part of what they carry. */
  private static final int REACHED = 100;

  private static final int METHODS = 6;
  private static final int CALLS = 3;
  private static final int OFFERED = 30;
  private static final int NEAR = 20;

  private final Random random = new Random(20260101);

  /** Makes {@code classes} and {@code lib} below a folder, unless they are there. */
  static Path make(Path base) throws IOException {
    Path folder = base.resolve("libraries");
    if (!Files.isDirectory(folder)) {
      Path fresh = base.resolve("libraries.new");
      Path lib = Files.createDirectories(fresh.resolve("lib"));
      Libraries libraries = new Libraries();
      for (int i = 0; i < JARS; i++) {
        libraries.jar(lib.resolve("part-" + i + ".jar"), i);
      }
      Path main = Files.createDirectories(fresh.resolve("classes/app")).resolve("Main.class");
      Files.write(main, main());
      Files.move(fresh, folder, StandardCopyOption.ATOMIC_MOVE);
    }
    return folder;
  }

  private void jar(Path file, int i) throws IOException {
    try (ZipOutputStream out =
        new ZipOutputStream(new BufferedOutputStream(Files.newOutputStream(file)))) {
      for (int j = 0; j < CLASSES; j++) {
        out.putNextEntry(new ZipEntry(name(i, j) + ".class"));
        out.write(part(i, j));
      }
    }
  }

  private static String name(int i, int j) {
    return "org/part" + i + "/inner" + j % 7 + "/C" + j;
  }

  /** Every class calls the next, others of its library and of one before it, and Java's own. */
  private byte[] part(int i, int j) {
    ClassWriter writer = new ClassWriter(ClassWriter.COMPUTE_MAXS);
    String name = name(i, j);
    writer.visit(
        Opcodes.V17,
        Opcodes.ACC_PUBLIC,
        name,
        null,
        j % 5 == 4 ? name(i, j - 1) : "java/lang/Object",
        new String[] {"java/lang/Runnable"});
    MethodVisitor init = writer.visitMethod(Opcodes.ACC_PUBLIC, "<init>", "()V", null, null);
    init.visitCode();
    init.visitInsn(Opcodes.RETURN);
    init.visitMaxs(0, 0);
    init.visitEnd();
    for (int m = 0; m < METHODS; m++) {
      MethodVisitor method =
          writer.visitMethod(
              Opcodes.ACC_PUBLIC, m == 0 ? "run" : "m" + m + "j" + j % 40, "()V", null, null);
      method.visitCode();
      if (m == 0 && j + 1 < REACHED) {
        make(method, name(i, j + 1), "run");
      }
      for (int k = 0; m > 0 && k < CALLS; k++) {
        // most calls stay near; those to other libraries go to the few classes they offer
        boolean far = k == 0 && i > 0;
        int jar = far ? random.nextInt(i) : i;
        int other = far ? random.nextInt(OFFERED) : Math.max(0, j - random.nextInt(NEAR));
        make(method, name(jar, other), "m" + m + "j" + other % 40);
        method.visitFieldInsn(
            Opcodes.GETSTATIC, "java/lang/System", "out", "Ljava/io/PrintStream;");
        method.visitLdcInsn("text " + random.nextInt(1_000));
        method.visitMethodInsn(
            Opcodes.INVOKEVIRTUAL,
            "java/io/PrintStream",
            "println",
            "(Ljava/lang/String;)V",
            false);
      }
      if (m == 0) {
        for (int n = 1; n < METHODS; n++) {
          make(method, name, "m" + n + "j" + j % 40);
        }
      }
      method.visitInsn(Opcodes.RETURN);
      method.visitMaxs(0, 0);
      method.visitEnd();
    }
    writer.visitEnd();
    return writer.toByteArray();
  }

  private static void make(MethodVisitor method, String owner, String called) {
    method.visitTypeInsn(Opcodes.NEW, owner);
    method.visitInsn(Opcodes.DUP);
    method.visitMethodInsn(Opcodes.INVOKESPECIAL, owner, "<init>", "()V", false);
    method.visitMethodInsn(Opcodes.INVOKEVIRTUAL, owner, called, "()V", false);
  }

  private static byte[] main() {
    ClassWriter writer = new ClassWriter(ClassWriter.COMPUTE_MAXS);
    writer.visit(Opcodes.V17, Opcodes.ACC_PUBLIC, "app/Main", null, "java/lang/Object", null);
    MethodVisitor main =
        writer.visitMethod(
            Opcodes.ACC_PUBLIC | Opcodes.ACC_STATIC, "main", "([Ljava/lang/String;)V", null, null);
    main.visitCode();
    for (int i = 0; i < JARS; i++) {
      make(main, name(i, 0), "run");
    }
    main.visitInsn(Opcodes.RETURN);
    main.visitMaxs(0, 0);
    main.visitEnd();
    writer.visitEnd();
    return writer.toByteArray();
  }
}
