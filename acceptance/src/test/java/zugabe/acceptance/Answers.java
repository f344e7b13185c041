package zugabe.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Answers in JSON: whatever test they come from, their own schema has to hold for them. */
final class Answers {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final Pattern NAMED =
      Pattern.compile("\\A\\{\\s*\"schema\" : \"docs/schemas/([a-z]+)\\.schema\\.json\"");
  private static final Map<String, JsonSchema> SCHEMAS = new ConcurrentHashMap<>();

  private Answers() {}

  /** Tests run side by side, and a schema's parts are found only when they are needed. */
  static JsonSchema schema(String name) {
    try {
      JsonSchema schema =
          JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
              .getSchema(
                  Files.readString(Program.ROOT.resolve("docs/schemas/" + name + ".schema.json")));
      schema.initializeValidators();
      return schema;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  static JsonNode valid(String text, String schema) throws IOException {
    JsonNode node = JSON.readTree(text);
    assertThat(SCHEMAS.computeIfAbsent(schema, Answers::schema).validate(node)).as(text).isEmpty();
    return node;
  }

  /** Holds what a command printed to the schema that it names, if it is such an answer. */
  static void look(String out) {
    Matcher named = NAMED.matcher(out);
    if (named.find()) {
      try {
        valid(out, named.group(1));
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
  }
}
