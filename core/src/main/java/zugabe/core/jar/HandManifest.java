package zugabe.core.jar;

import java.io.IOException;
import java.io.InputStream;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;
import zugabe.formats.jar.Manifest;
import zugabe.formats.jar.ManifestReader;

/**
 * A manifest that somebody wrote by hand: accepted, checked, and repaired where that can't go
 * wrong.
 */
public record HandManifest(FileContent file, Manifest manifest) implements Digested {
  @Override
  public void addTo(PlanDigest digest) {
    digest.text("file", file.name()).text("manifest", manifest);
  }

  /** The class that it starts, and where it says so. */
  public Optional<Located<String>> mainClass() {
    return manifest
        .value("Main-Class")
        .map(m -> new Located<>(m, Where.file(file.name()).at("Main-Class"), true));
  }

  /** Reads it; what is wrong with it is in the findings. */
  public static Optional<HandManifest> read(FileContent file, Findings findings)
      throws IOException {
    Where where = Where.file(file.name());
    if (file.size() > ManifestReader.MAX_BYTES) {
      findings.add(
          JarContentCode.Z4003,
          where,
          "It has " + file.size() + " bytes, which is too large for a manifest.",
          "Name the right file.");
      return Optional.empty();
    }
    ManifestReader.Result result;
    try (InputStream in = file.open()) {
      result = ManifestReader.read(in.readAllBytes());
    }
    if (result.missingLastNewline()) {
      findings.add(
          JarContentCode.Z4002,
          where,
          "The manifest's last line has no line ending.",
          "It was read as if it had one. Add an empty line at the end of the file.");
    }
    for (ManifestReader.Oddity o : result.oddities()) {
      if (o.fatal()) {
        findings.add(
            JarContentCode.Z4003,
            where.at(o.line()),
            sentence(o.what()),
            "Fix this line, or leave the manifest to the build and name only extra attributes: in the recipe.");
      }
    }
    return Optional.of(new HandManifest(file, result.manifest()));
  }

  private static String sentence(String what) {
    return Character.toUpperCase(what.charAt(0)) + what.substring(1) + ".";
  }
}
