package zugabe.core.json;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import zugabe.core.answer.Answer;
import zugabe.core.finding.Code;
import zugabe.core.icon.IconFile;
import zugabe.core.inspect.Inspection;
import zugabe.core.kind.Form;
import zugabe.core.kind.Report;
import zugabe.core.receipt.Receipt;
import zugabe.core.rehearse.Phone;

/** Answers as JSON documents; each has its schema in {@code docs/schemas}. */
public final class AnswerJson {
  private AnswerJson() {}

  public static String write(Answer answer) {
    Map<String, Object> map = new LinkedHashMap<>();
    if (answer instanceof Answer.Check c) {
      head(map, "check", c);
      check(map, c);
    } else if (answer instanceof Answer.Build b) {
      head(map, "build", b);
      build(map, b);
    } else if (answer instanceof Answer.Rehearse r) {
      head(map, "rehearse", r);
      map.put("rehearsals", r.rehearsals().stream().map(AnswerJson::rehearsed).toList());
    } else if (answer instanceof Answer.Inspect i) {
      head(map, "inspect", i);
      inspect(map, i);
    } else if (answer instanceof Answer.Survey s) {
      head(map, "survey", s);
      s.survey().ifPresent(x -> SurveyJson.tree(map, x));
      map.put("draft", s.draft());
      map.put("written", s.written());
      s.tried()
          .ifPresent(
              t -> {
                Map<String, Object> tried = new LinkedHashMap<>();
                tried.put("deliverables", t.deliverables().stream().map(AnswerJson::row).toList());
                tried.put(
                    "rehearsals", t.rehearsals().stream().map(AnswerJson::rehearsed).toList());
                map.put("tried", tried);
              });
    } else if (answer instanceof Answer.Codes c) {
      head(map, "explain", c);
      map.put("codes", c.codes().stream().map(AnswerJson::code).toList());
    } else if (answer instanceof Answer.Explain e) {
      head(map, "explain", e);
      map.put("code", e.code().name());
      map.put("severity", e.code().severity().word());
      map.put("title", e.code().title());
      map.put("page", e.page());
    } else if (answer instanceof Answer.Keys k) {
      head(map, "key", k);
      SignatureJson.keys(map, k);
    } else if (answer instanceof Answer.Sign x) {
      head(map, "sign", x);
      SignatureJson.sign(map, x);
    } else if (answer instanceof Answer.Verify v) {
      head(map, "verify", v);
      map.put("files", v.verdicts().stream().map(SignatureJson::verdict).toList());
    } else if (answer instanceof Answer.OfPhone p) {
      head(map, "stand-in", p);
      phone(map, p);
    } else if (answer instanceof Answer.Icon i) {
      head(map, "icon", i);
      icon(map, i);
    } else if (answer instanceof Answer.Demo d) {
      head(map, "demo", d);
      demo(map, d);
    }
    return JsonText.write(map);
  }

  private static void icon(Map<String, Object> map, Answer.Icon answer) {
    map.put("file", answer.file());
    map.put("form", answer.icon().map(IconFile::form).orElse(""));
    List<Object> pictures = new ArrayList<>();
    answer.icon().map(IconFile::holds).orElse(List.of()).stream()
        .forEach(
            h -> {
              Map<String, Object> one = new LinkedHashMap<>();
              one.put("what", h.what());
              one.put("width", h.width());
              one.put("height", h.height());
              one.put("bytes", h.bytes());
              pictures.add(one);
            });
    map.put("pictures", pictures);
    map.put("written", answer.written());
  }

  private static void head(Map<String, Object> map, String command, Answer answer) {
    map.put("schema", "docs/schemas/" + command + ".schema.json");
    map.put("command", command);
    map.put("ok", answer.ok());
    map.put("findings", FindingJson.tree(answer.findings()));
  }

  private static void check(Map<String, Object> map, Answer.Check c) {
    map.put("recipe", c.recipe());
    map.put("app", c.app());
    map.put("version", c.version());
    map.put("deliverables", c.deliverables().stream().map(AnswerJson::intended).toList());
    map.put("keys", c.keys().stream().map(SignatureJson::span).toList());
  }

  private static Map<String, Object> intended(Answer.Intended d) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("name", d.name());
    map.put("kind", d.kind());
    map.put("file", d.file());
    map.put("main", d.starts().main());
    map.put("java", d.starts().java());
    map.put("own", d.counts().own());
    map.put("libraries", d.counts().libraries());
    map.put("travel", d.outcome().travel());
    map.put("files", d.outcome().files());
    map.put("rules", d.outcome().treatments().stream().map(AnswerJson::treatment).toList());
    map.put("trees", d.outcome().trees().stream().map(AnswerJson::tree).toList());
    map.put("identity", d.outcome().forms().stream().map(AnswerJson::form).toList());
    return map;
  }

  private static Map<String, Object> form(Form form) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("place", form.place());
    map.put("form", form.form());
    map.put("from", form.from());
    return map;
  }

  private static Map<String, Object> tree(Answer.Installed tree) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("platform", tree.platform());
    map.put("entries", tree.lines().stream().map(AnswerJson::line).toList());
    return map;
  }

  private static Map<String, Object> line(Answer.Installed.Line line) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("path", line.path());
    map.put("mode", line.mode());
    map.put("size", line.size());
    map.put("link", line.link());
    map.put("from", line.from());
    return map;
  }

  private static Map<String, Object> code(Code code) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("code", code.name());
    map.put("severity", code.severity().word());
    map.put("title", code.title());
    return map;
  }

  private static Map<String, Object> treatment(Report.Treatment t) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("rule", t.rule());
    map.put("path", t.path());
    map.put("from", t.from());
    return map;
  }

  private static void build(Map<String, Object> map, Answer.Build b) {
    map.put("out", b.out());
    map.put("deliverables", b.deliverables().stream().map(AnswerJson::row).toList());
    map.put("removed", b.removed());
    map.put("rehearsals", b.rehearsals().stream().map(AnswerJson::rehearsed).toList());
  }

  private static Map<String, Object> rehearsed(Answer.Rehearsed r) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("name", r.name());
    map.put("command", r.result().command());
    map.put("exit", r.result().exit());
    map.put("ok", r.result().fault().isEmpty());
    map.put("judged", r.result().outcome().judged());
    map.put("fault", r.result().fault().orElse(""));
    map.put("output", r.result().output());
    map.put("telling", r.result().telling());
    map.put("written", r.result().written().entrySet().stream().map(AnswerJson::written).toList());
    map.put("leftRunning", r.result().leftRunning());
    map.put("millis", r.result().millis());
    return map;
  }

  private static Map<String, Object> written(Map.Entry<String, Long> file) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("path", file.getKey());
    map.put("size", file.getValue());
    return map;
  }

  private static Map<String, Object> row(Receipt.Row row) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("name", row.name());
    map.put("kind", row.kind());
    map.put("files", ReceiptJson.files(row.files()));
    return map;
  }

  private static void inspect(Map<String, Object> map, Answer.Inspect i) {
    map.put("file", i.file());
    i.inspection().ifPresent(x -> inspection(map, x));
  }

  private static void inspection(Map<String, Object> map, Inspection x) {
    map.put("kind", x.kind());
    map.put("size", x.size());
    map.put("identity", x.identity());
    map.put("start", x.start());
    if (x.java().version().isPresent()) {
      Map<String, Object> java = new LinkedHashMap<>();
      java.put("version", x.java().version().getAsInt());
      java.put("because", x.java().because());
      map.put("java", java);
    }
    map.put("manifest", x.manifest());
    map.put("entries", x.holds().entries().stream().map(AnswerJson::item).toList());
    map.put("signers", x.holds().signers());
    map.put("facts", x.facts());
  }

  private static Map<String, Object> item(Inspection.Item e) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("path", e.path());
    map.put("size", e.size());
    map.put("packed", e.packed());
    map.put("method", e.method());
    return map;
  }

  private static void demo(Map<String, Object> map, Answer.Demo d) {
    map.put("folder", d.folder());
    map.put("deliverables", d.build().deliverables().stream().map(AnswerJson::row).toList());
    map.put("started", d.started().stream().map(AnswerJson::started).toList());
  }

  private static Map<String, Object> started(Answer.Rehearsed s) {
    Map<String, Object> map = new LinkedHashMap<>();
    map.put("deliverable", s.name());
    map.put("command", s.result().command());
    map.put("exit", s.result().exit());
    map.put("output", s.result().output());
    map.put("ok", s.result().fault().isEmpty());
    return map;
  }

  /** A schema, or any other tree. */
  public static String tree(Map<String, Object> tree) {
    return JsonText.write(tree);
  }

  private static void phone(Map<String, Object> map, Answer.OfPhone p) {
    map.put("phone", p.phone());
    if (!p.written().isEmpty()) {
      map.put("written", p.written());
    }
    List<Object> apps = new ArrayList<>();
    for (Phone.App app : p.apps()) {
      Map<String, Object> one = new LinkedHashMap<>();
      one.put("id", app.id());
      one.put("label", app.label());
      one.put("version", app.versionName());
      one.put("versionCode", app.versionCode());
      one.put("permissions", app.permissions());
      one.put("icon", app.icon());
      one.put("scheme", app.scheme());
      one.put("signer", app.signer());
      apps.add(one);
    }
    map.put("applications", apps);
  }
}
