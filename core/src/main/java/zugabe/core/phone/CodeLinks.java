package zugabe.core.phone;

import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import zugabe.bytes.Access;
import zugabe.bytes.Content;
import zugabe.bytes.MalformedException;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.formats.dex.DexLinks;

/**
 * What byte code refers to and isn't there: classes that neither it nor the platform has, and
 * members of its own classes. What the platform's own packages hold isn't judged: it differs from
 * level to level.
 */
final class CodeLinks {
  /** Packages that are the platform's. */
  private static final List<String> PLATFORM =
      List.of(
          "Landroid/",
          "Ldalvik/",
          "Ljava/",
          "Ljavax/",
          "Llibcore/",
          "Lorg/apache/http/",
          "Lorg/json/",
          "Lorg/w3c/dom/",
          "Lorg/xml/sax/",
          "Lorg/xmlpull/",
          "Lsun/",
          "Ljunit/",
          "Lcom/android/internal/",
          "Lorg/apache/commons/logging/",
          "Lorg/apache/harmony/");

  /** Of the platform's name, but libraries that travel with applications. */
  private static final List<String> LIBRARIES =
      List.of("Landroid/support/", "Landroid/arch/", "Landroid/databinding/", "Landroidx/");

  private static final int FEW = 8;

  private final Map<String, DexLinks.Shape> defined = new HashMap<>();
  private final Map<String, DexLinks> files = new LinkedHashMap<>();
  private final Findings findings;

  private final NewerInterfaces newer;

  /**
   * @param least the lowest level that the application is for
   */
  CodeLinks(int least, Findings findings) {
    this.newer = new NewerInterfaces(least, findings);
    this.findings = findings;
  }

  /**
   * Follows all of it.
   *
   * @param code by names for messages; what is damaged is passed over
   * @return what was read, by the same names
   */
  Map<String, DexLinks> run(Map<String, Content> code) throws IOException {
    for (Map.Entry<String, Content> file : code.entrySet()) {
      try (Access access = file.getValue().access()) {
        DexLinks links = DexLinks.read(access, this::isAsked);
        links.classes().forEach(c -> defined.putIfAbsent(c.name(), c));
        files.put(file.getKey(), links);
      } catch (MalformedException ignored) {
        // its damage is told where its classes are looked for
      }
    }
    for (String name : code.keySet()) {
      if (files.containsKey(name)) {
        classes(name, files.get(name));
        members(name, files.get(name));
        newer.run(name, files.get(name).uses());
      }
    }
    return files;
  }

  private boolean isAsked(DexLinks.Member member) {
    return NamedFiles.opens(member) || newer.isAsked(member) || PermissionChecks.isAsked(member);
  }

  /** Whether a class is the platform's, by its descriptor. */
  static boolean isPlatform(String type) {
    return PLATFORM.stream().anyMatch(type::startsWith)
        && LIBRARIES.stream().noneMatch(type::startsWith);
  }

  private void classes(String file, DexLinks links) {
    Set<String> missing = new TreeSet<>();
    for (String type : links.types()) {
      if (type.startsWith("L") && !defined.containsKey(type) && !isPlatform(type)) {
        missing.add(plain(type));
      }
    }
    tell(
        file,
        missing,
        "It names classes that neither the byte code nor the platform has: ",
        "Add the library that has them, or see that nothing comes to that place.");
  }

  private void members(String file, DexLinks links) {
    Set<String> missing = new TreeSet<>();
    for (DexLinks.Member one : links.members()) {
      // compilers put parts of the platform's classes into byte code for older phones
      if (defined.containsKey(one.owner()) && !isPlatform(one.owner()) && isMissing(one)) {
        missing.add(plain(one.owner()) + "." + one.signature());
      }
    }
    tell(
        file,
        missing,
        "It refers to members that its classes don't have: ",
        "Compile all byte code against the same versions of its libraries.");
  }

  private void tell(String file, Set<String> missing, String what, String fix) {
    if (!missing.isEmpty()) {
      List<String> few = missing.stream().limit(FEW).toList();
      int more = missing.size() - few.size();
      findings.add(
          PhoneCode.Z5318,
          Where.file(file),
          what + String.join(", ", few) + (more > 0 ? ", and " + more + " more." : "."),
          fix);
    }
  }

  /** Where a class of somebody else's is above, what that has isn't known. */
  private boolean isMissing(DexLinks.Member member) {
    Deque<String> open = new ArrayDeque<>(List.of(member.owner()));
    Set<String> seen = new HashSet<>();
    while (!open.isEmpty()) {
      String name = open.pop();
      if (!seen.add(name) || name.isEmpty()) {
        continue;
      }
      DexLinks.Shape shape = defined.get(name);
      boolean root = name.equals("Ljava/lang/Object;");
      if (shape == null && !root) {
        return false;
      }
      if (shape != null) {
        if (shape.members().contains(member.signature())) {
          return false;
        }
        open.push(shape.above());
        shape.interfaces().forEach(open::push);
      } else if (OBJECT.stream().anyMatch(member.signature()::startsWith)) {
        return false;
      }
    }
    return true;
  }

  private static final List<String> OBJECT =
      List.of(
          "<init>()",
          "getClass()",
          "hashCode()",
          "equals(",
          "clone()",
          "toString()",
          "notify()",
          "notifyAll()",
          "wait(",
          "finalize()");

  static String plain(String descriptor) {
    return descriptor.substring(1, descriptor.length() - 1).replace('/', '.');
  }
}
