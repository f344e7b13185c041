import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.Opcodes;

/**
 * Makes the table of the platform's classes that applications extend or name: OUT JAR. Lines are
 * "KIND CLASS"; see ROOTS. Run by core/src/main/platform/make-classes.
 */
final class MakeClasses {
  private static final Map<String, String> ROOTS =
      Map.of(
          "android/app/Activity", "activity",
          "android/app/Service", "service",
          "android/content/BroadcastReceiver", "receiver",
          "android/content/ContentProvider", "provider",
          "android/app/Application", "application",
          "android/app/backup/BackupAgent", "backup",
          "android/app/Fragment", "fragment",
          "android/view/View", "view");

  public static void main(String[] args) throws IOException {
    Map<String, String> above = new HashMap<>();
    Set<String> open = new HashSet<>();
    try (ZipFile jar = new ZipFile(args[1])) {
      for (ZipEntry e : Collections.list(jar.entries())) {
        if (e.getName().startsWith("android/") && e.getName().endsWith(".class")) {
          try (InputStream in = jar.getInputStream(e)) {
            ClassReader file = new ClassReader(in);
            above.put(file.getClassName(), file.getSuperName());
            if ((file.getAccess() & Opcodes.ACC_PUBLIC) != 0) {
              open.add(file.getClassName());
            }
          }
        }
      }
    }
    TreeSet<String> lines = new TreeSet<>();
    for (String name : open) {
      for (String one = name; one != null; one = above.get(one)) {
        if (ROOTS.containsKey(one)) {
          lines.add(ROOTS.get(one) + " " + name.replace('/', '.'));
        }
      }
    }
    Files.write(Path.of(args[0]), lines);
  }
}
