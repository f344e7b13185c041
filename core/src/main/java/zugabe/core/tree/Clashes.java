package zugabe.core.tree;

import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;
import zugabe.bytes.Content;
import zugabe.core.finding.Findings;
import zugabe.core.finding.Where;

/** Tells of two files for one place. */
public final class Clashes {
  private Clashes() {}

  /**
   * Two materials that would both be one file.
   *
   * @param there whose file came first
   * @param other whose came then
   */
  public static void both(Findings findings, Where where, String there, String other, String path) {
    findings.add(
        TreeCode.Z4006,
        where,
        there + " and " + other + " would both be " + path + ".",
        "Remove one of them, or name only the folder that counts.");
  }

  /** Whether an entry is a file of the same bytes. */
  public static boolean isSame(Entry entry, Content content) throws IOException {
    if (!(entry instanceof Entry.RegularFile file) || file.content().size() != content.size()) {
      return false;
    }
    try (InputStream a = file.content().open();
        InputStream b = content.open()) {
      byte[] one = new byte[8192];
      byte[] other = new byte[8192];
      int got;
      do {
        got = a.readNBytes(one, 0, one.length);
        if (got != b.readNBytes(other, 0, other.length)
            || !Arrays.equals(one, 0, got, other, 0, got)) {
          return false;
        }
      } while (got > 0);
      return true;
    }
  }

  /** Files that stand where others need a folder. */
  public static void filesAsFolders(Findings findings, Where where, InstallTree.Builder tree) {
    for (String path : tree.filesAsFolders()) {
      findings.add(
          TreeCode.Z4006,
          where,
          path + " is a file and a folder at once.",
          "Remove one of the materials that bring it.");
    }
  }

  /** Where an entry comes from, as the user would name it. */
  public static String origin(Entry entry) {
    if (entry instanceof Entry.RegularFile file) {
      return file.origin();
    }
    if (entry instanceof Entry.Awaited awaited) {
      return awaited.origin();
    }
    return entry instanceof Entry.SymbolicLink ? "a link" : "another file";
  }
}
