package zugabe.core.recipe;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonLocation;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.dataformat.yaml.YAMLFactory;
import com.fasterxml.jackson.dataformat.yaml.YAMLParser;
import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.yaml.snakeyaml.error.MarkedYAMLException;
import zugabe.bytes.Regex;
import zugabe.core.finding.Findings;
import zugabe.core.finding.RecipeCode;
import zugabe.core.finding.Where;
import zugabe.core.shape.SourceNode;

/** Reads a recipe's text into a located tree. Bounded: 1 MiB of text, 32 levels. */
final class RecipeParser {
  static final int MAX_CHARS = 1 << 20;
  private static final int MAX_DEPTH = 32;
  private static final Pattern BARE_BRACES =
      Pattern.compile("[:\\-]\\s+\\{(app|env)\\.[\\w.-]+(:[^{},]*)?\\}\\S");

  private final String file;
  private final String text;
  private final String[] lines;
  private final Findings findings;
  private JsonParser parser;

  private RecipeParser(String file, String text, Findings findings) {
    this.file = file;
    this.text = text;
    this.lines = text.split("\n", -1);
    this.findings = findings;
  }

  /** The tree, or empty when there is no mapping to go on with; why is in the findings. */
  static Optional<SourceNode.Mapping> parse(String file, String text, Findings findings) {
    return new RecipeParser(file, text, findings).run();
  }

  private Optional<SourceNode.Mapping> run() {
    if (text.length() > MAX_CHARS) {
      findings.add(
          RecipeCode.Z1001,
          Where.file(file),
          "The recipe has " + text.length() + " characters; " + MAX_CHARS + " are the most.",
          "Is this the right file?");
      return Optional.empty();
    }
    try (JsonParser p = open()) {
      parser = p;
      if (p.nextToken() == null) {
        findings.add(
            RecipeCode.Z1001,
            Where.file(file),
            "The recipe is empty.",
            "Start with app: {name: …, version: …}, or see \"zugabe demo\".");
        return Optional.empty();
      }
      SourceNode root = node("", 0);
      if (p.nextToken() != null) {
        findings.add(
            RecipeCode.Z1001,
            here(""),
            "A second document starts here.",
            "A recipe is one document: remove the line \"---\" and what doesn't belong.");
      }
      if (root instanceof SourceNode.Mapping mapping) {
        return Optional.of(mapping);
      }
      findings.add(
          RecipeCode.Z1003,
          root.where(),
          "The recipe is " + root.kind() + "; expected a mapping.",
          "Start with app: {name: …, version: …}.");
    } catch (JsonProcessingException e) {
      syntax(e);
    } catch (IOException e) {
      findings.add(RecipeCode.Z1001, Where.file(file), e.getMessage(), "Check the file.");
    }
    return Optional.empty();
  }

  private JsonParser open() throws IOException {
    StreamReadConstraints bounds =
        StreamReadConstraints.builder().maxNestingDepth(MAX_DEPTH).build();
    boolean json = text.stripLeading().startsWith("{");
    JsonFactory factory =
        json
            ? JsonFactory.builder().streamReadConstraints(bounds).build()
            : YAMLFactory.builder().streamReadConstraints(bounds).build();
    return factory.createParser(text);
  }

  private SourceNode node(String key, int depth) throws IOException {
    Where where = here(key);
    refuseReferences(where);
    JsonToken token = parser.currentToken();
    if (token == JsonToken.START_OBJECT) {
      return mapping(key, where, depth);
    }
    if (token == JsonToken.START_ARRAY) {
      return listing(key, where, depth);
    }
    return new SourceNode.Text(where, parser.getText(), isQuoted(where), false);
  }

  private SourceNode.Mapping mapping(String key, Where where, int depth) throws IOException {
    boolean flow = charAt(where) == '{';
    List<SourceNode.Member> members = new ArrayList<>();
    Set<String> seen = new HashSet<>();
    while (parser.nextToken() != JsonToken.END_OBJECT) {
      String name = parser.currentName();
      String path = key.isEmpty() ? name : key + "." + name;
      Where place = here(path);
      parser.nextToken();
      SourceNode value = node(path, depth + 1);
      if (seen.add(name)) {
        members.add(new SourceNode.Member(place, name, value));
      } else {
        findings.add(
            RecipeCode.Z1005,
            place,
            "The key \"" + name + "\" is given twice.",
            "Keep one of them.");
      }
    }
    return new SourceNode.Mapping(where, flow, members);
  }

  private SourceNode.Listing listing(String key, Where where, int depth) throws IOException {
    List<SourceNode> items = new ArrayList<>();
    while (parser.nextToken() != JsonToken.END_ARRAY) {
      items.add(node(key + "[" + items.size() + "]", depth + 1));
    }
    return new SourceNode.Listing(where, items);
  }

  private void refuseReferences(Where where) throws IOException {
    if (parser instanceof YAMLParser yaml
        && (yaml.isCurrentAlias() || yaml.getObjectId() != null || charAt(where) == '&')) {
      findings.add(
          RecipeCode.Z1009,
          where,
          "There is an anchor (&name) or an alias (*name) here.",
          "Write the value out, or quote the text if it is meant to start with & or *.");
    }
  }

  private Where here(String key) {
    JsonLocation at = parser.currentTokenLocation();
    return Where.recipe(file, at.getLineNr(), at.getColumnNr(), key);
  }

  private char charAt(Where where) {
    if (where.line() < 1 || where.line() > lines.length) {
      return 0;
    }
    String line = lines[where.line() - 1];
    int column = where.column() - 1;
    return column >= 0 && column < line.length() ? line.charAt(column) : 0;
  }

  private boolean isQuoted(Where where) {
    char c = charAt(where);
    return c == '"' || c == '\'' || c == '|' || c == '>';
  }

  private void syntax(JsonProcessingException e) {
    JsonLocation at = e.getLocation();
    int line = at == null ? -1 : at.getLineNr();
    int column = at == null ? -1 : at.getColumnNr();
    if (e.getCause() instanceof MarkedYAMLException yaml && yaml.getProblemMark() != null) {
      // the parser's own location is that of the last good token
      line = yaml.getProblemMark().getLine() + 1;
      column = yaml.getProblemMark().getColumn() + 1;
    }
    // the parser stops behind the closing brace, on the same line or the next
    for (int i = line; i >= Math.max(1, line - 1) && i <= lines.length; i--) {
      Matcher braces = BARE_BRACES.matcher(lines[i - 1]);
      if (braces.find()) {
        findings.add(
            RecipeCode.Z1007,
            Where.recipe(file, i, braces.start() + 3, ""),
            "A value starts with { and isn't quoted.",
            "Put the whole value in quotes: \"{app.name}.jar\".");
        return;
      }
    }
    findings.add(
        RecipeCode.Z1001,
        Where.recipe(file, line, column, ""),
        "Syntax: " + firstLine(e.getOriginalMessage()),
        "Look at this line and the one above: indent with spaces, put a space after each colon, close the quotes.");
  }

  private static String firstLine(String message) {
    String line =
        message == null
            ? "not understood"
            : message.lines().filter(l -> !l.isBlank()).findFirst().orElse("not understood");
    // the parser's own addresses say nothing to a reader of a recipe
    return Regex.replaceAll(
        Regex.replaceAll(line, "\\s*at \\[Source:.*", ""), "\\s*in 'reader'.*", "");
  }
}
