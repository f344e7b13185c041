package zugabe.core.checks;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import zugabe.bytes.Content;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Library;
import zugabe.core.materials.Materials;
import zugabe.core.materials.Recogniser;
import zugabe.core.materials.Recognition;
import zugabe.core.plan.Part;
import zugabe.core.plan.Plan;
import zugabe.core.plan.Planned;
import zugabe.formats.zip.ArchivedContent;

/**
 * What native code is linked to, and for which platforms the native code in libraries is. Both are
 * told before the first start on another machine would.
 */
public final class NativesCheck {
  private static final int START_BYTES = 1 << 14;
  private static final Pattern NATIVE = Pattern.compile(".*\\.(so|dll|dylib|jnilib)(\\.\\d+)*");
  private static final Pattern VERSION = Pattern.compile("(.+?)-\\d.*");

  private final Findings findings;
  private final Set<String> done = new HashSet<>();
  private final Map<String, Set<String>> platformsOf = new TreeMap<>();

  private NativesCheck(Findings findings) {
    this.findings = findings;
  }

  /** Looks at each part of a plan. */
  public static void run(Plan plan, Findings findings) throws IOException {
    NativesCheck check = new NativesCheck(findings);
    for (Planned d : plan.deliverables()) {
      for (Part part : d.parts()) {
        check.linked(part.materials());
        check.declared(part.materials());
        if (part.isJava()) {
          check.platforms(part);
        }
      }
    }
  }

  /** What a recipe names for a platform has to be for that one. */
  private void declared(Materials materials) throws IOException {
    for (Map.Entry<String, List<FileContent>> one : materials.natives().entrySet()) {
      for (FileContent file : one.getValue()) {
        if (file.size() == 0 || !done.add("declared\n" + one.getKey() + "\n" + file.name())) {
          continue;
        }
        List<String> real =
            Recogniser.glance(file.name(), file.start(START_BYTES), file).platforms();
        if (!real.isEmpty() && !real.contains(one.getKey())) {
          findings.add(
              CheckCode.Z3025,
              Where.file(file.name()),
              "It is native code for "
                  + String.join(", ", real)
                  + ", and the recipe has it among those for "
                  + one.getKey()
                  + ".",
              "Name the file for that platform, or name this one for its own.");
        }
      }
    }
  }

  /** Files of one platform find each other; those for all are everywhere. */
  private void linked(Materials materials) throws IOException {
    Map<String, List<FileContent>> byPlatform = new TreeMap<>();
    materials.ownFor().forEach((p, own) -> own.forEach(o -> put(byPlatform, p, o.file())));
    materials.natives().forEach((p, all) -> all.forEach(f -> put(byPlatform, p, f)));
    materials.own().stream()
        .filter(o -> o.link().isEmpty() && !o.path().endsWith(".class"))
        .forEach(o -> put(byPlatform, "", o.file()));
    Set<String> everywhere = new HashSet<>();
    // a link's name counts as well: libraries are linked to by names that links have
    materials.own().forEach(o -> everywhere.add(simple(o.path())));
    for (Map.Entry<String, List<FileContent>> one : byPlatform.entrySet()) {
      Set<String> there = new HashSet<>(everywhere);
      one.getValue().forEach(f -> there.add(simple(f.name())));
      materials
          .ownFor()
          .getOrDefault(one.getKey(), List.of())
          .forEach(o -> there.add(simple(o.path())));
      for (FileContent file : one.getValue()) {
        if (done.add(one.getKey() + "\n" + file.name() + "\n" + materials.name())) {
          linked(file, there);
        }
      }
    }
  }

  private static void put(Map<String, List<FileContent>> to, String platform, FileContent file) {
    to.computeIfAbsent(platform, p -> new ArrayList<>()).add(file);
  }

  private static String simple(String path) {
    return path.substring(path.lastIndexOf('/') + 1).toLowerCase(Locale.ROOT);
  }

  private void linked(FileContent file, Set<String> there) throws IOException {
    if (file.size() == 0) {
      return;
    }
    Recognition r = Recogniser.glance(file.name(), file.start(START_BYTES), file);
    List<String> absent = new ArrayList<>();
    for (String library : r.fact("linked to").split(", ", -1)) {
      if (!library.isEmpty()
          && !SystemLibraries.brings(r.form(), library)
          && !there.contains(simple(library))) {
        absent.add(library);
      }
    }
    if (!absent.isEmpty()) {
      findings.add(
          CheckCode.Z3024,
          Where.file(file.name()),
          "It is linked to "
              + String.join(", ", absent)
              + ", which "
              + (absent.size() == 1 ? "is" : "are")
              + " neither among these materials nor part of every system.",
          "Add "
              + (absent.size() == 1 ? "it" : "them")
              + " beside the file, or tell users what to install before.");
    }
  }

  /**
   * Libraries that bring native code for some platforms only; several of one name count together.
   * So do the files of a group.
   */
  private void platforms(Part part) throws IOException {
    Map<String, List<Library>> families = new TreeMap<>();
    for (Library l : part.materials().libraries()) {
      Matcher name = VERSION.matcher(l.name());
      families
          .computeIfAbsent(name.matches() ? name.group(1) : l.name(), n -> new ArrayList<>())
          .add(l);
    }
    for (List<Library> family : families.values()) {
      Set<String> has = new TreeSet<>();
      for (Library l : family) {
        has.addAll(platforms(l));
      }
      platforms(part, family.get(0).file().name() + " has native code for ", has);
    }
    platforms(
        part,
        "The group \"" + part.materials().name() + "\" has native libraries for ",
        part.materials().natives().keySet());
  }

  private void platforms(Part part, String has, Set<String> platforms) {
    Set<String> lacks = new TreeSet<>(part.platforms());
    lacks.removeAll(platforms);
    if (platforms.isEmpty()) {
      return;
    }
    String named = has + String.join(", ", platforms);
    if (!lacks.isEmpty()) {
      String others = String.join(", ", lacks);
      findings.add(
          CheckCode.Z3025,
          part.where(),
          named + ", and what is made of it is also for " + others + ".",
          "Add the library's file for " + others + " beside it, or leave that platform out.");
    } else if (part.platforms().isEmpty() && systems(platforms) == 1) {
      findings.add(
          CheckCode.Z3026,
          part.where(),
          named + ", and what is made of it goes to all systems.",
          "Say so: platforms: of an archive. Nothing, if the program does without it elsewhere.");
    }
  }

  /** How many operating systems are among platforms. */
  private static long systems(Set<String> platforms) {
    return platforms.stream().map(p -> p.split("-", 2)[0]).distinct().count();
  }

  private Set<String> platforms(Library library) throws IOException {
    Set<String> known = platformsOf.get(library.file().name());
    if (known == null) {
      known = new TreeSet<>();
      for (ArchivedContent content : library.contents()) {
        if (isNative(content.entry().name()) && content.size() > 0) {
          known.addAll(recognised(content.entry().name(), content).platforms());
        }
      }
      platformsOf.put(library.file().name(), known);
    }
    return known;
  }

  /** Asked of every entry of every library, where an expression alone would show. */
  private static boolean isNative(String path) {
    return !path.endsWith(".class")
        && (path.contains(".so")
            || path.contains(".dll")
            || path.contains(".dylib")
            || path.contains(".jnilib"))
        && NATIVE.matcher(path).matches();
  }

  private static Recognition recognised(String name, Content content) throws IOException {
    try (InputStream in = content.open()) {
      return Recogniser.glance(name, in.readNBytes(START_BYTES), content);
    }
  }
}
