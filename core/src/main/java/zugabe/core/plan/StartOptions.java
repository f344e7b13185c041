package zugabe.core.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import zugabe.core.finding.Located;
import zugabe.formats.jar.StartAttribute;

/** What the options of a start say. */
public final class StartOptions {
  /** Their value may be a word of its own. */
  private static final Set<String> APART =
      Set.of(
          "--add-opens",
          "--add-exports",
          "--enable-native-access",
          "--add-modules",
          "--add-reads",
          "--limit-modules",
          "-p",
          "--module-path");

  private StartOptions() {}

  /** Each option as one word. */
  public static List<Located<String>> joined(List<Located<String>> all) {
    List<Located<String>> joined = new ArrayList<>();
    for (int i = 0; i < all.size(); i++) {
      Located<String> option = all.get(i);
      joined.add(
          APART.contains(option.value()) && i + 1 < all.size()
              ? new Located<>(
                  option.value() + "=" + all.get(++i).value(), option.where(), option.given())
              : option);
    }
    return joined;
  }

  /**
   * The packages that Java's modules keep to themselves and that a program may use nevertheless.
   */
  public static Set<String> opened(Program program) {
    return joined(program.options()).stream()
        .map(Located::value)
        .flatMap(
            o ->
                Stream.of(StartAttribute.EXPORTS, StartAttribute.OPENS)
                    .filter(a -> o.startsWith(a.option() + "="))
                    .map(a -> o.substring(a.option().length() + 1)))
        .filter(value -> value.indexOf('/') > 0 && value.indexOf('=') > value.indexOf('/'))
        .map(value -> value.substring(value.indexOf('/') + 1, value.indexOf('=')))
        .collect(Collectors.toSet());
  }
}
