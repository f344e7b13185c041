package zugabe.core.rehearse;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.program.RuntimeRelease;
import zugabe.core.recipe.JavaRange;

/**
 * Java runtimes of this machine. Without a wish, the one that runs this is taken where it fits,
 * else another that fits.
 */
public final class Runtimes {
  /** Where systems' packages put them. */
  private static final List<String> FOLDERS =
      List.of("/usr/lib/jvm", "/Library/Java/JavaVirtualMachines", "C:\\Program Files\\Java");

  private final Optional<Path> wanted;
  private final Map<String, String> environment;
  private final Path own = Path.of(System.getProperty("java.home"));

  /**
   * @param wanted folder of the one that the user names
   */
  public Runtimes(Optional<Path> wanted, Map<String, String> environment) {
    this.wanted = wanted;
    this.environment = environment;
  }

  /**
   * A runtime.
   *
   * @param java major version; 0 when it isn't known
   */
  public record Chosen(Path home, int java) {
    /** Whether a program says that it runs on this. */
    public boolean fits(JavaRange range) {
      return java == 0 || (java >= range.from() && java <= range.to().orElse(Integer.MAX_VALUE));
    }
  }

  /** One that fits all of these, else the first choice. */
  public Chosen forAll(List<JavaRange> ranges) {
    Chosen first = chosen(wanted.orElse(own));
    if (wanted.isPresent() || ranges.stream().allMatch(first::fits)) {
      return first;
    }
    return others().stream()
        .map(Runtimes::chosen)
        .filter(c -> c.java() > 0 && ranges.stream().allMatch(c::fits))
        .min((a, b) -> Integer.compare(a.java(), b.java()))
        .orElse(first);
  }

  private List<Path> others() {
    List<Path> found = new ArrayList<>();
    String home = environment.getOrDefault("JAVA_HOME", "");
    if (!home.isEmpty()) {
      found.add(Path.of(home));
    }
    for (String folder : FOLDERS) {
      try (DirectoryStream<Path> list = Files.newDirectoryStream(Path.of(folder))) {
        for (Path one : list) {
          Path inner = one.resolve("Contents/Home");
          found.add(Files.isDirectory(inner) ? inner : one);
        }
      } catch (IOException e) {
        // this system has none there
        found.remove(Path.of(folder));
      }
    }
    return found.stream()
        .filter(f -> Files.isExecutable(f.resolve("bin/java")) || hasForWindows(f))
        .sorted()
        .toList();
  }

  private static boolean hasForWindows(Path folder) {
    return Files.isExecutable(folder.resolve("bin/java.exe"));
  }

  /** The version is in the file that every runtime has. */
  private static Chosen chosen(Path home) {
    try {
      List<String> said = Files.readAllLines(home.resolve(RuntimeRelease.FILE));
      return new Chosen(home, RuntimeRelease.parse(said).major());
    } catch (IOException e) {
      return new Chosen(home, 0);
    }
  }
}
