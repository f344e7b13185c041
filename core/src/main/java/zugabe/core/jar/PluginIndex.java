package zugabe.core.jar;

import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.UTFDataFormatException;
import java.util.LinkedHashMap;
import java.util.Map;
import zugabe.bytes.Content;

/**
 * The plug-in index of Log4j ({@code Log4j2Plugins.dat}), as its PluginCache writes it with a
 * DataOutputStream:
 *
 * <pre>
 * int      number of categories
 *   UTF      category
 *   int      number of plug-ins
 *     UTF      key
 *     UTF      class name
 *     UTF      name
 *     boolean  printable
 *     boolean  defers children
 * </pre>
 *
 * Of one key in one category the earliest plug-in counts.
 */
final class PluginIndex implements Joint {
  /** No index has more; a damaged one may say so. */
  private static final int MAX_COUNT = 1 << 16;

  private record Plugin(String className, String name, boolean printable, boolean defers) {}

  private final Map<String, Map<String, Plugin>> categories = new LinkedHashMap<>();

  @Override
  public void add(Content content) throws IOException, UnfitFileException {
    try (DataInputStream in = new DataInputStream(content.open())) {
      for (int i = count(in); i > 0; i--) {
        Map<String, Plugin> category =
            categories.computeIfAbsent(text(in), k -> new LinkedHashMap<>());
        for (int j = count(in); j > 0; j--) {
          String key = text(in);
          category.putIfAbsent(
              key, new Plugin(text(in), text(in), in.readBoolean(), in.readBoolean()));
        }
      }
    } catch (EOFException | UTFDataFormatException e) {
      throw new UnfitFileException("the plug-in index is cut off or damaged");
    }
  }

  private static int count(DataInputStream in) throws IOException, UnfitFileException {
    int count = in.readInt();
    if (count < 0 || count > MAX_COUNT) {
      throw new UnfitFileException("the plug-in index claims " + count + " entries");
    }
    return count;
  }

  /** A text that can be written again: one with the character U+0000 as one byte takes two then. */
  private static String text(DataInputStream in) throws IOException, UnfitFileException {
    String text = in.readUTF();
    long bytes = text.chars().mapToLong(c -> c > 0 && c < 0x80 ? 1 : c < 0x800 ? 2 : 3).sum();
    if (bytes > 0xFFFF) {
      throw new UnfitFileException("the plug-in index has a name that is too long");
    }
    return text;
  }

  @Override
  public byte[] encode() throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    DataOutputStream out = new DataOutputStream(bytes);
    out.writeInt(categories.size());
    for (Map.Entry<String, Map<String, Plugin>> category : categories.entrySet()) {
      out.writeUTF(category.getKey());
      out.writeInt(category.getValue().size());
      for (Map.Entry<String, Plugin> plugin : category.getValue().entrySet()) {
        out.writeUTF(plugin.getKey());
        out.writeUTF(plugin.getValue().className());
        out.writeUTF(plugin.getValue().name());
        out.writeBoolean(plugin.getValue().printable());
        out.writeBoolean(plugin.getValue().defers());
      }
    }
    return bytes.toByteArray();
  }
}
