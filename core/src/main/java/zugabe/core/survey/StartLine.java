package zugabe.core.survey;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zugabe.bytes.Regex;

/**
 * How a script starts a Java program: the command line in it, as far as it stands there in plain
 * words.
 *
 * @param main class, or the name of a jar
 * @param options for the runtime
 * @param arguments that are always passed
 * @param unread words with variables, which nobody knows but the script
 */
record StartLine(String main, List<String> options, List<String> arguments, List<String> unread) {
  private static final int MAX_TEXT = 1 << 16;
  private static final Pattern JAVA =
      Pattern.compile(
          "(?:^|[\\s;&|(@])(?:exec\\s+)?[\"']?(?:[^\\s\"';]*[/\\\\])?javaw?(?:\\.exe)?[\"']?\\s+(.+)");
  private static final Pattern WORD = Pattern.compile("(?:[^\\s\"']|\"[^\"]*\"|'[^']*')+");

  /** With a package, or beginning with a capital letter. */
  private static final Pattern CLASS =
      Pattern.compile(
          "\\p{Lu}[\\p{L}\\p{N}_$]*|[\\p{L}_$][\\p{L}\\p{N}_$]*([./][\\p{L}\\p{N}_$]+)+");

  private static final Pattern PASSED =
      Pattern.compile("[\"']?(\\$@|\\$\\*|%\\*|\\$\\{1\\+.*)[\"']?");

  /** Where the command stands in a variable, its class path tells the line. */
  private static final Pattern PATH = Pattern.compile("-cp|-classpath|--class-path|-jar");

  /** What a compiler has behind its class path. */
  private static final Pattern SOURCE = Pattern.compile(".*\\.(java|kt|scala|groovy)");

  private static final Pattern SAID =
      Pattern.compile("\\s*@?(?:(?:export|set)\\s+)?([A-Za-z_][A-Za-z0-9_]*)=(.*)");

  private static final Pattern OPTION =
      Pattern.compile("-[DX][^$%`]+|--add-[a-z]+=[^$%`]+|-ea|-server");

  /** The first such line of a script. */
  static Optional<StartLine> in(String text) {
    String some = text.length() > MAX_TEXT ? text.substring(0, MAX_TEXT) : text;
    // a line may go on behind its end
    String whole = Regex.replaceAll(some, "[\\\\^]\\r?\\n", " ");
    List<String> lines =
        whole.lines().filter(l -> !Regex.matches(l.strip(), "@?(#|::|(?i:rem)\\s).*")).toList();
    for (String line : lines) {
      Matcher java = JAVA.matcher(line);
      Optional<StartLine> start = java.find() ? of(words(java.group(1))) : Optional.empty();
      if (start.isPresent()) {
        return start;
      }
    }
    for (String line : lines) {
      List<String> words = words(line);
      int path = 0;
      while (path < words.size() && !PATH.matcher(words.get(path)).matches()) {
        path++;
      }
      int from = path;
      while (from > 0 && OPTION.matcher(plain(words.get(from - 1))).matches()) {
        from--;
      }
      Optional<StartLine> start = of(words.subList(from, words.size()));
      if (start.isPresent() && !SOURCE.matcher(start.get().main).matches()) {
        start.get().options.addAll(0, inVariables(lines));
        return start;
      }
    }
    return Optional.empty();
  }

  /** Options that variables hold which are used somewhere. */
  private static List<String> inVariables(List<String> lines) {
    List<String> options = new ArrayList<>();
    for (String line : lines) {
      Matcher said = SAID.matcher(line);
      if (said.matches()) {
        String name = said.group(1);
        List<String> words = words(plain(said.group(2)));
        boolean all = words.stream().allMatch(w -> OPTION.matcher(w).matches());
        Pattern use = Pattern.compile("[$%]\\{?" + name + "\\b");
        if (all && lines.stream().anyMatch(l -> use.matcher(l).find())) {
          words.stream().filter(w -> !options.contains(w)).forEach(options::add);
        }
      }
    }
    return options;
  }

  private static List<String> words(String line) {
    List<String> words = new ArrayList<>();
    Matcher m = WORD.matcher(line);
    while (m.find()) {
      words.add(m.group());
    }
    return words;
  }

  private static Optional<StartLine> of(List<String> words) {
    StartLine start = new StartLine("", new ArrayList<>(), new ArrayList<>(), new ArrayList<>());
    for (int i = 0; i < words.size(); i++) {
      String word = plain(words.get(i));
      boolean joined = i + 1 < words.size();
      if (Regex.matches(word, "-cp|-classpath|--class-path|-p|--module-path") && joined) {
        i++;
      } else if (Regex.matches(word, "-jar|-m|--module") && joined) {
        return start.called(plain(words.get(i + 1)), words.subList(i + 2, words.size()));
      } else if (Regex.matches(word, "--add-(opens|exports|reads|modules)") && joined) {
        start.option(word + "=" + plain(words.get(++i)));
      } else if (word.startsWith("-")) {
        start.option(word);
      } else if (isVariable(word)) {
        start.unread.add(word);
      } else if (CLASS.matcher(word).matches()) {
        return start.called(word, words.subList(i + 1, words.size()));
      } else {
        // another command follows, or the end of a question whether there is such a program
        return Optional.empty();
      }
    }
    return Optional.empty();
  }

  private void option(String word) {
    (isVariable(word) ? unread : options).add(word);
  }

  private Optional<StartLine> called(String what, List<String> rest) {
    for (String word : rest) {
      if (Regex.matches(plain(word), "[;&|)].*|[0-9]?>.*|<.*")) {
        break;
      }
      if (!PASSED.matcher(word).matches()) {
        (isVariable(word) ? unread : arguments).add(plain(word));
      }
    }
    // a folder that a variable names ends in a slash, as that of a script for Windows does
    String main =
        Regex.replaceFirst(
            what.replace('\\', '/'),
            "^(.*/)?(%~[a-z]+0|%[^%]+%|\\$\\{[^}]+\\})?([^/%$]*\\.jar)$",
            "$3");
    return Optional.of(new StartLine(main, options, arguments, unread));
  }

  private static String plain(String word) {
    return word.replace("\"", "").replace("'", "");
  }

  private static boolean isVariable(String word) {
    return word.indexOf('$') >= 0 || word.indexOf('%') >= 0 || word.indexOf('`') >= 0;
  }

  /** Whether it starts a program: by its class, by class behind its module, or by its jar. */
  boolean starts(Survey.Candidate p, String jar) {
    return !p.main().isEmpty()
        && (main.equals(p.main())
            || main.endsWith("/" + p.main())
            || (!jar.isEmpty() && (main.equals(jar) || main.equals(jar + "/"))));
  }
}
