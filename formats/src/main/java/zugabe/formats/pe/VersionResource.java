package zugabe.formats.pe;

import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import zugabe.bytes.ByteWriter;

/**
 * What the page of properties shows (VS_VERSIONINFO): numbers, and strings in one or more
 * languages. Every structure starts with its length, its value's length, whether that is text, and
 * a key; structures lie at places that four divides.
 *
 * @param version of file and product, four numbers of 0 to 65,535
 * @param preview whether it is a version before the one whose numbers it has
 * @param strings by language: {@code CompanyName}, {@code FileDescription} and so on
 */
public record VersionResource(
    List<Integer> version, boolean preview, Map<Integer, Map<String, String>> strings) {
  private static final int FIXED = 52;
  private static final long SIGNATURE = 0xFEEF04BDL;
  private static final long STRUCTURE = 0x00010000L;
  private static final long PRERELEASE = 2;
  private static final long FLAGS = 0x3F;
  private static final long NT_WINDOWS32 = 0x00040004L;
  private static final long APPLICATION = 1;

  /** UTF-16. */
  private static final int CODE_PAGE = 1200;

  public VersionResource {
    version = List.copyOf(version);
    if (version.size() != 4) {
      throw new IllegalArgumentException("four numbers, not " + version.size());
    }
  }

  /** The resource's bytes. */
  public byte[] encode() {
    List<byte[]> tables = new ArrayList<>();
    int[] translations = new int[strings.size() * 2];
    int at = 0;
    for (var language : strings.entrySet()) {
      List<byte[]> lines = new ArrayList<>();
      language.getValue().forEach((name, text) -> lines.add(text(name, text)));
      String key = "%04X%04X".formatted(language.getKey(), CODE_PAGE);
      tables.add(structure(key, new byte[0], 0, true, lines));
      translations[at++] = language.getKey();
      translations[at++] = CODE_PAGE;
    }
    ByteWriter pairs = ByteWriter.ofSize(translations.length * 2, ByteOrder.LITTLE_ENDIAN);
    for (int one : translations) {
      pairs.u2("Translation", one);
    }
    byte[] translated = pairs.done();
    byte[] all = structure("StringFileInfo", new byte[0], 0, true, tables);
    byte[] which = structure("Translation", translated, translated.length, false, List.of());
    byte[] languages = structure("VarFileInfo", new byte[0], 0, true, List.of(which));
    return structure("VS_VERSION_INFO", fixed(), FIXED, false, List.of(all, languages));
  }

  private byte[] fixed() {
    ByteWriter out = ByteWriter.ofSize(FIXED, ByteOrder.LITTLE_ENDIAN);
    out.u4("dwSignature", SIGNATURE).u4("dwStrucVersion", STRUCTURE);
    for (int i = 0; i < 2; i++) {
      out.u2("low", version.get(1)).u2("high", version.get(0));
      out.u2("low", version.get(3)).u2("high", version.get(2));
    }
    out.u4("dwFileFlagsMask", FLAGS).u4("dwFileFlags", preview ? PRERELEASE : 0);
    out.u4("dwFileOS", NT_WINDOWS32).u4("dwFileType", APPLICATION).zeros(12);
    return out.done();
  }

  private static byte[] text(String name, String text) {
    // the value's length is in characters, and counts the zero
    return structure(name, utf16(text + "\0"), text.length() + 1, true, List.of());
  }

  private static byte[] utf16(String text) {
    return text.getBytes(StandardCharsets.UTF_16LE);
  }

  private static int aligned(int size) {
    return (size + 3) / 4 * 4;
  }

  private static byte[] structure(
      String key, byte[] value, int valueLength, boolean text, List<byte[]> children) {
    byte[] name = utf16(key + "\0");
    int valueAt = aligned(6 + name.length);
    int end = valueAt + value.length;
    for (byte[] child : children) {
      end = aligned(end) + child.length;
    }
    ByteWriter out = ByteWriter.ofSize(end, ByteOrder.LITTLE_ENDIAN);
    out.u2("wLength", end).u2("wValueLength", valueLength).u2("wType", text ? 1 : 0);
    out.bytes(name).zeros(valueAt - 6 - name.length).bytes(value);
    int at = valueAt + value.length;
    for (byte[] child : children) {
      out.zeros(aligned(at) - at).bytes(child);
      at = aligned(at) + child.length;
    }
    return out.done();
  }
}
