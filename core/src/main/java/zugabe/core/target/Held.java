package zugabe.core.target;

import java.util.List;
import java.util.Map;
import zugabe.bytes.Content;

/**
 * Files that were made before the deliverable that holds them.
 *
 * @param deliverables other deliverables' files, by the deliverable's name
 * @param parts the deliverable's own parts, by their file name
 */
public record Held(Map<String, List<File>> deliverables, Map<String, Content> parts) {
  /** What there is when nothing is held. */
  public static final Held NOTHING = new Held(Map.of(), Map.of());

  /**
   * A finished file.
   *
   * @param path in the output folder
   * @param content empty as long as it is only looked at
   */
  public record File(String path, int mode, Content content) {}

  /** A part; without content as long as it is only looked at. */
  public Content part(String name) {
    return parts.getOrDefault(name, Content.of(new byte[0]));
  }
}
