package zugabe.core.links;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zugabe.core.materials.Library;

/**
 * What a library's metadata call optional: imports of bundles (OSGi Core, section 3.6.5, {@code
 * resolution:=optional}).
 */
final class Optionals {
  /** One import with its parameters; commas stand in quotes as well. */
  private static final Pattern CLAUSE =
      Pattern.compile("([^,;\"\\s]+)((?:\\s*;\\s*(?:[^,;\"]|\"[^\"]*\")*)*)");

  private Optionals() {}

  static boolean isOptional(Node from, Missing.Kind kind, String name) {
    Optional<String> imports =
        from.library().flatMap(Library::manifest).flatMap(m -> m.value("Import-Package"));
    if (imports.isEmpty() || kind == Missing.Kind.RESOURCE || name.lastIndexOf('.') < 0) {
      return false;
    }
    String wanted = name.substring(0, name.lastIndexOf('.'));
    Matcher clauses = CLAUSE.matcher(imports.get());
    while (clauses.find()) {
      if (clauses.group(1).equals(wanted)) {
        return clauses.group(2).contains("resolution:=optional")
            || clauses.group(2).contains("resolution:=\"optional\"");
      }
    }
    return false;
  }
}
