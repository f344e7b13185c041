package zugabe.formats.classfile;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.ModuleVisitor;
import org.objectweb.asm.Opcodes;
import zugabe.bytes.Content;

/**
 * What a module says of itself (JVM Specification, section 4.7.25).
 *
 * @param name empty when the class isn't a module's
 * @param requires modules without which Java doesn't start it
 * @param uses services, with slashes
 * @param provides classes for each service, with slashes
 */
public record ModuleFacts(
    String name, Set<String> requires, Set<String> uses, Map<String, List<String>> provides) {

  /** Reads a {@code module-info.class}. */
  public static ModuleFacts decode(byte[] bytes) throws UnreadableClassException {
    ClassFacts.checkHeader(bytes);
    Finder finder = new Finder();
    try {
      new ClassReader(bytes).accept(finder, ClassReader.SKIP_CODE | ClassReader.SKIP_DEBUG);
    } catch (IndexOutOfBoundsException | IllegalArgumentException | NegativeArraySizeException e) {
      throw new UnreadableClassException("its structure is damaged");
    }
    return new ModuleFacts(finder.name, finder.requires, finder.uses, finder.provides);
  }

  /**
   * Reads the description of a module; empty when it is none that can be read, which is told where
   * classes are looked at one by one.
   */
  public static Optional<ModuleFacts> of(Content content) throws IOException {
    if (content.size() > ClassFacts.MAX_BYTES) {
      return Optional.empty();
    }
    try (InputStream in = content.open()) {
      return Optional.of(decode(in.readAllBytes())).filter(f -> !f.name().isEmpty());
    } catch (UnreadableClassException e) {
      return Optional.empty();
    }
  }

  private static final class Finder extends ClassVisitor {
    private final Set<String> requires = new TreeSet<>();
    private final Set<String> uses = new TreeSet<>();
    private final Map<String, List<String>> provides = new TreeMap<>();
    private String name = "";

    Finder() {
      super(Opcodes.ASM9);
    }

    @Override
    public ModuleVisitor visitModule(String module, int access, String version) {
      name = module;
      return new ModuleVisitor(Opcodes.ASM9) {
        @Override
        public void visitRequire(String required, int flags, String compiledWith) {
          // static ones are for compilers
          if ((flags & Opcodes.ACC_STATIC_PHASE) == 0) {
            requires.add(required);
          }
        }

        @Override
        public void visitUse(String service) {
          uses.add(service);
        }

        @Override
        public void visitProvide(String service, String... providers) {
          provides.put(service, List.of(providers));
        }
      };
    }
  }
}
