package zugabe.core.install;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;
import zugabe.core.program.RuntimeRelease;

/**
 * A runtime that travels with a program, and what it says of itself.
 *
 * @param files of its folder, links as links
 * @param java its major version
 * @param platform it is made for, such as {@code linux-x64}
 */
public record CarriedRuntime(List<OwnFile> files, int java, String platform, Where where)
    implements Digested {
  /** Larger ones aren't such files. */
  private static final long MOST_BYTES = 1 << 16;

  /** Reads the file {@code release} that every Java runtime has; findings say what is wrong. */
  public static Optional<CarriedRuntime> of(List<OwnFile> files, Where where, Findings findings)
      throws IOException {
    Optional<OwnFile> release =
        files.stream().filter(f -> f.path().equals(RuntimeRelease.FILE)).findFirst();
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
    RuntimeRelease said = said(release.get());
    if (said.major() == 0) {
      findings.add(
          InstallCode.Z3014,
          Where.file(release.get().file().name()),
          "It doesn't tell the version: JAVA_VERSION is \"" + said.version() + "\".",
          "Take a whole runtime.");
      return Optional.empty();
    }
    return Optional.of(new CarriedRuntime(files, said.major(), said.platform(), where));
  }

  @Override
  public void addTo(PlanDigest digest) {
    digest.files("file", files).text("java", java).text("platform", platform);
  }

  private static RuntimeRelease said(OwnFile release) throws IOException {
    try (InputStream in = release.file().open()) {
      return RuntimeRelease.parse(
          new String(in.readAllBytes(), StandardCharsets.UTF_8).lines().toList());
    }
  }
}
