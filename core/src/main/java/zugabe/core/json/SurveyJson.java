package zugabe.core.json;

import java.util.LinkedHashMap;
import java.util.Map;
import zugabe.core.survey.Survey;

/** A survey as a tree. */
final class SurveyJson {
  private SurveyJson() {}

  static void tree(Map<String, Object> map, Survey s) {
    map.put("folder", s.folder());
    map.put("files", s.files());
    map.put("bytes", s.bytes());
    map.put("programs", s.programs().stream().map(SurveyJson::program).toList());
    map.put("classes", s.classes().stream().map(SurveyJson::classes).toList());
    map.put("found", s.found().stream().map(SurveyJson::found).toList());
    map.put("leftovers", s.leftovers().stream().map(SurveyJson::leftover).toList());
    map.put("missing", s.missing());
  }

  private static Map<String, Object> program(Survey.Candidate p) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("kind", p.kind().name().toLowerCase(java.util.Locale.ROOT));
    map.put("name", p.name());
    map.put("main", p.main());
    map.put("surface", p.surface());
    map.put("service", p.service());
    map.put("own", p.own());
    map.put("libraries", p.libraries().stream().map(Survey.Found::path).toList());
    map.put("web", p.web().orElse(""));
    map.put("java", p.java().orElse(0));
    map.put("platforms", p.platforms());
    map.put("reasons", p.reasons());
    return map;
  }

  private static Map<String, Object> classes(Survey.Classes c) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("folder", c.folder());
    map.put("count", c.count());
    map.put("java", c.java());
    map.put("because", c.because());
    map.put("needs", c.needs());
    map.put("tests", c.tests());
    map.put("module", c.identity().module());
    return map;
  }

  private static Map<String, Object> found(Survey.Found f) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("path", f.path());
    map.put("size", f.size());
    map.put("nature", f.what().nature().word());
    map.put("form", f.what().form());
    map.put("platforms", f.what().platforms());
    map.put("facts", f.what().facts());
    return map;
  }

  private static Map<String, Object> leftover(Survey.Leftover l) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("path", l.path());
    map.put("why", l.why());
    return map;
  }
}
