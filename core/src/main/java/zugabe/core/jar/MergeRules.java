package zugabe.core.jar;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import zugabe.core.materials.Glob;

/**
 * Which rule counts for a path: the recipe's first, then these. Each line names the document that
 * describes the files' format.
 */
final class MergeRules {
  private record Line(Predicate<String> pattern, MergeAction action) {}

  /** {@code path or pattern, rule, where the format is described}. */
  private static final String[][] KNOWN = {
    {"META-INF/INDEX.LIST", "leave-out", "JAR File Specification, JAR Index"},
    {"META-INF/services/*", "join-services", "java.util.ServiceLoader, provider configuration"},
    {"META-INF/spring.handlers", "join-properties", "Spring Framework, XML schema authoring"},
    {"META-INF/spring.schemas", "join-properties", "Spring Framework, XML schema authoring"},
    {"META-INF/spring.tooling", "join-properties", "Spring Framework, XML schema authoring"},
    {"META-INF/spring.factories", "join-lists", "Spring, SpringFactoriesLoader"},
    {"META-INF/spring/*.imports", "join-lines", "Spring, ImportCandidates"},
    {"META-INF/spring/aot.factories", "join-lists", "Spring, AotServices"},
    {
      "META-INF/spring-autoconfigure-metadata.properties", "join-properties", "java.util.Properties"
    },
    {"META-INF/spring.components", "join-properties", "Spring, CandidateComponentsIndex"},
    {
      "META-INF/org/apache/logging/log4j/core/config/plugins/Log4j2Plugins.dat",
      "join-plugins",
      "Log4j, PluginCache"
    },
    {
      "META-INF/groovy/org.codehaus.groovy.runtime.ExtensionModule",
      "join-lists",
      "Groovy, extension modules"
    },
    {
      "META-INF/services/org.codehaus.groovy.runtime.ExtensionModule",
      "join-lists",
      "Groovy, extension modules"
    },
    {"META-INF/cxf/bus-extensions.txt", "join-lines", "CXF, bus extensions"},
    {"META-INF/mailcap", "join-lines", "RFC 1524"},
    {"META-INF/mailcap.default", "join-lines", "RFC 1524"},
    {"META-INF/mimetypes.default", "join-lines", "Jakarta Activation, MimetypesFileTypeMap"},
    {"META-INF/mime.types", "join-lines", "Jakarta Activation, MimetypesFileTypeMap"},
    {"META-INF/javamail.providers", "join-lines", "Jakarta Mail, Session"},
    {"META-INF/javamail.default.providers", "join-lines", "Jakarta Mail, Session"},
    {"META-INF/javamail.address.map", "join-lines", "Jakarta Mail, Session"},
    {"META-INF/javamail.default.address.map", "join-lines", "Jakarta Mail, Session"},
    {"META-INF/javamail.charset.map", "join-lines", "Jakarta Mail, MimeUtility"},
    {"reference.conf", "append", "HOCON, Include semantics: merging"},
    {"reference-overrides.conf", "append", "HOCON, Include semantics: merging"},
    {"META-INF/LICENSE*", "set-aside", ""},
    {"META-INF/license*", "set-aside", ""},
    {"META-INF/License*", "set-aside", ""},
    {"META-INF/LICENSE/**", "set-aside", ""},
    {"META-INF/license/**", "set-aside", ""},
    {"META-INF/licenses/**", "set-aside", ""},
    {"META-INF/NOTICE*", "set-aside", ""},
    {"META-INF/notice*", "set-aside", ""},
    {"META-INF/COPYING*", "set-aside", ""},
    {"META-INF/COPYRIGHT*", "set-aside", ""},
    {"META-INF/DEPENDENCIES*", "set-aside", ""},
    {"META-INF/AL2.0", "set-aside", ""},
    {"META-INF/LGPL2.1", "set-aside", ""},
    {"META-INF/README*", "set-aside", ""},
    {"LICENSE*", "set-aside", ""},
    {"license*", "set-aside", ""},
    {"License*", "set-aside", ""},
    {"LICENSES/**", "set-aside", ""},
    {"licenses/**", "set-aside", ""},
    {"NOTICE*", "set-aside", ""},
    {"notice*", "set-aside", ""},
    {"COPYING*", "set-aside", ""},
    {"about.html", "set-aside", ""},
    {"about_files/**", "set-aside", ""},
    {"README*", "set-aside", ""},
    {"**", "keep-earliest", ""},
  };

  private static final List<Line> BUILT_IN = builtIn();

  private final List<Line> lines = new ArrayList<>();

  MergeRules(List<MergeWish> wishes) {
    wishes.forEach(w -> lines.add(new Line(Glob.of(w.pattern())::matches, w.action())));
    lines.addAll(BUILT_IN);
  }

  private static List<Line> builtIn() {
    List<Line> lines = new ArrayList<>();
    for (String[] known : KNOWN) {
      lines.add(new Line(pattern(known[0]), MergeAction.of(known[1])));
    }
    return lines;
  }

  /** Simple forms are compared as text: every path of every library is held against every line. */
  private static Predicate<String> pattern(String text) {
    int star = text.indexOf('*');
    if (star < 0) {
      return text::equals;
    }
    String start = text.substring(0, star);
    if (text.length() == star + 1) {
      return path -> path.startsWith(start) && path.indexOf('/', start.length()) < 0;
    }
    if (text.substring(star).equals("**")) {
      return path -> path.startsWith(start);
    }
    return Glob.of(text)::matches;
  }

  /** The rules there are, as a table: path or pattern, rule, source of the format. */
  static String[][] known() {
    return KNOWN.clone();
  }

  MergeAction of(String path) {
    return line(path).action();
  }

  /** Whether there is a rule for a path but the last, which is for all. */
  boolean decides(String path) {
    return lines.indexOf(line(path)) < lines.size() - 1;
  }

  private Line line(String path) {
    for (Line line : lines) {
      if (line.pattern().test(path)) {
        return line;
      }
    }
    throw new IllegalStateException("the last line is for all");
  }
}
