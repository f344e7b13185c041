package zugabe.core.phone;

import java.io.IOException;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.MalformedException;
import zugabe.core.android.PackageManifest;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.FileContent;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipFaultException;
import zugabe.formats.zip.ZipReader;

/** Whether phones that have the last release take this one. */
public final class LastRelease {
  private final PackageManifest now;
  private final List<String> processors;
  private final Findings findings;

  /**
   * @param processors of which there are packages; one without a name for a package for all
   */
  public LastRelease(PackageManifest now, List<String> processors, Findings findings) {
    this.now = now;
    this.processors = processors;
    this.findings = findings;
  }

  /** Holds it against the last one. */
  public void check(FileContent file) throws IOException {
    Where where = Where.file(file.name());
    try {
      Optional<ZipEntry> entry = ZipReader.read(file).entry(PackageManifest.PATH);
      if (entry.isEmpty()) {
        damaged(where, "it has no manifest");
        return;
      }
      compare(PackageManifest.read(entry.get()), where);
    } catch (MalformedException | ZipFaultException e) {
      damaged(where, e.getMessage());
    }
  }

  private void compare(PackageManifest before, Where where) {
    if (!before.id().equals(now.id())) {
      findings.add(
          PhoneCode.Z5321,
          where,
          "The last release has the id " + before.id() + ", and this one " + now.id() + ".",
          "Write the same app.id:, or leave out upgrades-from: if it is another application.");
      return;
    }
    long most =
        processors.stream()
            .mapToLong(p -> VersionCode.forProcessor((int) now.versionCode(), p))
            .max()
            .orElse(0);
    if (most < before.versionCode()) {
      findings.add(
          PhoneCode.Z5321,
          where,
          "The last release has the version code "
              + before.versionCode()
              + ", and this one "
              + most
              + ".",
          "Write a higher app.version:, or version-code: if versions are counted in another way.");
    }
  }

  private void damaged(Where where, String why) {
    findings.add(
        PhoneCode.Z5307,
        where,
        "It isn't a package for phones: " + why + ".",
        "Name the last release's package by upgrades-from:.");
  }
}
