package zugabe.core.kind;

import java.util.List;
import java.util.Map;
import zugabe.bytes.Content;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;

/**
 * Files that were made before the deliverable that holds them.
 *
 * @param deliverables other deliverables' files, by the deliverable's name
 * @param parts the deliverable's own parts, by their file name
 */
public record Supply(Map<String, List<File>> deliverables, Map<String, Content> parts) {
  /** What there is when nothing is held. */
  public static final Supply NOTHING = new Supply(Map.of(), Map.of());

  /**
   * A finished file.
   *
   * @param path in the output folder
   */
  public record File(String path, int mode, Content content) {}

  /** A tree in which what was awaited is there. */
  public InstallTree fill(InstallTree tree) {
    return tree.with(e -> e instanceof Entry.Awaited awaited ? found(awaited) : e);
  }

  private Entry found(Entry.Awaited awaited) {
    if (awaited.deliverable().isEmpty()) {
      Content part = parts.get(awaited.file());
      if (part == null) {
        throw new IllegalStateException("nobody made the part " + awaited.file());
      }
      return awaited.filled(part, awaited.mode());
    }
    File file =
        deliverables.getOrDefault(awaited.deliverable(), List.of()).stream()
            .filter(f -> f.path().equals(awaited.file()))
            .findFirst()
            .orElseThrow(
                () ->
                    new IllegalStateException(
                        awaited.deliverable() + " didn't make " + awaited.file()));
    return awaited.filled(file.content(), file.mode());
  }
}
