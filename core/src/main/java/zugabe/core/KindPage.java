package zugabe.core;

import java.util.ArrayList;
import java.util.List;
import zugabe.core.kind.Kind;
import zugabe.core.recipe.Recipe;
import zugabe.core.shape.Field;

/** The page of a kind of deliverable: its keys, their defaults, and an example. */
final class KindPage {
  private KindPage() {}

  /** As Markdown. */
  static String of(Kind<?, ?> kind, RecipeWords words) {
    List<String> lines = new ArrayList<>();
    lines.add("# kind: " + kind.name());
    lines.add("");
    String what = kind.keys().what();
    lines.add(Character.toUpperCase(what.charAt(0)) + what.substring(1) + ".");
    lines.add("");
    lines.add("| key | what it says | what is written | default |");
    lines.add("| --- | --- | --- | --- |");
    Recipe.commonKeys(words).forEach(f -> lines.add(row(f)));
    kind.keys().fields().forEach(f -> lines.add(row(f)));
    lines.add("");
    lines.add("## Example");
    lines.add("");
    lines.add("Built from the materials that `zugabe demo` lays out:");
    lines.add("");
    lines.add("```yaml");
    kind.example().lines().forEach(lines::add);
    lines.add("```");
    return String.join("\n", lines) + "\n";
  }

  private static String row(Field<?> field) {
    String otherwise =
        field.required() ? "required" : field.otherwise().isEmpty() ? "–" : field.otherwise();
    return "| `"
        + field.key()
        + "` | "
        + cell(field.doc())
        + " | "
        + cell(field.shape().form())
        + " | "
        + cell(otherwise)
        + " |";
  }

  /** A bar would end the cell. */
  private static String cell(String text) {
    return text.replace("|", "\\|").replace("*", "\\*");
  }
}
