package zugabe.kinds.archive;

import java.util.List;
import zugabe.core.archive.ArchiveFormat;
import zugabe.core.install.TreePlan;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;

/**
 * What only this kind knows of an archive.
 *
 * @param file its name before platform and ending
 */
record ArchiveDeliverable(String file, List<ArchiveFormat> formats, TreePlan tree)
    implements Digested {

  /** What an archive for a platform, or for all, is called before its ending, and its folder. */
  static String stem(String file, String platform) {
    return platform.isEmpty() ? file : file + "-" + platform;
  }

  String stem(String platform) {
    return stem(file, platform);
  }

  @Override
  public void addTo(PlanDigest digest) {
    digest.text("file", file).texts("format", formats).part("tree", tree);
  }
}
