package zugabe.core.recipe;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Pattern;
import zugabe.core.finding.FindingCode;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.Said;

/**
 * A single value.
 *
 * @param wanted the form, for messages
 * @param pattern regular expression for the schema; empty for any text
 * @param choices the values there are; empty for any
 * @param parse the value, or empty when it hasn't the form
 * @param nothing what goes on in its place
 */
record TextShape<T>(
    String wanted,
    String pattern,
    List<String> choices,
    Function<String, Optional<T>> parse,
    T nothing)
    implements Shape<Said<T>> {

  /** Any text of one or more characters. */
  static TextShape<String> any() {
    return new TextShape<>("text", "", List.of(), Optional::of, "");
  }

  /** Text that matches a regular expression. */
  static TextShape<String> matching(String wanted, String pattern) {
    return new TextShape<>(wanted, "^(" + pattern + ")$", List.of(), new Matching(pattern)::of, "");
  }

  /** Text in a form that a function reads. */
  static <T> TextShape<T> parsed(
      String wanted, String pattern, Function<String, Optional<T>> parse, T nothing) {
    return new TextShape<>(wanted, "^(" + pattern + ")$", List.of(), parse, nothing);
  }

  /** {@code true} or {@code false}. */
  static TextShape<Boolean> yesOrNo() {
    return new TextShape<>(
        "true or false",
        "",
        List.of("true", "false"),
        t -> t.matches("true|false") ? Optional.of(Boolean.valueOf(t)) : Optional.empty(),
        false);
  }

  /** One of an enumeration's names, in lower case with hyphens. */
  static <E extends Enum<E>> TextShape<E> choice(E[] values) {
    List<String> names =
        Arrays.stream(values)
            .map(v -> v.name().toLowerCase(Locale.ROOT).replace('_', '-'))
            .toList();
    Function<String, Optional<E>> parse =
        text -> {
          int at = names.indexOf(text);
          return at < 0 ? Optional.empty() : Optional.of(values[at]);
        };
    return new TextShape<>("one of " + String.join(", ", names), "", names, parse, values[0]);
  }

  @Override
  public Said<T> bind(Node node, Findings findings) {
    if (node instanceof Node.Text known && known.faulty()) {
      return standIn(node);
    }
    if (!(node instanceof Node.Text text) || text.isNothing()) {
      Shape.wrongType(node, wanted, findings);
      return standIn(node);
    }
    Optional<T> value = text.value().isEmpty() ? Optional.empty() : parse.apply(text.value());
    if (value.isEmpty()) {
      String fix =
          choices.isEmpty() ? "Write " + wanted + "." : Nearest.hint(text.value(), choices);
      findings.add(
          FindingCode.Z1008,
          node.where(),
          "\"" + text.value() + "\" is not allowed here; " + wanted + " is wanted.",
          fix);
      return standIn(node);
    }
    return new Said<>(value.get(), node.where(), true);
  }

  @Override
  public Said<T> standIn(Node near) {
    return new Said<>(nothing, near.where(), false);
  }

  @Override
  public Map<String, Object> schema() {
    Map<String, Object> schema = new LinkedHashMap<>();
    if (!choices.isEmpty()) {
      List<Object> values = new java.util.ArrayList<>(choices);
      if (choices.equals(List.of("true", "false"))) {
        // YAML and JSON may also give them as truth values
        values.addAll(List.of(true, false));
      }
      schema.put("enum", values);
      return schema;
    }
    // numbers and truth values are read as they are written, so they are text too
    schema.put("type", List.of("string", "number", "boolean"));
    if (!pattern.isEmpty()) {
      schema.put("anyOf", List.of(Map.of("pattern", pattern), Map.of("pattern", "\\{")));
    }
    return schema;
  }

  /**
   * Compiled when it is asked for first: most fields aren't in a recipe, and some are in it often.
   */
  private static final class Matching {
    private final String pattern;
    private volatile Pattern compiled;

    Matching(String pattern) {
      this.pattern = pattern;
    }

    Optional<String> of(String text) {
      if (compiled == null) {
        compiled = Pattern.compile(pattern);
      }
      return compiled.matcher(text).matches() ? Optional.of(text) : Optional.empty();
    }
  }
}
