package zugabe.core.inspect;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** Commands and the scripts that install them, as archives with programs have them. */
final class ProgramsInside {
  private static final Pattern COMMAND = Pattern.compile("[^/]+/bin/([^/]+)");
  private static final Pattern INSTALLS = Pattern.compile("[^/]+/install\\.(sh|cmd)");
  private static final String FOR_WINDOWS = ".cmd";

  private final Set<String> commands = new TreeSet<>();
  private final Set<String> installs = new TreeSet<>();

  /** Looks at one entry; Windows starts files by their endings, others by the mode. */
  void add(String path, int mode) {
    Matcher command = COMMAND.matcher(path);
    if (command.matches()) {
      String name = command.group(1);
      if (name.endsWith(FOR_WINDOWS)) {
        commands.add(name.substring(0, name.length() - FOR_WINDOWS.length()));
      } else if ((mode & 0111) != 0) {
        commands.add(name);
      }
    } else if (INSTALLS.matcher(path).matches()) {
      installs.add(path);
    }
  }

  /** How they are started, for an inspection; empty when there are none. */
  Map<String, String> start() {
    Map<String, String> start = new LinkedHashMap<>();
    if (!commands.isEmpty()) {
      start.put("commands", String.join(", ", commands));
    }
    if (!installs.isEmpty()) {
      start.put("installs", String.join(", ", installs));
    }
    return start;
  }
}
