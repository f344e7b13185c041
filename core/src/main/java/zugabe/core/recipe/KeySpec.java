package zugabe.core.recipe;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import zugabe.bytes.Regex;
import zugabe.core.finding.Located;
import zugabe.core.finding.RecipeCode;
import zugabe.core.shape.Binding;
import zugabe.core.shape.Field;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Reference;
import zugabe.core.shape.Shape;
import zugabe.core.shape.SourceNode;
import zugabe.core.shape.TextShape;

/**
 * A signing key.
 *
 * @param password where the password comes from, never the password itself
 */
public record KeySpec(Located<String> store, Located<String> alias, Located<String> password) {
  /**
   * A secret's source. What is written instead is never repeated in a message: it may be the
   * secret.
   */
  private static final Shape<Located<String>> SECRET =
      new Shape<>() {
        private static final String FORM = "env:[A-Za-z_][A-Za-z0-9_]*|file:.+|command:.+|prompt";

        @Override
        public Located<String> bind(SourceNode node, Binding binding) {
          if (node instanceof SourceNode.Text text && Regex.matches(text.value(), FORM)) {
            return new Located<>(text.value(), node.where(), true);
          }
          binding
              .findings()
              .add(
                  RecipeCode.Z1015,
                  node.where(),
                  "A secret is written here, or something that could be one.",
                  "Say where it comes from: env:NAME, file:PATH, command:LINE or prompt.");
          return standIn(node);
        }

        @Override
        public Located<String> standIn(SourceNode near) {
          return new Located<>("prompt", near.where(), false);
        }

        @Override
        public String form() {
          return "env:NAME, file:PATH, command:LINE or prompt";
        }

        @Override
        public Map<String, Object> schema() {
          Map<String, Object> schema = new LinkedHashMap<>();
          schema.put("type", "string");
          schema.put("pattern", "^(" + FORM + ")$");
          return schema;
        }
      };

  private static final Field<Located<String>> STORE =
      Field.required("store", TextShape.any().naming(Reference.To.FILE), "PKCS #12 file.");
  private static final Field<Located<String>> ALIAS =
      Field.required("alias", TextShape.any(), "The key's name in the store.");
  private static final Field<Located<String>> PASSWORD =
      Field.optional(
              "password",
              SECRET,
              "Where the password comes from: env:NAME, file:PATH, command:LINE or prompt.")
          .otherwise("prompt");

  static final Shape<KeySpec> SHAPE =
      RecordShape.of(
          "a key",
          List.of(STORE, ALIAS, PASSWORD),
          v -> new KeySpec(v.of(STORE), v.of(ALIAS), v.of(PASSWORD)));
}
