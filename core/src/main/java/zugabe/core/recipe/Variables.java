package zugabe.core.recipe;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.Where;

/**
 * Fills in {@code {app.version}} and {@code {env.NAME:default}} in every text of the tree. A
 * doubled opening brace stands for one. Variables may refer to others, never to themselves.
 */
final class Variables {
  private static final Pattern VARIABLE =
      Pattern.compile("\\{\\{|\\{([A-Za-z][\\w.-]*)(:([^{}]*))?\\}");

  private final Node.Mapping root;
  private final Map<String, String> environment;
  private final Findings findings;
  private int faults;
  private final Deque<String> open = new ArrayDeque<>();

  private Variables(Node.Mapping root, Map<String, String> environment, Findings findings) {
    this.root = root;
    this.environment = environment;
    this.findings = findings;
  }

  static Node.Mapping fill(Node.Mapping root, Map<String, String> environment, Findings findings) {
    return (Node.Mapping) new Variables(root, environment, findings).fill(root);
  }

  private Node fill(Node node) {
    if (node instanceof Node.Mapping m) {
      List<Node.Member> members = new ArrayList<>();
      m.members().forEach(x -> members.add(new Node.Member(x.where(), x.key(), fill(x.value()))));
      return new Node.Mapping(m.where(), m.flow(), members);
    }
    if (node instanceof Node.Listing l) {
      return new Node.Listing(l.where(), l.items().stream().map(this::fill).toList());
    }
    Node.Text text = (Node.Text) node;
    faults = 0;
    String value = fill(text.value(), text.where());
    return new Node.Text(text.where(), value, text.quoted(), faults > 0);
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
    Optional<Node.Text> target = name.startsWith("app.") ? lookUp(name) : Optional.empty();
    if (target.isEmpty()) {
      return otherwise.orElseGet(
          () ->
              unknown(where, "There is no variable {" + name + "}.", Nearest.hint(name, names())));
    }
    return recursive(name, target.get(), where);
  }

  private String recursive(String name, Node.Text target, Where where) {
    if (open.contains(name)) {
      findings.add(
          FindingCode.Z1016,
          where,
          "{" + name + "} refers back to itself.",
          "Write one of the values out.");
      faults++;
      return "";
    }
    open.push(name);
    try {
      return fill(target.value(), target.where());
    } finally {
      open.pop();
    }
  }

  private String unknown(Where where, String what, String fix) {
    findings.add(FindingCode.Z1006, where, what, fix);
    faults++;
    return "";
  }

  private Optional<Node.Text> lookUp(String path) {
    Node at = root;
    for (String key : path.split("\\.", -1)) {
      Optional<Node> next = at instanceof Node.Mapping m ? m.value(key) : Optional.empty();
      if (next.isEmpty()) {
        return Optional.empty();
      }
      at = next.get();
    }
    return at instanceof Node.Text t && !t.isNothing() ? Optional.of(t) : Optional.empty();
  }

  private List<String> names() {
    List<String> names = new ArrayList<>();
    if (root.value("app").orElse(null) instanceof Node.Mapping app) {
      app.members().stream()
          .filter(x -> x.value() instanceof Node.Text)
          .forEach(x -> names.add("app." + x.key()));
    }
    return names;
  }
}
