package zugabe.core.recipe;

import java.util.List;
import java.util.Map;
import zugabe.core.finding.Located;
import zugabe.core.finding.Where;
import zugabe.core.program.Platforms;
import zugabe.core.shape.Field;
import zugabe.core.shape.ListShape;
import zugabe.core.shape.MapShape;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Reference;
import zugabe.core.shape.Shape;
import zugabe.core.shape.TextShape;

/**
 * A group of built files, as patterns.
 *
 * @param own the application's own files: a folder stands for its content, a file for its path
 *     below the part of the pattern before the first wildcard
 * @param ownFor own files that only one platform gets, by platform
 * @param web what a web archive serves
 * @param applications compiled applications for Erlang/OTP, each a folder with {@code ebin}
 * @param libraries jars
 * @param natives native libraries that the program loads by name, by platform
 * @param except patterns of paths, as the recipe would write them, of files that are left out
 */
public record MaterialsSpec(
    List<FilesSpec> own,
    Map<String, List<FilesSpec>> ownFor,
    List<FilesSpec> web,
    List<Located<String>> applications,
    List<Located<String>> libraries,
    Map<String, List<Located<String>>> natives,
    List<Located<String>> except,
    Where where) {
  private static final String PLATFORMS = Platforms.PATTERN;

  private static final Field<List<FilesSpec>> OWN =
      Field.optional(
          "own",
          new ListShape<>(FilesSpec.SHAPE),
          "The application's own folders and files, as paths or patterns (* ? **). Of a folder its content goes in; {from: data, to: data} puts it into a folder of its own.");
  private static final Field<Map<String, List<FilesSpec>>> OWN_FOR =
      Field.optional(
          "own-for",
          new MapShape<>(new ListShape<>(FilesSpec.SHAPE), "(" + PLATFORMS + ")"),
          "Own folders and files that only one platform gets, by platform such as linux-x64.");
  private static final Field<List<FilesSpec>> WEB =
      Field.optional(
          "web",
          new ListShape<>(FilesSpec.SHAPE),
          "Of a web archive: folders and files for its top level, including WEB-INF/web.xml.");
  private static final Field<List<Located<String>>> APPLICATIONS =
      Field.optional(
          "applications",
          new ListShape<>(TextShape.any().naming(Reference.To.FILES)),
          "Of a release for Erlang/OTP: folders of compiled applications, each with ebin in it.");
  private static final Field<List<Located<String>>> LIBRARIES =
      Field.optional(
          "libraries", new ListShape<>(TextShape.any()), "Library jars, as paths or patterns.");

  private static final Field<Map<String, List<Located<String>>>> NATIVES =
      Field.optional(
          "natives",
          new MapShape<>(new ListShape<>(TextShape.any()), "(" + PLATFORMS + ")"),
          "Native libraries that the program loads by name, by platform such as linux-x64.");

  private static final Field<List<Located<String>>> EXCEPT =
      Field.optional(
          "except",
          new ListShape<>(TextShape.any()),
          "Files to leave out of all these, as paths or patterns from the recipe's folder, such as build/classes/test or **/*.map.");

  static final Shape<MaterialsSpec> SHAPE =
      RecordShape.of(
          "a group of materials",
          List.of(OWN, OWN_FOR, WEB, APPLICATIONS, LIBRARIES, NATIVES, EXCEPT),
          v ->
              new MaterialsSpec(
                  v.of(OWN),
                  v.of(OWN_FOR),
                  v.of(WEB),
                  v.of(APPLICATIONS),
                  v.of(LIBRARIES),
                  v.of(NATIVES),
                  v.of(EXCEPT),
                  v.where()));
}
