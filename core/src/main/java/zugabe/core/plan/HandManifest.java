package zugabe.core.plan;

import java.io.IOException;
import java.io.InputStream;
import java.util.Optional;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.formats.jar.Manifest;
import zugabe.formats.jar.ManifestReader;

/**
 * A manifest that somebody wrote by hand: accepted, checked, and repaired where that can't go
 * wrong.
 */
public record HandManifest(FileContent file, Manifest manifest) {

  /** Reads it; what is wrong with it is in the findings. */
  static Optional<HandManifest> read(FileContent file, Findings findings) throws IOException {
    Where where = Where.file(file.name());
    if (file.size() > ManifestReader.MAX_BYTES) {
      findings.add(
          FindingCode.Z4003,
          where,
          "It has " + file.size() + " bytes, which is no manifest.",
          "Name the right file.");
      return Optional.empty();
    }
    ManifestReader.Result result;
    try (InputStream in = file.open()) {
      result = ManifestReader.read(in.readAllBytes());
    }
    if (result.missingLastNewline()) {
      findings.add(
          FindingCode.Z4002,
          where,
          "The last line of the manifest has no line end.",
          "It was read as if it had one. Add an empty line at the end of the file.");
    }
    for (ManifestReader.Oddity o : result.oddities()) {
      if (o.fatal()) {
        findings.add(
            FindingCode.Z4003,
            where.at(o.line()),
            sentence(o.what()),
            "Mend this line, or leave the manifest to the build and name only extra attributes: in the recipe.");
      }
    }
    return Optional.of(new HandManifest(file, result.manifest()));
  }

  private static String sentence(String what) {
    return Character.toUpperCase(what.charAt(0)) + what.substring(1) + ".";
  }
}
