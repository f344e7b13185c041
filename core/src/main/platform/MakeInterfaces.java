import java.io.IOException;
import java.io.InputStream;
import java.io.ObjectInputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.codehaus.mojo.animal_sniffer.Clazz;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.FieldVisitor;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

/**
 * Writes what of the Android platform's classes came later than the lowest level that is given. A
 * class is a line, a member a line with a blank in front; the level is behind, for a class only
 * where it is new. Where levels between weren't looked at, the first and the last one that it may
 * be stand there. Java's own classes are taken from signatures, the others from jars.
 */
public final class MakeInterfaces {
  private static final Pattern PLATFORM = Pattern.compile("(android|dalvik|org)/.*");
  private static final Pattern JAVA = Pattern.compile("javax?/.*");

  /** Not the platform's interfaces: what only it calls itself, and what is made from descriptions. */
  private static final Pattern INNER =
      Pattern.compile(
          "android/support/.*|.*/internal/.*|org/robolectric/.*"
              + "|org/(chromium|bouncycastle|ccil|kxml2|conscrypt|tukaani|brotli)/.*"
              + "|org/apache/(harmony|xml|xalan|xpath|commons)/.*"
              + "|.*/V[0-9]+_[0-9]+/.*|.*/nano/.*|.*Proto(\\$.*)?|.*/I[A-Z][a-z][A-Za-z]*(\\$Stub.*)?"
              + "|android/(car|hidl|frameworks|stats|sysprop|tracing|aconfigd|ravenwood)/.*"
              + "|android/(ondevicepersonalization|federatedcompute)/.*"
              + "|android/system/(keystore2|suspend|security|virtual).*"
              + "|.*Flags(Impl)?|.*/FeatureFlags.*|.*\\$\\$.*");

  private final Map<String, Known> all = new TreeMap<>();
  private int first;
  private int lastJava;

  /** When something came: the first level that it may be, and the last one. */
  private record Level(int from, int by) {
    @Override
    public String toString() {
      return from == by ? String.valueOf(by) : from + "-" + by;
    }
  }

  private static final class Known {
    final Level since;
    final Map<String, Level> members = new TreeMap<>();
    final Set<String> above = new TreeSet<>();
    boolean seen;

    Known(Level since) {
      this.since = since;
    }
  }

  /** Takes LEVEL=JAR in rising order, and the file to write last. */
  public static void main(String[] args) throws IOException {
    MakeInterfaces make = new MakeInterfaces();
    for (String one : List.of(args).subList(0, args.length - 1)) {
      int equals = one.indexOf('=');
      int level = Integer.parseInt(one.substring(0, equals));
      Path file = Path.of(one.substring(equals + 1));
      if (file.toString().endsWith(".signature")) {
        make.java(level, file);
      } else {
        make.jar(level, file);
      }
    }
    try (OutputStream out = new GZIPOutputStream(Files.newOutputStream(Path.of(args[args.length - 1])))) {
      out.write(make.text().getBytes(StandardCharsets.UTF_8));
    }
  }

  /** Java's classes, as signatures of a level have them. */
  private void java(int level, Path file) throws IOException {
    Level now = new Level(lastJava == 0 ? level : lastJava + 1, level);
    lastJava = level;
    try (ObjectInputStream in =
        new ObjectInputStream(new GZIPInputStream(Files.newInputStream(file)))) {
      for (Clazz one = (Clazz) in.readObject(); one != null; one = (Clazz) in.readObject()) {
        if (JAVA.matcher(one.getName()).matches()) {
          Known known = all.computeIfAbsent(one.getName(), n -> new Known(now));
          known.seen = true;
          known.above.addAll(List.of(one.getSuperInterfaces()));
          if (one.getSuperClass() != null) {
            known.above.add(one.getSuperClass());
          }
          for (Object member : one.getSignatures()) {
            known.members.putIfAbsent(member.toString().replace('#', ':'), now);
          }
        }
      }
    } catch (ClassNotFoundException e) {
      throw new IOException(e);
    }
  }

  private void jar(int level, Path jar) throws IOException {
    Level now = new Level(level, level);
    first = first == 0 ? level : first;
    try (ZipFile zip = new ZipFile(jar.toFile())) {
      for (ZipEntry entry : Collections.list(zip.entries())) {
        String name = entry.getName().replaceFirst("\\.class$", "");
        if (entry.getName().endsWith(".class")
            && PLATFORM.matcher(name).matches()
            && !INNER.matcher(name).matches()) {
          try (InputStream in = zip.getInputStream(entry)) {
            new ClassReader(in.readAllBytes())
                .accept(
                    new Reader(now),
                    ClassReader.SKIP_CODE | ClassReader.SKIP_DEBUG | ClassReader.SKIP_FRAMES);
          }
        }
      }
    }
  }

  private String text() {
    StringBuilder out = new StringBuilder();
    for (Map.Entry<String, Known> one : all.entrySet()) {
      Known known = one.getValue();
      StringBuilder members = new StringBuilder();
      known.members.forEach(
          (member, since) -> {
            if (since.from() > known.since.by() && !inherited(known, member, since, new HashSet<>())) {
              members.append(' ').append(member).append(' ').append(since).append('\n');
            }
          });
      // Java's own are known from the level behind the first one on
      boolean later = known.since.from() > first + 1;
      if (known.seen && (later || members.length() > 0)) {
        out.append(one.getKey()).append(later ? " " + known.since : "").append('\n').append(members);
      }
    }
    return out.toString();
  }

  /** Whether it was there before in a class above: then only its place is new. */
  private boolean inherited(Known in, String member, Level since, Set<String> seen) {
    for (String name : in.above) {
      Known above = all.get(name);
      if (above == null || !seen.add(name)) {
        continue;
      }
      Level before = member.startsWith("<") ? null : above.members.get(member);
      if ((before != null && before.by() < since.by()) || inherited(above, member, since, seen)) {
        return true;
      }
    }
    return false;
  }

  private final class Reader extends ClassVisitor {
    private static final int SEEN = Opcodes.ACC_PUBLIC | Opcodes.ACC_PROTECTED;
    private final Level level;
    private Known known;

    Reader(Level level) {
      super(Opcodes.ASM9);
      this.level = level;
    }

    @Override
    public void visit(
        int version, int access, String name, String signature, String above, String[] interfaces) {
      // what isn't seen has members that others inherit
      if ((access & Opcodes.ACC_SYNTHETIC) == 0) {
        known = all.computeIfAbsent(name, n -> new Known(level));
        known.seen |= (access & SEEN) != 0;
        known.above.addAll(List.of(interfaces));
        if (above != null) {
          known.above.add(above);
        }
      }
    }

    private void member(int access, String member) {
      if (known != null && (access & SEEN) != 0 && (access & Opcodes.ACC_SYNTHETIC) == 0) {
        known.members.putIfAbsent(member, level);
      }
    }

    @Override
    public FieldVisitor visitField(
        int access, String name, String descriptor, String signature, Object value) {
      // compilers copy constants
      if (value == null) {
        member(access, name + ":" + descriptor);
      }
      return null;
    }

    @Override
    public MethodVisitor visitMethod(
        int access, String name, String descriptor, String signature, String[] exceptions) {
      if (!name.equals("<clinit>")) {
        member(access, name + descriptor);
      }
      return null;
    }
  }
}
