package zugabe.standins.phone;

import java.io.IOException;
import java.util.Optional;
import java.util.Set;
import zugabe.core.android.PackageLayout;
import zugabe.core.android.PackageManifest;
import zugabe.core.rehearse.Phone.RefusedException;
import zugabe.core.sign.PlatformSignature;
import zugabe.formats.zip.ZipEntry;

/** When a phone takes a package, as the platform documents it. */
final class Rules {
  private static final int BLOCK_WANTED = 30;
  private static final int STORED_TABLE = 30;
  private static final int EXPORTED = 31;
  private static final int OLD_REFUSED = 34;
  private static final int OLD = 23;
  private static final int PAGES = 4096;

  private final Profile profile;
  private final AppPackage apk;

  Rules(Profile profile, AppPackage apk) {
    this.profile = profile;
    this.apk = apk;
  }

  /** What it asks of a package by itself. */
  void take() throws IOException {
    PackageManifest manifest = apk.manifest();
    if (manifest.id().isEmpty()) {
      throw new RefusedException("its manifest has no id");
    }
    if (!manifest.refusals().isEmpty()) {
      throw new RefusedException("of its manifest: " + manifest.refusals().get(0).why());
    }
    if (manifest.least() > profile.platform()) {
      throw new RefusedException(
          "it needs platform " + manifest.least() + ", and this is " + profile.platform());
    }
    if (profile.platform() >= OLD_REFUSED && manifest.target() < OLD) {
      throw new RefusedException(
          "it was made for platform "
              + manifest.target()
              + "; from 34 on none made for less than 23 is taken");
    }
    if (manifest.isTestOnly()) {
      throw new RefusedException("it is one for tests only");
    }
    Set<String> processors = apk.processors();
    if (!processors.isEmpty() && profile.processors().stream().noneMatch(processors::contains)) {
      throw new RefusedException(
          "its native libraries are for "
              + String.join(", ", processors)
              + ", and this phone has "
              + String.join(", ", profile.processors()));
    }
    if (manifest.target() >= EXPORTED) {
      for (PackageManifest.Component one : manifest.components()) {
        if (one.filtered() && one.exported().isEmpty()) {
          throw new RefusedException(one.name() + " answers others and doesn't say exported");
        }
      }
    }
    layout(manifest);
  }

  private void layout(PackageManifest manifest) throws IOException {
    Optional<ZipEntry> table = apk.listing().entry(PackageLayout.RESOURCES);
    boolean newer = manifest.target() >= STORED_TABLE && profile.platform() >= STORED_TABLE;
    if (table.isPresent()
        && newer
        && (table.get().isDeflated() || table.get().place().data() % 4 != 0)) {
      throw new RefusedException("its table of resources is packed, or not at a multiple of 4");
    }
    for (ZipEntry entry : apk.listing().entries()) {
      boolean mapped = PackageLayout.isLibrary(entry.name()) && !entry.isDeflated();
      if (mapped && entry.place().data() % PAGES != 0) {
        throw new RefusedException(entry.name() + " is stored, and not at a multiple of 4096");
      }
    }
  }

  /** What it asks of a package's signature. */
  void signed(PlatformSignature by) throws RefusedException {
    boolean old = by.scheme().equals("v1");
    if (old && profile.platform() >= BLOCK_WANTED && apk.manifest().target() >= BLOCK_WANTED) {
      throw new RefusedException("it is signed by scheme v1 only, which doesn't do from 30 on");
    }
  }

  /** What it asks of an upgrade. */
  void upgrade(Installed before, PlatformSignature by) throws RefusedException {
    if (apk.manifest().versionCode() < before.versionCode()) {
      throw new RefusedException(
          "its version code is "
              + apk.manifest().versionCode()
              + ", and "
              + before.versionCode()
              + " is installed");
    }
    boolean same = by.fingerprint().equals(before.signer());
    if (!same && !by.earlier().contains(before.signer())) {
      throw new RefusedException(
          "another signer made what is installed, and nothing proves that this one follows");
    }
  }
}
