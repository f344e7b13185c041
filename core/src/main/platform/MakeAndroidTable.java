import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import zugabe.bytes.Content;
import zugabe.formats.androidxml.XmlAttribute;
import zugabe.formats.androidxml.XmlElement;
import zugabe.formats.androidxml.XmlReader;
import zugabe.formats.arsc.Parts;
import zugabe.formats.arsc.ResourceTable;
import zugabe.formats.arsc.TableEntry;
import zugabe.formats.arsc.TablePackage;
import zugabe.formats.arsc.TypeChunk;
import zugabe.formats.zip.ZipEntry;
import zugabe.formats.zip.ZipReader;

/**
 * Makes the table of the platform's public resources from its own package of resources (Debian's
 * android-framework-res): FRAMEWORK-RES.APK OUT. A line to each: type/name, number, and of an
 * attribute the types of its values and the names that stand for numbers. With a third argument,
 * such a table of an earlier level, only what came later is written, and attributes that got more
 * names. Run by core/src/main/platform/make-android.
 */
final class MakeAndroidTable {
  private static final long FIRST_PROVISIONAL = 0x0140_0000L;

  private final Map<Long, String> names = new HashMap<>();
  private final Map<Long, TableEntry> attributes = new TreeMap<>();
  private final Map<Long, String> open = new TreeMap<>();

  public static void main(String[] args) throws IOException {
    List<String> lines = new MakeAndroidTable().lines(Path.of(args[0]));
    Files.write(
        Path.of(args[1]),
        args.length > 2 ? later(lines, Files.readAllLines(Path.of(args[2]))) : lines);
  }

  /** What isn't in an earlier table. */
  private static List<String> later(List<String> lines, List<String> before) {
    Map<String, String[]> known = new HashMap<>();
    before.forEach(line -> known.put(line.split(" ")[0], line.split(" ")));
    Map<String, String[]> now = new LinkedHashMap<>();
    for (String line : lines) {
      String[] words = line.split(" ");
      // until a level is out, its resources have other numbers, which stay beside the final ones
      if (words[0].equals("level") || Long.parseLong(words[1], 16) < FIRST_PROVISIONAL) {
        now.putIfAbsent(words[0], words);
      }
    }
    List<String> out = new ArrayList<>();
    now.forEach(
        (name, words) -> {
          Set<String> all = new TreeSet<>(List.of(known.getOrDefault(name, words)));
          all.addAll(List.of(words));
          if (!known.containsKey(name)) {
            out.add(String.join(" ", words));
          } else if (all.size() > known.get(name).length && words.length > 2) {
            out.add(merged(known.get(name), words));
          }
        });
    out.add(0, "level " + now.get("level")[1]);
    return out;
  }

  /** Names that were taken away are read as before. */
  private static String merged(String[] before, String[] now) {
    Map<String, String> names = new TreeMap<>();
    for (String[] words : List.of(before, now)) {
      for (int i = 3; i < words.length; i++) {
        int equals = words[i].indexOf('=');
        names.put(words[i].substring(0, equals), words[i].substring(equals));
      }
    }
    StringBuilder out = new StringBuilder(String.join(" ", List.of(now).subList(0, 3)));
    names.forEach((name, number) -> out.append(' ').append(name).append(number));
    return out.toString();
  }

  private static byte[] bytes(ZipEntry entry) throws IOException {
    try (var in = entry.open()) {
      return in.readAllBytes();
    }
  }

  private List<String> lines(Path apk) throws IOException {
    var listing = ZipReader.read(Content.of(Files.readAllBytes(apk)));
    byte[] table = bytes(listing.entry("resources.arsc").orElseThrow());
    for (TablePackage p : ResourceTable.read(Content.of(table).access()).packages()) {
      for (TypeChunk chunk : p.types()) {
        String type = p.typeName(chunk.type());
        chunk.each((index, at) -> entry(p, chunk, type, index, at));
      }
    }
    byte[] manifest = bytes(listing.entry("AndroidManifest.xml").orElseThrow());
    List<String> out = new ArrayList<>();
    out.add("level " + level(XmlReader.read(Content.of(manifest).access())));
    open.forEach((number, name) -> out.add(name + " " + Long.toHexString(number) + more(number)));
    return out;
  }

  private static String level(XmlElement manifest) {
    return manifest.child("uses-sdk").orElseThrow().attributes().stream()
        .filter(a -> a.name().equals("targetSdkVersion"))
        .map(XmlAttribute::shown)
        .findFirst()
        .orElseThrow();
  }

  private void entry(TablePackage p, TypeChunk chunk, String type, int index, long at)
      throws IOException {
    long number = p.number(chunk.type(), index);
    String name = p.key(chunk.key(at));
    names.put(number, name);
    TableEntry entry = chunk.entry(at);
    if ((entry.flags() & TableEntry.PUBLIC) != 0) {
      open.put(number, type + "/" + name);
      if (type.equals("attr")) {
        attributes.put(number, entry);
      }
    }
  }

  private String more(long number) {
    TableEntry entry = attributes.get(number);
    if (entry == null) {
      return "";
    }
    StringBuilder out = new StringBuilder();
    for (TableEntry.Part part : entry.parts()) {
      if (part.name() == Parts.TYPES) {
        out.insert(0, " " + Long.toHexString(part.value().data()));
      } else if (part.name() >= 0x0101_0000L && part.name() < 0x0200_0000L && names.containsKey(part.name())) {
        out.append(' ').append(names.get(part.name())).append('=');
        out.append(Long.toHexString(part.value().data()));
      }
    }
    return out.toString();
  }
}
