package zugabe.shortstart;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.Opcodes;

/**
 * New classes, by the host of the nest they join: only a host that names them lets them call
 * private methods (JVMS 4.7.28).
 */
final class NestMembers {
  private final Map<String, List<String>> byHost = new LinkedHashMap<>();

  void add(String host, String member) {
    byHost.computeIfAbsent(host, h -> new ArrayList<>()).add(member);
  }

  /** Writes the names into the class files of the hosts. */
  void addTo(Map<String, byte[]> entries) {
    byHost.forEach(
        (host, members) ->
            entries.computeIfPresent(host + ".class", (n, bytes) -> named(bytes, members)));
  }

  private static byte[] named(byte[] host, List<String> members) {
    ClassReader reader = new ClassReader(host);
    ClassWriter writer = new ClassWriter(reader, 0);
    reader.accept(
        new ClassVisitor(Opcodes.ASM9, writer) {
          @Override
          public void visitEnd() {
            members.forEach(this::visitNestMember);
            super.visitEnd();
          }
        },
        0);
    return writer.toByteArray();
  }
}
