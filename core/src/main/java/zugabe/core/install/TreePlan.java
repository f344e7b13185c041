package zugabe.core.install;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.jar.JarStyle;
import zugabe.core.materials.FileContent;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;

/**
 * What an install tree is made of beside its parts.
 *
 * @param platforms that it is made for; empty: one tree for all
 * @param runtimes that are carried, by platform
 * @param install whether it has scripts that install and remove it
 * @param licence text of the application's licence
 * @param icon the application's picture
 * @param jars how its programs' jars are put together
 */
public record TreePlan(
    List<String> platforms,
    Map<String, CarriedRuntime> runtimes,
    boolean install,
    Optional<FileContent> licence,
    Optional<FileContent> icon,
    JarStyle jars)
    implements Digested {

  /** The platforms, or an empty text for one tree that serves all. */
  public List<String> trees() {
    return platforms.isEmpty() ? List.of("") : platforms;
  }

  /** Whether one of its trees is for a system such as {@code linux}. */
  public boolean isFor(String system) {
    return platforms.isEmpty() || platforms.stream().anyMatch(p -> p.startsWith(system));
  }

  @Override
  public void addTo(PlanDigest digest) {
    digest.texts("platform", platforms).text("runtimes", runtimes.size());
    runtimes.forEach((platform, r) -> digest.text("platform", platform).part("runtime", r));
    digest.text("install", install).file("licence", licence).file("icon", icon).part("jars", jars);
  }
}
