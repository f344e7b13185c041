package zugabe.core.install;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;

/**
 * A runtime that travels with a program, and what it says of itself.
 *
 * @param files of its folder, links as links
 * @param java its major version
 * @param platform it is made for, such as {@code linux-x64}
 */
public record CarriedRuntime(List<OwnFile> files, int java, String platform, Where where)
    implements Digested {
  /** What every Java runtime has, and tells its version in. */
  private static final String PROPERTIES = "release";

  /** Larger ones aren't such files. */
  private static final long MOST_BYTES = 1 << 16;

  /** Reads the file {@code release} that every Java runtime has; findings say what is wrong. */
  public static Optional<CarriedRuntime> of(List<OwnFile> files, Where where, Findings findings)
      throws IOException {
    Optional<OwnFile> release = files.stream().filter(f -> f.path().equals(PROPERTIES)).findFirst();
    boolean starts = files.stream().anyMatch(f -> Regex.matches(f.path(), "bin/java(\\.exe)?"));
    if (release.isEmpty() || release.get().file().size() > MOST_BYTES || !starts) {
      if (!files.isEmpty()) {
        findings.add(
            InstallCode.Z3014,
            where,
            "It isn't a Java runtime: "
                + (starts ? "there is no file release in it." : "there is no bin/java in it."),
            "Name the folder that has bin, lib and release in it.");
      }
      return Optional.empty();
    }
    Map<String, String> said = said(release.get());
    String version = Regex.replaceFirst(said.getOrDefault("JAVA_VERSION", ""), "^1\\.", "");
    String digits = Regex.replaceFirst(version, "[^0-9].*", "");
    if (digits.isEmpty() || digits.length() > 4) {
      findings.add(
          InstallCode.Z3014,
          Where.file(release.get().file().name()),
          "It doesn't tell the version: JAVA_VERSION is \"" + version + "\".",
          "Take a whole runtime.");
      return Optional.empty();
    }
    String platform =
        system(said.getOrDefault("OS_NAME", "")) + "-" + machine(said.getOrDefault("OS_ARCH", ""));
    return Optional.of(new CarriedRuntime(files, Integer.parseInt(digits), platform, where));
  }

  @Override
  public void addTo(PlanDigest digest) {
    digest.files("file", files).text("java", java).text("platform", platform);
  }

  private static Map<String, String> said(OwnFile release) throws IOException {
    Map<String, String> said = new HashMap<>();
    try (InputStream in = release.file().open()) {
      for (String line : new String(in.readAllBytes(), StandardCharsets.UTF_8).lines().toList()) {
        int equals = line.indexOf('=');
        if (equals > 0) {
          said.put(line.substring(0, equals), line.substring(equals + 1).replace("\"", "").strip());
        }
      }
    }
    return said;
  }

  private static String system(String name) {
    return switch (name) {
      case "Linux" -> "linux";
      case "Windows" -> "windows";
      case "Darwin", "Mac OS X" -> "macos";
      default -> name.isEmpty() ? "unknown" : name;
    };
  }

  private static String machine(String name) {
    return switch (name) {
      case "x86_64", "amd64" -> "x64";
      case "aarch64", "arm64" -> "arm64";
      case "x86", "i386", "i586", "i686" -> "x86";
      default -> name.isEmpty() ? "unknown" : name;
    };
  }
}
