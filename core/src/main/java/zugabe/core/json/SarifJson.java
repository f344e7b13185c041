package zugabe.core.json;

import java.net.URI;
import java.net.URISyntaxException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import zugabe.bytes.Digests;
import zugabe.core.finding.Code;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Where;
import zugabe.core.program.Version;

/**
 * Findings in the form that systems for code review read: Static Analysis Results Interchange
 * Format (SARIF) Version 2.1.0, an OASIS standard. Sections in this class are that standard's.
 */
public final class SarifJson {
  private SarifJson() {}

  /** One run (3.14) with a rule for each code that occurs. */
  public static String write(List<Finding> findings) {
    List<Code> codes =
        findings.stream()
            .map(Finding::code)
            .distinct()
            .sorted(Comparator.comparing(Code::name))
            .toList();
    Map<String, Object> driver = new LinkedHashMap<>();
    driver.put("name", "Zugabe");
    driver.put("version", Version.TEXT);
    driver.put("semanticVersion", Version.TEXT);
    driver.put("rules", codes.stream().map(SarifJson::rule).toList());
    Map<String, Object> run = new LinkedHashMap<>();
    run.put("tool", Map.of("driver", driver));
    run.put("columnKind", "unicodeCodePoints");
    run.put("results", findings.stream().map(f -> result(f, codes.indexOf(f.code()))).toList());
    Map<String, Object> log = new LinkedHashMap<>();
    log.put(
        "$schema",
        "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json");
    log.put("version", "2.1.0");
    log.put("runs", List.of(run));
    return JsonText.write(log);
  }

  /** 3.49. */
  private static Map<String, Object> rule(Code code) {
    Map<String, Object> rule = new LinkedHashMap<>();
    rule.put("id", code.name());
    rule.put("shortDescription", text(code.title() + "."));
    rule.put("fullDescription", text(code.why()));
    rule.put("help", text("\"zugabe explain " + code + "\" tells more."));
    rule.put("defaultConfiguration", Map.of("level", code.severity().word()));
    return rule;
  }

  private static Map<String, Object> text(String text) {
    return Map.of("text", text);
  }

  /** 3.27. */
  private static Map<String, Object> result(Finding f, int rule) {
    Map<String, Object> result = new LinkedHashMap<>();
    result.put("ruleId", f.code().name());
    result.put("ruleIndex", rule);
    result.put("level", f.severity().word());
    String remedy = f.fix().equals("Nothing.") ? "" : " To do: " + f.fix();
    result.put("message", text(f.what() + remedy));
    if (!f.where().file().isEmpty()) {
      result.put("locations", List.of(location(f.where())));
    }
    // the same finding in the next run, though lines have moved (3.27.17)
    String same = f.code() + "\n" + f.where().file() + "\n" + f.where().key() + "\n" + f.what();
    result.put(
        "partialFingerprints",
        Map.of(
            "zugabe/1",
            Digests.sha256Hex(same.getBytes(java.nio.charset.StandardCharsets.UTF_8))
                .substring(0, 32)));
    // once one result has suppressions, all must have (3.27.23)
    result.put("suppressions", f.accepted().isEmpty() ? List.of() : List.of(suppression(f)));
    return result;
  }

  /** 3.35. */
  private static Map<String, Object> suppression(Finding f) {
    Map<String, Object> suppression = new LinkedHashMap<>();
    suppression.put("kind", "external");
    suppression.put("justification", f.accepted());
    return suppression;
  }

  /** 3.28. */
  private static Map<String, Object> location(Where where) {
    Map<String, Object> physical = new LinkedHashMap<>();
    physical.put("artifactLocation", Map.of("uri", address(where.file())));
    if (where.line() > 0) {
      Map<String, Object> region = new LinkedHashMap<>();
      region.put("startLine", where.line());
      if (where.column() > 0) {
        region.put("startColumn", where.column());
      }
      physical.put("region", region);
    } else if (where.offset() >= 0 && where.entry().isEmpty()) {
      physical.put("region", Map.of("byteOffset", where.offset()));
    }
    Map<String, Object> location = new LinkedHashMap<>();
    location.put("physicalLocation", physical);
    List<Object> logical = new ArrayList<>();
    if (!where.key().isEmpty()) {
      logical.add(logical(where.key(), "key"));
    }
    if (!where.entry().isEmpty()) {
      logical.add(logical(where.entry(), "entry"));
    }
    if (!logical.isEmpty()) {
      location.put("logicalLocations", logical);
    }
    return location;
  }

  /** A relative reference by RFC 3986 (3.4.3): with slashes, and what isn't allowed escaped. */
  private static String address(String file) {
    try {
      String slashes = file.replace('\\', '/');
      boolean colon = !slashes.startsWith("/") && slashes.split("/", -1)[0].contains(":");
      return new URI(null, null, colon ? "./" + slashes : slashes, null).toASCIIString();
    } catch (URISyntaxException e) {
      return "unknown";
    }
  }

  private static Map<String, Object> logical(String name, String kind) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("fullyQualifiedName", name);
    map.put("kind", kind);
    return map;
  }
}
