package zugabe.kinds.apk;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import zugabe.bytes.Content;
import zugabe.bytes.Packing;
import zugabe.core.android.PackageLayout;
import zugabe.core.android.PackageManifest;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;
import zugabe.core.materials.OwnFile;
import zugabe.core.phone.PhoneApp;
import zugabe.core.phone.PhoneCode;
import zugabe.core.phone.Sources;
import zugabe.formats.deflate.Deflate;
import zugabe.formats.jar.JarOrder;
import zugabe.formats.zip.ArchivedContent;
import zugabe.formats.zip.ZipMember;

/** The entries of a package, by their paths. */
final class PackageEntries {
  /** Endings of what is packed in itself, and of media that phones play as they lie. */
  private static final List<String> STORED =
      List.of(
          "png", "jpg", "jpeg", "gif", "webp", "wav", "mp2", "mp3", "ogg", "aac", "mpg", "mpeg",
          "mid", "midi", "mp4", "m4a", "m4v", "3gp", "amr", "awb", "webm", "mkv", "opus", "flac");

  private final SortedMap<String, Content> entries = new TreeMap<>(JarOrder::bytewise);
  private final Findings findings;

  PackageEntries(Findings findings) {
    this.findings = findings;
  }

  /** All but the manifest and native libraries. */
  PackageEntries add(PhoneApp app, Sources sources) {
    entries.putAll(app.entries());
    int number = 0;
    for (OwnFile file : sources.code()) {
      number++;
      put("classes" + (number == 1 ? "" : number) + ".dex", file.file(), file);
    }
    // what is named takes the place of what a finished package has
    if (sources.single().base().isPresent()) {
      sources.assets().forEach(f -> entries.remove("assets/" + f.path()));
      sources.files().forEach(f -> entries.remove(f.path()));
    }
    sources.assets().forEach(f -> put("assets/" + f.path(), f.file(), f));
    sources.files().forEach(f -> put(f.path(), f.file(), f));
    return this;
  }

  /** The same with the libraries of one kind of processor, or of all. */
  PackageEntries with(Map<String, List<OwnFile>> natives, String processor) {
    PackageEntries made = new PackageEntries(findings);
    made.entries.putAll(entries);
    natives.forEach(
        (abi, files) -> {
          if (processor.isEmpty() || processor.equals(abi)) {
            files.forEach(
                f ->
                    made.put(
                        "lib/" + abi + "/" + f.path().substring(f.path().lastIndexOf('/') + 1),
                        f.file(),
                        f));
          }
        });
    return made;
  }

  private void put(String path, Content content, OwnFile file) {
    boolean ours =
        path.equals(PackageManifest.PATH)
            || JarOrder.isSignatureFile(path)
            || path.equals("META-INF/MANIFEST.MF");
    if (ours || entries.containsKey(path)) {
      findings.add(
          PhoneCode.Z5307,
          Where.file(file.file().name()),
          "There " + (ours ? "can be no other " : "is another ") + path + " in the package.",
          "Leave one of the two out, or rename it.");
      return;
    }
    entries.put(path, content);
  }

  /** What is written, with a manifest. */
  List<ZipMember> members(byte[] manifest, Instant time) throws IOException {
    SortedMap<String, Content> all = new TreeMap<>(JarOrder::bytewise);
    all.putAll(entries);
    all.put(PackageManifest.PATH, Content.of(manifest));
    List<ZipMember> members = new ArrayList<>();
    all.forEach(
        (path, content) ->
            members.add(
                ZipMember.file(path, time, content, packing(path, content))
                    .aligned(PackageLayout.alignment(path))));
    return members;
  }

  private static Packing packing(String path, Content content) {
    if (content instanceof ArchivedContent && !PackageLayout.isStored(path)) {
      // it travels as it lies in the package that it comes from
      return new Deflate();
    }
    String ending = path.substring(path.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    boolean stored =
        PackageLayout.isStored(path) || PackageLayout.isLibrary(path) || STORED.contains(ending);
    return stored ? Packing.stored() : new Deflate();
  }
}
