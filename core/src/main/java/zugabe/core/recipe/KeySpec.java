package zugabe.core.recipe;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Said;

/**
 * A signing key.
 *
 * @param password where the password comes from, never the password itself
 */
public record KeySpec(Said<String> store, Said<String> alias, Said<String> password) {
  /**
   * A secret's source. What is written instead is never repeated in a message: it may be the
   * secret.
   */
  private static final Shape<Said<String>> SECRET =
      new Shape<>() {
        private static final String FORM = "env:[A-Za-z_][A-Za-z0-9_]*|file:.+|command:.+|prompt";

        @Override
        public Said<String> bind(Node node, Findings findings) {
          if (node instanceof Node.Text text && text.value().matches(FORM)) {
            return new Said<>(text.value(), node.where(), true);
          }
          findings.add(
              FindingCode.Z1015,
              node.where(),
              "A secret stands here, or something that could be one.",
              "Say where it comes from: env:NAME, file:PATH, command:LINE or prompt.");
          return standIn(node);
        }

        @Override
        public Said<String> standIn(Node near) {
          return new Said<>("prompt", near.where(), false);
        }

        @Override
        public Map<String, Object> schema() {
          Map<String, Object> schema = new LinkedHashMap<>();
          schema.put("type", "string");
          schema.put("pattern", "^(" + FORM + ")$");
          return schema;
        }
      };

  private static final Field<Said<String>> STORE =
      Field.required("store", TextShape.any(), "PKCS #12 file.");
  private static final Field<Said<String>> ALIAS =
      Field.required("alias", TextShape.any(), "The key's name in the store.");
  private static final Field<Said<String>> PASSWORD =
      Field.optional(
          "password",
          SECRET,
          "Where the password comes from: env:NAME, file:PATH, command:LINE or prompt. Default: prompt.");

  static final Shape<KeySpec> SHAPE =
      new RecordShape<>(
          "a key",
          List.of(STORE, ALIAS, PASSWORD),
          v -> new KeySpec(v.of(STORE), v.of(ALIAS), v.of(PASSWORD)));
}
