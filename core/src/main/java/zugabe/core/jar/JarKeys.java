package zugabe.core.jar;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.archive.EntryPacking;
import zugabe.core.finding.Located;
import zugabe.core.materials.FileContent;
import zugabe.core.materials.Materials;
import zugabe.core.plan.Resolving;
import zugabe.core.shape.Field;
import zugabe.core.shape.MapShape;
import zugabe.core.shape.RecordShape.Values;
import zugabe.core.shape.Reference;
import zugabe.core.shape.TextShape;

/**
 * Keys of deliverables that have a jar in them.
 *
 * @param manifest hand-written one to start from
 * @param attributes extra ones for the manifest
 */
public record JarKeys(
    Located<EntryPacking> packing,
    Map<String, Located<MergeAction>> merge,
    Optional<Located<String>> manifest,
    Map<String, Located<String>> attributes) {

  private static final MergeAction[] WISHES = {
    MergeAction.KEEP_EARLIEST,
    MergeAction.KEEP_LATEST,
    MergeAction.JOIN_LINES,
    MergeAction.JOIN_PROPERTIES,
    MergeAction.SET_ASIDE,
    MergeAction.LEAVE_OUT,
    MergeAction.REFUSE
  };

  public static final Field<Map<String, Located<MergeAction>>> MERGE =
      Field.optional(
          "merge",
          new MapShape<>(TextShape.choice(WISHES), "[^\\x00-\\x1f]+"),
          "What happens when several files claim one path, by path or pattern (* ? **); the first match counts.");
  public static final Field<Located<String>> MANIFEST =
      Field.optional(
          "manifest",
          TextShape.any().naming(Reference.To.FILE),
          "Hand-written manifest to start from.");
  public static final Field<Map<String, Located<String>>> ATTRIBUTES =
      Field.optional(
          "attributes",
          new MapShape<>(TextShape.any(), "[^\\x00-\\x20:]+"),
          "Extra main attributes for the manifest.");

  /** Those of the fields above that a shape has; what it hasn't counts as left out. */
  public static JarKeys of(Values v) {
    return new JarKeys(
        v.of(EntryPacking.KEY),
        v.has(MERGE) ? v.of(MERGE) : Map.of(),
        v.has(MANIFEST) ? v.maybe(MANIFEST) : Optional.empty(),
        v.has(ATTRIBUTES) ? v.of(ATTRIBUTES) : Map.of());
  }

  /**
   * The style; the manifest is the one that is named, else the one among the own files.
   *
   * @param materials those of the jar
   */
  public JarStyle style(Travel travel, Materials materials, Resolving by) throws IOException {
    Optional<FileContent> file =
        manifest.isPresent()
            ? by.file(manifest.get())
            : materials.own().stream()
                .filter(f -> f.path().equals("META-INF/MANIFEST.MF"))
                .findFirst()
                .map(f -> f.file());
    return style(
        travel, file.isPresent() ? HandManifest.read(file.get(), by.findings()) : Optional.empty());
  }

  /** The style of jars that no hand-written manifest is for. */
  public JarStyle style(Travel travel, Optional<HandManifest> hand) {
    List<MergeWish> wishes = new ArrayList<>();
    merge.forEach((p, a) -> wishes.add(new MergeWish(p, a.value(), a.where())));
    return new JarStyle(travel, packing.value(), wishes, hand, attributes);
  }
}
