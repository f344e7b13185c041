package zugabe.core.links;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.IdentityHashMap;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import zugabe.core.materials.Library;
import zugabe.formats.zip.ArchivedContent;

/**
 * What a library's metadata call optional: imports of bundles (OSGi Core, section 3.6.5, {@code
 * resolution:=optional}), and dependencies of the project model that lies in it, whose group begins
 * the names of their packages, as is the custom.
 */
final class Optionals {
  private static final int MAX_MODEL = 1 << 18;

  /** One import with its parameters; commas stand in quotes as well. */
  private static final Pattern CLAUSE =
      Pattern.compile("([^,;\"\\s]+)((?:\\s*;\\s*(?:[^,;\"]|\"[^\"]*\")*)*)");

  private static final Pattern MODEL = Pattern.compile("META-INF/maven/[^/]+/[^/]+/pom\\.xml");
  private static final Pattern DEPENDENCY =
      Pattern.compile("<dependency>(.*?)</dependency>", Pattern.DOTALL);
  private static final Pattern GROUP = Pattern.compile("<groupId>\\s*([\\w.-]+)\\s*</groupId>");
  private static final Pattern OPTIONAL = Pattern.compile("<optional>\\s*true\\s*</optional>");

  private final IdentityHashMap<Library, Set<String>> groups = new IdentityHashMap<>();

  boolean isOptional(ClassNode from, Missing.Kind kind, String name) {
    boolean code = kind == Missing.Kind.CLASS || kind == Missing.Kind.CONCEALED;
    Optional<Library> library = from.library();
    if (library.isEmpty() || !code || name.lastIndexOf('.') < 0) {
      return false;
    }
    Optional<String> imports = library.get().manifest().flatMap(m -> m.value("Import-Package"));
    return imports.filter(i -> isOptionalImport(i, name)).isPresent()
        || groups.computeIfAbsent(library.get(), Optionals::groups).stream()
            .anyMatch(g -> name.startsWith(g + "."));
  }

  private static boolean isOptionalImport(String imports, String name) {
    String wanted = name.substring(0, name.lastIndexOf('.'));
    Matcher clauses = CLAUSE.matcher(imports);
    while (clauses.find()) {
      if (clauses.group(1).equals(wanted)) {
        return clauses.group(2).contains("resolution:=optional")
            || clauses.group(2).contains("resolution:=\"optional\"");
      }
    }
    return false;
  }

  /** Groups of optional dependencies; those of the library's own party say nothing. */
  private static Set<String> groups(Library library) {
    Set<String> groups = new TreeSet<>();
    for (ArchivedContent content : library.contents()) {
      String path = content.entry().name();
      if (MODEL.matcher(path).matches() && content.size() <= MAX_MODEL) {
        String own = path.split("/", -1)[2];
        try (InputStream in = content.open()) {
          Matcher all = DEPENDENCY.matcher(new String(in.readAllBytes(), StandardCharsets.UTF_8));
          while (all.find()) {
            Matcher group = GROUP.matcher(all.group(1));
            if (OPTIONAL.matcher(all.group(1)).find() && group.find()) {
              groups.add(group.group(1));
            }
          }
        } catch (IOException e) {
          // it was whole when the library was read; without it more is told
          return Set.of();
        }
        groups.removeIf(g -> own.equals(g) || own.startsWith(g + "."));
      }
    }
    return groups;
  }
}
