import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.objectweb.asm.AnnotationVisitor;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.FieldVisitor;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import zugabe.bytes.Content;
import zugabe.formats.androidxml.XmlAttribute;
import zugabe.formats.androidxml.XmlElement;
import zugabe.formats.androidxml.XmlReader;

/**
 * Makes the table of the platform's permissions from its own classes and manifest: OUT JAR
 * LEVEL=JAR ..., earlier levels in rising order. Lines are "level NUMBER"; "permission NAME WHO
 * [LEVEL]", where WHO is app for those that any application gets, user for those that a user gives
 * in the settings, system, and gone for those of earlier levels only, and LEVEL is the first one
 * that has it, unless it is the earliest; "feature NAME"; and "call CLASS NAME(TYPES)TYPE any|all
 * PERMISSION ...", as the platform's own annotations say. Run by
 * core/src/main/platform/make-permissions.
 */
final class MakePermissions {
  private static final String MANIFEST = "AndroidManifest.xml";

  /** Bits of a permission's level of protection, as the platform's PermissionInfo has them. */
  private static final long BASE = 0xF;

  private static final long DANGEROUS = 1;
  private static final long BY_SETTINGS = 0x20 | 0x40 | 0x80;

  private static final List<String> WIDEST_FIRST = List.of("app", "user", "system");

  private static final String NEEDS = "Landroid/annotation/RequiresPermission;";

  /** Interfaces that applications don't see. */
  private static final List<String> HIDDEN =
      List.of(
          "Landroid/annotation/SystemApi;",
          "Landroid/annotation/TestApi;",
          "Landroid/compat/annotation/UnsupportedAppUsage;");

  /** What Java's own classes need, which have no such annotations: whoever opens a socket. */
  private static final List<String> SOCKETS =
      List.of(
          "java/net/DatagramSocket <init>()V",
          "java/net/DatagramSocket <init>(I)V",
          "java/net/MulticastSocket <init>(I)V",
          "java/net/ServerSocket <init>(I)V",
          "java/net/Socket <init>()V",
          "java/net/Socket <init>(Ljava/lang/String;I)V",
          "java/net/Socket <init>(Ljava/net/InetAddress;I)V",
          "java/net/URL openConnection()Ljava/net/URLConnection;",
          "java/net/URL openStream()Ljava/io/InputStream;");

  private final Map<String, String> permissions = new TreeMap<>();
  private final TreeSet<String> features = new TreeSet<>();
  private final TreeSet<String> calls = new TreeSet<>();

  public static void main(String[] args) throws IOException {
    MakePermissions made = new MakePermissions();
    List<String> lines = new ArrayList<>();
    try (ZipFile jar = new ZipFile(args[1])) {
      lines.add("level " + made.manifest(jar));
      for (ZipEntry e : Collections.list(jar.entries())) {
        if (e.getName().startsWith("android/") && e.getName().endsWith(".class")) {
          try (InputStream in = jar.getInputStream(e)) {
            made.read(new ClassReader(in));
          }
        }
      }
    }
    SOCKETS.forEach(s -> made.calls.add("call " + s + " all android.permission.INTERNET"));
    Map<String, String> since = since(List.of(args).subList(2, args.length));
    String last = lines.get(0).substring("level".length());
    since.keySet().forEach(name -> made.permissions.putIfAbsent(name, "gone"));
    made.permissions.forEach(
        (name, who) ->
            lines.add("permission " + name + " " + who + since.getOrDefault(name, last)));
    made.features.forEach(name -> lines.add("feature " + name));
    lines.addAll(made.calls);
    Files.write(Path.of(args[0]), lines);
  }

  /** With which level each permission came, with a blank in front; nothing for the earliest. */
  private static Map<String, String> since(List<String> levels) throws IOException {
    Map<String, String> all = new HashMap<>();
    for (String one : levels) {
      String[] level = one.split("=", 2);
      String came = all.isEmpty() ? "" : " " + level[0];
      try (ZipFile jar = new ZipFile(level[1]);
          InputStream in = jar.getInputStream(jar.getEntry("android/Manifest$permission.class"))) {
        new ClassReader(in)
            .accept(
                new ClassVisitor(Opcodes.ASM9) {
                  @Override
                  public FieldVisitor visitField(
                      int access, String name, String type, String generic, Object value) {
                    if (value instanceof String) {
                      all.putIfAbsent((String) value, came);
                    }
                    return null;
                  }
                },
                ClassReader.SKIP_CODE);
      }
    }
    return all;
  }

  private String manifest(ZipFile jar) throws IOException {
    XmlElement manifest;
    try (InputStream in = jar.getInputStream(jar.getEntry(MANIFEST))) {
      manifest = XmlReader.read(Content.of(in.readAllBytes()).access());
    }
    for (XmlElement one : manifest.children()) {
      if (one.name().equals("permission")) {
        // where one is declared twice, the way that more get it counts
        permissions.merge(
            value(one, "name"), who(value(one, "protectionLevel")), MakePermissions::wider);
      }
    }
    return value(manifest.child("uses-sdk").orElseThrow(), "targetSdkVersion");
  }

  private static String value(XmlElement element, String name) {
    return element.attributes().stream()
        .filter(a -> a.name().equals(name))
        .map(XmlAttribute::shown)
        .findFirst()
        .orElse("0x0");
  }

  private static String who(String level) {
    long bits = Long.decode(level);
    return (bits & BASE) <= DANGEROUS ? "app" : (bits & BY_SETTINGS) != 0 ? "user" : "system";
  }

  private static String wider(String one, String other) {
    return WIDEST_FIRST.indexOf(one) <= WIDEST_FIRST.indexOf(other) ? one : other;
  }

  private void read(ClassReader file) {
    String owner = file.getClassName();
    boolean remote = List.of(file.getInterfaces()).contains("android/os/IInterface");
    if ((file.getAccess() & Opcodes.ACC_PUBLIC) == 0 || remote) {
      return;
    }
    file.accept(
        new ClassVisitor(Opcodes.ASM9) {
          private boolean hidden;

          @Override
          public AnnotationVisitor visitAnnotation(String type, boolean visible) {
            hidden |= HIDDEN.contains(type);
            return null;
          }

          @Override
          public FieldVisitor visitField(
              int access, String name, String type, String generic, Object value) {
            if (owner.equals("android/content/pm/PackageManager")
                && name.startsWith("FEATURE_")
                && value instanceof String) {
              features.add((String) value);
            }
            return null;
          }

          @Override
          public MethodVisitor visitMethod(
              int access, String name, String types, String generic, String[] thrown) {
            boolean open = (access & (Opcodes.ACC_PUBLIC | Opcodes.ACC_PROTECTED)) != 0;
            return open && !hidden ? new Call(owner + " " + name + types) : null;
          }
        },
        ClassReader.SKIP_CODE);
  }

  /** A call, with the permissions that it needs. */
  private final class Call extends MethodVisitor {
    private final String call;
    private final TreeSet<String> needed = new TreeSet<>();
    private boolean any;
    private boolean unclear;

    Call(String call) {
      super(Opcodes.ASM9);
      this.call = call;
    }

    @Override
    public AnnotationVisitor visitAnnotation(String type, boolean visible) {
      unclear |= HIDDEN.contains(type);
      return type.equals(NEEDS) ? new Needs() : null;
    }

    private final class Needs extends AnnotationVisitor {
      Needs() {
        super(Opcodes.ASM9);
      }

      @Override
      public void visit(String name, Object value) {
        if (value instanceof String) {
          needed.add((String) value);
        } else {
          // conditional, or since a level only
          unclear = true;
        }
      }

      @Override
      public AnnotationVisitor visitArray(String name) {
        any |= name.equals("anyOf");
        return this;
      }
    }

    @Override
    public void visitEnd() {
      boolean system = needed.stream().anyMatch(p -> !permissions.getOrDefault(p, "").equals("app"));
      if (!unclear && !needed.isEmpty() && !system) {
        calls.add("call " + call + (any ? " any " : " all ") + String.join(" ", needed));
      }
    }
  }
}
