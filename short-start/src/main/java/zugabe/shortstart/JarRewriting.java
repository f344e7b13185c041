package zugabe.shortstart;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.Opcodes;

/** One jar: its class files, rewritten where that helps; everything else as it was. */
final class JarRewriting {
  /** Where a class file's major version stands. */
  private static final int MAJOR_VERSION = 6;

  private final ClassLoader classes;

  /**
   * @param classes knows the classes that the jar's own ones extend
   */
  JarRewriting(ClassLoader classes) {
    this.classes = classes;
  }

  void rewrite(Path jar) throws IOException {
    Map<String, byte[]> before = read(jar);
    Map<String, byte[]> after = Signatures.removed(rewritten(before));
    if (before.equals(after)) {
      return;
    }
    Path part = jar.resolveSibling(jar.getFileName() + ".part");
    write(after, part);
    Files.move(part, jar, StandardCopyOption.REPLACE_EXISTING);
  }

  private Map<String, byte[]> rewritten(Map<String, byte[]> entries) {
    Map<String, byte[]> rewritten = new LinkedHashMap<>();
    NestMembers members = new NestMembers();
    entries.forEach(
        (name, bytes) -> {
          boolean isClass = name.endsWith(".class") && !name.startsWith("META-INF/");
          int version =
              isClass ? new ClassReader(bytes).readUnsignedShort(MAJOR_VERSION) : Opcodes.V9;
          if (version < Opcodes.V1_6) {
            rewritten.put(name, Frames.added(bytes, classes));
          } else if (version >= Opcodes.V11) {
            rewritten.put(name, LambdaCalls.replaced(bytes, rewritten, members));
          } else {
            rewritten.put(name, bytes);
          }
        });
    members.addTo(rewritten);
    return rewritten;
  }

  private static Map<String, byte[]> read(Path jar) throws IOException {
    Map<String, byte[]> entries = new LinkedHashMap<>();
    try (ZipInputStream zip = new ZipInputStream(Files.newInputStream(jar))) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        entries.put(entry.getName(), zip.readAllBytes());
      }
    }
    return entries;
  }

  private static void write(Map<String, byte[]> entries, Path file) throws IOException {
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      for (Map.Entry<String, byte[]> e : entries.entrySet()) {
        ZipEntry entry = new ZipEntry(e.getKey());
        entry.setTimeLocal(java.time.LocalDateTime.of(2026, 1, 1, 0, 0));
        zip.putNextEntry(entry);
        zip.write(e.getValue());
        zip.closeEntry();
      }
    }
  }
}
