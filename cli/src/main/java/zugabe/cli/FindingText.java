package zugabe.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import zugabe.core.finding.Finding;
import zugabe.core.finding.Severity;

/** Findings as text: severity, code, place; what is so; what to do. */
final class FindingText {
  /** What a finding says that asks for nothing; it isn't worth a line. */
  private static final String NOTHING = "Nothing.";

  /** As many findings of one remedy are shown. */
  private static final int MANY = 12;

  private final Terminal terminal;
  private final boolean quiet;
  private final boolean verbose;

  FindingText(Terminal terminal, boolean quiet, boolean verbose) {
    this.terminal = terminal;
    this.quiet = quiet;
    this.verbose = verbose;
  }

  /** Findings that one remedy mends stand together, the most severe first. */
  void print(List<Finding> findings) {
    Map<String, List<Finding>> groups = new LinkedHashMap<>();
    for (Finding f : findings) {
      if (!quiet || f.severity() == Severity.ERROR) {
        String remedy = f.severity().word() + f.code() + f.fix() + f.accepted();
        groups.computeIfAbsent(remedy, r -> new ArrayList<>()).add(f);
      }
    }
    groups.values().forEach(this::printGroup);
    if (!groups.isEmpty() && terminal.live()) {
      // where both come to one screen, the answer stands apart
      terminal.err().println();
    }
  }

  private void printGroup(List<Finding> group) {
    Finding first = group.get(0);
    String said = "";
    int left = verbose ? group.size() : MANY;
    for (Finding f : group) {
      if (left-- == 0) {
        terminal
            .err()
            .println("  and " + (group.size() - MANY) + " more such; --verbose shows all");
        break;
      }
      coloured(f.severity());
      terminal.err().println(" " + f.code() + "  " + Visible.text(f.where().text()));
      if (!f.what().equals(said)) {
        wrapped(f.what(), "  ", "  ");
        said = f.what();
      }
    }
    if (verbose) {
      wrapped(first.why(), "  Why: ", "       ");
    }
    if (!first.accepted().isEmpty()) {
      wrapped(first.accepted(), "  Accepted: ", "            ");
    } else if (!first.fix().equals(NOTHING)) {
      wrapped(first.fix(), "  To do: ", "         ");
    }
  }

  private void wrapped(String text, String first, String next) {
    String indent = first;
    for (String line : wrap(text, terminal.columns() - next.length())) {
      terminal.err().println(indent + line);
      indent = next;
    }
  }

  static List<String> wrap(String text, int width) {
    List<String> lines = new ArrayList<>();
    StringBuilder line = new StringBuilder();
    for (String word : Visible.text(text).split(" ", -1)) {
      if (line.length() > 0 && line.length() + 1 + word.length() > width) {
        lines.add(line.toString());
        line.setLength(0);
      }
      line.append(line.length() == 0 ? "" : " ").append(word);
    }
    lines.add(line.toString());
    return lines;
  }

  private void coloured(Severity severity) {
    if (!terminal.colour()) {
      terminal.err().print(severity.word());
      return;
    }
    int colour =
        switch (severity) {
          case ERROR -> 31;
          case WARNING -> 33;
          case NOTE -> 36;
        };
    terminal.control("\033[1;" + colour + "m");
    terminal.err().print(severity.word());
    terminal.control("\033[0m");
  }

  /** "2 errors, 1 warning", or "no findings". */
  static String summary(List<Finding> findings) {
    List<String> parts = new ArrayList<>();
    for (Severity s : Severity.values()) {
      long count = findings.stream().filter(f -> f.severity() == s).count();
      if (count > 0) {
        parts.add(Sizes.count(count, s.word()));
      }
    }
    return parts.isEmpty() ? "no findings" : String.join(", ", parts);
  }
}
