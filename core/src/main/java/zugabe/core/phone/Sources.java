package zugabe.core.phone;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.OwnFile;
import zugabe.core.plan.Digested;
import zugabe.core.plan.PlanDigest;

/**
 * The files an application is made of.
 *
 * @param code byte code, in the order of its numbers
 * @param resources sources of resources, by their paths in the folder of resources
 * @param natives libraries by kind of processor
 * @param files for the package's root
 */
public record Sources(
    List<OwnFile> code,
    List<OwnFile> resources,
    List<OwnFile> assets,
    Map<String, List<OwnFile>> natives,
    List<OwnFile> files,
    Single single)
    implements Digested {
  /**
   * Files that there is one of.
   *
   * @param base a finished package that all of it starts from
   * @param numbers of resources that the byte code was compiled against
   * @param last the last release's package
   */
  public record Single(
      Optional<FileContent> base,
      Optional<FileContent> manifest,
      Optional<FileContent> numbers,
      Optional<FileContent> last,
      Icons icons)
      implements Digested {
    /** The application's picture. */
    public Optional<FileContent> icon() {
      return icons.whole();
    }

    @Override
    public void addTo(PlanDigest digest) {
      digest
          .file("base", base)
          .file("manifest", manifest)
          .file("numbers", numbers)
          .file("last", last)
          .part("icons", icons);
    }
  }

  /**
   * Pictures of the icon.
   *
   * @param whole the one of which all are made
   * @param front instead of it, the front layer
   * @param back the layer behind it, instead of a colour
   * @param plain what is drawn in one colour
   */
  public record Icons(
      Optional<FileContent> whole,
      Optional<FileContent> front,
      Optional<FileContent> back,
      Optional<FileContent> plain)
      implements Digested {
    @Override
    public void addTo(PlanDigest digest) {
      digest.file("whole", whole).file("front", front).file("back", back).file("plain", plain);
    }
  }

  /** Whether its resources get their numbers here. */
  public boolean numbersAreMade() {
    return !resources.isEmpty() && single.base().isEmpty() && single.numbers().isEmpty();
  }

  @Override
  public void addTo(PlanDigest digest) {
    digest
        .files("code", code)
        .files("resources", resources)
        .files("assets", assets)
        .files("files", files)
        .part("single", single);
    natives.forEach((abi, libraries) -> digest.files("natives " + abi, libraries));
  }
}
