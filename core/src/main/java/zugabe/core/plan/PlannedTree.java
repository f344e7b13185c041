package zugabe.core.plan;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Materials;

/**
 * What a deliverable that is an install tree holds beside its own group of materials.
 *
 * @param parts programs with their materials
 * @param platforms that it is made for; empty: one tree for all
 * @param runtimes that are carried, by platform
 * @param holds other deliverables, with the folder they lie in, {@code .} for the top
 * @param install whether it has scripts that install and remove it
 * @param licence the application's
 * @param icon the application's picture
 */
public record PlannedTree(
    List<Part> parts,
    List<String> platforms,
    Map<String, CarriedRuntime> runtimes,
    Map<String, String> holds,
    boolean install,
    Optional<FileContent> licence,
    Optional<FileContent> icon) {

  /** A program with what it is made of. */
  public record Part(PlannedProgram program, Materials materials) {}

  /** What an archive for a platform, or for all, is called before its ending, and its folder. */
  public static String stem(String file, String platform) {
    return platform.isEmpty() ? file : file + "-" + platform;
  }
}
