package zugabe.cli;

import java.io.PrintStream;

/** Markdown of the simple kind that findings' pages use, as text for a terminal. */
final class MarkdownText {
  private final PrintStream out;
  private final int columns;
  private boolean code;

  private MarkdownText(PrintStream out, int columns) {
    this.out = out;
    this.columns = columns;
  }

  /** Titles stand out to the left, text is wrapped below them, code keeps its lines. */
  static void print(String page, PrintStream out, int columns) {
    MarkdownText text = new MarkdownText(out, columns);
    page.lines().forEach(text::line);
  }

  private void line(String line) {
    if (line.startsWith("```")) {
      code = !code;
    } else if (code) {
      out.println("    " + line);
    } else if (line.startsWith("#")) {
      out.println(line.replaceFirst("^#+ ", ""));
    } else if (!line.isEmpty()) {
      FindingText.wrap(line.replace("`", ""), columns - 2).forEach(l -> out.println("  " + l));
    } else {
      out.println();
    }
  }
}
