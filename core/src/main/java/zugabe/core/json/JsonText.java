package zugabe.core.json;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.core.util.DefaultIndenter;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Writes and reads trees of {@code Map}, {@code List}, {@code String}, {@code Long}, {@code
 * Boolean} and null.
 */
public final class JsonText {
  private static final JsonFactory FACTORY = new JsonFactory();

  private JsonText() {}

  /** Indented by two spaces, lines ended by LF on every system, with a last one. */
  public static String write(Object tree) {
    StringWriter out = new StringWriter();
    DefaultIndenter lines = new DefaultIndenter("  ", "\n");
    try (JsonGenerator json = FACTORY.createGenerator(out)) {
      json.setPrettyPrinter(
          new DefaultPrettyPrinter().withObjectIndenter(lines).withArrayIndenter(lines));
      write(tree, json);
    } catch (IOException e) {
      throw new UncheckedIOException("a string writer doesn't fail", e);
    }
    return out.append('\n').toString();
  }

  private static void write(Object tree, JsonGenerator json) throws IOException {
    if (tree instanceof Map<?, ?> map) {
      json.writeStartObject();
      for (Map.Entry<?, ?> e : map.entrySet()) {
        json.writeFieldName((String) e.getKey());
        write(e.getValue(), json);
      }
      json.writeEndObject();
    } else if (tree instanceof List<?> list) {
      json.writeStartArray();
      for (Object item : list) {
        write(item, json);
      }
      json.writeEndArray();
    } else if (tree instanceof Boolean flag) {
      json.writeBoolean(flag);
    } else if (tree instanceof Number number) {
      json.writeNumber(number.longValue());
    } else if (tree == null) {
      json.writeNull();
    } else {
      json.writeString((String) tree);
    }
  }

  /** Reads one document; numbers must be whole. */
  public static Object read(String text) throws IOException {
    try (JsonParser json = FACTORY.createParser(text)) {
      json.nextToken();
      return read(json);
    }
  }

  private static Object read(JsonParser json) throws IOException {
    JsonToken token = json.currentToken();
    if (token == JsonToken.START_OBJECT) {
      Map<String, Object> map = new LinkedHashMap<>();
      while (json.nextToken() != JsonToken.END_OBJECT) {
        String key = json.currentName();
        json.nextToken();
        map.put(key, read(json));
      }
      return map;
    }
    if (token == JsonToken.START_ARRAY) {
      List<Object> list = new ArrayList<>();
      while (json.nextToken() != JsonToken.END_ARRAY) {
        list.add(read(json));
      }
      return list;
    }
    if (token == null) {
      throw new IOException("the document ends too early");
    }
    return switch (token) {
      case VALUE_STRING -> json.getText();
      case VALUE_NUMBER_INT -> json.getLongValue();
      case VALUE_TRUE -> true;
      case VALUE_FALSE -> false;
      case VALUE_NULL -> null;
      default -> throw new IOException("unexpected " + token);
    };
  }
}
