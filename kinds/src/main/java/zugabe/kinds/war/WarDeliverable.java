package zugabe.kinds.war;

import zugabe.core.jar.JarStyle;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;

/**
 * What only this kind knows of a web archive.
 *
 * @param file its file name, which is its address on a server
 * @param standsAlone whether it can be started without a server
 * @param page what a rehearsal on a server asks for
 */
record WarDeliverable(String file, boolean standsAlone, Page page, JarStyle style)
    implements Digested {
  @Override
  public void addTo(PlanDigest digest) {
    digest.text("file", file).text("alone", standsAlone).text("page", page).part("style", style);
  }
}
