package zugabe.core.shape;

import com.google.re2j.Pattern;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import zugabe.bytes.Regex;
import zugabe.core.finding.Located;
import zugabe.core.finding.Nearest;
import zugabe.core.finding.RecipeCode;

/**
 * A single value.
 *
 * @param wanted the form, for messages
 * @param pattern regular expression for the schema; empty for any text
 * @param choices the values there are; empty for any
 * @param parse the value, or empty when it hasn't the form
 * @param nothing what goes on in its place
 * @param refersTo what it names, when that has to be there
 */
public record TextShape<T>(
    String wanted,
    String pattern,
    List<String> choices,
    Function<String, Optional<T>> parse,
    T nothing,
    Optional<Reference.To> refersTo)
    implements Shape<Located<T>> {

  /** Any text of one or more characters. */
  public static TextShape<String> any() {
    return new TextShape<>("text", "", List.of(), Optional::of, "", Optional.empty());
  }

  /** One of some words that are known only when the program runs. */
  public static TextShape<String> oneOf(List<String> words) {
    return new TextShape<>(
        "one of " + String.join(", ", words),
        "",
        words,
        t -> words.contains(t) ? Optional.of(t) : Optional.empty(),
        "",
        Optional.empty());
  }

  /** The same, which names something that has to be there. */
  public TextShape<T> naming(Reference.To to) {
    return new TextShape<>(wanted, pattern, choices, parse, nothing, Optional.of(to));
  }

  /** Text that matches a regular expression. */
  public static TextShape<String> matching(String wanted, String pattern) {
    return new TextShape<>(
        wanted, "^(" + pattern + ")$", List.of(), new Matching(pattern)::of, "", Optional.empty());
  }

  /** Text in a form that a function reads, which gets only what matches the regular expression. */
  public static <T> TextShape<T> parsed(
      String wanted, String pattern, Function<String, Optional<T>> parse, T nothing) {
    Matching matching = new Matching(pattern);
    return new TextShape<>(
        wanted,
        "^(" + pattern + ")$",
        List.of(),
        text -> matching.of(text).flatMap(parse),
        nothing,
        Optional.empty());
  }

  /** {@code true} or {@code false}. */
  public static TextShape<Boolean> yesOrNo() {
    return new TextShape<>(
        "true or false",
        "",
        List.of("true", "false"),
        t -> Regex.matches(t, "true|false") ? Optional.of(Boolean.valueOf(t)) : Optional.empty(),
        false,
        Optional.empty());
  }

  /** One of an enumeration's names, in lower case with hyphens. */
  public static <E extends Enum<E>> TextShape<E> choice(E[] values) {
    List<String> names =
        Arrays.stream(values)
            .map(v -> v.name().toLowerCase(Locale.ROOT).replace('_', '-'))
            .toList();
    Function<String, Optional<E>> parse =
        text -> {
          int at = names.indexOf(text);
          return at < 0 ? Optional.empty() : Optional.of(values[at]);
        };
    return new TextShape<>(
        "one of " + String.join(", ", names), "", names, parse, values[0], Optional.empty());
  }

  @Override
  public Located<T> bind(SourceNode node, Binding binding) {
    if (node instanceof SourceNode.Text known && known.faulty()) {
      return standIn(node);
    }
    if (!(node instanceof SourceNode.Text text) || text.isNothing()) {
      Shape.wrongType(node, wanted, binding.findings());
      return standIn(node);
    }
    Optional<T> value = text.value().isEmpty() ? Optional.empty() : parse.apply(text.value());
    if (value.isEmpty()) {
      String fix =
          choices.isEmpty() ? "Write " + wanted + "." : Nearest.hint(text.value(), choices);
      binding
          .findings()
          .add(
              RecipeCode.Z1008,
              node.where(),
              shown(text) + " isn't allowed here; expected " + wanted + ".",
              fix);
      return standIn(node);
    }
    refersTo.ifPresent(to -> binding.refer(to, new Located<>(text.value(), node.where(), true)));
    return new Located<>(value.get(), node.where(), true);
  }

  /** Below keys, whatever somebody typed may be a secret. */
  private static String shown(SourceNode.Text text) {
    return text.where().key().startsWith("keys.") ? "This" : "\"" + text.value() + "\"";
  }

  @Override
  public Located<T> standIn(SourceNode near) {
    return new Located<>(nothing, near.where(), false);
  }

  @Override
  public String form() {
    return refersTo.map(Reference.To::form).orElse(wanted);
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
