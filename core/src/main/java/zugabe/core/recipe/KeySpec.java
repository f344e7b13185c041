package zugabe.core.recipe;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.bytes.Regex;
import zugabe.core.finding.Located;
import zugabe.core.finding.RecipeCode;
import zugabe.core.shape.Binding;
import zugabe.core.shape.Field;
import zugabe.core.shape.ListShape;
import zugabe.core.shape.RecordShape;
import zugabe.core.shape.Reference;
import zugabe.core.shape.Shape;
import zugabe.core.shape.SourceNode;
import zugabe.core.shape.TextShape;

/**
 * A signing key.
 *
 * @param alias in the store; empty where it holds one key
 * @param password where the password comes from, never the password itself
 * @param helper command that signs digests, when the store has only certificates
 * @param timestamp addresses of authorities that vouch for the time, in the order they are asked
 * @param proof file that proves that it follows other keys, for packages for phones
 * @param follows name of the oldest of those
 */
public record KeySpec(
    Located<String> store,
    Optional<Located<String>> alias,
    Located<String> password,
    Optional<Located<String>> helper,
    List<Located<String>> timestamp,
    Optional<Located<String>> proof,
    Optional<Located<String>> follows) {
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

  /** A file, or the address of a token (RFC 7512). */
  private static final Shape<Located<String>> STORES =
      new Shape<>() {
        private final Shape<Located<String>> file = TextShape.any().naming(Reference.To.FILE);

        @Override
        public Located<String> bind(SourceNode node, Binding binding) {
          if (node instanceof SourceNode.Text text && text.value().startsWith("pkcs11:")) {
            return new Located<>(text.value(), node.where(), true);
          }
          return file.bind(node, binding);
        }

        @Override
        public Located<String> standIn(SourceNode near) {
          return file.standIn(near);
        }

        @Override
        public String form() {
          return file.form();
        }

        @Override
        public Map<String, Object> schema() {
          return file.schema();
        }
      };

  private static final Field<Located<String>> STORE =
      Field.required(
          "store",
          STORES,
          "PKCS #12 file, OpenPGP key in armour, certificates alone, or a token: pkcs11:slot-id=0;object=NAME?module-path=LIBRARY.");
  private static final Field<Located<String>> ALIAS =
      Field.optional("alias", TextShape.any(), "The key's name in the store.")
          .otherwise("the only one in it");
  private static final Field<Located<String>> PASSWORD =
      Field.optional(
              "password",
              SECRET,
              "Where the password comes from: env:NAME, file:PATH, command:LINE or prompt.")
          .otherwise("prompt");

  private static final Field<Located<String>> HELPER =
      Field.optional(
          "helper",
          TextShape.any(),
          "Command that gets a digest on its standard input and answers with its signature, when"
              + " store: has only certificates.");
  private static final Field<List<Located<String>>> TIMESTAMP =
      Field.optional(
          "timestamp",
          new ListShape<>(
              TextShape.matching(
                  "an address such as http://time.gannet.example/", "https?://[^\\s]+")),
          "Addresses of timestamp authorities (RFC 3161), in the order they are asked.");

  private static final Field<Located<String>> PROOF =
      Field.optional(
          "proof",
          TextShape.any().naming(Reference.To.FILE),
          "File that proves that it follows other keys, made by zugabe key succeed; for packages for phones.");
  private static final Field<Located<String>> FOLLOWS =
      Field.optional(
          "follows",
          TextShape.any().naming(Reference.To.KEY),
          "Name of the oldest key that it follows: it signs for phones below platform 28, which don't read proofs.");

  static final Shape<KeySpec> SHAPE =
      RecordShape.of(
          "a key",
          List.of(STORE, ALIAS, PASSWORD, HELPER, TIMESTAMP, PROOF, FOLLOWS),
          v ->
              new KeySpec(
                  v.of(STORE),
                  v.maybe(ALIAS),
                  v.of(PASSWORD),
                  v.maybe(HELPER),
                  v.of(TIMESTAMP),
                  v.maybe(PROOF),
                  v.maybe(FOLLOWS)));
}
