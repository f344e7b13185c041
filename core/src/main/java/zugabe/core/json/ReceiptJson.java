package zugabe.core.json;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import zugabe.core.receipt.Receipt;
import zugabe.core.recipe.ValueOverride;

/** Receipts as JSON; {@code docs/schemas/receipt.schema.json} describes them. */
public final class ReceiptJson {
  static final String SCHEMA = "docs/schemas/receipt.schema.json";

  private ReceiptJson() {}

  public static String write(Receipt r) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("schema", SCHEMA);
    map.put("program", r.program());
    map.put("deflate", r.deflate());
    map.put("app", r.app());
    map.put("version", r.version());
    map.put("deliverables", r.deliverables().stream().map(ReceiptJson::row).toList());
    map.put("left", r.left());
    return JsonText.write(map);
  }

  private static Map<String, Object> row(Receipt.Row row) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("name", row.name());
    map.put("kind", row.kind());
    map.put("files", files(row.files()));
    map.put("inputs", row.inputs().stream().map(ReceiptJson::used).toList());
    map.put("plan", row.plan());
    map.put("overrides", row.overrides().stream().map(o -> override(o.key(), o.value())).toList());
    map.put("findings", FindingJson.tree(row.findings()));
    row.signature().ifPresent(s -> map.put("signature", SignatureJson.by(s)));
    return map;
  }

  private static Map<String, Object> override(String key, String value) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("key", key);
    map.put("value", value);
    return map;
  }

  static List<Object> files(List<Receipt.Made> files) {
    return files.stream().<Object>map(ReceiptJson::made).toList();
  }

  private static Map<String, Object> made(Receipt.Made f) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("path", f.path());
    map.put("size", f.size());
    map.put("sha256", f.sha256());
    return map;
  }

  private static Map<String, Object> used(Receipt.Used u) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("name", u.name());
    map.put("files", u.files());
    map.put("size", u.size());
    map.put("sha256", u.sha256());
    return map;
  }

  /** Reads a receipt; fails when it isn't one. */
  public static Receipt read(String text) throws IOException {
    Tree tree = new Tree(JsonText.read(text));
    if (!tree.text("schema").equals(SCHEMA)) {
      throw new IOException("it isn't a receipt");
    }
    List<Receipt.Row> rows =
        tree.at("deliverables").items().stream().map(ReceiptJson::readRow).toList();
    List<String> left =
        tree.at("left").items().stream()
            .filter(String.class::isInstance)
            .map(String.class::cast)
            .toList();
    return new Receipt(
        tree.text("program"),
        tree.number("deflate", 0),
        tree.text("app"),
        tree.text("version"),
        rows,
        left);
  }

  private static Receipt.Row readRow(Object item) {
    Tree row = new Tree(item);
    return new Receipt.Row(
        row.text("name"),
        row.text("kind"),
        row.at("files").items().stream()
            .map(Tree::new)
            .map(f -> new Receipt.Made(f.text("path"), f.number("size", 0), f.text("sha256")))
            .toList(),
        row.at("inputs").items().stream()
            .map(Tree::new)
            .map(
                u ->
                    new Receipt.Used(
                        u.text("name"),
                        u.number("files", 0),
                        u.number("size", 0),
                        u.text("sha256")))
            .toList(),
        row.text("plan"),
        row.at("overrides").items().stream()
            .map(Tree::new)
            .map(o -> new ValueOverride(o.text("key"), o.text("value")))
            .toList(),
        FindingJson.read(row.at("findings")),
        SignatureJson.read(row.at("signature")));
  }
}
