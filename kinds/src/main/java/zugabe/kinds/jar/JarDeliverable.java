package zugabe.kinds.jar;

import java.util.Optional;
import zugabe.core.jar.JarStyle;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;

/**
 * What only this kind knows of a jar.
 *
 * @param file its file name
 * @param base what files that belong to it are named after
 * @param oneFile whether it leaves as one zip with the files that belong to it
 * @param scripts whether start scripts are made; empty: when they are needed
 */
record JarDeliverable(
    String file, String base, boolean oneFile, Optional<Boolean> scripts, JarStyle style)
    implements Digested {
  @Override
  public void addTo(PlanDigest digest) {
    digest
        .text("file", file)
        .text("base", base)
        .text("one", oneFile)
        .text("scripts", scripts)
        .part("style", style);
  }
}
