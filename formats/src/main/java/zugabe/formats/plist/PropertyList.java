package zugabe.formats.plist;

import com.dd.plist.NSObject;
import com.dd.plist.XMLPropertyListWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;

/** Writes property lists. */
public final class PropertyList {
  private PropertyList() {}

  /**
   * As XML, in UTF-8, with line feeds.
   *
   * @param values texts, {@link Boolean}s, lists and maps of such, in the order they are written
   */
  public static String xml(Map<String, Object> values) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      XMLPropertyListWriter.write(NSObject.fromJavaObject(values), out);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toString(StandardCharsets.UTF_8).replace("\r\n", "\n");
  }
}
