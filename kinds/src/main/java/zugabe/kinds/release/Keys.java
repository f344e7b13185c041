package zugabe.kinds.release;

import java.util.List;
import java.util.Map;
import zugabe.core.archive.ArchiveFormat;
import zugabe.core.archive.EntryPacking;
import zugabe.core.finding.Located;
import zugabe.core.plan.Choice;
import zugabe.core.shape.Field;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Reference;
import zugabe.core.shape.TextShape;

/** What a recipe says of a release for Erlang/OTP. */
record Keys(
    Choice choice,
    List<Located<ArchiveFormat>> formats,
    ReleaseKeys release,
    Located<EntryPacking> packing) {
  private static final Field<Located<String>> MATERIALS =
      Field.optional(
              "materials",
              TextShape.any().naming(Reference.To.GROUP),
              "Group of materials whose applications: it holds.")
          .otherwise("the only one");
  private static final Field<List<Located<ArchiveFormat>>> FORMATS =
      ArchiveFormat.key(ArchiveFormat.TAR_GZ);
  private static final Field<ReleaseKeys> RELEASE =
      Field.required(
          "release",
          ReleaseKeys.SHAPE,
          "Its runtime, and what it starts: release: {runtime: FOLDER}, the folder of an Erlang/OTP.");

  static final RecordShape<Keys> SHAPE =
      new RecordShape<>(
          "a release for Erlang/OTP, in one or more archives",
          List.of(MATERIALS, FORMATS, RELEASE, EntryPacking.KEY),
          Map.of(
              "program", "Remove it; a release starts the applications of its materials.",
              "programs", "Remove it; a release starts the applications of its materials.",
              "runtimes", "Write release: {runtime: FOLDER, carried: true}.",
              "platforms", "Remove it; a release is for the platform of the runtime it carries.",
              "install", "Remove it; a release is started where it was unpacked."),
          v ->
              new Keys(
                  new Choice(v.maybe(MATERIALS), v.where()),
                  v.of(FORMATS),
                  v.of(RELEASE),
                  v.of(EntryPacking.KEY)));

  List<ArchiveFormat> wantedFormats() {
    return ArchiveFormat.said(formats, ArchiveFormat.TAR_GZ);
  }
}
