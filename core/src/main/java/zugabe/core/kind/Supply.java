package zugabe.core.kind;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Content;
import zugabe.core.sign.PackageSignature;
import zugabe.core.sign.ProgramSignature;
import zugabe.core.tree.Entry;
import zugabe.core.tree.InstallTree;

/**
 * Files that were made before the deliverable that holds them.
 *
 * @param deliverables other deliverables' files, by the deliverable's name
 * @param parts the deliverable's own parts, by their file name
 * @param signer of a jar that is signed in itself; empty for what isn't
 * @param code signer of a program; empty for what isn't signed
 * @param pack signer of a package for phones; empty for what isn't
 */
public record Supply(
    Map<String, List<File>> deliverables,
    Map<String, Content> parts,
    Optional<Signer> signer,
    Optional<ProgramSignature> code,
    Optional<PackageSignature> pack) {
  /** What there is when nothing is held. */
  public static final Supply NOTHING = of(Map.of(), Map.of());

  /** With nobody who signs. */
  public static Supply of(Map<String, List<File>> deliverables, Map<String, Content> parts) {
    return new Supply(deliverables, parts, Optional.empty(), Optional.empty(), Optional.empty());
  }

  /** Adds to a tree what signs it. */
  public interface Signer {
    InstallTree sign(InstallTree tree) throws IOException;
  }

  /** The tree of a jar, signed if it is to be. */
  public InstallTree signed(InstallTree tree) throws IOException {
    return signer.isPresent() ? signer.get().sign(tree) : tree;
  }

  /** The same with others who sign. */
  public Supply with(
      Optional<Signer> other,
      Optional<ProgramSignature> ofCode,
      Optional<PackageSignature> ofPackages) {
    return new Supply(deliverables, parts, other, ofCode, ofPackages);
  }

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
