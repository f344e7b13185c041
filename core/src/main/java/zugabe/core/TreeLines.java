package zugabe.core;

import zugabe.core.answer.Answer;
import zugabe.core.kind.Report;
import zugabe.core.tree.Entry;

/** An install tree as lines of an answer. */
final class TreeLines {
  private static final String BITS = "rwxrwxrwx";

  private TreeLines() {}

  static Answer.Installed of(Report.Tree tree) {
    return new Answer.Installed(
        tree.platform(), tree.tree().entries().stream().map(TreeLines::line).toList());
  }

  private static Answer.Installed.Line line(Entry entry) {
    if (entry instanceof Entry.Directory folder) {
      return new Answer.Installed.Line(folder.path() + "/", mode('d', folder.mode()), 0, "", "");
    }
    if (entry instanceof Entry.SymbolicLink link) {
      return new Answer.Installed.Line(link.path(), mode('l', link.mode()), 0, link.target(), "");
    }
    if (entry instanceof Entry.RegularFile file) {
      boolean made = file.role() == Entry.Role.GENERATED || file.role() == Entry.Role.HELD;
      return new Answer.Installed.Line(
          file.path(),
          mode('-', file.mode()),
          made ? -1 : file.content().size(),
          "",
          file.origin());
    }
    return new Answer.Installed.Line(entry.path(), mode('-', entry.mode()), -1, "", "the build");
  }

  private static String mode(char type, int mode) {
    StringBuilder text = new StringBuilder().append(type);
    for (int bit = 0; bit < 9; bit++) {
      text.append((mode & (0400 >> bit)) == 0 ? '-' : BITS.charAt(bit));
    }
    return text.toString();
  }
}
