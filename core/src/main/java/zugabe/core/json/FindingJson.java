package zugabe.core.json;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import zugabe.core.finding.Code;
import zugabe.core.finding.Finding;
import zugabe.core.finding.RecordedCode;
import zugabe.core.finding.Severity;
import zugabe.core.finding.Where;

/** Findings as JSON trees. */
final class FindingJson {
  private FindingJson() {}

  static List<Object> tree(List<Finding> findings) {
    return findings.stream().<Object>map(FindingJson::tree).toList();
  }

  private static Map<String, Object> tree(Finding f) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("code", f.code().name());
    map.put("severity", f.severity().word());
    map.put("where", tree(f.where()));
    map.put("what", f.what());
    map.put("why", f.why());
    map.put("fix", f.fix());
    putIf(map, "accepted", !f.accepted().isEmpty(), f.accepted());
    return map;
  }

  private static Map<String, Object> tree(Where w) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("file", w.file());
    putIf(map, "line", w.line() > 0, w.line());
    putIf(map, "column", w.column() > 0, w.column());
    putIf(map, "key", !w.key().isEmpty(), w.key());
    putIf(map, "entry", !w.entry().isEmpty(), w.entry());
    putIf(map, "offset", w.offset() >= 0, w.offset());
    putIf(map, "field", !w.field().isEmpty(), w.field());
    return map;
  }

  private static void putIf(Map<String, Object> map, String key, boolean applies, Object value) {
    if (applies) {
      map.put(key, value);
    }
  }

  static List<Finding> read(Tree list) {
    return list.items().stream().map(FindingJson::read).toList();
  }

  private static Finding read(Object item) {
    Tree f = new Tree(item);
    Tree w = f.at("where");
    Where where =
        new Where(
            w.text("file"),
            (int) w.number("line", -1),
            (int) w.number("column", -1),
            w.text("key"),
            w.text("entry"),
            w.number("offset", -1),
            w.text("field"));
    Severity severity =
        java.util.Arrays.stream(Severity.values())
            .filter(s -> s.word().equals(f.text("severity")))
            .findFirst()
            .orElse(Severity.NOTE);
    Code code = new RecordedCode(f.text("code"), severity, f.text("why"));
    return new Finding(
        code, severity, where, f.text("what"), f.text("why"), f.text("fix"), f.text("accepted"));
  }
}
