package zugabe.core.receipt;

import java.util.List;
import java.util.Optional;
import zugabe.core.finding.Finding;
import zugabe.core.recipe.ValueOverride;
import zugabe.core.sign.SignedBy;

/**
 * What a build made, of what, by what. Nothing in it depends on when, where or by whom it was made.
 *
 * @param program version of this program
 * @param deflate version of the deflate engine: with the same one, the same inputs make the same
 *     bytes
 * @param left files of earlier builds that the recipe no longer makes and that are still there
 */
public record Receipt(
    String program,
    long deflate,
    String app,
    String version,
    List<Row> deliverables,
    List<String> left) {

  /** Its file name. */
  public static final String FILE = "receipt.json";

  /**
   * One deliverable.
   *
   * @param plan SHA-256 over everything that decided its bytes but the inputs' content
   * @param overrides values given for that run
   * @param signature by whom it is signed; empty when it isn't
   */
  public record Row(
      String name,
      String kind,
      List<Made> files,
      List<Used> inputs,
      String plan,
      List<ValueOverride> overrides,
      List<Finding> findings,
      Optional<SignedBy> signature) {}

  /** A file that was made; its path is relative to the output folder. */
  public record Made(String path, long size, String sha256) {}

  /**
   * Material that was used.
   *
   * @param files how many files it stands for
   * @param sha256 of the file; for several, of the lines {@code sha256 two spaces name LF} sorted
   *     by name
   */
  public record Used(String name, long files, long size, String sha256) {}
}
