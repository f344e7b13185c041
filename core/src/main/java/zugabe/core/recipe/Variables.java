package zugabe.core.recipe;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Where;
import zugabe.core.shape.SourceNode;

/**
 * Fills in {@code {app.version}} and {@code {env.NAME:default}} in every text of the tree. A
 * doubled opening brace stands for one. Variables may refer to others, never to themselves.
 */
final class Variables {
  private static final Pattern VARIABLE =
      Pattern.compile("\\{\\{|\\{([A-Za-z][\\w.-]*)(:([^{}]*))?\\}");

  private final SourceNode.Mapping root;
  private final Map<String, String> environment;
  private final Findings findings;
  private int faults;

  /** What variables stand for, found out once: nested ones would take exponential time. */
  private final Map<String, String> filled = new HashMap<>();

  /** Longer than anything that a recipe says. */
  private static final int MAX_LENGTH = 1 << 16;

  private final Deque<String> open = new ArrayDeque<>();

  private Variables(SourceNode.Mapping root, Map<String, String> environment, Findings findings) {
    this.root = root;
    this.environment = environment;
    this.findings = findings;
  }

  static SourceNode.Mapping fill(
      SourceNode.Mapping root, Map<String, String> environment, Findings findings) {
    return (SourceNode.Mapping) new Variables(root, environment, findings).fill(root);
  }

  private SourceNode fill(SourceNode node) {
    if (node instanceof SourceNode.Mapping m) {
      List<SourceNode.Member> members = new ArrayList<>();
      m.members()
          .forEach(x -> members.add(new SourceNode.Member(x.where(), x.key(), fill(x.value()))));
      return new SourceNode.Mapping(m.where(), m.flow(), members);
    }
    if (node instanceof SourceNode.Listing l) {
      return new SourceNode.Listing(l.where(), l.items().stream().map(this::fill).toList());
    }
    SourceNode.Text text = (SourceNode.Text) node;
    faults = 0;
    String value = fill(text.value(), text.where());
    return new SourceNode.Text(text.where(), value, text.quoted(), faults > 0);
  }

  private String fill(String text, Where where) {
    if (text.indexOf('{') < 0) {
      return text;
    }
    Matcher m = VARIABLE.matcher(text);
    StringBuilder out = new StringBuilder();
    while (m.find()) {
      String value =
          m.group(1) == null ? "{" : value(m.group(1), Optional.ofNullable(m.group(3)), where);
      m.appendReplacement(out, Matcher.quoteReplacement(value));
      if (out.length() > MAX_LENGTH) {
        findings.add(
            RecipeCode.Z1016,
            where,
            "With its variables filled in, this is longer than 65,536 characters.",
            "Write it shorter.");
        faults++;
        return "";
      }
    }
    return m.appendTail(out).toString();
  }

  private String value(String name, Optional<String> otherwise, Where where) {
    if (name.startsWith("env.")) {
      String variable = name.substring(4);
      Optional<String> set = Optional.ofNullable(environment.get(variable)).or(() -> otherwise);
      return set.orElseGet(
          () ->
              unknown(
                  where,
                  "The environment variable " + variable + " is not set.",
                  "Set it, or give a default: {env." + variable + ":default}."));
    }
    Optional<SourceNode.Text> target = name.startsWith("app.") ? lookUp(name) : Optional.empty();
    if (target.isEmpty()) {
      return otherwise.orElseGet(
          () ->
              unknown(where, "There is no variable {" + name + "}.", Nearest.hint(name, names())));
    }
    return recursive(name, target.get(), where);
  }

  private String recursive(String name, SourceNode.Text target, Where where) {
    if (open.contains(name)) {
      findings.add(
          RecipeCode.Z1016,
          where,
          "{" + name + "} refers back to itself.",
          "Write one of the values out.");
      faults++;
      return "";
    }
    String known = filled.get(name);
    if (known != null) {
      return known;
    }
    open.push(name);
    try {
      int before = faults;
      String value = fill(target.value(), target.where());
      if (faults == before) {
        filled.put(name, value);
      }
      return value;
    } finally {
      open.pop();
    }
  }

  private String unknown(Where where, String what, String fix) {
    findings.add(RecipeCode.Z1006, where, what, fix);
    faults++;
    return "";
  }

  private Optional<SourceNode.Text> lookUp(String path) {
    SourceNode at = root;
    for (String key : path.split("\\.", -1)) {
      Optional<SourceNode> next =
          at instanceof SourceNode.Mapping m ? m.value(key) : Optional.empty();
      if (next.isEmpty()) {
        return Optional.empty();
      }
      at = next.get();
    }
    return at instanceof SourceNode.Text t && !t.isNothing() ? Optional.of(t) : Optional.empty();
  }

  private List<String> names() {
    List<String> names = new ArrayList<>();
    if (root.value("app").orElse(null) instanceof SourceNode.Mapping app) {
      app.members().stream()
          .filter(x -> x.value() instanceof SourceNode.Text)
          .forEach(x -> names.add("app." + x.key()));
    }
    return names;
  }
}
