package zugabe.fuzz;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import zugabe.bytes.Access;
import zugabe.formats.androidxml.XmlAttribute;
import zugabe.formats.androidxml.XmlElement;
import zugabe.formats.androidxml.XmlWriter;
import zugabe.formats.apk.SigningBlock;
import zugabe.formats.arsc.Parts;
import zugabe.formats.arsc.Qualifiers;
import zugabe.formats.arsc.Resource;
import zugabe.formats.arsc.ResourceTable;
import zugabe.formats.arsc.StringPool;
import zugabe.formats.arsc.TableEntry;
import zugabe.formats.arsc.TablePackage;
import zugabe.formats.arsc.TableWriter;
import zugabe.formats.arsc.TypeChunk;
import zugabe.formats.arsc.Value;

/** Good inputs for what packages for phones hold. */
final class PhoneSeeds {
  /**
   * A class that loads libraries, switches, and fills an array, as the platform's older compiler
   * makes it.
   */
  private static final String CODE =
      "ZGV4CjAzNQCIXj+VCSYges5ZJ4pFu7C+M4dwYidLm8JkAwAAcAAAAHhWNBIAAAAAAAAAAMQCAAASAAAAcAAAAAgAAAC4AAAAAwAA"
          + "ANgAAAABAAAA/AAAAAYAAAAEAQAAAQAAADQBAAAQAgAAVAEAAAICAAAKAgAADQIAABACAAAZAgAALQIAAEICAABWAgAAagIAAHIC"
          + "AAB1AgAAeQIAAH0CAACJAgAAlgIAAJsCAACeAgAApAIAAAEAAAADAAAABAAAAAUAAAAGAAAABwAAAAkAAAALAAAAAgAAAAMAAAAA"
          + "AAAACQAAAAYAAAAAAAAACgAAAAYAAAD8AQAAAQAAAA8AAAABAAEAAAAAAAEAAQARAAAAAgABAAAAAAADAAAADAAAAAMAAgANAAAA"
          + "BQACAA0AAAABAAAAAQAAAAIAAAAAAAAACAAAAAAAAACxAgAAAAAAAAEAAQABAAAApwIAAAQAAABwEAIAAAAOAAMAAQACAAAArAIA"
          + "AEAAAAAaABAAcRAFAAAAYAAAANgAAAFnAAAAcQADAAAADAAaAQ4AbiAEABAAYAAAACsAGAAAABIwIwAHACYAGgAAABIRRAAAAWcA"
          + "AAAOABIgZwAAACj8EkBnAAAAKPgAAAABAgABAAAADwAAABMAAAAAAwQAAwAAAAEAAAACAAAAAwAAAAEAAAAEAAY8aW5pdD4AAUkA"
          + "AUwAB0xhL2IvVDsAEkxqYXZhL2xhbmcvT2JqZWN0OwATTGphdmEvbGFuZy9SdW50aW1lOwASTGphdmEvbGFuZy9TdHJpbmc7ABJM"
          + "amF2YS9sYW5nL1N5c3RlbTsABlQuamF2YQABVgACVkwAAltJAApnZXRSdW50aW1lAAtsb2FkTGlicmFyeQADbG9nAAFuAARvYXJz"
          + "AAFyAAIABw4AAgAHDgABAAEBAAgAgYAE1AIBAewCAAAADQAAAAAAAAABAAAAAAAAAAEAAAASAAAAcAAAAAIAAAAIAAAAuAAAAAMA"
          + "AAADAAAA2AAAAAQAAAABAAAA/AAAAAUAAAAGAAAABAEAAAYAAAABAAAANAEAAAEgAAACAAAAVAEAAAEQAAABAAAA/AEAAAIgAAAS"
          + "AAAAAgIAAAMgAAACAAAApwIAAAAgAAABAAAAsQIAAAAQAAABAAAAxAIAAA==";

  private PhoneSeeds() {}

  static byte[] code() {
    return Base64.getDecoder().decode(CODE);
  }

  static byte[] manifest() {
    XmlAttribute name = XmlAttribute.android("name", 0x01010003L, Value.string(".Main"));
    XmlAttribute exported = XmlAttribute.android("exported", 0x01010010L, Value.bool(true));
    XmlElement activity = XmlElement.of("activity", List.of(name, exported), List.of());
    XmlElement application = XmlElement.of("application", List.of(), List.of(activity));
    return XmlWriter.write(
        XmlElement.of(
            "manifest", List.of(XmlAttribute.plain("package", "a.b")), List.of(application)),
        Map.of(XmlAttribute.ANDROID, "android"));
  }

  static byte[] table() {
    TreeMap<Qualifiers, TableEntry> text = new TreeMap<>();
    Value styled = Value.string("good tide", List.of(new StringPool.Span("b", 0, 3)));
    text.put(Qualifiers.NONE, new TableEntry(0, styled, List.of()));
    TreeMap<Qualifiers, TableEntry> list = new TreeMap<>();
    List<TableEntry.Part> parts = List.of(new TableEntry.Part(Parts.FIRST_ITEM, Value.number(7)));
    list.put(Qualifiers.NONE, new TableEntry(TableEntry.COMPLEX, Value.reference(0), parts));
    return TableWriter.write(
        "a.b",
        0x7f,
        List.of(
            new Resource("string", "tide", 0x7f010000L, text),
            new Resource("array", "days", 0x7f020000L, list)));
  }

  static byte[] block() {
    return SigningBlock.encode(List.of(new SigningBlock.Pair(0x7109871aL, 0, new byte[64])));
  }

  /** A package with a manifest and a table. */
  static byte[] apk() {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      zip.putNextEntry(new ZipEntry("AndroidManifest.xml"));
      zip.write(manifest());
      zip.putNextEntry(new ZipEntry("resources.arsc"));
      zip.write(table());
      zip.closeEntry();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  /** Reads every entry of a table. */
  static Object drain(Access access) throws IOException {
    ResourceTable table = ResourceTable.read(access);
    for (TablePackage pack : table.packages()) {
      for (TypeChunk chunk : pack.types()) {
        pack.typeName(chunk.type());
        chunk.each(
            (index, at) -> {
              pack.key(chunk.key(at));
              chunk.entry(at);
            });
      }
    }
    return table;
  }
}
