package zugabe.kinds.release;

import java.util.List;
import zugabe.core.archive.ArchiveFormat;
import zugabe.core.archive.EntryPacking;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;

/**
 * What only this kind knows of a release.
 *
 * @param file its name before platform and ending
 * @param packing whether entries of a zip file are packed
 */
record ReleaseDeliverable(
    String file, List<ArchiveFormat> formats, EntryPacking packing, ReleasePlan release)
    implements Digested {
  @Override
  public void addTo(PlanDigest digest) {
    digest
        .text("file", file)
        .texts("format", formats)
        .text("packing", packing)
        .part("release", release);
  }
}
