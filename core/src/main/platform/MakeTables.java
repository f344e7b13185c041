import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.net.URI;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.FieldVisitor;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.ModuleVisitor;
import org.objectweb.asm.Opcodes;

/**
 * Makes the table of what Java's modules export, for several versions, from a JDK's own data: its
 * lib/ct.sym for earlier versions, its modules for its own. Makes the table of what servlet
 * containers have from the jars of their interfaces. Run by core/src/main/platform/make.
 */
final class MakeTables {
  private static final int[] VERSIONS = {8, 11, 17, 21, 25};
  private static final String LETTERS = "0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ";

  private static final class Type {
    int versions;
    int access;
    String superName = "";
    List<String> interfaces = List.of();
    final Map<String, Integer> members = new TreeMap<>();
  }

  private final Map<String, Type> types = new TreeMap<>();
  private final Map<String, Integer> concealed = new TreeMap<>();

  /** OUT java NEWEST-HOME 17-HOME, or OUT servers BIT=JAR ... */
  public static void main(String[] args) throws IOException {
    MakeTables tables = new MakeTables();
    if (args[1].equals("java")) {
      tables.java(Path.of(args[2]), Path.of(args[3]));
    } else {
      for (String jar : List.of(args).subList(2, args.length)) {
        int equals = jar.indexOf('=');
        tables.jar(Path.of(jar.substring(equals + 1)), 1 << Integer.parseInt(jar.substring(0, equals)));
      }
    }
    Files.write(Path.of(args[0]), tables.encode());
  }

  private void jar(Path jar, int bit) throws IOException {
    try (FileSystem in = FileSystems.newFileSystem(jar);
        Stream<Path> all = Files.walk(in.getPath("/"))) {
      for (Path c : all.filter(p -> p.toString().endsWith(".class")).sorted().toList()) {
        if (!c.startsWith("/META-INF") && !c.endsWith("module-info.class")) {
          add(Files.readAllBytes(c), bit);
        }
      }
    }
  }

  private void java(Path home, Path older) throws IOException {
    try (FileSystem symbols = FileSystems.newFileSystem(home.resolve("lib/ct.sym"), (ClassLoader) null)) {
      for (int i = 0; i < VERSIONS.length - 1; i++) {
        symbols(symbols.getPath("/"), VERSIONS[i], 1 << i);
      }
    }
    modules(home, 1 << (VERSIONS.length - 1));
    concealed(older, 1 << 2);
  }

  private void symbols(Path root, int version, int bit) throws IOException {
    char letter = LETTERS.charAt(version);
    try (Stream<Path> tops = Files.list(root)) {
      for (Path top : tops.filter(t -> t.getFileName().toString().indexOf(letter) >= 0).toList()) {
        if (top.getFileName().toString().contains("-")) {
          continue;
        }
        try (Stream<Path> all = Files.walk(top)) {
          for (Path sig : all.filter(p -> p.toString().endsWith(".sig")).toList()) {
            if (!sig.getFileName().toString().startsWith("module-info")) {
              add(Files.readAllBytes(sig), bit);
            }
          }
        }
      }
    }
  }

  private void modules(Path home, int bit) throws IOException {
    try (FileSystem image = FileSystems.newFileSystem(URI.create("jrt:/"), Map.of("java.home", home.toString()))) {
      try (Stream<Path> modules = Files.list(image.getPath("/modules"))) {
        for (Path module : modules.sorted().toList()) {
          List<String> exported = exported(module);
          hidden(module, exported, bit);
          for (String name : exported) {
            Path folder = module.resolve(name);
            if (!Files.isDirectory(folder)) {
              continue;
            }
            try (Stream<Path> classes = Files.list(folder)) {
              for (Path c : classes.filter(p -> p.toString().endsWith(".class")).toList()) {
                add(Files.readAllBytes(c), bit);
              }
            }
          }
        }
      }
    }
  }

  private void concealed(Path home, int bit) throws IOException {
    try (FileSystem image = FileSystems.newFileSystem(URI.create("jrt:/"), Map.of("java.home", home.toString()))) {
      try (Stream<Path> modules = Files.list(image.getPath("/modules"))) {
        for (Path module : modules.sorted().toList()) {
          hidden(module, exported(module), bit);
        }
      }
    }
  }

  private void hidden(Path module, List<String> exported, int bit) throws IOException {
    try (Stream<Path> all = Files.walk(module)) {
      TreeSet<String> packages = new TreeSet<>();
      all.filter(p -> p.toString().endsWith(".class") && p.getNameCount() > module.getNameCount() + 1)
          .forEach(p -> packages.add(module.relativize(p.getParent()).toString()));
      packages.removeAll(exported);
      packages.forEach(p -> concealed.merge(p, bit, (a, b) -> a | b));
    }
  }

  private static List<String> exported(Path module) throws IOException {
    List<String> exported = new ArrayList<>();
    new ClassReader(Files.readAllBytes(module.resolve("module-info.class")))
        .accept(
            new ClassVisitor(Opcodes.ASM9) {
              @Override
              public ModuleVisitor visitModule(String name, int access, String version) {
                return new ModuleVisitor(Opcodes.ASM9) {
                  @Override
                  public void visitExport(String name, int access, String... modules) {
                    if (modules == null || modules.length == 0) {
                      exported.add(name);
                    }
                  }
                };
              }
            },
            0);
    return exported;
  }

  private void add(byte[] bytes, int bit) {
    new ClassReader(bytes).accept(new Members(bit), ClassReader.SKIP_CODE | ClassReader.SKIP_DEBUG);
  }

  private final class Members extends ClassVisitor {
    private final int bit;
    private Type type;

    Members(int bit) {
      super(Opcodes.ASM9);
      this.bit = bit;
    }

    @Override
    public void visit(int version, int access, String name, String signature, String superName, String[] interfaces) {
      // hidden types count as well: public ones inherit their members
      type = types.computeIfAbsent(name, n -> new Type());
      type.versions |= bit;
      type.access = access & (Opcodes.ACC_INTERFACE | Opcodes.ACC_PUBLIC);
      type.superName = superName == null ? "" : superName;
      type.interfaces = List.of(interfaces);
    }

    @Override
    public FieldVisitor visitField(int access, String name, String descriptor, String signature, Object value) {
      member(access, name + " " + descriptor);
      return null;
    }

    @Override
    public MethodVisitor visitMethod(int access, String name, String descriptor, String signature, String[] exceptions) {
      member(access, name + descriptor);
      return null;
    }

    private void member(int access, String text) {
      if ((access & (Opcodes.ACC_PUBLIC | Opcodes.ACC_PROTECTED)) != 0) {
        type.members.merge(text, bit, (a, b) -> a | b);
      }
    }
  }

  /** See zugabe.core.links.PlatformTable for the form. */
  private byte[] encode() throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    DataOutputStream out = new DataOutputStream(bytes);
    out.writeInt(types.size());
    for (Map.Entry<String, Type> e : types.entrySet()) {
      ByteArrayOutputStream block = new ByteArrayOutputStream();
      DataOutputStream in = new DataOutputStream(block);
      Type t = e.getValue();
      in.writeUTF(t.superName);
      in.writeByte(t.interfaces.size());
      for (String i : t.interfaces) {
        in.writeUTF(i);
      }
      in.writeShort(t.members.size());
      for (Map.Entry<String, Integer> m : t.members.entrySet()) {
        in.writeByte(m.getValue());
        in.writeUTF(m.getKey());
      }
      out.writeUTF(e.getKey());
      out.writeByte(t.versions);
      out.writeShort(t.access);
      out.writeInt(block.size());
      block.writeTo(out);
    }
    out.writeInt(concealed.size());
    for (Map.Entry<String, Integer> e : concealed.entrySet()) {
      out.writeUTF(e.getKey());
      out.writeByte(e.getValue());
    }
    return bytes.toByteArray();
  }
}
